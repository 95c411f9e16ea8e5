import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { By, Key } from 'selenium-webdriver';
import { standardBreakpoints } from '@core/document/breakpoint';
import { planted } from '@core/document/sections/planting';
import { blankSite } from '@core/document/site';
import { visiting } from './visit';

const section = planted(
  { ...blankSite('s', 'S', 'site'), breakpoints: [...standardBreakpoints] },
  {
    kind: 'section',
    holds: [
      {
        kind: 'container',
        name: 'Boat card',
        holds: [
          { kind: 'image', content: { alt: '' }, base: { height: '300px' } },
          { kind: 'heading', content: { text: 'The morning boat' } },
          {
            kind: 'text',
            content: { text: 'Sails at eight' },
            base: { 'padding-top': '60px', 'padding-bottom': '60px' },
          },
        ],
      },
    ],
  },
  (kind) => `boat-${kind}`,
);

describe('An own part that several people work on', () => {
  let page: string;
  const folder = mkdtempSync(join(tmpdir(), 'fold-own-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const cards = '[data-part="boat-section"] > div';
  const last = `${cards}:last-child`;
  const visit = visiting(
    async ({ person }) => {
      await person.signIn('ada@studio.example', 'paper-and-ink');
      page = await person.freshPage('tidewick', 'Boats', '/boats');
      await person.store([{ do: 'insert', parent: 'root', index: 0, ...section }]);
      await person.pick('wide', `${cards}:first-child h2`, 'Heading');
      await person.selectAround(-2);
      await person.partMenu('Keep as an own part');
      await (await person.find('#own-name')).sendKeys(Key.ENTER);
      await person.noDialog();
      await (await person.find('[data-add-own]')).click();
      for (const [css, name, key] of [
        [`${last} h2`, 'Heading', 'text'],
        [`${last} p`, 'Text', 'text'],
        [`${last} img`, 'Image', 'picture'],
      ] as const) {
        await person.pick('wide', css, name);
        await person.group('Content');
        await (await person.find(`[data-differs="${key}"]`)).click();
        await person.until(
          async () => (await (await person.find(`[data-differs="${key}"]`)).getText()) === 'each its own',
          `${key} is the same in all still`,
        );
      }
      await person.saved();
    },
    { killed: true },
  );
  const said = (css: string): Promise<string[]> =>
    visit.person.inLeaf(
      'wide',
      'return [...document.querySelectorAll(args[0])].map((one) => one.innerText.trim())',
      css,
    );
  const isSaid = (css: string, all: readonly string[]): Promise<void> =>
    visit.person.until(async () => (await said(css)).join('|') === all.join('|'), `it does not say ${all.join('|')}`);
  /** The tab that is open, and another one at the same page. */
  const twoTabs = async (): Promise<[string, string]> => {
    const own = await visit.browser.driver.getWindowHandle();
    const [other] = (await visit.browser.driver.getAllWindowHandles()).filter((one) => one !== own);
    if (other !== undefined) await visit.browser.driver.switchTo().window(other);
    else await visit.browser.driver.switchTo().newWindow('tab');
    await visit.person.openPage(page);
    const now = await visit.browser.driver.getWindowHandle();
    await visit.browser.driver.switchTo().window(own);
    return [own, now];
  };

  it('shows another picture in one use; one that is far too heavy is told of with its bytes, and undone with it', async () => {
    const { person, browser } = visit;
    const noise = { type: 'gaussian', mean: 128, sigma: 60 } as const;
    const file = join(folder, 'storm.jpg');
    const create = { width: 6000, height: 4000, channels: 3, background: '#4060c0', noise } as const;
    writeFileSync(file, await sharp({ create }).jpeg({ quality: 70 }).toBuffer());
    await person.pick('wide', `${last} img`, 'Image');
    await person.group('Content');
    await (await person.find('#content-picture')).click();
    await (await person.find('[data-upload] input[type=file]')).sendKeys(file);
    await (await person.button('Choose storm.jpg')).click();
    await person.noDialog();
    const shown = (): Promise<boolean[]> =>
      person.inLeaf(
        'wide',
        `return [...document.querySelectorAll('main img')].map((one) => one.currentSrc.startsWith('data:'))`,
      );
    await person.until(async () => (await shown()).join() === 'true,false', 'not one alone shows it');
    const told = (): Promise<string> =>
      browser.driver.executeScript(
        `return [...document.querySelectorAll('.finding[data-check="picture weight"]')].map((one) => one.innerText.replaceAll('\\n', ' ')).join(' / ')`,
      );
    await person.clickHidden('.groups [data-group=findings]');
    await person.until(
      async () => /“storm\.jpg” is too heavy: on Wide.* 2× screen loads \d{3} kB of it/.test(await told()),
      'it is not said how heavy it is',
    );
    await person.chord(Key.CONTROL, 'z');
    await person.until(async () => (await shown()).join() === 'true,true', 'it was not undone');
    await person.until(async () => (await told()) === '', 'it is still said to be too heavy');
    await person.saved();
  });

  it('keeps what two tabs write in one use, slowly, while the server is killed', async () => {
    const { person, browser, servers } = visit;
    const [one, other] = await twoTabs();
    await person.openText('wide', `${last} h2`);
    await person.keys('The boat');
    await browser.driver.switchTo().window(other);
    await isSaid('main h2', ['The morning boat', 'The boat']);
    await person.openText('wide', `${last} p`);
    await person.keys('Sails at nine');
    await person.stored('Sails at nine');
    await servers.kill();
    await person.keys(', or later');
    await person.keys(Key.ESCAPE);
    await browser.driver.switchTo().window(one);
    await person.keys(' at nine');
    await person.keys(Key.ESCAPE);
    await servers.startAgain();
    await person.saved();
    await isSaid('main p', ['Sails at eight', 'Sails at nine, or later']);
    await browser.driver.switchTo().window(other);
    await person.saved();
    await isSaid('main h2', ['The morning boat', 'The boat at nine']);
    await person.openPage(page);
    await isSaid('main h2', ['The morning boat', 'The boat at nine']);
    await isSaid('main p', ['Sails at eight', 'Sails at nine, or later']);
  });

  it('is set free in one tab while another writes in that use: every word is there, and where one reads', async () => {
    const { person, browser } = visit;
    const [one, other] = await twoTabs();
    await person.openText('wide', `${last} p`);
    await person.keys('Sails at ten');
    await browser.driver.switchTo().window(other);
    await isSaid('main p', ['Sails at eight', 'Sails at ten']);
    await person.pick('wide', `${last} h2`, 'Heading');
    await person.selectAround(-2);
    await person.partMenu('Set this use of “Boat card” free');
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-shared-note]'))).length === 0,
      'it is not free',
    );
    await person.saved();
    await browser.driver.switchTo().window(one);
    await person.until(
      async () => (await browser.driver.findElements(By.css('[data-shared-note]'))).length === 0,
      'the first tab does not hear that it is free',
    );
    if (
      !(await person.inLeaf<boolean>('wide', 'return document.activeElement.isContentEditable && document.hasFocus()'))
    )
      await person.openText('wide', `${last} p`);
    await person.keys(Key.END, ' and at noon', Key.ESCAPE);
    await person.saved();
    await isSaid('main p', ['Sails at eight', 'Sails at ten and at noon']);
    await browser.driver.switchTo().window(other);
    await isSaid('main p', ['Sails at eight', 'Sails at ten and at noon']);
    await person.openPage(page);
    await isSaid('main p', ['Sails at eight', 'Sails at ten and at noon']);
  });

  it('is set free by one while another, cut off, puts something in its slot: it stands in what was the slot', async () => {
    const { person, browser } = visit;
    await person.pick('wide', `${cards}:first-child h2`, 'Heading');
    await person.selectAround(-2);
    await (await person.find('[data-add-own]')).click();
    await person.until(async () => (await said('main h2')).length === 3, 'no third one');
    await person.pick('wide', `${cards}:nth-child(2) h2`, 'Heading');
    await person.selectAround(-2);
    await person.group('Content');
    await (await person.find('#content-slot')).sendKeys('Below', Key.TAB);
    await person.saved();
    const [one, other] = await twoTabs();
    await browser.driver.executeScript(`const sent = window.fetch; const held = [];
      window.fetch = (...what) => new Promise((go, no) => held.push(() => sent(...what).then(go, no)));
      window.letGo = () => { window.fetch = sent; for (const one of held) one(); };`);
    await person.pick('wide', `${cards}:nth-child(2) h2`, 'Heading');
    await person.selectAround(-2);
    await (await person.find('[data-add="heading"]')).click();
    await person.until(async () => (await said('main h2')).length === 4, 'not put in');
    await browser.driver.switchTo().window(other);
    await person.pick('wide', `${cards}:nth-child(2) h2`, 'Heading');
    await person.selectAround(-2);
    await person.partMenu('Set this use of “Boat card” free');
    await person.saved();
    await browser.driver.switchTo().window(one);
    await browser.driver.executeScript('window.letGo()');
    const all = ['The morning boat', 'The morning boat', 'A new heading', 'The boat at nine'];
    await isSaid('main h2', all);
    await person.saved();
    expect(await browser.driver.findElements(By.css('.p-toast-message'))).toEqual([]); // nothing was refused
    await browser.driver.switchTo().window(other);
    await isSaid('main h2', all);
    await person.openPage(page);
    await isSaid('main h2', all);
  });
});
