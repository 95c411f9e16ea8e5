import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { ask, Client } from '../server/testing/running';
import { leadTo, linkTo } from './link-dialog';
import { blankWith } from './page-of-text';
import { visiting } from './visit';

describe('Links', () => {
  let page: string;
  let ben: Client;
  const folder = mkdtempSync(join(tmpdir(), 'fold-links-'));
  const visit = visiting(async ({ person, servers }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    page = await person.freshPage('tidewick', 'Passes', '/passes');
    await person.store(blankWith('We sail at noon.'));
    ben = new Client(servers.port);
    await ben.signIn('ada@studio.example', 'paper-and-ink');
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const stored = async (): Promise<unknown> => (await ben.open(page)).page.parts['words'];
  const leave = async (): Promise<void> => {
    await visit.person.keys(Key.ESCAPE);
    await visit.person.saved();
  };

  it('leads to a place that is pointed at, which gets its name in the same step of undo', async () => {
    const { person } = visit;
    const attributes = (): Promise<string[]> =>
      person.inLeaf<string[]>(
        'wide',
        'return ["a", "[data-part=words]"].map((css) => document.querySelector(css)).map((one) => one.getAttribute("href") ?? one.id)',
      );
    await person.pick('wide', '[data-part=go]', 'Button');
    const before = await attributes();
    await person.chord(Key.ALT, Key.SHIFT, 'j');
    await leadTo(visit.person, 'Place on this page');
    await (await person.find('[data-point-at] button')).click();
    await person.find('.fold-picking');
    await person.keys(Key.ESCAPE); // of the pointing alone: the dialog stays
    await (await person.find('[data-point-at] button')).click();
    await person.find('.fold-picking');
    const { x, y } = await person.pointOn('wide', '[data-part=words]');
    await visit.browser.driver
      .actions()
      .move({ x: Math.round(x), y: Math.round(y) })
      .click()
      .perform();
    await person.until(async () => (await visit.browser.driver.findElements(By.css('.fold-picking'))).length === 0);
    expect(await (await person.find('.p-dialog p-select')).getText()).toContain('“We sail at noon.”');
    await (await person.find('[data-apply-link] button')).click();
    await person.noDialog();
    await person.until(async () => {
      const [link, name] = await attributes();
      return name !== '' && link === `#${name}`;
    }, 'the button does not lead to the text');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await attributes()).join() === before.join(), 'one step back is not all of it');
    await person.saved();
  });

  it('links to a page, which is followed when its path changes, to a place on the page, and to an address', async () => {
    await visit.person.openText('wide', '[data-part=words]');
    await visit.person.chord(Key.CONTROL, 'a');
    await visit.person.keys('Fares', Key.ENTER, 'Top', Key.ENTER, 'Mail');
    await visit.person.chord(Key.SHIFT, Key.HOME);
    await visit.person.chord(Key.ALT, Key.SHIFT, 'j');
    await linkTo(visit.person, 'Email', async () =>
      (await visit.person.find('#link-typed')).sendKeys('kiosk@tidewick.example'),
    );
    await visit.person.keys(Key.ARROW_UP, Key.END);
    await visit.person.chord(Key.SHIFT, Key.HOME);
    await (await visit.person.find('[data-mark=link]')).click();
    await linkTo(visit.person, 'Place on this page', () => visit.person.choose('.p-dialog p-select', '“Passes”'));
    await visit.person.keys(Key.ARROW_UP, Key.ARROW_UP, Key.END);
    await visit.person.chord(Key.SHIFT, Key.HOME);
    await visit.person.chord(Key.ALT, Key.SHIFT, 'j');
    await linkTo(visit.person, 'Page', () => visit.person.choose('.p-dialog p-select', 'Fares and passes · /fares'));
    await leave();
    await visit.person.pick('wide', '[data-part=go]', 'Button');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'j');
    await linkTo(visit.person, 'Page', () => visit.person.choose('.p-dialog p-select', 'Fares and passes · /fares'));
    await visit.person.saved();
    expect(JSON.stringify(await stored())).toContain('"to":"page:tidewick-fares"');
    await ben.call('POST', '/pages/tidewick-fares/releases', {});
    await visit.person.publish();
    const live = async (): Promise<string[]> => {
      await visit.browser.driver.get(visit.servers.site('tidewick', '/passes'));
      return visit.browser.driver.executeScript<string[]>(
        `return [...document.querySelectorAll('a')].map((one) => one.getAttribute('href'))`,
      );
    };
    expect(await live()).toEqual(['/fares', '#passes', 'mailto:kiosk@tidewick.example', '/fares']);
    await ben.store('tidewick-fares', [{ do: 'set', part: 'root', field: ['path'], value: '/prices' }]);
    await ben.call('POST', '/pages/tidewick-fares/releases', {});
    expect(await live()).toEqual(['/prices', '#passes', 'mailto:kiosk@tidewick.example', '/prices']);
    await visit.browser.driver.findElement(By.css('a')).click();
    expect(await visit.browser.driver.getCurrentUrl()).toBe(visit.servers.site('tidewick', '/prices'));
    expect(await visit.browser.driver.findElements(By.css('h1'))).toHaveSize(1);
  });

  /** Opens the dialog for a button's link, at a kind of it. */
  const openAt = async (kind: string): Promise<void> => {
    await visit.person.pick('wide', '[data-part=go]', 'Button');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'j');
    await leadTo(visit.person, kind);
  };
  /** Whether a finding says this. */
  const isFound = (words: string): Promise<boolean> =>
    visit.browser.driver.executeScript(
      'return [...document.querySelectorAll(".finding")].some((one) => one.innerText.includes(arguments[0]))',
      words,
    );
  const texts = (css: string): Promise<string[]> =>
    visit.browser.driver.executeScript(
      'return [...document.querySelectorAll(arguments[0])].map((one) => one.innerText.trim())',
      css,
    );
  const linkOfButton = async (): Promise<string> =>
    String((await ben.open(page)).page.parts['go']!.content.base['link']);

  it('lead to a file for visitors to download, told by what it holds; without it, they are a finding', async () => {
    const { person } = visit;
    const pdf = `%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n${'% tides\n'.repeat(9000)}`;
    const files = { 'Fahrplan Öre 潮.pdf': pdf, 'page.pdf': '<!doctype html><script>alert(1)</script>' };
    for (const [name, text] of Object.entries(files)) writeFileSync(join(folder, name), text);
    await person.openPage(page);
    await openAt('File');
    await (await person.find('[data-pick-file] button')).click();
    const field = await person.find('[data-upload-downloads] input[type=file]');
    await field.sendKeys(
      Object.keys(files)
        .map((name) => join(folder, name))
        .join('\n'),
    );
    await person.until(async () => (await texts('[data-upload-downloads] [role=alert]')).length === 1);
    expect((await texts('[data-upload-downloads] [role=alert]'))[0]).toMatch(/^page\.pdf: Files of this kind/);
    await person.until(async () => (await texts('[data-download] small')).join() === 'PDF, 72 kB', 'no file is listed');
    await (await person.find('[data-download] p-button button')).click();
    await person.until(async () => (await texts('[data-pick-file]')).join().includes('潮'));
    await (await person.find('[data-apply-link] button')).click();
    await person.noDialog();
    await person.saved();
    expect(await linkOfButton()).toMatch(/^download:/);
    await ben.call('POST', '/pages/tidewick-fares/releases', {});
    await person.publish();
    await visit.browser.driver.get(visit.servers.site('tidewick', '/passes'));
    const to = await visit.browser.driver.findElement(By.linkText('Go')).getAttribute('href');
    expect(to).toMatch(/\/files\/fahrplan-oere-[0-9a-f]{16}\.pdf$/);
    const sent = await ask(visit.servers.livePort, 'GET', new URL(to!).pathname, { host: 'tidewick.localhost' });
    expect([sent.status, sent.headers['content-type'], sent.body]).toEqual([200, 'application/pdf', pdf]);

    await person.openPage(page);
    await openAt('File');
    await (await person.find('[data-pick-file] button')).click();
    await (await person.find('[data-download] .pi-trash')).click();
    await person.until(async () => (await texts('[data-download]')).length === 0, 'the file stays');
    await person.keys(Key.ESCAPE);
    await person.until(async () => (await texts('fold-downloads-dialog')).length === 0, 'the list of files stays');
    await person.keys(Key.ESCAPE);
    await person.noDialog();
    await person.clickHidden('.groups [data-group=findings]');
    await person.until(() => isFound('a file that has been deleted'), 'no finding names the file');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => !(await isFound('a file that has been deleted')), 'the finding stays');
    await person.saved();
  });

  it('lead to a place on another page, chosen from those it has', async () => {
    const other = await ben.call('POST', '/sites/tidewick/pages', { title: 'Terms', path: '/terms' });
    const { id } = other.json<{ id: string }>();
    await ben.store(id, blankWith('Refunds within a week.'));
    await ben.store(id, [{ do: 'set', part: 'words', field: ['attributes', 'id'], value: 'refunds' }]);
    await openAt('Page');
    await visit.person.choose('.p-dialog p-select', 'Terms · /terms');
    const offered = (): Promise<string[]> =>
      visit.browser.driver.executeScript(
        'return [...document.querySelector("#link-there").list.options].map((one) => `${one.value}: ${one.label}`)',
      );
    await visit.person.until(async () => (await offered()).length > 0, 'no place is offered');
    expect(await offered()).toEqual(['refunds: “Refunds within a week.”']);
    await (await visit.person.find('#link-there')).sendKeys('refunds');
    await (await visit.person.find('[data-apply-link] button')).click();
    await visit.person.noDialog();
    await visit.person.saved();
    expect(await linkOfButton()).toBe(`page:${id}#refunds`);
  });

  it('are given to what can lead nowhere itself with the box around it, in one step', async () => {
    const { person } = visit;
    const boxed = (): Promise<string> =>
      person.inLeaf('wide', `return document.querySelector('[data-part=head]').parentElement.localName`);
    expect(await boxed()).toBe('section');
    await person.pick('wide', '[data-part=head]', 'Heading');
    await person.chord(Key.ALT, Key.SHIFT, 'j');
    await linkTo(visit.person, 'Address', async () => (await person.find('#link-typed')).sendKeys('tidewick.example'));
    await person.until(async () => (await boxed()) === 'a');
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await boxed()) === 'section', 'one step back is not all of it');
    await person.saved();
  });
});
