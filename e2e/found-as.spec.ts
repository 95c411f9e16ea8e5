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
    await (await person.find('[data-draw-card] button')).click();
    const drawn = `const img = document.querySelector('[data-found-shared] img'); return img?.complete ? [img.naturalWidth, img.naturalHeight] : []`;
    await person.until(
      async () => (await browser.driver.executeScript<number[]>(drawn)).length > 0,
      'the page is not drawn as a card',
    );
    const [width, height] = await browser.driver.executeScript<[number, number]>(drawn);
    expect(width / height).toBeCloseTo(1200 / 630, 1);
    await person.chord(Key.CONTROL, 'z');
    await person.until(
      async () => (await browser.driver.executeScript<number[]>(drawn)).length === 0,
      'the picture stays though it is undone',
    );
    // in a field the keys undo what is typed there
    await browser.driver.executeScript('document.activeElement.blur()');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => !(await search()).includes('longer than most lists show'), 'it is not undone');
    await person.saved();
  });

  it('is in a language of its own, and names the page it says the same as: visitors’ browsers are told of both', async () => {
    const { person, browser, servers } = visit;
    await person.openPage('tidewick-timetable');
    await person.group('Content');
    await person.choose('p-select:has(#content-language)', 'German · de');
    await person.until(
      async () => (await person.inLeaf<string>('phone', 'return document.documentElement.lang')) === 'de',
      'the leaf is in another language',
    );
    await person.choose('p-select:has(#content-original)', 'Fares and passes');
    await person.saved();
    expect(await axeFindings(browser.driver)).toEqual([]);
    await person.publishSeveral('tidewick', ['tidewick-fares', 'tidewick-timetable'], 'Two languages');
    for (const path of ['/fares', '/timetable']) {
      await browser.driver.get(servers.site('tidewick', path));
      const told = await browser.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('link[hreflang]')].map((one) => one.hreflang + ' ' + new URL(one.href).pathname)`,
      );
      expect(told).withContext(path).toEqual(['en /fares', 'de /timetable', 'x-default /fares']);
    }
    expect(await browser.driver.executeScript<string>('return document.documentElement.lang')).toBe('de');
    // the first press of Tab leads past the header, in the page's language
    await person.keys(Key.TAB);
    expect(await browser.driver.executeScript<string>('return document.activeElement.textContent')).toBe(
      'Zum Inhalt springen',
    );
    await person.keys(Key.ENTER);
    expect(await browser.driver.getCurrentUrl()).toContain('#_main');
  });
});
