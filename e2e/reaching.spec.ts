import { By, Key } from 'selenium-webdriver';
import type { LeafName } from './hands';
import { visiting } from './visit';

/** All the ways to take hold of a part, on a page as a plan lays it; the clipboard. */
describe('Reaching and copying', () => {
  const visit = visiting(async ({ hands, browser }) => {
    await hands.signIn('ada@studio.example', 'paper-and-ink');
    await hands.freshPage('tidewick', 'Reached', '/reached');
    await hands.chord(Key.ALT, Key.SHIFT, 'p');
    await (await hands.find('input[aria-label="Split of section 3"]')).sendKeys('1/4 + 1/2 + 1/4');
    await (await hands.button('Create sections')).click();
    await hands.until(() =>
      hands.inLeaf<boolean>('phone', 'return document.querySelectorAll("main > section").length === 3'),
    );
    await hands.until(async () => (await browser.driver.findElements(By.css('.p-dialog-mask'))).length === 0);
    await hands.saved();
  });
  const structure = (leaf: LeafName): Promise<string> =>
    visit.hands.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  const path = async (): Promise<string> => (await (await visit.hands.find('.path')).getText()).replace(/\s+/g, ' ');
  const count = (css: string, leaf: LeafName = 'wide'): Promise<number> =>
    visit.hands.inLeaf<number>(leaf, 'return document.querySelectorAll(args[0]).length', css);
  const rows = async (css: string): Promise<number> => (await visit.browser.driver.findElements(By.css(css))).length;

  it('a second click at the same spot reaches what lies underneath; the menu lists it with reasons', async () => {
    const spot = await visit.hands.pointOn('wide', 'section:nth-of-type(1) h2');
    const click = (): Promise<void> => visit.browser.driver.actions().move(spot).press().release().perform();
    await click();
    await visit.hands.until(async () => (await path()).endsWith('Heading'));
    await visit.browser.driver.sleep(600);
    await click();
    await visit.hands.until(
      async () => (await path()).endsWith('Opening'),
      'the second click did not reach the section',
    );
    await visit.browser.driver.actions().move(spot).perform();
    await visit.browser.driver.actions({ async: true }).contextClick().perform();
    const text = await (await visit.hands.find('[role=menu].panel')).getText();
    expect(text).toContain('Here, from the top down');
    expect(text).toMatch(/Heading\s+in the flow/);
    await visit.hands.keys(Key.ESCAPE);
    await visit.hands.until(async () => (await rows('[role=menu].panel')) === 0);
  });

  it('a locked part is passed by, a part out of sight is so in the editor alone', async () => {
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) h2');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'l');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) h2');
    await visit.hands.until(async () => (await path()).endsWith('Opening'), 'the lock did not hold');
    await visit.browser.driver.executeScript(
      `document.querySelector('fold-outline [aria-label="Lock Heading"]').click()`,
    );
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'o');
    await visit.hands.until(async () => (await visit.hands.computed('phone', 'section p', 'visibility')) === 'hidden');
    await visit.hands.saved();
    const stored = await visit.browser.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1]; fetch('/api/pages/' + location.pathname.split('/').at(-1)).then((answer) => answer.text()).then(done)`,
    );
    expect(stored).not.toContain('"visibility"');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'o');
    await visit.hands.until(async () => (await visit.hands.computed('phone', 'section p', 'visibility')) === 'visible');
  });

  it('the outline is searched by name, kind and words', async () => {
    const search = await visit.hands.find('[data-outline-search]');
    await search.sendKeys('image');
    await visit.hands.until(async () => (await rows('fold-outline [role=treeitem]')) === 1);
    await search.sendKeys(Key.ESCAPE);
    await visit.hands.until(async () => (await rows('fold-outline [role=treeitem]')) > 8);
  });

  it('a held key shows the distances between the selection and what is pointed at', async () => {
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) h2');
    const other = await visit.hands.pointOn('wide', 'section:nth-of-type(1) p');
    await visit.browser.driver
      .actions()
      .keyDown(Key.ALT)
      .move({ ...other, duration: 40 })
      .perform();
    const gap = await visit.hands.inLeaf<number>(
      'wide',
      'return Math.round(document.querySelector("section p").getBoundingClientRect().top - document.querySelector("section h2").getBoundingClientRect().bottom)',
    );
    await visit.hands.until(
      async () => (await (await visit.hands.find('[data-leaf="wide"] .gap span')).getText()) === String(gap),
      'the distance is not shown',
    );
    await visit.browser.driver.actions().keyUp(Key.ALT).perform();
  });

  it('a size is dragged as a share of its parent; another unit keeps the measured size', async () => {
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.group('Box');
    const width = (): Promise<number> =>
      visit.hands.inLeaf<number>('wide', 'return document.querySelector("section p").getBoundingClientRect().width');
    const before = await width();
    await visit.hands.dragHandle('right', 'wide', -160, 0);
    await visit.hands.until(async () => (await width()) < before - 100);
    expect(await visit.hands.cellText('width', 'wide')).toContain('width at Wide');
    const dragged = await width();
    expect(await (await visit.hands.find('[data-cell="width@wide"]')).getText()).toMatch(/%$/);
    await visit.hands.setCell('width', 'wide', 'rem');
    await visit.hands.until(
      async () => /rem$/.test(await (await visit.hands.find('[data-cell="width@wide"]')).getText()),
      'the unit did not change',
    );
    expect(Math.abs((await width()) - dragged)).toBeLessThan(0.5);
    await visit.hands.setCell('width', 'wide', '1280/4');
    await visit.hands.until(async () => Math.round(await width()) === 320);
  });

  it('parts are copied to a page of another site, and their style alone to another part', async () => {
    const texts = await count('p');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.chord(Key.CONTROL, 'c');
    await visit.hands.clickOn('wide', 'section:nth-of-type(2) h2');
    await visit.hands.chord(Key.CONTROL, 'v');
    await visit.hands.until(async () => (await count('p')) === texts + 1, 'nothing was pasted');
    expect(
      await visit.hands.inLeaf<string>(
        'wide',
        'return view.getComputedStyle(document.querySelector("section:nth-of-type(2) h2 + p")).width',
      ),
    ).toBe('320px');
    await visit.hands.chord(Key.CONTROL, 'x');
    await visit.hands.until(async () => (await count('p')) === texts, 'nothing was cut');
    await visit.hands.saved();
    const sites = await visit.browser.driver.executeAsyncScript<{ site: { id: string } }[]>(
      `const done = arguments[arguments.length - 1]; fetch('/api/sites').then((answer) => answer.json()).then((list) => done(list))`,
    );
    const other = sites.map((one) => one.site.id).find((id) => id !== 'tidewick')!;
    await visit.hands.freshPage(other, 'Pasted', '/pasted');
    await visit.hands.clickOn('wide', 'body');
    await visit.hands.chord(Key.CONTROL, 'v');
    await visit.hands.until(
      async () => (await structure('phone')) === 'main(section(p))',
      'nothing was pasted into the other site',
    );
    expect(await visit.hands.computed('wide', 'p', 'width')).toBe('320px');
  });

  it('the style alone of what was copied goes to another part', async () => {
    await visit.browser.driver.sendDevToolsCommand('Browser.grantPermissions', {
      permissions: ['clipboardReadWrite', 'clipboardSanitizedWrite'],
      origin: visit.house.editor,
    });
    await visit.hands.addPart('heading');
    await visit.hands.until(async () => (await count('h2')) === 1);
    await visit.hands.clickOn('wide', 'p');
    await visit.hands.chord(Key.CONTROL, 'c');
    await visit.hands.clickOn('wide', 'h2');
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'v');
    await visit.hands.until(
      async () => (await visit.hands.computed('wide', 'h2', 'width')) === '320px',
      'the style was not pasted',
    );
    expect(await count('p')).toBe(1);
  });

  it('gaps, round corners and grid lines are dragged too, with the number shown', async () => {
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-2).click()`);
    await visit.hands.group('Space');
    const gap = Number.parseFloat(await visit.hands.computed('wide', 'section', 'row-gap'));
    await visit.hands.dragHandle('row-gap', 'wide', 0, 40);
    await visit.hands.until(
      async () => Number.parseFloat(await visit.hands.computed('wide', 'section', 'row-gap')) >= gap + 30,
      'the gap did not grow',
    );
    await visit.hands.clickOn('wide', 'p');
    await visit.hands.group('Edge');
    await visit.hands.dragHandle('radius', 'wide', 16, 16);
    await visit.hands.until(
      async () => Number.parseFloat(await visit.hands.computed('wide', 'p', 'border-bottom-left-radius')) >= 12,
      'the corners are not round',
    );
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-2).click()`);
    await visit.hands.group('Flow');
    await visit.hands.clickDrawing('wide', '[data-do=grid]');
    const columns = async (): Promise<number[]> =>
      (await visit.hands.computed('wide', 'section', 'grid-template-columns')).split(' ').map(Number.parseFloat);
    await visit.hands.until(async () => (await columns()).length === 2);
    await visit.hands.dragHandle('column-line-0', 'wide', 150, 0);
    await visit.hands.until(async () => (await columns())[0]! > (await columns())[1]! + 200, 'the line did not move');
  });

  it('a box that scrolls inside works with the wheel in the leaf, and what it hides is drawn', async () => {
    await visit.hands.group('Box');
    await visit.hands.setCell('height', 'wide', '120px');
    await visit.hands.setCell('min-height', 'wide', '0px');
    await visit.hands.setCell('overflow-y', 'wide', 'auto');
    await visit.hands.until(
      async () => (await (await visit.hands.find('[data-leaf="wide"] .cut span')).getText()).startsWith('scrolls:'),
      'what is hidden is not drawn',
    );
    const over = await visit.hands.pointOn('wide', 'section', 0.3, 0.5);
    await visit.browser.driver.actions().move(over).perform();
    await visit.browser.driver.sendDevToolsCommand('Input.dispatchMouseEvent', {
      type: 'mouseWheel',
      x: over.x,
      y: over.y,
      deltaX: 0,
      deltaY: 60,
    });
    await visit.hands.until(
      async () => (await visit.hands.inLeaf<number>('wide', 'return document.querySelector("section").scrollTop')) > 20,
      'the wheel does not scroll the box',
    );
  });

  it('rows alternate by themselves, at one breakpoint and not at the other, and keep it when reordered', async () => {
    await visit.hands.freshPage('tidewick', 'Rows', '/rows');
    await visit.hands.addPart('rows');
    await visit.hands.until(async () => (await count('._rows > div')) === 2);
    const sides = (leaf: LeafName): Promise<string[]> =>
      visit.hands.inLeaf<string[]>(
        leaf,
        'return [...document.querySelectorAll("._rows > div")].map((one) => { const [a, b] = [...one.children].map((each) => each.getBoundingClientRect()); return a.top >= b.bottom || b.top >= a.bottom ? "stacked" : a.left < b.left ? "picture first" : "text first" })',
      );
    expect(await sides('wide')).toEqual(['picture first', 'text first']);
    expect(await sides('phone')).toEqual(['stacked', 'stacked']);
    await visit.hands.pick('wide', '._rows > div:nth-child(2) h2', 'Heading');
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-3).click()`);
    const alternating = async (): Promise<boolean> =>
      (await sides('wide')).join() === 'picture first,text first,picture first';
    await visit.hands.chord(Key.ALT, Key.SHIFT, 'd');
    await visit.hands.until(alternating, 'the row was not duplicated');
    await visit.hands.chord(Key.ALT, Key.SHIFT, Key.ARROW_UP);
    await visit.hands.until(alternating, 'the rows do not alternate any more');
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-2).click()`);
    await visit.hands.group('Flow');
    await visit.hands.clickDrawing('tablet', 'select option[value="alternate, turned first"]');
    await visit.hands.until(
      async () => (await sides('tablet')).join() === 'text first,picture first,text first',
      'the sides did not turn',
    );
    expect((await sides('wide')).join()).toBe('picture first,text first,picture first');
  });
});
