import fc from 'fast-check';
import { resolve } from '../../style/cascade';
import { applyEdits } from '../edits/apply';
import { readPage } from '../edits/check/check-page';
import { blankPage, type Page } from '../page';
import { Problem } from '../problem';
import { randomly } from '../testing/randomly';
import { blankSite, type Site } from '../site';
import { parentOf, partOf, placeOf, subtree } from '../tree';
import { boxedWidth, setBoxed } from './boxed';
import { clipOf } from './clipboard/clip';
import { paste, pasteStyle, readClip } from './clipboard/paste';
import { clipOfText } from './clipboard/pasted-text';
import { addColumn, columnShares, moveGutter, setSplit, stackColumns, stackGrid } from './columns';
import { layPart } from './layer';
import { landingBy, place } from './place';
import { fillingAt, fillings, layPlan, newSection, sharesOfPlan } from './plan';
import { standingOf, standSection } from './side-section';
import { styleEdit } from './style';
import { newThing } from './thing';

const site = blankSite('s', 'Site', 'site');
const empty = blankPage('p', 'Page', '/');

function added(page: Page, kind: string, selection?: string): { page: Page; id: string } {
  const thing = newThing(site, kind);
  return {
    page: applyEdits(site, page, place(site, page, thing, landingBy(page, selection, kind))).page,
    id: thing.root,
  };
}
const at = (page: Page, id: string, breakpoint: string, property: string): string =>
  resolve(site, page, id, breakpoint, 'normal', property).value;

describe('A plan', () => {
  it('lays a whole skeleton: sections in order, each with its height and split, in edits that undo to nothing', () => {
    const plan = [
      newSection(1),
      { ...newSection(2), height: 480, split: '1/3 + 2/3', filling: 'picture and text' as const },
      { ...newSection(3), split: '25 50 25', filling: 'nothing' as const },
    ];
    const { edits, made } = layPlan(site, empty, plan);
    const { page, inverses } = applyEdits(site, empty, edits);
    expect(partOf(page, 'root').children).toEqual(made);
    expect(made.map((id) => at(page, id, 'wide', 'min-height'))).toEqual(['700px', '480px', '700px']);
    const columns = subtree(page, made[1]!).find((id) => partOf(page, id).kind === 'columns')!;
    expect(columnShares(site, page, columns, 'wide')?.map(Math.round)).toEqual([33, 67]);
    expect(columnShares(site, page, columns, 'phone')).toEqual([100]);
    expect(subtree(page, made[1]!).map((id) => partOf(page, id).kind)).toEqual([
      'section',
      'columns',
      'column',
      'image',
      'column',
      'heading',
      'text',
    ]);
    expect(subtree(page, made[2]!).filter((id) => partOf(page, id).kind === 'column').length).toBe(3);
    expect(applyEdits(site, page, inverses).page).toEqual(empty);
    expect(() => readPage(site, page)).not.toThrow();
  });
  it('stands before the footer, and names the section whose shares do not add up', () => {
    const section = added(empty, 'section');
    const page = applyEdits(site, section.page, [
      { do: 'set', part: section.id, field: ['tag'], value: 'footer' },
    ]).page;
    const after = applyEdits(site, page, layPlan(site, page, [newSection(1)]).edits).page;
    expect(partOf(after, 'root').children.at(-1)).toBe(section.id);
    expect(() => layPlan(site, page, [{ ...newSection(4), split: '50 40' }])).toThrowError(/Section 4: .*90 %/);
    expect(() => layPlan(site, page, [])).toThrowError(Problem);
    expect(() => layPlan(site, page, [{ ...newSection(1), height: -5 }])).toThrowError(/height/);
  });
  it('alternates what two-fold fillings name', () => {
    expect([0, 1, 2].map((column) => fillingAt('picture and text', column))).toEqual(['picture', 'text', 'picture']);
    for (const filling of fillings) expect(fillingAt(filling, 0)).toBeTruthy();
    expect(sharesOfPlan({ ...newSection(1), split: '' })).toEqual([100]);
  });
  it('keeps the size and place of a placeholder when it is replaced', () => {
    const { edits, made } = layPlan(site, empty, [{ ...newSection(1), filling: 'picture' }]);
    const page = applyEdits(site, empty, edits).page;
    const image = subtree(page, made[0]!).at(-1)!;
    expect(at(page, image, 'wide', 'height')).toBe('572px');
    expect(at(page, image, 'wide', 'object-fit')).toBe('cover');
  });
});

