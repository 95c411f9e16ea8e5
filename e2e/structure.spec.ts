import { By, Key } from 'selenium-webdriver';
import { around, gap, planted, type Tree } from '@core/document/sections/planting';
import { blankSite } from '@core/document/site';
import type { LeafName } from './person';
import { visiting } from './visit';
import { still } from './still';

/** Skeletons, drops, columns, and several parts at once. */
describe('Structure', () => {
  const visit = visiting(({ person }) => person.signIn('ada@studio.example', 'paper-and-ink'));
  const structure = (leaf: LeafName): Promise<string> =>
    visit.person.inLeaf<string>(
      leaf,
      'const walk = (one) => one.localName + (one.children.length ? "(" + [...one.children].map(walk).join(" ") + ")" : ""); return [...document.body.children].map(walk).join(" ")',
    );
  let planned = '';
  const path = async (): Promise<string> => (await (await visit.person.find('.path')).getText()).replace(/\s+/g, ' ');
  const count = (css: string, leaf: LeafName = 'wide'): Promise<number> =>
    visit.person.inLeaf<number>(leaf, 'return document.querySelectorAll(args[0]).length', css);
  const rows = async (css: string): Promise<number> => (await visit.browser.driver.findElements(By.css(css))).length;

  it('a plan lays the whole skeleton in one step, and one step of undo takes it away', async () => {
    planned = await visit.person.freshPage('tidewick', 'Planned', '/planned');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'p');
    const split = await visit.person.find('input[aria-label="Split of section 3"]');
    await split.sendKeys('25 50 20'); // while the dialog still opens
    expect(await split.getAttribute('value')).toBe('25 50 20');
    await visit.person.until(
      async () =>
        (await (await visit.person.find('fold-plan-dialog .problem, .p-dialog .problem')).getText()).includes('95 %'),
      'the sum is not said',
    );
    await split.sendKeys(Key.chord(Key.CONTROL, 'a'), '1/4 + 1/2 + 1/4');
    await visit.person.until(
      async () => (await rows('.drawn .section:nth-child(3) .column')) === 3,
      'the plan is not drawn as one goes',
    );
    await (await visit.person.button('Create sections')).click();
    await visit.person.until(async () => (await count('main > section')) === 3);
    expect(await count('._cols')).toBe(2);
    expect(await visit.person.computed('wide', 'section', 'min-height')).toBe('700px');
    await visit.person.until(async () => (await rows('.p-dialog-mask')) === 0);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await count('main > section')) === 0, 'one undo did not take the plan away');
    await visit.browser.driver
      .actions()
      .keyDown(Key.CONTROL)
      .keyDown(Key.SHIFT)
      .sendKeys('z')
      .keyUp(Key.SHIFT)
      .keyUp(Key.CONTROL)
      .perform();
    await visit.person.until(async () => (await count('main > section')) === 3);
    await visit.person.saved();
  });

  it('a drag is marked and lands as marked: before, after, between, inside, beside, below in a row, in a cell', async () => {
    await visit.person.freshPage('tidewick', 'Dropped', '/dropped');
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
    await visit.person.store([{ do: 'insert', parent: 'root', index: 0, root, parts }]);
    const id = (name: string): string => Object.keys(parts).find((one) => parts[one]!.name === name)!;
    const at = (name: string): string => `[data-part="${id(name)}"]`;
    const short = new Map(Object.keys(parts).map((one) => [one, parts[one]!.name ?? 'section']));
    /** A box as it then is: names of old parts, `new` for what came, and boxes around them in brackets. */
    const holding = async (name: string): Promise<string> => {
      const written =
        'const names = new Map(args[1]); const walk = (one) => { const held = [...one.children].filter((each) => each.dataset.part).map(walk).join(" "); const name = names.get(one.dataset.part); return name ?? (held === "" ? "new" : `(${held})`); }; return [...document.querySelector(args[0]).children].map(walk).join(" ")';
      return visit.person.inLeaf<string>('wide', written, at(name), [...short]);
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
      const from = await visit.person.centre(await visit.person.find('[data-add="text"]'));
      const to = await visit.person.pointOn('wide', at(over), x, y);
      const before = await holding(box);
      await visit.browser.driver
        .actions()
        .move(from)
        .press()
        .move({ x: from.x + 10, y: from.y })
        .move({ ...to, duration: 120 })
        .move({ ...to, duration: 30 })
        .perform();
      expect(await (await visit.person.find('[data-leaf="wide"] .mark .tag')).getText()).toBe(says);
      await visit.browser.driver.actions().release().perform();
      await visit.person.until(async () => (await holding(box)) === then, `${says}: it did not land as marked`);
      if (box === 'Grid')
        expect(
          await visit.person.inLeaf<string>(
            'wide',
            'return view.getComputedStyle(document.querySelector(args[0]).lastElementChild).gridColumnStart',
            at('Grid'),
          ),
        ).toBe('2');
      await visit.person.chord(Key.CONTROL, 'z');
      await visit.person.until(async () => (await holding(box)) === before, `${says}: it did not go away in one step`);
    }
  });

  it('a placeholder keeps its size and place when a picture takes its place', async () => {
    await visit.person.openPage(planned);
    await visit.person.clickOn('wide', 'img');
    const before = await visit.person.inLeaf<number[]>(
      'wide',
      'const { top, width, height } = document.querySelector("img").getBoundingClientRect(); return [top + view.scrollY, width, height]',
    );
    await visit.person.group('Content');
    await (await visit.person.find('#content-picture')).click();
    await (await visit.person.find('[data-picture="harbour"] button')).click();
    await visit.person.until(async () =>
      (await visit.person.inLeaf<string>('wide', 'return document.querySelector("img").src')).includes('/files/'),
    );
    expect(
      await visit.person.inLeaf<number[]>(
        'wide',
        'const { top, width, height } = document.querySelector("img").getBoundingClientRect(); return [top + view.scrollY, width, height]',
      ),
    ).toEqual(before);
    await visit.person.until(async () => (await rows('.p-dialog-mask')) === 0);
  });

  // Common practice: dragging a gutter gives to one neighbour what it takes from the other, with the shares shown.
  it('a gutter is dragged on the page, with the shares shown, at its breakpoint alone', async () => {
    await visit.person.clickOn('tablet', 'section:nth-of-type(2) h2');
    await visit.person.selectAround(-3);
    await visit.person.until(async () => (await path()).endsWith('Columns'));
    const handle = await visit.person.find('[data-leaf="tablet"] [data-handle="gutter-0"]');
    const { x, y, width } = await handle.getRect();
    const at = { x: Math.round(x + width / 2), y: Math.round(y + 40) }; // its middle may lie below the fold line
    await visit.browser.driver
      .actions()
      .move(at)
      .press()
      .move({ x: at.x + 30, y: at.y, duration: 100 })
      .perform();
    expect(await (await visit.person.find('fold-leaf-handles .number')).getText()).toMatch(
      /\d+(\.\d)? %\s+\/\s+\d+(\.\d)? %/,
    );
    const tasted = await visit.person.inLeaf<number>(
      'phone',
      'return view.getComputedStyle(document.querySelector("._cols")).gridTemplateColumns.split(" ").length',
    );
    expect(tasted).toBe(1);
    await visit.browser.driver.actions().release().perform();
    const widths = (leaf: LeafName): Promise<number[]> =>
      visit.person.inLeaf<number[]>(
        leaf,
        'return [...document.querySelector("._cols").children].map((one) => Math.round(one.getBoundingClientRect().width))',
      );
    await visit.person.until(
      async () => (await widths('tablet'))[0]! > (await widths('tablet'))[1]! + 40,
      'the gutter did not move',
    );
    expect((await widths('wide'))[0]).toBe((await widths('wide'))[1]);
  });

  it('another column comes as a full copy or empty, with room of its own', async () => {
    await visit.person.group('Flow');
    await (await visit.person.button('+ copy')).click();
    await visit.person.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 3);
    await visit.person.until(async () => (await path()).endsWith('Column'));
    await (await visit.person.button('+ empty')).click();
    await visit.person.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 4);
    expect(await count('section:nth-of-type(2) ._cols > *:empty')).toBe(1);
    expect(
      await visit.person.inLeaf<number>(
        'wide',
        'return view.getComputedStyle(document.querySelector("section:nth-of-type(2) ._cols")).gridTemplateColumns.split(" ").length',
      ),
    ).toBe(4);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await count('section:nth-of-type(2) ._cols > *')) === 2);
  });

  it('several parts are selected with Shift or by a sweep, and moved, copied and deleted together', async () => {
    await visit.person.clickOn('wide', 'section:nth-of-type(1) h2');
    const second = await visit.person.pointOn('wide', 'section:nth-of-type(1) p');
    await visit.browser.driver.actions().keyDown(Key.SHIFT).move(second).press().release().keyUp(Key.SHIFT).perform();
    await visit.person.until(
      async () => (await rows('fold-outline .row.selected')) === 2,
      'Shift did not add to the selection',
    );
    const before = await structure('wide');
    await visit.person.chord(Key.ALT, Key.SHIFT, 'd');
    await visit.person.until(
      async () =>
        (await count('section:nth-of-type(1) > h2')) === 2 && (await count('section:nth-of-type(1) > p')) === 2,
    );
    await visit.person.keys(Key.DELETE);
    await visit.person.until(async () => (await structure('wide')) === before);
    const from = await visit.person.pointOn('wide', 'section:nth-of-type(1)', 0.01, 0.3);
    const to = await visit.person.pointOn('wide', 'section:nth-of-type(1)', 0.9, 0.8);
    await visit.browser.driver
      .actions()
      .keyDown(Key.SHIFT)
      .move(from)
      .press()
      .move({ ...to, duration: 100 })
      .release()
      .keyUp(Key.SHIFT)
      .perform();
    await visit.person.until(
      async () => (await rows('fold-outline .row.selected')) === 2,
      'the sweep did not select both',
    );
    await visit.person.inLeaf('wide', 'view.scrollTo(0, 330)');
    await visit.person.drag(
      await visit.person.pointOn('wide', 'section:nth-of-type(1) p'),
      await visit.person.pointOn('wide', 'section:nth-of-type(2) h2', 0.5, 0.2),
    );
    await visit.person.until(
      async () => (await count('section:nth-of-type(1) > *')) === 0 && (await count('section:nth-of-type(2) h2')) === 2,
      'the two were not moved together',
    );
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(async () => (await structure('wide')) === before, 'one undo did not bring both back');
  });

  it('wrapping several moves no box; unwrapping what would move is said before', async () => {
    const boxes = (): Promise<number[]> =>
      visit.person.inLeaf<number[]>(
        'phone',
        'return ["h2", "p"].flatMap((css) => { const box = document.querySelector(css).getBoundingClientRect(); return [box.left, box.top + view.scrollY, box.width, box.height].map(Math.round) })',
      );
    const before = await boxes();
    await visit.person.chord(Key.ALT, Key.SHIFT, 'w');
    await visit.person.until(async () => (await structure('wide')).startsWith('main(section(div(h2 p))'));
    expect(await boxes()).toEqual(before);
    await visit.person.group('Space');
    await visit.person.setCell('padding-top', 'phone', '33px');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'section > div', 'padding-top')) === '33px',
    );
    await visit.person.chord(Key.ALT, Key.SHIFT, 'u');
    await visit.person.until(
      async () => /by \d+ px on Phone/.test(await (await visit.person.find('.p-dialog')).getText()),
      'it is not said what would move',
    );
    expect(await (await visit.person.find('.p-dialog')).getText()).not.toContain('on Wide');
    await still(visit.browser.driver);
    await (await visit.person.button('Cancel')).click();
    await visit.person.until(async () => (await rows('.p-dialog-mask')) === 0);
    await visit.person.chord(Key.CONTROL, 'z');
    await visit.person.until(
      async () => (await visit.person.computed('phone', 'section > div', 'padding-top')) === '0px',
    );
    await visit.person.chord(Key.ALT, Key.SHIFT, 'u');
    await visit.person.until(
      async () => (await structure('wide')).startsWith('main(section(h2 p)'),
      'it was not unwrapped',
    );
    expect(await boxes()).toEqual(before);
  });

  it('columns of which one is duplicated, deleted, brought back or added stand in one row and fill it', async () => {
    const { person } = visit;
    await person.freshPage('tidewick', 'Columns', '/columns');
    await person.addPart('columns');
    const filling = (count: number) => async (): Promise<boolean> => {
      const [rows, tracks, columns] = await person.inLeaf<[number, number, number]>(
        'wide',
        `const box = document.querySelector('._cols');
         if (!box) return [0, 0, 0];
         const tracks = view.getComputedStyle(box).gridTemplateColumns.split(' ');
         return [new Set([...box.children].map((one) => one.getBoundingClientRect().top)).size, tracks.length, box.children.length];`,
      );
      return rows === 1 && tracks === count && columns === count;
    };
    await person.until(filling(2), 'two columns do not stand in one row');
    await person.clickOn('wide', '._cols > :nth-child(1)');
    await person.chord(Key.ALT, Key.SHIFT, 'd');
    await person.until(filling(3), 'the duplicate did not get room');
    await person.keys(Key.DELETE);
    await person.until(filling(2), 'the room of the deleted one is left');
    await person.chord(Key.CONTROL, 'z');
    await person.until(filling(3), 'one step of undo does not bring back both');
    await person.clickOn('wide', '._cols > :nth-child(2)');
    await person.addPart('column');
    await person.until(filling(4), 'the added one did not get room');
    await person.saved();
  });
});
