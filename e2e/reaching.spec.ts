import { By, Key } from 'selenium-webdriver';
import type { LeafName } from './person';
import { visiting } from './visit';

/** All the ways to take hold of a part, on a page as a plan lays it; the clipboard. */
describe('Reaching and copying', () => {
  const visit = visiting(async ({ person, browser }) => {
    await person.signIn('ada@studio.example', 'paper-and-ink');
    await person.freshPage('tidewick', 'Reached', '/reached');
    await person.chord(Key.ALT, Key.SHIFT, 'p');
    await (await person.find('input[aria-label="Split of section 3"]')).sendKeys('1/4 + 1/2 + 1/4');
    await (await person.button('Create sections')).click();
    await person.until(() =>
      person.inLeaf<boolean>('phone', 'return document.querySelectorAll("main > section").length === 3'),
    );
    await person.until(async () => (await browser.driver.findElements(By.css('.p-dialog-mask'))).length === 0);
    await person.saved();
  });
  const structure = (leaf: LeafName): Promise<string> =>
    visit.person.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  const path = async (): Promise<string> => (await (await visit.person.find('.path')).getText()).replace(/\s+/g, ' ');
  const count = (css: string, leaf: LeafName = 'wide'): Promise<number> =>
    visit.person.inLeaf<number>(leaf, 'return document.querySelectorAll(args[0]).length', css);
  const rows = async (css: string): Promise<number> => (await visit.browser.driver.findElements(By.css(css))).length;

  it('a second click at the same spot reaches what lies underneath; the menu lists it with reasons', async () => {
    const spot = await visit.person.pointOn('wide', 'section:nth-of-type(1) h2');
    const click = (): Promise<void> => visit.browser.driver.actions().move(spot).press().release().perform();
    await click();
    await visit.person.until(async () => (await path()).endsWith('Heading'));
    const now = (): Promise<number> => visit.person.inLeaf<number>('wide', 'return view.performance.now()');
    const pressed = await now();
    await visit.person.until(async () => (await now()) > pressed + 420); // sooner, it is a double click
    await click();
    await visit.person.until(
      async () => (await path()).endsWith('Opening'),
      'the second click did not reach the section',
    );
    await visit.browser.driver.actions().move(spot).perform();
    await visit.browser.driver.actions({ async: true }).contextClick().perform();
    const text = await (await visit.person.find('fold-part-menu [role=menu]')).getText();
    expect(text).toContain('Here, from the top down');
    expect(text).toMatch(/Heading\s+in the flow/);
    await visit.person.keys(Key.ESCAPE);
    await visit.person.until(async () => (await rows('fold-part-menu [role=menu]')) === 0);
  });

  it('a locked part is passed by, a part out of sight is so in the editor alone', async () => {
    await visit.person.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.person.clickOn('wide', 'section:nth-of-type(1) h2');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'l');
    await visit.person.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.person.clickOn('wide', 'section:nth-of-type(1) h2');
    await visit.person.until(async () => (await path()).endsWith('Opening'), 'the lock did not hold');
    await visit.person.clickHidden('fold-outline [aria-label="Lock Heading"]');
    await visit.person.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'o');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'section p', 'visibility')) === 'hidden',
    );
    await visit.person.saved();
    const stored = await visit.browser.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1]; fetch('/api/pages/' + location.pathname.split('/').at(-1)).then((answer) => answer.text()).then(done)`,
    );
    expect(stored).not.toContain('"visibility"');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'o');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'section p', 'visibility')) === 'visible',
    );
  });

  it('the outline is searched by name, kind and words', async () => {
    const search = await visit.person.find('[data-outline-search]');
    await search.sendKeys('image');
    await visit.person.until(async () => (await rows('fold-outline [role=treeitem]')) === 1);
    await search.sendKeys(Key.ESCAPE);
    await visit.person.until(async () => (await rows('fold-outline [role=treeitem]')) > 8);
  });

  it('a held key shows the distances between the selection and what is pointed at', async () => {
    await visit.person.clickOn('wide', 'section:nth-of-type(1) h2');
    const other = await visit.person.pointOn('wide', 'section:nth-of-type(1) p');
    await visit.browser.driver
      .actions()
      .keyDown(Key.ALT)
      .move({ ...other, duration: 40 })
      .perform();
    const gap = await visit.person.inLeaf<number>(
      'wide',
      'return Math.round(document.querySelector("section p").getBoundingClientRect().top - document.querySelector("section h2").getBoundingClientRect().bottom)',
    );
    await visit.person.until(
      async () => (await (await visit.person.find('[data-leaf="wide"] .gap span')).getText()) === String(gap),
      'the distance is not shown',
    );
    await visit.browser.driver.actions().keyUp(Key.ALT).perform();
  });

  it('a size is dragged as a share of its parent; another unit keeps the measured size', async () => {
    await visit.person.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.person.group('Box');
    const width = (): Promise<number> =>
      visit.person.inLeaf<number>('wide', 'return document.querySelector("section p").getBoundingClientRect().width');
    const before = await width();
    await visit.person.dragHandle('right', 'wide', -160, 0);
    await visit.person.until(async () => (await width()) < before - 100);
    expect(await visit.person.cellText('width', 'wide')).toContain('width at Wide');
    const dragged = await width();
    expect(await (await visit.person.find('[data-cell="width@wide"]')).getText()).toMatch(/%$/);
    await visit.person.setCell('width', 'wide', 'rem');
    await visit.person.until(
      async () => /rem$/.test(await (await visit.person.find('[data-cell="width@wide"]')).getText()),
      'the unit did not change',
    );
    expect(Math.abs((await width()) - dragged)).toBeLessThan(0.5);
    await visit.person.setCell('width', 'wide', '1280/4');
    await visit.person.until(async () => Math.round(await width()) === 320);
  });

  it('parts are copied to a page of another site, and their style alone to another part', async () => {
    const texts = await count('p');
    await visit.person.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.person.chord(Key.CONTROL, 'c');
    await visit.person.clickOn('wide', 'section:nth-of-type(2) h2');
    await visit.person.chord(Key.CONTROL, 'v');
    await visit.person.until(async () => (await count('p')) === texts + 1, 'nothing was pasted');
    expect(
      await visit.person.inLeaf<string>(
        'wide',
        'return view.getComputedStyle(document.querySelector("section:nth-of-type(2) h2 + p")).width',
      ),
    ).toBe('320px');
    await visit.person.chord(Key.CONTROL, 'x');
    await visit.person.until(async () => (await count('p')) === texts, 'nothing was cut');
    await visit.person.saved();
    const sites = await visit.browser.driver.executeAsyncScript<{ site: { id: string } }[]>(
      `const done = arguments[arguments.length - 1]; fetch('/api/sites').then((answer) => answer.json()).then((list) => done(list))`,
    );
    const other = sites.map((one) => one.site.id).find((id) => id !== 'tidewick')!;
    await visit.person.freshPage(other, 'Pasted', '/pasted');
    const corner = await visit.person.pointOn('wide', 'body', 0.02, 0.5);
    await visit.browser.driver.actions().move(corner).press().release().perform();
    await visit.person.chord(Key.CONTROL, 'v');
    await visit.person.until(
      async () => (await structure('phone')) === 'main(section(p))',
      'nothing was pasted into the other site',
    );
    expect(await visit.person.computed('wide', 'p', 'width')).toBe('320px');
  });

  it('the style alone of what was copied goes to another part', async () => {
    await visit.browser.driver.sendDevToolsCommand('Browser.grantPermissions', {
      permissions: ['clipboardReadWrite', 'clipboardSanitizedWrite'],
      origin: visit.servers.editor,
    });
    await visit.person.addPart('heading');
    await visit.person.until(async () => (await count('h2')) === 1);
    await visit.person.clickOn('wide', 'p');
    await visit.person.chord(Key.CONTROL, 'c');
    await visit.person.clickOn('wide', 'h2');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'v');
    await visit.person.until(
      async () => (await visit.person.computed('wide', 'h2', 'width')) === '320px',
      'the style was not pasted',
    );
    expect(await count('p')).toBe(1);
  });

  it('gaps, round corners and grid lines are dragged too, with the number shown', async () => {
    await visit.person.selectAround(-2);
    await visit.person.group('Space');
    const gap = Number.parseFloat(await visit.person.computed('wide', 'section', 'row-gap'));
    await visit.person.dragHandle('row-gap', 'wide', 0, 40);
    await visit.person.until(
      async () => Number.parseFloat(await visit.person.computed('wide', 'section', 'row-gap')) >= gap + 30,
      'the gap did not grow',
    );
    await visit.person.clickOn('wide', 'p');
    await visit.person.group('Edge');
    await visit.person.dragHandle('radius', 'wide', 16, 16);
    await visit.person.until(
      async () => Number.parseFloat(await visit.person.computed('wide', 'p', 'border-bottom-left-radius')) >= 12,
      'the corners are not round',
    );
    await visit.person.selectAround(-2);
    await visit.person.group('Flow');
    await visit.person.clickDrawing('wide', '[data-do=grid]');
    const columns = async (): Promise<number[]> =>
      (await visit.person.computed('wide', 'section', 'grid-template-columns')).split(' ').map(Number.parseFloat);
    await visit.person.until(async () => (await columns()).length === 2);
    await visit.person.dragHandle('column-line-0', 'wide', 150, 0);
    await visit.person.until(async () => (await columns())[0]! > (await columns())[1]! + 200, 'the line did not move');
  });

  it('a box that scrolls inside works with the wheel in the leaf, and what it hides is drawn', async () => {
    await visit.person.group('Box');
    await visit.person.setCell('height', 'wide', '120px');
    await visit.person.setCell('min-height', 'wide', '0px');
    await visit.person.setCell('overflow-y', 'wide', 'auto');
    await visit.person.until(
      async () => (await (await visit.person.find('[data-leaf="wide"] .cut span')).getText()).startsWith('scrolls:'),
      'what is hidden is not drawn',
    );
    const over = await visit.person.pointOn('wide', 'section', 0.3, 0.5);
    await visit.browser.driver.actions().move(over).perform();
    await visit.browser.driver.sendDevToolsCommand('Input.dispatchMouseEvent', {
      type: 'mouseWheel',
      x: over.x,
      y: over.y,
      deltaX: 0,
      deltaY: 60,
    });
    await visit.person.until(
      async () =>
        (await visit.person.inLeaf<number>('wide', 'return document.querySelector("section").scrollTop')) > 20,
      'the wheel does not scroll the box',
    );
  });

  it('rows alternate by themselves, at one breakpoint and not at the other, and keep it when reordered', async () => {
    await visit.person.freshPage('tidewick', 'Rows', '/rows');
    await visit.person.addPart('rows');
    await visit.person.until(async () => (await count('._rows > div')) === 2);
    const sides = (leaf: LeafName): Promise<string[]> =>
      visit.person.inLeaf<string[]>(
        leaf,
        'return [...document.querySelectorAll("._rows > div")].map((one) => { const [a, b] = [...one.children].map((each) => each.getBoundingClientRect()); return a.top >= b.bottom || b.top >= a.bottom ? "stacked" : a.left < b.left ? "picture first" : "text first" })',
      );
    expect(await sides('wide')).toEqual(['picture first', 'text first']);
    expect(await sides('phone')).toEqual(['stacked', 'stacked']);
    await visit.person.pick('wide', '._rows > div:nth-child(2) h2', 'Heading');
    await visit.person.selectAround(-3);
    const alternating = async (): Promise<boolean> =>
      (await sides('wide')).join() === 'picture first,text first,picture first';
    await visit.person.chord(Key.ALT, Key.SHIFT, 'd');
    await visit.person.until(alternating, 'the row was not duplicated');
    await visit.person.chord(Key.ALT, Key.SHIFT, Key.ARROW_UP);
    await visit.person.until(alternating, 'the rows do not alternate any more');
    await visit.person.selectAround(-2);
    await visit.person.group('Flow');
    await visit.person.clickDrawing('tablet', 'select option[value="alternate, turned first"]');
    await visit.person.until(
      async () => (await sides('tablet')).join() === 'text first,picture first,text first',
      'the sides did not turn',
    );
    expect((await sides('wide')).join()).toBe('picture first,text first,picture first');
  });
});