describe('Columns', () => {
  const columns = added(empty, 'columns');
  const first = partOf(columns.page, columns.id).children[0]!;
  // Common practice: dragging a gutter changes its two neighbours, the shares still add up to one.
  it('a gutter takes from one neighbour and gives to the other, at its breakpoint alone', () => {
    const three = applyEdits(
      site,
      columns.page,
      setSplit(
        site,
        columns.page,
        columns.id,
        'wide',
        [1, 1, 1].map(() => 100 / 3),
      ),
    ).page;
    const page = applyEdits(site, three, moveGutter(site, three, columns.id, 'tablet', 0, 10)).page;
    expect(columnShares(site, page, columns.id, 'tablet')?.map((one) => Math.round(one))).toEqual([43, 23, 33]);
    expect(columnShares(site, page, columns.id, 'wide')?.map((one) => Math.round(one))).toEqual([33, 33, 33]);
    expect(() => moveGutter(site, page, columns.id, 'phone', 0, 10)).toThrowError(/stack/);
  });
  it('a full copy and an empty twin stand behind their column and get room of their own', () => {
    const filled = applyEdits(
      site,
      columns.page,
      place(site, columns.page, newThing(site, 'text'), { where: 'inside', parent: first, index: 0 }),
    ).page;
    const copied = addColumn(site, filled, first, 'copy');
    const page = applyEdits(site, filled, copied.edits).page;
    expect(placeOf(page, copied.made)).toEqual({ parent: columns.id, index: 1 });
    expect(partOf(page, copied.made).children.length).toBe(1);
    expect(columnShares(site, page, columns.id, 'wide')?.map((one) => Math.round(one))).toEqual([33, 33, 33]);
    expect(columnShares(site, page, columns.id, 'phone')).toEqual([100]);
    const styled = applyEdits(site, filled, [styleEdit(first, 'tablet', 'normal', 'padding-top', '9px')]).page;
    const twin = addColumn(site, styled, first, 'empty');
    const with2 = applyEdits(site, styled, twin.edits).page;
    expect(partOf(with2, twin.made).children).toEqual([]);
    expect(at(with2, twin.made, 'tablet', 'padding-top')).toBe('9px');
  });
  it('stack at one breakpoint and stand side by side again', () => {
    const stacked = applyEdits(site, columns.page, stackColumns(columns.page, columns.id, 'tablet', true)).page;
    expect(columnShares(site, stacked, columns.id, 'tablet')).toEqual([100]);
    expect(columnShares(site, stacked, columns.id, 'wide')).toEqual([50, 50]);
    const back = applyEdits(site, stacked, stackColumns(stacked, columns.id, 'tablet', false)).page;
    expect(columnShares(site, back, columns.id, 'tablet')).toEqual([50, 50]);
  });
});

describe('A grid stacked, a part laid behind or in front', () => {
  const section = added(empty, 'section');
  const box = added(section.page, 'container', section.id);
  const text = added(box.page, 'text', box.id);
  const grid = applyEdits(site, text.page, [
    styleEdit(box.id, 'wide', 'normal', 'display', 'grid'),
    styleEdit(box.id, 'wide', 'normal', 'grid-template-columns', '1fr 1fr'),
    styleEdit(text.id, 'wide', 'normal', 'grid-column-end', 'span 2'),
    styleEdit(text.id, 'wide', 'normal', 'grid-row-start', '2'),
  ]).page;
  it('has one column on the phone alone, and no part put into cells there', () => {
    const page = applyEdits(site, grid, stackGrid(site, grid, box.id, 'phone')).page;
    expect(at(page, box.id, 'phone', 'grid-template-columns')).toBe('1fr');
    expect([at(page, text.id, 'phone', 'grid-column-end'), at(page, text.id, 'phone', 'grid-row-start')]).toEqual([
      'auto',
      'auto',
    ]);
    expect([
      at(page, text.id, 'tablet', 'grid-column-end'),
      at(page, box.id, 'tablet', 'grid-template-columns'),
    ]).toEqual(['span 2', '1fr 1fr']);
    expect(stackGrid(site, page, box.id, 'phone')).toEqual([]);
  });
  it('lies behind without falling behind its parent, or in front of its highest neighbour', () => {
    const two = added(text.page, 'text', text.id);
    const high = applyEdits(site, two.page, [styleEdit(text.id, 'wide', 'normal', 'z-index', '7')]).page;
    const front = applyEdits(site, high, layPart(site, high, two.id, 'wide', 'in front')).page;
    expect(at(front, two.id, 'wide', 'z-index')).toBe('8');
    const behind = applyEdits(site, front, layPart(site, front, two.id, 'wide', 'behind')).page;
    expect([at(behind, two.id, 'wide', 'z-index'), at(behind, box.id, 'wide', 'isolation')]).toEqual(['-1', 'isolate']);
    const back = applyEdits(site, behind, layPart(site, behind, two.id, 'wide', 'as it comes')).page;
    expect(at(back, two.id, 'wide', 'z-index')).toBe('auto');
  });
});

