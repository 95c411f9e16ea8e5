import { axeFindings } from './axe';
import { By, Key } from 'selenium-webdriver';
import { visiting } from './visit';

describe('A client’s desk', () => {
  const visit = visiting(async ({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));

  const rows = async (): Promise<string[]> =>
    Promise.all((await visit.browser.driver.findElements(By.css('tbody tr'))).map((row) => row.getText()));
  const inRow = async (title: string, label: string): Promise<void> =>
    (
      await visit.browser.driver.findElement(
        By.xpath(`//tr[.//a[normalize-space()='${title}']]//button[normalize-space()='${label}']`),
      )
    ).click();
  const type = async (css: string, text: string): Promise<void> =>
    (await visit.person.find(css)).sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  const confirm = async (): Promise<void> => {
    const button = await visit.person.find('[data-confirm] button');
    await visit.browser.driver.sleep(400); // the dialog moves while it opens
    await button.click();
  };
  const settled = (): Promise<void> =>
    visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('.p-dialog-mask'))).length === 0,
      'the dialog stays open',
    );

  it('copies a page, gives it a title and a path, and deletes it', async () => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick`);
    await visit.person.until(async () => (await rows()).length === 4);
    await inRow('Fares and passes', 'Duplicate');
    expect(await (await visit.person.find('#page-path')).getAttribute('value')).toBe('/fares-and-passes-copy');
    await confirm();
    await visit.person.until(async () => (await rows()).some((row) => row.includes('/fares-and-passes-copy')));
    await settled();
    await inRow('Fares and passes, copy', 'Rename');
    await type('#page-title', 'Winter fares');
    await type('#page-path', '/winter/fares');
    await confirm();
    await settled();
    await visit.person.until(async () =>
      (await rows()).some((row) => row.includes('Winter fares') && row.includes('/winter/fares')),
    );
    await inRow('Winter fares', 'Delete');
    await confirm();
    await visit.person.until(async () => (await rows()).length === 4);
    await settled();
  });

  it('sorts its pages by any column, and finds some by what is typed', async () => {
    const titles = async (): Promise<string[]> =>
      Promise.all((await visit.browser.driver.findElements(By.css('tbody tr a'))).map((link) => link.getText()));
    const before = await titles();
    expect(before[0]).toContain('Tidewick Ferries'); // by path, the home page first
    const head = await visit.browser.driver.findElement(By.xpath("//th[contains(., 'Title')]"));
    await head.sendKeys(Key.ENTER);
    await visit.person.until(async () => (await titles()).join() === [...before].sort().join(), 'not sorted by title');
    expect(await head.getAttribute('aria-sort')).toBe('ascending');
    await (await visit.person.find('[data-find-page]')).sendKeys('fares');
    await visit.person.until(async () => (await titles()).join() === 'Fares and passes', 'not found');
    await (await visit.person.find('[data-find-page]')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'zzz');
    await visit.person.until(async () => (await rows()).join().includes('No matching pages'));
    await (await visit.person.find('[data-find-page]')).sendKeys(Key.chord(Key.CONTROL, 'a'), Key.BACK_SPACE);
    await visit.person.until(async () => (await titles()).length === before.length);
  });

  it('refuses a path that is taken or cannot be one, with a sentence, and keeps what was typed', async () => {
    await (await visit.person.button('New page')).click();
    await type('#page-title', 'Another home');
    await type('#page-path', '/');
    await confirm();
    await visit.person.until(async () =>
      (await (await visit.person.find('.problem')).getText()).includes('has a page at / already'),
    );
    await type('#page-path', 'No slash');
    await confirm();
    await visit.person.until(async () =>
      (await (await visit.person.find('.problem')).getText()).includes('begins with /'),
    );
    expect(await (await visit.person.find('#page-title')).getAttribute('value')).toBe('Another home');
    await (await visit.person.button('Cancel')).click();
    await settled();
  });

  it('offers a page and its site as files', async () => {
    await visit.person.openPage('tidewick-home');
    await (await visit.person.button('More')).click();
    const link = await visit.person.find('a[href$="/export/page.json"]');
    expect(await link.getAttribute('href')).toBe(`${visit.servers.editor}/api/pages/tidewick-home/export/page.json`);
    await visit.person.keys(Key.ESCAPE);
  });

  it('and every other screen of the editor passes axe-core', async () => {
    const screens: readonly (readonly [string, string])[] = [
      ['/', 'fold-page-drawing'],
      ['/sites/tidewick', 'table'],
      ['/pages/tidewick-home', 'fold-ledger'],
      ['/sign-in', '#email'],
    ];
    for (const [path, mark] of screens) {
      await visit.browser.driver.get(visit.servers.editor + path);
      await visit.person.find(mark);
      await visit.browser.driver.sleep(500);
      expect(await axeFindings(visit.browser.driver))
        .withContext(path)
        .toEqual([]);
    }
  });
});
