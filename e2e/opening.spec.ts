import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import type { AnyEdit } from '../core/document/edits/site-edit';
import type { StyleMap } from '../core/document/style-map';
import { Client } from '../server/testing/running';
import { sizeTo } from './browser';
import type { LeafName } from './person';
import { unheardOf } from './typeface';
import { linkTo } from './link-dialog';
import { visiting } from './visit';

const part = (
  kind: string,
  tag: string,
  base: Record<string, unknown>,
  normal: Record<string, string> = {},
  children: string[] = [],
) => {
  const style: StyleMap = Object.keys(normal).length > 0 ? { wide: { normal } } : {};
  return { ...{ kind, tag, children, classes: [], style, content: { base }, attributes: {} } };
};
const over = { position: 'relative', 'z-index': '1' };
const figure = (left: string) => ({
  ...{ position: 'absolute', top: '120px', left, width: '240px', height: '240px', 'z-index': '0' },
});

/** The skeleton: an opening with its words, and two figures. */
const skeleton: AnyEdit[] = [
  {
    ...{ do: 'insert', on: 'site', into: 'breakpoints', index: 3 },
    item: { id: 'small', name: 'Small', side: 'down', limit: 380, preview: { width: 320, height: 640 } },
  },
  {
    do: 'insert',
    parent: 'root',
    index: 0,
    root: 'opening',
    parts: {
      opening: part(
        'section',
        'section',
        {},
        {
          position: 'relative',
          'min-height': '700px',
          'padding-top': '90px',
          'padding-left': '60px',
          'row-gap': '24px',
        },
        ['left', 'right', 'title', 'words', 'go'],
      ),
      left: part('image', 'img', { picture: 'marram', alt: 'An island' }, figure('520px')),
      right: part('image', 'img', { picture: 'kelder', alt: 'Another island' }, figure('720px')),
      title: part('heading', 'h1', { text: 'Over the water' }, { ...over, 'line-height': '1', 'max-width': '900px' }),
      words: part('text', 'p', { text: 'We sail' }, { ...over, 'max-width': '560px' }),
      go: part('button', 'a', { text: 'See the fares', link: 'page:tidewick-fares' }, over),
    },
  },
];