describe('Boxed and full', () => {
  const section = added(empty, 'section');
  const text = added(section.page, 'text', section.id);
  it('a section keeps its contents to a width by its paddings, and is full again', () => {
    const boxed = applyEdits(site, text.page, setBoxed(site, text.page, section.id, 'wide', 980)).page;
    expect(boxedWidth(site, boxed, section.id, 'wide')).toBe(980);
    expect(boxedWidth(site, boxed, section.id, 'phone')).toBe(980);
    expect(at(boxed, section.id, 'wide', 'padding-left')).toBe('max(5%, calc((100% - 980px) / 2))');
    const wider = applyEdits(site, boxed, setBoxed(site, boxed, section.id, 'wide', 1280)).page;
    expect(boxedWidth(site, wider, section.id, 'wide')).toBe(1280);
    const full = applyEdits(site, wider, setBoxed(site, wider, section.id, 'tablet', undefined)).page;
    expect(boxedWidth(site, full, section.id, 'tablet')).toBeUndefined();
    expect(at(full, section.id, 'tablet', 'padding-left')).toBe('5%');
    expect(boxedWidth(site, full, section.id, 'wide')).toBe(1280);
  });
  it('a part inside gets a maximum width and auto margins, never a fixed width', () => {
    const boxed = applyEdits(site, text.page, setBoxed(site, text.page, text.id, 'wide', 980)).page;
    expect(boxedWidth(site, boxed, text.id, 'wide')).toBe(980);
    expect(at(boxed, text.id, 'wide', 'width')).toBe('100%');
    expect(() => setBoxed(site, boxed, text.id, 'wide', 20)).toThrowError(Problem);
  });
});

describe('A side section', () => {
  const side = added(empty, 'section');
  it('stands beside the page, which makes room for it, and lies across the top on smaller screens', () => {
    const beside = applyEdits(site, side.page, standSection(site, side.page, side.id, 'wide', 'left', 200)).page;
    expect(standingOf(site, beside, side.id, 'wide')).toBe('left');
    expect(at(beside, 'root', 'wide', 'padding-left')).toBe('200px');
    const top = applyEdits(site, beside, standSection(site, beside, side.id, 'tablet', 'top')).page;
    expect(['wide', 'tablet', 'phone'].map((one) => standingOf(site, top, side.id, one))).toEqual([
      'left',
      'top',
      'top',
    ]);
    expect(['wide', 'tablet', 'phone'].map((one) => at(top, 'root', one, 'padding-left'))).toEqual([
      '200px',
      '0px',
      '0px',
    ]);
    const right = applyEdits(site, top, standSection(site, top, side.id, 'wide', 'right', 120)).page;
    expect(standingOf(site, right, side.id, 'wide')).toBe('right');
    expect([at(right, 'root', 'wide', 'padding-left'), at(right, 'root', 'wide', 'padding-right')]).toEqual([
      '0px',
      '120px',
    ]);
    const flow = applyEdits(site, right, standSection(site, right, side.id, 'wide', 'flow')).page;
    expect(at(flow, side.id, 'wide', 'position')).toBe('static');
    expect(at(flow, 'root', 'wide', 'padding-right')).toBe('0px');
  });
  it('is a section of the page, of a sensible width', () => {
    const text = added(side.page, 'text', side.id);
    expect(() => standSection(site, text.page, text.id, 'wide', 'left')).toThrowError(/Only a section/);
    expect(() => standSection(site, side.page, side.id, 'wide', 'left', 5000)).toThrowError(Problem);
  });
});

describe('Rows whose sides alternate', () => {
  const rows = added(empty, 'rows');
  const directions = (page: Page, breakpoint: string): string[] =>
    partOf(page, rows.id).children.map((id) => at(page, id, breakpoint, 'flex-direction'));
  const third = applyEdits(site, rows.page, [
    { do: 'insert', parent: rows.id, index: 2, ...newThing(site, 'container') },
  ]).page;
  it('alternate by their place, stack on the phone, and keep it when they are reordered', () => {
    expect(directions(third, 'wide')).toEqual(['row', 'row-reverse', 'row']);
    expect(directions(third, 'phone')).toEqual(['column', 'column', 'column']);
    const children = partOf(third, rows.id).children;
    const moved = applyEdits(site, third, [{ do: 'move', part: children[2]!, parent: rows.id, index: 0 }]).page;
    expect(directions(moved, 'wide')).toEqual(['row', 'row-reverse', 'row']);
  });
  it('begin with the text when asked, at one breakpoint alone', () => {
    const turned = applyEdits(site, third, [
      {
        do: 'set',
        part: rows.id,
        field: ['content', 'base', 'sides'],
        value: { wide: 'alternate, turned first', tablet: 'same', phone: 'stacked' },
      },
    ]).page;
    expect(directions(turned, 'wide')).toEqual(['row-reverse', 'row', 'row-reverse']);
    expect(directions(turned, 'tablet')).toEqual(['row', 'row', 'row']);
    expect(() =>
      applyEdits(site, third, [
        { do: 'set', part: rows.id, field: ['content', 'base', 'sides'], value: { wide: 'sideways' } },
      ]),
    ).toThrowError(Problem);
  });
});

