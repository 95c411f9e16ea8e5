import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key, until } from 'selenium-webdriver';
import sharp from 'sharp';
import { openBrowser, sizeTo } from './browser';
import { Person, type LeafName } from './person';
import { visiting } from './visit';

const leaves: readonly LeafName[] = ['wide', 'tablet', 'phone'];

describe('From a blank page to a live one', () => {
  let folder = '';
  let page = '';
  const visit = visiting(async () => {
    folder = mkdtempSync(join(tmpdir(), 'fold-picture-'));
    await sharp({ create: { width: 1200, height: 800, channels: 3, background: '#2e6171' } })
      .png()
      .toFile(join(folder, 'pier.png'));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const structure = (leaf: LeafName): Promise<string> =>
    visit.person.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  const sizes = (css: string): Promise<string[]> =>
    Promise.all(leaves.map((leaf) => visit.person.computed(leaf, css, 'font-size')));

  it('one signs in and sees the clients, each drawn from its home page', async () => {
    await visit.person.signInByHand('ada@studio.example', 'paper-and-ink');
    await visit.person.until(
      async () => (await visit.browser.driver.findElements(By.css('fold-page-drawing'))).length === 3,
    );
    await visit.person.until(
      async () => (await (await visit.person.find('main')).getText()).includes('Tidewick Ferries'),
      'the client is not shown',
    );
  });

  it('one makes a blank page', async () => {
    await visit.browser.driver.get(`${visit.servers.editor}/sites/tidewick`);
    await (await visit.person.button('New page')).click();
    await (await visit.person.find('#page-title')).sendKeys('Winter sailings');
    expect(await (await visit.person.find('#page-path')).getAttribute('value')).toBe('/winter-sailings');
    await visit.person.choose('.frame p-select', 'No page frame');
    await (await visit.person.button('Create page')).click();
    await visit.browser.driver.wait(until.urlContains('/pages/'), 40_000);
    await visit.person.ready();
    page = (await visit.browser.driver.getCurrentUrl()).split('/').at(-1)!;
  });

  it('one builds an opening by click and by drag', async () => {
    await visit.person.addPart('section');
    await visit.person.until(async () => (await structure('phone')) === 'main(section)');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => !(await structure('phone')).includes('section'), 'the section was not undone');
    await visit.person.addPart('section'); // what was selected is no longer there
    await visit.person.until(async () => (await structure('phone')) === 'main(section)');
    await visit.person.dragPart('container', 'wide', 'section');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div))');
    await visit.person.dragPart('heading', 'wide', 'section > div');
    await visit.person.until(async () => (await structure('tablet')) === 'main(section(div(h2)))');
    await visit.person.addPart('text');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div(h2 p)))');
    await visit.person.dragPart('image', 'wide', 'p', 0.5, 0.9);
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div(h2 p img)))');
    await visit.person.addPart('button');
    await visit.person.until(async () => (await structure('wide')) === 'main(section(div(h2 p img a)))');
    for (const leaf of leaves) expect(await structure(leaf)).toBe('main(section(div(h2 p img a)))');
    await visit.person.saved();
  });

  it('one moves a part by dragging it on the page, and in the outline', async () => {
    await visit.person.drag(
      await visit.person.pointOn('wide', 'p'),
      await visit.person.pointOn('wide', 'h2', 0.5, 0.1),
    );
    await visit.person.until(
      async () => (await structure('wide')) === 'main(section(div(p h2 img a)))',
      'the drag on the page moved nothing',
    );
    const rows = await visit.browser.driver.findElements(By.css('fold-outline [data-row]'));
    const [, , text, heading] = rows;
    const to = await visit.person.centre(heading!);
    await visit.person.drag(await visit.person.centre(text!), { x: to.x, y: to.y + 8 });
    await visit.person.until(
      async () => (await structure('wide')) === 'main(section(div(h2 p img a)))',
      'the drag in the outline moved nothing',
    );
  });

  it('one types on the page', async () => {
    await visit.person.write('wide', 'h2', 'The winter timetable');
    await visit.person.until(() =>
      visit.person.inLeaf<boolean>(
        'phone',
        'return document.querySelector("h2").textContent === "The winter timetable"',
      ),
    );
    await visit.person.group('Content');
    await visit.person.choose('p-select:has(#content-tag)', 'h1');
    await visit.person.until(async () => (await structure('phone')) === 'main(section(div(h1 p img a)))');
  });

  it('one uploads a picture for the image', async () => {
    await visit.person.clickOn('wide', 'img');
    await visit.person.group('Content');
    await (await visit.person.find('#content-picture')).click();
    await (await visit.person.find('[data-upload] input[type=file]')).sendKeys(join(folder, 'pier.png'));
    const card = await visit.browser.driver.wait(
      until.elementLocated(By.xpath("//figure[.//b[normalize-space()='pier.png']]")),
      40_000,
    );
    await card.findElement(By.css('button')).click();
    await visit.person.noDialog(); // while it fades out it still takes what is clicked
    await visit.person.until(
      () =>
        visit.person.inLeaf<boolean>(
          'wide',
          'const one = document.querySelector("img"); return one.srcset.includes("1200w") && one.naturalWidth > 0',
        ),
      'the picture is not shown',
    );
    const alt = await visit.person.find('#content-alt');
    await alt.sendKeys('The pier in winter', Key.TAB);
    await visit.person.until(() =>
      visit.person.inLeaf<boolean>('phone', 'return document.querySelector("img").alt === "The pier in winter"'),
    );
  });

  // Common practice: a title of 45 px, 38 on tablet, 34 on phone.
  it('one sets the title to 45 px, 38 on tablet and 34 on phone', async () => {
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.person.setCell('font-size', 'wide', '45');
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,45px,45px');
    await visit.person.setCell('font-size', 'tablet', '38px');
    await visit.person.setCell('font-size', 'phone', '34px');
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,38px,34px');
    expect(await visit.person.cellText('line-height', 'phone')).toContain('What a heading has by default');
  });

  it('one takes an override back, undoes and redoes', async () => {
    await visit.person.cellMenu('font-size', 'phone', 'Reset');
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,38px,38px');
    expect(await visit.person.cellText('font-size', 'phone')).toContain('Set on this part at Tablet');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,38px,34px');
    await (await visit.person.button('Redo')).click();
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,38px,38px');
    await (await visit.person.button('Undo')).click();
    await visit.person.until(async () => (await sizes('h1')).join() === '45px,38px,34px');
  });

  it('a bad value stays in its cell, marked, with a sentence, and is not stored', async () => {
    await visit.person.setCell('font-size', 'wide', 'enormous');
    expect(await (await visit.person.find('fold-ledger-cell .problem')).getText()).toContain(
      'is not a value of font-size',
    );
    expect(await (await visit.person.find('fold-ledger-cell .field')).getAttribute('aria-invalid')).toBe('true');
    await visit.person.keys(Key.ESCAPE);
    expect((await sizes('h1')).join()).toBe('45px,38px,34px');
  });

  it('one hides a part on the phone alone', async () => {
    await visit.person.clickOn('phone', 'img');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'h');
    await visit.person.until(async () => (await visit.person.computed('phone', 'img', 'display')) === 'none');
    expect(await visit.person.computed('tablet', 'img', 'display')).toBe('block');
  });

  it('one splits columns by shares; a wrong sum is refused with the sum', async () => {
    await visit.person.clickOn('wide', 'section', 1);
    await visit.person.addPart('columns');
    await visit.person.until(async () => (await structure('wide')).includes('div(div div)'));
    await visit.person.group('Flow');
    const shares = await visit.person.find('input[aria-label="shares at Wide"]');
    await shares.sendKeys(Key.chord(Key.CONTROL, 'a'), '50 40', Key.TAB);
    expect(await (await visit.person.find('fold-ledger .problem')).getText()).toContain('90 %');
    const again = await visit.person.find('input[aria-label="shares at Wide"]');
    await again.sendKeys(Key.chord(Key.CONTROL, 'a'), '1/4 + 1/2 + 1/4', Key.TAB);
    await visit.person.until(async () => (await structure('wide')).includes('div(div div div)'));
    const widths = await visit.person.inLeaf<number[]>(
      'wide',
      'return [...document.querySelectorAll("._cols > *")].map((one) => one.getBoundingClientRect().width)',
    );
    expect(widths[1]! / widths[0]!).toBeCloseTo(2, 1);
  });

  it('one wraps, unwraps, duplicates and deletes by key', async () => {
    const before = await structure('wide');
    await visit.person.clickOn('wide', 'h1');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'w');
    await visit.person.until(async () => (await structure('wide')).includes('div(h1)'));
    await visit.person.chord(Key.ALT, Key.SHIFT, 'u');
    await visit.person.until(async () => (await structure('wide')) === before);
    await visit.person.chord(Key.ALT, Key.SHIFT, 'd');
    await visit.person.until(async () => (await structure('wide')).includes('h1 h1'));
    await visit.person.keys(Key.DELETE);
    await visit.person.until(async () => (await structure('wide')) === before);
    expect((await sizes('h1')).join()).toBe('45px,38px,34px');
  });

  it('one reloads and finds all as it was', async () => {
    await visit.person.saved();
    const written =
      'const write = (one) => one.nodeType === 3 ? one.data : "<" + one.localName + [...one.attributes].map(({ name, value }) => " " + name + "=" + value).sort().join("") + ">" + [...one.childNodes].map(write).join("") + "</>"; return write(document.body)';
    const before = await Promise.all(leaves.map((leaf) => visit.person.inLeaf<string>(leaf, written)));
    await visit.browser.driver.navigate().refresh();
    await visit.person.ready();
    const after = await Promise.all(leaves.map((leaf) => visit.person.inLeaf<string>(leaf, written)));
    expect(after).toEqual(before);
    expect((await sizes('h1')).join()).toBe('45px,38px,34px');
    expect(await visit.person.computed('phone', 'img', 'display')).toBe('none');
  });

  it('the preview opens in a tab of its own and follows the edits', async () => {
    const own = await visit.person.inNewTab(async () => (await visit.person.button('Preview')).click());
    try {
      const preview = await visit.browser.driver.getWindowHandle();
      await visit.browser.driver.switchTo().frame(await visit.person.find('fold-sized-frame iframe'));
      expect(await (await visit.person.find('h1')).getText()).toBe('The winter timetable');
      await visit.browser.driver.switchTo().window(own);
      await visit.person.write('wide', 'h1', 'Five boats a day');
      await visit.person.saved();
      await visit.browser.driver.switchTo().window(preview);
      await visit.browser.driver.switchTo().frame(await visit.person.find('fold-sized-frame iframe'));
      await visit.person.until(
        async () => (await visit.browser.driver.findElement(By.css('h1')).getText()) === 'Five boats a day',
        'the preview did not follow',
      );
      await visit.browser.driver.close();
    } finally {
      await visit.browser.driver.switchTo().window(own);
    }
  });

  it('saved is not published; publishing goes live whole', async () => {
    expect(await (await visit.person.find('[data-unpublished]')).getText()).toBe('not published yet');
    await (await visit.person.button('Publish')).click();
    await visit.person.goLive();
    const live = await (await visit.person.find('[data-live-address]')).getAttribute('href');
    expect(live).toBe(visit.servers.site('tidewick', '/winter-sailings'));
    await (await visit.person.find('.dialog-actions button')).click(); // Close
    await visit.person.until(async () =>
      /release \d+ is live/.test(await (await visit.person.find('[data-unpublished]')).getText()),
    );
    await visit.person.clickOn('wide', 'h1');
    await visit.person.group('Type');
    await visit.person.setCell('letter-spacing', 'wide', '1px');
    await visit.person.until(
      async () => (await (await visit.person.find('[data-unpublished]')).getText()) === '1 change not live yet',
    );
  });

  it('the live page has the sizes set for each screen', async () => {
    await visit.person.saved();
    const own = await visit.browser.driver.getWindowHandle();
    await visit.browser.driver.switchTo().newWindow('tab');
    for (const [width, size, display] of [
      [1280, '45px', 'block'],
      [820, '38px', 'block'],
      [390, '34px', 'none'],
    ] as const) {
      await sizeTo(visit.browser.driver, width, 900);
      await visit.browser.driver.get(visit.servers.site('tidewick', '/winter-sailings'));
      expect(await (await visit.person.find('h1')).getCssValue('font-size'))
        .withContext(String(width))
        .toBe(size);
      expect(await (await visit.person.find('img')).getCssValue('display'))
        .withContext(String(width))
        .toBe(display);
      expect(await (await visit.person.find('h1')).getCssValue('letter-spacing')).toBe('normal');
    }
    await visit.browser.driver.close();
    await visit.browser.driver.switchTo().window(own);
    await sizeTo(visit.browser.driver, 1280, 800);
  });

  it('a stranger finds neither the page’s address nor its API', async () => {
    const other = await openBrowser();
    const stranger = new Person(other.driver, visit.servers);
    try {
      await stranger.signInByHand('ben@elsewhere.example', 'another-studio');
      await stranger.until(async () =>
        (await (await stranger.find('main')).getText()).includes('You don’t work on any client’s site yet'),
      );
      await other.driver.get(`${visit.servers.editor}/pages/${page}`);
      await stranger.until(async () => (await (await stranger.find('.failure')).getText()).includes('have access'));
      const status = await other.driver.executeAsyncScript<number>(
        `const done = arguments[arguments.length - 1]; fetch('/api/pages/${page}').then((answer) => done(answer.status))`,
      );
      expect(status).toBe(404);
    } finally {
      await other.close();
    }
  });
});
