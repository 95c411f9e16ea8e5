import { applyEdits } from '../edits/apply';
import { blankPage, type Page } from '../page';
import { Problem } from '../problem';
import { blankSite } from '../site';
import { parentOf, partOf, subtree } from '../tree';
import { duplicate, outermost, step } from './arrange';
import { canUnwrap } from './can-wrap';
import { waysToUnwrap, waysToWrap } from './wrap';
import { columnShares, setColumnShare, setSplit } from './columns';
import { canPlace, landingBy, place, shellsFor, type Target } from './place';
import { copyTo, moveTo, overriddenBelow, ownValues, takeBack } from './overrides';
import { styleEdit, toggleShown } from './style';
import { newThing } from './thing';

const site = blankSite('s', 'Site', 'site');
const empty = blankPage('p', 'Page', '/');

function added(page: Page, kind: string, target: Target): { page: Page; id: string } {
  const thing = newThing(site, kind);
  return { page: applyEdits(site, page, place(site, page, thing, target)).page, id: thing.root };
}
const kindsUp = (page: Page, id: string): string[] => {
  const kinds: string[] = [];
  for (let at: string | undefined = id; at !== undefined; at = parentOf(page, at)) kinds.push(partOf(page, at).kind);
  return kinds;
};

describe('Nothing is homeless', () => {
  it('a widget dropped on an empty page gets its section', () => {
    const { page, id } = added(empty, 'heading', landingBy(empty, undefined, 'heading'));
    expect(kindsUp(page, id)).toEqual(['heading', 'section', 'page']);
  });
  it('a widget beside a widget gets a flex row, below one in a row a flex column around both', () => {
    const first = added(empty, 'heading', landingBy(empty, undefined, 'heading'));
    const second = added(first.page, 'image', { where: 'beside', part: first.id, side: 'right' });
    const row = parentOf(second.page, second.id)!;
    expect(partOf(second.page, row).children).toEqual([first.id, second.id]);
    expect(partOf(second.page, row).style['wide']?.normal?.['flex-direction']).toBe('row');
    const third = added(second.page, 'text', { where: 'beside', part: second.id, side: 'bottom' });
    const column = parentOf(third.page, third.id)!;
    expect(partOf(third.page, column).children).toEqual([second.id, third.id]);
    expect(partOf(third.page, column).style['wide']?.normal?.['flex-direction']).toBeUndefined();
    expect(parentOf(third.page, column)).toBe(row);
  });
  it('a widget dropped into columns gets a column, a column dropped in a section its columns', () => {
    expect(shellsFor('columns', 'text')).toEqual(['column']);
    expect(shellsFor('section', 'column')).toEqual(['columns']);
    expect(shellsFor('page', 'column')).toEqual(['section', 'columns']);
    expect(shellsFor('heading', 'text')).toBeUndefined();
  });
  it('an added part lands by the selection: inside a box, behind a widget, before a footer', () => {
    const first = added(empty, 'section', landingBy(empty, undefined, 'section'));
    const text = added(first.page, 'text', landingBy(first.page, first.id, 'text'));
    const next = added(text.page, 'heading', landingBy(text.page, text.id, 'heading'));
    expect(partOf(next.page, first.id).children).toEqual([text.id, next.id]);
    const footed = applyEdits(site, next.page, [{ do: 'set', part: first.id, field: ['tag'], value: 'footer' }]).page;
    expect(landingBy(footed, undefined, 'section')).toEqual({ where: 'inside', parent: 'root', index: 0 });
  });
  it('nothing is put into itself', () => {
    const { page, id } = added(empty, 'container', landingBy(empty, undefined, 'container'));
    expect(canPlace(page, { part: id }, { where: 'inside', parent: id, index: 0 })).toBeFalse();
    expect(() => place(site, page, { part: id }, { where: 'beside', part: id, side: 'left' })).toThrowError(Problem);
  });
});

describe('Wrap, unwrap, duplicate, move', () => {
  const base = added(empty, 'section', landingBy(empty, undefined, 'section'));
  const one = added(base.page, 'heading', { where: 'inside', parent: base.id, index: 0 });
  const two = added(one.page, 'text', { where: 'inside', parent: base.id, index: 1 });
  const styled = applyEdits(site, two.page, [
    styleEdit(one.id, 'wide', 'normal', 'width', '50%'),
    styleEdit(one.id, 'phone', 'normal', 'width', '100%'),
  ]).page;

  it('wrap and unwrap keep sizes and overrides', () => {
    const { ways, made } = waysToWrap(site, styled, [one.id]);
    const edits = ways[0]!.edits;
    const wrapped = applyEdits(site, styled, edits).page;
    expect(parentOf(wrapped, one.id)).toBe(made);
    expect(partOf(wrapped, one.id)).toEqual(partOf(styled, one.id));
    const back = applyEdits(site, wrapped, waysToUnwrap(site, wrapped, made).ways[0]!.edits).page;
    expect(back).toEqual(styled);
  });
  it('unwrap is refused where what is held could not stand', () => {
    expect(canUnwrap(styled, base.id)).toBeFalse();
    expect(() => waysToUnwrap(site, styled, base.id)).toThrowError(Problem);
  });
  it('duplicate stands right behind, whole, under new ids', () => {
    const { edits, made } = duplicate(styled, base.id);
    const page = applyEdits(site, styled, edits).page;
    expect(partOf(page, 'root').children).toEqual([base.id, made]);
    expect(subtree(page, made).length).toBe(subtree(styled, base.id).length);
    expect(subtree(page, made).some((id) => Object.hasOwn(styled.parts, id))).toBeFalse();
  });
  it('steps by keyboard go past neighbours, into boxes and out of them', () => {
    const down = applyEdits(site, styled, step(site, styled, one.id, 'after')).page;
    expect(partOf(down, base.id).children).toEqual([two.id, one.id]);
    expect(step(site, down, one.id, 'after')).toEqual([]);
    const box = applyEdits(site, styled, waysToWrap(site, styled, [one.id]).ways[0]!.edits).page;
    const boxed = applyEdits(site, box, step(site, box, two.id, 'in')).page;
    expect(parentOf(boxed, two.id)).toBe(parentOf(boxed, one.id)!);
    const out = applyEdits(site, boxed, step(site, boxed, one.id, 'out')).page;
    expect(parentOf(out, one.id)).toBe(base.id);
  });
  it('several selected count without those inside others of them', () => {
    expect(outermost(styled, [base.id, one.id, 'root'])).toEqual([base.id]);
  });
});

