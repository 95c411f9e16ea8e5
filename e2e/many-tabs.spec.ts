import { visiting } from './visit';

/** Many pages and many tabs at once: a browser allows six connections to a host over HTTP/1.1, all tabs together. */
describe('Many tabs', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'), {
    chromium: 'full', // a hidden tab closes its event stream
  });
  const addAndSave = async (): Promise<void> => {
    await visit.person.addPart('heading');
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('wide', 'return document.querySelector("h2") !== null'),
      'the heading was not added',
    );
    await visit.person.saved();
  };

  it('ten pages one after the other can each be worked on', async () => {
    for (let at = 0; at < 10; at++) {
      await visit.person.freshPage('tidewick', `Row ${at}`, `/row-${at}`);
      await addAndSave();
    }
  });

  it('eight tabs side by side can each be worked on, and hear what another did once they are looked at', async () => {
    const { driver } = visit.browser;
    const page = await visit.person.freshPage('tidewick', 'Shared', '/in-eight-tabs');
    const first = await driver.getWindowHandle();
    for (let tab = 0; tab < 8; tab++) {
      await driver.switchTo().newWindow('tab');
      await visit.person.openPage(page);
      await addAndSave();
    }
    await driver.switchTo().window(first);
    await visit.person.until(
      () => visit.person.inLeaf<boolean>('wide', 'return document.querySelectorAll("h2").length === 8'),
      'the first tab did not hear of what the others added',
    );
    await addAndSave();
  });
});
