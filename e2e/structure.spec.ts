import { By, Key } from 'selenium-webdriver';
import { around, gap, planted, type Tree } from '@core/document/planting';
import { blankSite } from '@core/document/site';
import type { LeafName } from './hands';
import { visiting } from './visit';

/** Skeletons, columns, the clipboard and all the ways to take hold of a part. */
describe('Structure and reaching', () => {
  const visit = visiting(({ hands }) => hands.signIn('ada@studio.example', 'paper-and-ink'));
  const structure = (leaf: LeafName): Promise<string> =>
    visit.hands.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  let planned = '';
  const path = async (): Promise<string> => (await (await visit.hands.find('.path')).getText()).replace(/\s+/g, ' ');
  const count = (css: string, leaf: LeafName = 'wide'): Promise<number> =>
    visit.hands.inLeaf<number>(leaf, 'return document.querySelectorAll(args[0]).length', css);
  const rows = async (css: string): Promise<number> => (await visit.browser.driver.findElements(By.css(css))).length;

  it('a plan lays the whole skeleton in one step, and one step of undo takes it away', async () => {
    planned = await visit.hands.freshPage('tidewick', 'Planned', '/planned');
    await visit.hands.chord(Key.ALT, 'p');
    const split = await visit.hands.find('input[aria-label="Split of section 3"]');
    await split.sendKeys('25 50 20'); // while the dialog still opens
    expect(await split.getAttribute('value')).toBe('25 50 20');
    await visit.hands.until(
      async () =>
        (await (await visit.hands.find('fold-plan-dialog .problem, .p-dialog .problem')).getText()).includes('95 %'),
      'the sum is not said',
    );
    await split.sendKeys(Key.chord(Key.CONTROL, 'a'), '1/4 + 1/2 + 1/4');
    await visit.hands.until(
      async () => (await rows('.drawn .section:nth-child(3) .column')) === 3,
      'the plan is not drawn as one goes',
    );
    await (await visit.hands.button('Lay the skeleton')).click();
    await visit.hands.until(async () => (await count('main > section')) === 3);
    expect(await count('._cols')).toBe(2);
    expect(await visit.hands.computed('wide', 'section', 'min-height')).toBe('700px');
    await visit.hands.until(async () => (await rows('.p-dialog-mask')) === 0);
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.until(async () => (await count('main > section')) === 0, 'one undo did not take the plan away');
    await visit.browser.driver
      .actions()
      .keyDown(Key.CONTROL)
      .keyDown(Key.SHIFT)
      .sendKeys('z')
      .keyUp(Key.SHIFT)
      .keyUp(Key.CONTROL)
      .perform();
    await visit.hands.until(async () => (await count('main > section')) === 3);
    await visit.hands.saved();
  });

  it('a drag is marked and lands as marked: before, after, between, inside, beside, below in a row, in a cell', async () => {
    await visit.hands.freshPage('tidewick', 'Dropped', '/dropped');
    const words = (name: string): Tree => ({
      kind: 'text',
      name,
      content: { text: name },
      base: around('padding', 12),
    });
    const boxed = (name: string, base: Tree['base'], holds: readonly Tree[]): Tree => ({
      kind: 'container',
      name,
      base: { ...around('padding', 16), 'min-height': '90px', ...base },
      holds,
    });
    const tree: Tree = {
      kind: 'section',
      base: { ...around('padding', 20), ...gap(16) },
      holds: [
        boxed('Stack', {}, [words('S1'), words('S2')]),
        boxed('Row', { 'flex-direction': 'row', ...gap(12) }, [words('R1'), words('R2')]),
        boxed('Empty', {}, []),
        boxed('Grid', { display: 'grid', 'grid-template-columns': '1fr 1fr', 'grid-template-rows': '60px' }, [
          words('G1'),
        ]),
      ],
    };
    const { root, parts } = planted(blankSite('s', 'S', 'site'), tree);
    await visit.hands.store([{ do: 'insert', parent: 'root', index: 0, root, parts }]);
    const id = (name: string): string => Object.keys(parts).find((one) => parts[one]!.name === name)!;
    const at = (name: string): string => `[data-part="${id(name)}"]`;
    const short = new Map(Object.keys(parts).map((one) => [one, parts[one]!.name ?? 'section']));
    /** A box as it then is: names of old parts, `new` for what came, and boxes around them in brackets. */
    const holding = async (name: string): Promise<string> => {
      const written =
        'const names = new Map(args[1]); const walk = (one) => { const held = [...one.children].filter((each) => each.dataset.part).map(walk).join(" "); const name = names.get(one.dataset.part); return name ?? (held === "" ? "new" : `(${held})`); }; return [...document.querySelector(args[0]).children].map(walk).join(" ")';
      return visit.hands.inLeaf<string>('wide', written, at(name), [...short]);
    };
    const cases: readonly (readonly [string, number, number, string, string, string])[] = [
      ['S1', 0.5, 0.1, 'into Stack', 'Stack', 'new S1 S2'],
      ['S1', 0.5, 0.9, 'into Stack', 'Stack', 'S1 new S2'],
      ['S2', 0.5, 0.9, 'into Stack', 'Stack', 'S1 S2 new'],
      ['S1', 0.98, 0.5, 'in a row with S1', 'Stack', '(S1 new) S2'],
      ['R2', 0.03, 0.5, 'into Row', 'Row', 'R1 new R2'],
      ['R1', 0.5, 0.95, 'in a column below R1', 'Row', '(R1 new) R2'],
      ['R2', 0.5, 0.05, 'in a column above R2', 'Row', 'R1 (new R2)'],
      ['Empty', 0.5, 0.5, 'into Empty', 'Empty', 'new'],
      ['Grid', 0.75, 0.5, 'into a cell of Grid', 'Grid', 'G1 new'],
    ];
    for (const [over, x, y, says, box, then] of cases) {
      const from = await visit.hands.centre(await visit.hands.find('[data-add="text"]'));
      const to = await visit.hands.pointOn('wide', at(over), x, y);
      const before = await holding(box);
      await visit.browser.driver
        .actions()
        .move(from)
        .press()
        .move({ x: from.x + 10, y: from.y })
        .move({ ...to, duration: 120 })
        .move({ ...to, duration: 30 })
        .perform();
      expect(await (await visit.hands.find('[data-leaf="wide"] .mark .tag')).getText()).toBe(says);
      await visit.browser.driver.actions().release().perform();
      await visit.hands.until(async () => (await holding(box)) === then, `${says}: it did not land as marked`);
      if (box === 'Grid')
        expect(
          await visit.hands.inLeaf<string>(
            'wide',
            'return view.getComputedStyle(document.querySelector(args[0]).lastElementChild).gridColumnStart',
            at('Grid'),
          ),
        ).toBe('2');
      await visit.hands.chord(Key.CONTROL, 'z');
      await visit.hands.until(async () => (await holding(box)) === before, `${says}: it did not go away in one step`);
    }
  });

  it('a placeholder keeps its size and place when a picture takes its place', async () => {
    await visit.hands.openPage(planned);
    await visit.hands.clickOn('wide', 'img');
    const before = await visit.hands.inLeaf<number[]>(
      'wide',
      'const { top, width, height } = document.querySelector("img").getBoundingClientRect(); return [top + view.scrollY, width, height]',
    );
    await visit.hands.group('Content');
    await (await visit.hands.find('#content-picture')).click();
    await (await visit.hands.find('[data-picture="harbour"] button')).click();
    await visit.hands.until(async () =>
      (await visit.hands.inLeaf<string>('wide', 'return document.querySelector("img").src')).includes('/files/'),
    );
    expect(
      await visit.hands.inLeaf<number[]>(
        'wide',
        'const { top, width, height } = document.querySelector("img").getBoundingClientRect(); return [top + view.scrollY, width, height]',
      ),
    ).toEqual(before);
    await visit.hands.until(async () => (await rows('.p-dialog-mask')) === 0);
  });

  // Common practice (needs 2.2): dragging a gutter gives to one neighbour what it takes from the other, with the shares shown.
  it('a gutter is dragged on the page, with the shares shown, at its breakpoint alone', async () => {
    await visit.hands.clickOn('tablet', 'section:nth-of-type(2) h2');
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-3).click()`);
    await visit.hands.until(async () => (await path()).endsWith('Columns'));
    const handle = await visit.hands.find('[data-leaf="tablet"] [data-handle="gutter-0"]');
    const { x, y, width } = await handle.getRect();
    const at = { x: Math.round(x + width / 2), y: Math.round(y + 40) }; // its middle may lie below the fold line
    await visit.browser.driver
      .actions()
      .move(at)
      .press()
      .move({ x: at.x + 30, y: at.y, duration: 100 })
      .perform();
    expect(await (await visit.hands.find('fold-leaf-handles .number')).getText()).toMatch(
      /\d+(\.\d)? %\s+\/\s+\d+(\.\d)? %/,
    );
    const tasted = await visit.hands.inLeaf<number>(
      'phone',
      'return view.getComputedStyle(document.querySelector("._cols")).gridTemplateColumns.split(" ").length',
    );
    expect(tasted).toBe(1);
    await visit.browser.driver.actions().release().perform();
    const widths = (leaf: LeafName): Promise<number[]> =>
      visit.hands.inLeaf<number[]>(
        leaf,
        'return [...document.querySelector("._cols").children].map((one) => Math.round(one.getBoundingClientRect().width))',
      );
    await visit.hands.until(
      async () => (await widths('tablet'))[0]! > (await widths('tablet'))[1]! + 40,
      'the gutter did not move',
    );
    expect((await widths('wide'))[0]).toBe((await widths('wide'))[1]);
  });

  it('another column comes as a full copy or empty, with room of its own', async () => {
    await visit.hands.group('Flow');
    await (await visit.hands.button('+ copy')).click();
    await visit.hands.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 3);
    await visit.hands.until(async () => (await path()).endsWith('Column'));
    await (await visit.hands.button('+ empty')).click();
    await visit.hands.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 4);
    expect(await count('section:nth-of-type(2) ._cols > *:empty')).toBe(1);
    expect(
      await visit.hands.inLeaf<number>(
        'wide',
        'return view.getComputedStyle(document.querySelector("section:nth-of-type(2) ._cols")).gridTemplateColumns.split(" ").length',
      ),
    ).toBe(4);
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 2);
  });

  it('several parts are selected with Shift or by a sweep, and moved, copied and deleted together', async () => {
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) h2');
    const second = await visit.hands.pointOn('wide', 'section:nth-of-type(1) p');
    await visit.browser.driver.actions().keyDown(Key.SHIFT).move(second).press().release().keyUp(Key.SHIFT).perform();
    await visit.hands.until(
      async () => (await rows('fold-outline .row.selected')) === 2,
      'Shift did not add to the selection',
    );
    const before = await structure('wide');
    await visit.hands.chord(Key.ALT, 'd');
    await visit.hands.until(
      async () =>
        (await count('section:nth-of-type(1) > h2')) === 2 && (await count('section:nth-of-type(1) > p')) === 2,
    );
    await visit.hands.keys(Key.DELETE);
    await visit.hands.until(async () => (await structure('wide')) === before);
    const from = await visit.hands.pointOn('wide', 'section:nth-of-type(1)', 0.01, 0.3);
    const to = await visit.hands.pointOn('wide', 'section:nth-of-type(1)', 0.9, 0.8);
    await visit.browser.driver
      .actions()
      .keyDown(Key.SHIFT)
      .move(from)
      .press()
      .move({ ...to, duration: 100 })
      .release()
      .keyUp(Key.SHIFT)
      .perform();
    await visit.hands.until(
      async () => (await rows('fold-outline .row.selected')) === 2,
      'the sweep did not select both',
    );
    await visit.hands.inLeaf('wide', 'view.scrollTo(0, 330)');
    await visit.hands.drag(
      await visit.hands.pointOn('wide', 'section:nth-of-type(1) p'),
      await visit.hands.pointOn('wide', 'section:nth-of-type(2) h2', 0.5, 0.2),
    );
    await visit.hands.until(
      async () => (await count('section:nth-of-type(1) > *')) === 0 && (await count('section:nth-of-type(2) h2')) === 2,
      'the two were not moved together',
    );
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.until(async () => (await structure('wide')) === before, 'one undo did not bring both back');
  });

  it('wrapping several moves no box; unwrapping what would move is said before', async () => {
    const boxes = (): Promise<number[]> =>
      visit.hands.inLeaf<number[]>(
        'phone',
        'return ["h2", "p"].flatMap((css) => { const box = document.querySelector(css).getBoundingClientRect(); return [box.left, box.top + view.scrollY, box.width, box.height].map(Math.round) })',
      );
    const before = await boxes();
    await visit.hands.chord(Key.ALT, 'w');
    await visit.hands.until(async () => (await structure('wide')).startsWith('main(section(div(h2 p))'));
    expect(await boxes()).toEqual(before);
    await visit.hands.group('Space');
    await visit.hands.setCell('padding-top', 'phone', '33px');
    await visit.hands.until(
      async () => (await visit.hands.computed('phone', 'section > div', 'padding-top')) === '33px',
    );
    await visit.hands.chord(Key.ALT, 'u');
    await visit.hands.until(
      async () => /by \d+ px on Phone/.test(await (await visit.hands.find('.p-dialog')).getText()),
      'it is not said what would move',
    );
    expect(await (await visit.hands.find('.p-dialog')).getText()).not.toContain('on Wide');
    await visit.browser.driver.sleep(400);
    await (await visit.hands.button('Leave it as it is')).click();
    await visit.hands.until(async () => (await rows('.p-dialog-mask')) === 0);
    await visit.hands.chord(Key.CONTROL, 'z');
    await visit.hands.until(
      async () => (await visit.hands.computed('phone', 'section > div', 'padding-top')) === '0px',
    );
    await visit.hands.chord(Key.ALT, 'u');
    await visit.hands.until(
      async () => (await structure('wide')).startsWith('main(section(h2 p)'),
      'it was not unwrapped',
    );
    expect(await boxes()).toEqual(before);
  });

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
    await visit.hands.chord(Key.ALT, 'l');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) h2');
    await visit.hands.until(async () => (await path()).endsWith('Opening'), 'the lock did not hold');
    await visit.browser.driver.executeScript(
      `document.querySelector('fold-outline [aria-label="Lock Heading"]').click()`,
    );
    await visit.hands.clickOn('wide', 'section:nth-of-type(1) p');
    await visit.hands.chord(Key.ALT, 'o');
    await visit.hands.until(async () => (await visit.hands.computed('phone', 'section p', 'visibility')) === 'hidden');
    await visit.hands.saved();
    const stored = await visit.browser.driver.executeAsyncScript<string>(
      `const done = arguments[arguments.length - 1]; fetch('/api/pages/' + location.pathname.split('/').at(-1)).then((answer) => answer.text()).then(done)`,
    );
    expect(stored).not.toContain('"visibility"');
    await visit.hands.chord(Key.ALT, 'o');
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
    await visit.hands.chord(Key.ALT, 'v');
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
    await visit.hands.clickOn('wide', '._rows > div:nth-child(2) h2');
    await visit.browser.driver.executeScript(`[...document.querySelectorAll('.path button')].at(-3).click()`);
    await visit.hands.chord(Key.ALT, 'd');
    await visit.hands.until(async () => (await sides('wide')).join() === 'picture first,text first,picture first');
    await visit.hands.chord(Key.ALT, Key.ARROW_UP);
    await visit.hands.until(async () => (await sides('wide')).join() === 'picture first,text first,picture first');
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
