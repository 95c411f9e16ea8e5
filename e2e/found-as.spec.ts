import { Key } from 'selenium-webdriver';
import { axeFindings } from './axe';
import { visiting } from './visit';

describe('What a page is found as', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  it('is drawn beside its facts, as it is written: in a list of results, and where it is shared', async () => {
    const { person, browser } = visit;
    await person.openPage('tidewick-fares');
    await person.group('Content');
    const search = async (): Promise<string> => (await person.find('[data-found-in-search]')).getText();
    await person.until(async () => (await search()).includes('Fares and passes'), 'the page is not drawn');
    expect(await search()).toContain('/ fares');
    expect(await (await person.find('[data-found-shared]')).getText()).toContain('No picture');
    const title = await person.find('#content-title');
    await title.sendKeys(
      Key.chord(Key.CONTROL, 'a'),
      'What every crossing costs, with all passes for families, bicycles and dogs',
      Key.TAB,
    );
    await person.until(async () => (await search()).includes('longer than most lists show'), 'nothing says so');
    expect(await search()).toContain('What every crossing costs, with all passes for families, …');
    expect(await axeFindings(browser.driver)).toEqual([]);
    // in a field the keys undo what is typed there
    await browser.driver.executeScript('document.activeElement.blur()');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => !(await search()).includes('longer than most lists show'), 'it is not undone');
    await person.saved();
  });
});