describe('The clipboard', () => {
  it('carries parts to any page of the site, whole, and they pass every check there', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const from = random.site();
        const page = random.page(from, 12);
        const ids = subtree(page, page.root).filter(() => random.chance(0.3));
        if (!ids.some((id) => id !== page.root)) return;
        const clip = readClip(JSON.stringify(clipOf(from, page, ids)))!;
        const other = random.page(from, 6);
        const { edits, made } = paste(from, other, clip, random.pick(subtree(other, other.root)));
        const after = applyEdits(from, other, edits).page;
        expect(() => readPage(from, after)).not.toThrow();
        expect(made.length).toBe(clip.roots.length);
        made.forEach((id, index) => {
          expect(partOf(after, id).style).toEqual(clip.parts[clip.roots[index]!]!.style);
          expect(subtree(after, id).length).toBe(subtree(page, clip.roots[index]!).length);
        });
      }),
      { numRuns: 60 },
    );
  });
  it('carries classes and tokens to a site that lacks them as values, and leaves pictures behind', () => {
    const from: Site = {
      ...site,
      id: 'from',
      tokens: { ink: '#223344' },
      classes: [
        { id: 'loud', name: 'loud', style: { wide: { normal: { color: 'var(--ink)', 'font-size': '40px' } } } },
      ],
    };
    const image = newThing(from, 'image');
    const text = newThing(from, 'text');
    let page = applyEdits(from, empty, place(from, empty, text, landingBy(empty, undefined, 'text'))).page;
    page = applyEdits(from, page, [
      { do: 'set', part: text.root, field: ['classes'], value: ['loud'] },
      styleEdit(text.root, 'wide', 'normal', 'font-size', '50px'),
    ]).page;
    page = applyEdits(
      from,
      page,
      place(from, page, image, { where: 'inside', parent: parentOf(page, text.root)!, index: 1 }),
    ).page;
    page = {
      ...page,
      parts: {
        ...page.parts,
        [image.root]: { ...partOf(page, image.root), content: { base: { picture: 'gone', alt: 'A boat' } } },
      },
    };
    const clip = clipOf(from, page, [text.root, image.root]);
    const { edits, made } = paste(site, empty, clip, undefined);
    const after = applyEdits(site, empty, edits).page;
    expect(partOf(after, made[0]!).classes).toEqual([]);
    expect(partOf(after, made[0]!).style).toEqual({ wide: { normal: { color: '#223344', 'font-size': '50px' } } });
    expect(partOf(after, made[1]!).content.base).toEqual({ alt: 'A boat' });
  });
  it('gives the style alone, taking away what was there', () => {
    const one = added(empty, 'text');
    const two = added(one.page, 'text', one.id);
    const page = applyEdits(site, two.page, [
      styleEdit(one.id, 'phone', 'normal', 'color', '#111'),
      styleEdit(two.id, 'wide', 'normal', 'width', '50%'),
    ]).page;
    const after = applyEdits(site, page, pasteStyle(site, page, clipOf(site, page, [one.id]), [two.id])).page;
    expect(partOf(after, two.id).style).toEqual({ phone: { normal: { color: '#111' } } });
    expect(partOf(after, two.id).content).toEqual(partOf(two.page, two.id).content);
  });
  it('takes plain text as paragraphs, ignores what is none of its own, refuses a broken clip', () => {
    expect(clipOfText(site, 'One\nstill one\n\n\nTwo')!.roots.length).toBe(2);
    expect(clipOfText(site, '  \n ')).toBeUndefined();
    expect(readClip('hello')).toBeUndefined();
    expect(readClip('{"format":"fold-line/clip"')).toBeUndefined();
    expect(() => readClip('{"format":"fold-line/clip","version":1,"roots":[]}')).toThrowError(/cannot be read/);
    const text = added(empty, 'text');
    const evil = clipOf(site, text.page, [text.id]);
    const root = evil.roots[0]!;
    const looped = { ...evil, parts: { ...evil.parts, [root]: { ...evil.parts[root]!, children: [root] } } };
    expect(() => paste(site, empty, looped, undefined)).toThrowError(/two places/);
    expect(() => paste(site, empty, { ...evil, roots: ['gone'] }, undefined)).toThrowError(Problem);
  });
});
