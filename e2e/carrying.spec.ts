import { Key } from 'selenium-webdriver';
import { visiting } from './visit';

/** What a page shows comes along to another site: when a page is copied there, and when parts are pasted. */
describe('What comes from another site', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const shown = (css: string): Promise<number> =>
    visit.person.inLeaf<number>(
      'wide',
      'const one = document.querySelector(args[0]); one?.scrollIntoView(); return one?.naturalWidth ?? 0',
      css,
    );

  const inLibrary = (): Promise<number> =>
    visit.browser.driver.executeAsyncScript<number>(
      'const [done] = arguments; fetch("/api/sites/mill/pictures").then((one) => one.json()).then((all) => done(Object.keys(all).length))',
    );

  it('is a copy of a page, with its pictures, in this site’s own frame; what it brings is said before', async () => {
    const { person, browser, servers } = visit;
    await browser.driver.get(`${servers.editor}/sites/mill`);
    await (await person.button('New page')).click();
    await (await person.find('[data-beginning="copy"] input')).click();
    await person.choose('fold-copied-page p-select', 'Tidewick Ferries');
    await person.choose(
      'fold-copied-page p-select:nth-of-type(2)',
      'Tidewick Ferries: the sea is the shortest road · /',
    );
    await person.until(async () => /It brings \d+ pictures/.test(await (await person.find('[data-brings]')).getText()));
    expect(await (await person.find('#page-title')).getAttribute('value')).toContain('shortest road');
    await (await person.find('#page-path')).sendKeys(Key.chord(Key.CONTROL, 'a'), '/by-ferry');
    await (await person.find('[data-confirm]')).click();
    await person.ready();
    await person.until(async () => (await shown('img')) > 0, 'the picture is not there');
    const said = await person.inLeaf<string>('wide', 'return document.body.innerText');
    expect(said).toContain('Where would you like to wake up?');
  });

  it('is a picture that is pasted, once however often it is', async () => {
    const { person, browser } = visit;
    // the page copied before has brought it
    const before = await inLibrary();
    expect(before).toBeGreaterThan(1);
    await person.openPage('tidewick-home');
    await person.pick('wide', 'img', 'Image');
    await person.chord(Key.CONTROL, 'c');
    await person.freshPage('mill', 'Pasted', '/pasted');
    const corner = await person.pointOn('wide', 'body', 0.02, 0.5);
    await browser.driver.actions().move(corner).press().release().perform();
    for (const count of [1, 2]) {
      await person.chord(Key.CONTROL, 'v');
      await person.until(
        async () => (await person.inLeaf<number>('wide', 'return document.querySelectorAll("img").length')) === count,
      );
    }
    await person.until(async () => (await shown('img')) > 0, 'the picture is not there');
    await person.saved();
    expect(await inLibrary()).toBe(before);
  });
});
