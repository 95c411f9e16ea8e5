import { By, Key } from 'selenium-webdriver';
import { visiting } from './visit';

describe('Nothing is lost', () => {
  const visit = visiting(
    async ({ person }) => {
      await person.signIn('ada@studio.example', 'paper-and-ink');
      await person.openPage('tidewick-fares');
    },
    { killed: true },
  );

  const title = (): Promise<string> =>
    visit.person.inLeaf<string>('wide', 'return document.querySelector("h1").textContent');

  it('when the server is killed in the middle of typing: what was saved is there, what came after is sent when it is back', async () => {
    await visit.person.openText('wide', 'h1');
    await visit.person.keys('Saved before the cut');
    await visit.person.stored('Saved before the cut');
    await visit.servers.kill();
    await visit.person.keys(Key.END, ', typed after it');
    await visit.person.until(
      async () => (await visit.person.saveState()) === 'waiting',
      'the bar did not say that edits wait',
    );
    await visit.person.keys(Key.ESCAPE);
    await visit.servers.startAgain();
    await visit.person.saved();
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    expect(await title()).toBe('Saved before the cut, typed after it');
  });

  it('when the tab is closed while the server is away: the edits are sent on the next visit', async () => {
    await visit.servers.kill();
    await visit.person.write('wide', 'h1', 'Made while nobody answered');
    await visit.person.until(async () => (await visit.person.saveState()) === 'waiting');
    await visit.browser.driver.executeScript('window.stop()');
    await visit.browser.driver.get('about:blank').catch(() => undefined);
    await visit.browser.driver
      .switchTo()
      .alert()
      .accept()
      .catch(() => undefined);
    await visit.servers.startAgain();
    await visit.person.openPage('tidewick-fares');
    await visit.person.until(async () => (await title()) === 'Made while nobody answered');
    await visit.person.saved();
  });

  it('when the tab is reloaded while somebody types without a pause, on the page, in a cell and in a field', async () => {
    const { person } = visit;
    const words = 'The morning boat leaves the stone quay at eight, calls at both islands, and is back by noon.';
    const typeAndReload = async (text: string): Promise<void> => {
      await [...text].reduce((sofar, key) => sofar.sendKeys(key).pause(60), person.driver.actions()).perform();
      await person.driver.navigate().refresh();
      await person.ready();
    };
    await person.openText('wide', 'h1');
    await typeAndReload(words);
    expect(await title()).toBe(words);

    await person.clickOn('wide', 'h1');
    await person.group('Type');
    await (await person.find('[data-cell="font-size@wide"]')).click();
    await person.keys('61px');
    await person.driver.navigate().refresh();
    await person.ready();
    await person.until(async () => (await person.computed('wide', 'h1', 'font-size')) === '61px', 'the size is lost');

    await person.clickOn('wide', 'h1');
    await person.group('Content');
    await (await person.find('#content-name')).click();
    await person.chord(Key.CONTROL, 'a');
    await typeAndReload('Title as the harbour office calls it');
    await person.clickOn('wide', 'h1');
    await person.isSelected('Title as the harbour office calls it');
    await person.saved();
  });

  it('when a page is open in two tabs: each sees what the other does', async () => {
    const first = await visit.browser.driver.getWindowHandle();
    await visit.browser.driver.switchTo().newWindow('tab');
    await visit.person.openPage('tidewick-fares');
    const second = await visit.browser.driver.getWindowHandle();
    await visit.person.write('wide', 'h1', 'From the second tab');
    await visit.person.saved();
    await visit.browser.driver.switchTo().window(first);
    await visit.person.until(async () => (await title()) === 'From the second tab', 'the first tab did not hear of it');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.person.setCell('font-size', 'wide', '61px');
    await visit.person.saved();
    await visit.browser.driver.switchTo().window(second);
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'h1', 'font-size')) === '61px',
      'the second tab did not hear of it',
    );
    expect(await title()).toBe('From the second tab');
  });

  it('when a section is shared while somebody writes in it slowly in another tab, and the server is killed meanwhile', async () => {
    const words = (): Promise<string[]> =>
      visit.person.inLeaf<string[]>(
        'wide',
        'return [...document.querySelectorAll("main > section:first-child h1")].map((one) => one.textContent)',
      );
    const [one, other] = await visit.browser.driver.getAllWindowHandles();
    await visit.browser.driver.switchTo().window(one!);
    await visit.person.openText('wide', 'h1');
    await visit.person.keys('Written slowly');
    const part = (): Promise<string> =>
      visit.person.inLeaf<string>('wide', 'return document.querySelector("h1").dataset.part');
    const before = await part();
    await visit.browser.driver.switchTo().window(other!);
    await visit.person.until(async () => (await title()) === 'Written slowly', 'the other tab did not hear of it');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.selectAround(1);
    await visit.person.partMenu('Save or share this section');
    await (await visit.person.find('[data-keep-shared]')).click();
    await (await visit.person.find('[data-keep] button')).click();
    await visit.person.noDialog();
    await visit.person.saved();
    await visit.browser.driver.switchTo().window(one!);
    // a pause in which the section is shared; it is still open for writing, or is opened again
    await visit.person.until(async () => (await part()) !== before, 'the first tab does not hear that it is shared');
    if (
      !(await visit.person.inLeaf<boolean>(
        'wide',
        'return document.activeElement.isContentEditable && document.hasFocus()',
      ))
    )
      await visit.person.openText('wide', 'h1');
    await visit.person.keys(Key.END, ', with pauses');
    await visit.servers.kill();
    await visit.person.until(async () => (await visit.person.saveState()) === 'waiting', 'it does not wait');
    await visit.person.keys(', and through a cut');
    await visit.person.keys(Key.ESCAPE);
    await visit.servers.startAgain();
    await visit.person.saved();
    const all = 'Written slowly, with pauses, and through a cut';
    expect(await title()).toBe(all);
    await visit.browser.driver.switchTo().window(other!);
    await visit.person.until(async () => (await title()) === all, 'the other tab did not hear of it');
    await visit.person.chord(Key.CONTROL, 'z'); // the one who shared takes that back: what the other wrote stays
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('[data-shared-note]'))).length === 0,
      'it is still shared',
    );
    await visit.person.saved();
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    expect(await title()).toBe(all);
    expect((await words()).length).toBe(1);
  });
});