describe('Columns and style by breakpoint', () => {
  const columns = added(empty, 'columns', landingBy(empty, undefined, 'columns'));

  it('a split at the base makes columns, below it only shares', () => {
    const three = applyEdits(site, columns.page, setSplit(site, columns.page, columns.id, 'wide', [25, 50, 25])).page;
    expect(partOf(three, columns.id).children.length).toBe(3);
    expect(columnShares(site, three, columns.id, 'wide')?.map(Math.round)).toEqual([25, 50, 25]);
    const tablet = applyEdits(site, three, setSplit(site, three, columns.id, 'tablet', [50, 50])).page;
    expect(partOf(tablet, columns.id).children.length).toBe(3);
    expect(columnShares(site, tablet, columns.id, 'wide')?.map(Math.round)).toEqual([25, 50, 25]);
    expect(columnShares(site, tablet, columns.id, 'phone')).toEqual([100]);
  });
  // Common practice: 50/50, set one to 40 → 60/40; three thirds, set the middle to 60 → 20/60/20.
  it('one column’s share spreads the rest over the others, at its breakpoint alone', () => {
    const second = partOf(columns.page, columns.id).children[1]!;
    const set = applyEdits(site, columns.page, setColumnShare(site, columns.page, second, 'wide', 40)).page;
    expect(columnShares(site, set, columns.id, 'wide')).toEqual([60, 40]);
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
    const middle = partOf(three, columns.id).children[1]!;
    expect(
      columnShares(
        site,
        applyEdits(site, three, setColumnShare(site, three, middle, 'wide', 60)).page,
        columns.id,
        'wide',
      ),
    ).toEqual([20, 60, 20]);
    expect(() => setColumnShare(site, three, middle, 'phone', 60)).toThrowError(/stack/);
  });
  it('a split never takes away a column that holds something', () => {
    const filled = added(columns.page, 'text', {
      where: 'inside',
      parent: partOf(columns.page, columns.id).children[1]!,
      index: 0,
    }).page;
    expect(() => setSplit(site, filled, columns.id, 'wide', [100])).toThrowError(/still holds something/);
  });
  it('copies, moves and takes back values at a breakpoint, and says who overrides them below', () => {
    const set = (page: Page, breakpoint: string, property: string, value: string): Page =>
      applyEdits(site, page, [styleEdit(columns.id, breakpoint, 'normal', property, value)]).page;
    const styled = set(
      set(set(columns.page, 'wide', 'color', 'red'), 'wide', 'row-gap', '40px'),
      'phone',
      'color',
      'blue',
    );
    const colour = ownValues(styled, columns.id, 'wide', new Set(['color']));
    expect(colour.map((one) => one.value)).toEqual(['red']);
    expect(
      overriddenBelow(site, styled, columns.id, 'wide', 'normal', 'color').map(
        (one) => `${one.breakpoint} ${one.value}`,
      ),
    ).toEqual(['phone blue']);
    const copied = applyEdits(site, styled, copyTo(colour, 'tablet')).page;
    expect(['wide', 'tablet', 'phone'].map((at) => partOf(copied, columns.id).style[at]?.normal?.['color'])).toEqual([
      'red',
      'red',
      'blue',
    ]);
    const moved = applyEdits(site, styled, moveTo(colour, 'tablet')).page;
    expect(['wide', 'tablet'].map((at) => partOf(moved, columns.id).style[at]?.normal?.['color'])).toEqual([
      undefined,
      'red',
    ]);
    const bare = applyEdits(site, styled, takeBack(ownValues(styled, columns.id, 'phone'))).page;
    expect(partOf(bare, columns.id).style['phone']).toBeUndefined();
    expect(partOf(bare, columns.id).style['wide']?.normal?.['color']).toBe('red');
  });
  it('hides and shows again', () => {
    const hidden = applyEdits(site, columns.page, toggleShown(site, columns.page, columns.id, 'phone')).page;
    expect(partOf(hidden, columns.id).style['phone']?.normal?.['display']).toBe('none');
    expect(applyEdits(site, hidden, toggleShown(site, hidden, columns.id, 'phone')).page).toEqual(columns.page);
  });
});