// common practice: a skeleton first, 700 px high; then what fills it
describe('An opening is built, tuned for three smaller screens and published', () => {
  let page: string;
  let ben: Client;
  const visit = visiting(async ({ person, servers }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    page = await person.freshPage('tidewick', 'Crossing', '/crossing');
    await person.store(skeleton);
    ben = new Client(servers.port);
    await ben.signIn('ada@studio.example', 'paper-and-ink');
  });
  const atWide = (css: string) => visit.person.find(`[data-slip] .cells:nth-of-type(1) ${css}`);
  const small = 'small' as LeafName;

  it('with a picture, and a gradient over it', async () => {
    const { person } = visit;
    await (await person.row('[data-row="opening"]')).click();
    await person.group('Fill');
    await person.clickHidden(
      'fold-ledger-cell:has([data-cell="background-image@wide"]) [aria-label="Choose a picture"]',
    );
    await (await person.find('[data-picture="harbour"] button')).click();
    await person.noDialog();
    await person.clickHidden('[data-mix="background-image@wide"]');
    await (await atWide('[data-add-layer="gradient"]')).click();
    await person.until(
      async () =>
        /^linear-gradient\(.*\), url\(/s.test(
          await person.computed('phone', '[data-part=opening]', 'background-image'),
        ),
      'there is no gradient over the picture',
    );
  });

  it('with a title in an uploaded face that runs from 96 px to 40, drawn over the widths', async () => {
    const { person } = visit;
    const face = join(mkdtempSync(join(tmpdir(), 'fold-faces-')), 'brine.ttf');
    writeFileSync(face, await unheardOf('Over the water'));
    await person.pick('wide', '[data-part=title]', 'Heading');
    await person.group('Type');
    await person.clickHidden('[aria-label="Choose a typeface for Wide"]');
    await (await person.find('[data-upload-faces] input[type=file]')).sendKeys(face);
    await (await person.find('[data-face="Brine"]')).click();
    await person.noDialog();
    await person.setCell('font-size', 'wide', '96 → 40');
    await person.until(
      async () => Math.abs(Number.parseFloat(await person.computed('wide', 'h1', 'font-size')) - 96) < 0.1,
      'it is not 96 px',
    );
    expect(Number.parseFloat(await person.computed('phone', 'h1', 'font-size'))).toBeCloseTo(40 + (56 * 70) / 960, 0);
    expect(await (await person.find('[data-fluid-curve]')).getText()).toMatch(/^font-size goes from 40px to 96px$/);
  });

  it('with a text that has a list, a quote and three kinds of links', async () => {
    const { person } = visit;
    await person.openText('wide', '[data-part=words]');
    await person.chord(Key.CONTROL, 'a');
    for (const words of ['Fares for all', 'Write to us', 'Elsewhere']) {
      await person.keys(words);
      await person.stored(words);
      if (words !== 'Elsewhere') await person.keys(Key.ENTER);
    }
    const linked = async (kind: string, fill: () => Promise<void>): Promise<void> => {
      await person.keys(Key.END);
      await person.chord(Key.SHIFT, Key.HOME);
      await person.chord(Key.ALT, Key.SHIFT, 'j');
      await linkTo(person, kind, fill);
    };
    await linked('Address', async () => (await person.find('#link-typed')).sendKeys('https://weather.example/tides'));
    await person.keys(Key.ARROW_UP);
    await linked('Email', async () => (await person.find('#link-typed')).sendKeys('kiosk@tidewick.example'));
    await person.keys(Key.ARROW_UP);
    await linked('Page', () => person.choose('.p-dialog p-select', 'Fares and passes · /fares'));
    await person.keys(Key.ESCAPE);
    await person.saved();
    const tree = JSON.stringify((await ben.open(page)).page.parts['words']!.content);
    for (const link of ['page:tidewick-fares', 'mailto:kiosk@tidewick.example', 'https://weather.example/tides'])
      expect(tree).toContain(link);
    await ben.store(page, [
      {
        ...{ do: 'set', part: 'words', field: ['content', 'base', 'text', 'listed'] },
        value: { at: 'z1', block: { tag: 'ul', items: [[{ tag: 'p', says: 'Dogs sail free' }]] } },
      },
      {
        ...{ do: 'set', part: 'words', field: ['content', 'base', 'text', 'said'] },
        value: { at: 'z2', block: { tag: 'blockquote', holds: [{ tag: 'p', says: 'The shortest road' }] } },
      },
    ]);
    await person.until(
      () =>
        person.inLeaf<boolean>(
          'wide',
          `return !!document.querySelector('[data-part=words] li') && !!document.querySelector('[data-part=words] blockquote')`,
        ),
      'the list and the quote of somebody else are not seen',
    );
  });

  it('with a button that has states, and goes from one to the other', async () => {
    const { person } = visit;
    await person.pick('wide', '[data-part=go]', 'Button');
    await person.group('Fill');
    await (await person.find('button.state')).click();
    await person.menuItem('All side by side');
    await (await person.find('.choice input[value="wide"]')).click();
    await person.setCell('background-color', 'wide', '#123456', 'hover');
    await person.setCell('background-color', 'wide', '#000000', 'pressed');
    await (await person.find('button.state')).click();
    await person.menuItem('hover');
    await (await (await person.find('[data-jumps]')).findElement(By.css('button'))).click();
    await (await atWide('[data-add-transition]')).click();
    await person.until(async () => (await person.computed('wide', '[data-part=go]', 'transition-duration')) === '0.2s');
    await person.saved();
  });

  it('tuned on three smaller screens, each by itself', async () => {
    const { person } = visit;
    await person.pick('wide', '[data-part=title]', 'Heading');
    await person.group('Space');
    for (const [leaf, value] of [
      ['tablet', '700px'],
      ['phone', '320px'],
      [small, '260px'],
    ] as const) {
      await person.group('Box');
      await person.setCell('max-width', leaf, value);
    }
    for (const id of ['left', 'right']) {
      await person.row(`[data-row="${id}"]`).then((row) => row.click());
      await person.group('Place');
      await person.setCell('left', 'tablet', id === 'left' ? '40%' : '55%');
      await person.setCell('left', 'phone', id === 'left' ? '120px' : '140px');
      await person.setCell('left', small, id === 'left' ? '60px' : '80px');
    }
    await person.saved();
    const { page: now } = await ben.open(page);
    expect(Object.keys(now.parts['title']!.style).sort()).toEqual(['phone', 'small', 'tablet', 'wide']);
  });

  it('and is live: links lead where they should though the page they name moved, and nothing is cut off at nine widths', async () => {
    const { person } = visit;
    const { driver } = visit.browser;
    await ben.store('tidewick-fares', [{ do: 'set', part: 'root', field: ['path'], value: '/prices' }]);
    await ben.call('POST', '/pages/tidewick-fares/releases', {});
    await person.publish();
    const address = visit.servers.site('tidewick', '/crossing');
    for (const width of [320, 360, 390, 600, 601, 820, 1024, 1280, 1600]) {
      await sizeTo(driver, width, 800);
      await driver.get(address);
      await driver.executeAsyncScript('document.fonts.ready.then(() => arguments[0]())');
      const { size, wide, onTop, letters } = await driver.executeScript<{
        size: number;
        wide: number;
        onTop: boolean;
        letters: boolean;
      }>(
        `const title = document.querySelector('h1'); const box = title.getBoundingClientRect();
        const at = document.elementFromPoint(box.left + 8, box.top + box.height / 2);
        return { size: parseFloat(getComputedStyle(title).fontSize), wide: document.documentElement.scrollWidth,
          onTop: at === title, letters: [...document.fonts].some((one) => one.family.includes('Brine') && one.status === 'loaded') }`,
      );
      const line = 40 + (56 * (width - 320)) / 960;
      expect(size)
        .withContext(`${width}`)
        .toBeCloseTo(Math.min(96, Math.max(40, line)), 0);
      expect(wide).withContext(`${width}`).toBeLessThanOrEqual(width);
      expect([onTop, letters]).withContext(`${width}`).toEqual([true, true]);
    }
    await sizeTo(driver, 1280, 800);
    const hrefs = await driver.executeScript<string[]>(
      `return [...document.querySelectorAll('section a')].map((one) => one.getAttribute('href'))`,
    );
    expect(hrefs).toEqual(['/prices', 'mailto:kiosk@tidewick.example', 'https://weather.example/tides', '/prices']);
    await driver.findElement(By.css('section a')).click();
    await person.until(async () => (await driver.getCurrentUrl()) === visit.servers.site('tidewick', '/prices'));
    expect(await driver.findElements(By.css('h1'))).toHaveSize(1);
  });
});
