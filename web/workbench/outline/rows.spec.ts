import { freshPart } from '@core/document/commands/thing';
import { blankPage, type Page, type Part } from '@core/document/page';
import { blankSite } from '@core/document/site';
import { endOf, RowMaker, sameRows, type Shown } from './rows';

const site = blankSite('s', 'S', 's');
const shown: Shown = { closed: new Set(), query: '', shared: new Set(), breakpoints: site.breakpoints };

function pageOf(parts: Readonly<Record<string, Part>>, top: readonly string[]): Page {
  const blank = blankPage('p', 'P', '/p');
  return { ...blank, parts: { ...parts, [blank.root]: { ...blank.parts[blank.root]!, children: [...top] } } };
}
const twoSections = (): Page =>
  pageOf(
    {
      a: { ...freshPart(site, 'section', ['t', 'u']), name: 'Opening' },
      t: { ...freshPart(site, 'heading', []), content: { base: { text: 'Fares and passes' } } },
      u: freshPart(site, 'text', []),
      b: freshPart(site, 'section', []),
    },
    ['a', 'b'],
  );

describe('the rows of the outline', () => {
  it('stand in document order, each with its depth and its place among its siblings', () => {
    const rows = new RowMaker().rows(twoSections(), shown);
    expect(rows.map(({ id, depth, place, of }) => [id, depth, place, of])).toEqual([
      ['a', 0, 1, 2],
      ['t', 1, 1, 2],
      ['u', 1, 2, 2],
      ['b', 0, 2, 2],
    ]);
    expect(endOf(rows, 0)).toBe(3);
  });

  it('leave out what a closed row holds, and open everything while one searches', () => {
    const closed = new Set(['a']);
    expect(new RowMaker().rows(twoSections(), { ...shown, closed }).map((row) => row.id)).toEqual(['a', 'b']);
    const found = new RowMaker().rows(twoSections(), { ...shown, closed, query: 'FARES ' });
    expect(found.map((row) => row.id)).toEqual(['t']);
  });

  it('stay the very same where the part did, and are the same when only another part’s style changed', () => {
    const [maker, page] = [new RowMaker(), twoSections()];
    const before = maker.rows(page, shown);
    const styled = { ...page.parts['t']!, style: { wide: { normal: { 'font-size': '40px' } } } };
    const after = maker.rows({ ...page, parts: { ...page.parts, t: styled } }, shown);
    expect(after[0]).toBe(before[0]!);
    expect(sameRows(before, after)).toBeTrue();
    const hidden = { ...page.parts['t']!, style: { phone: { normal: { display: 'none' } } } };
    expect(sameRows(before, maker.rows({ ...page, parts: { ...page.parts, t: hidden } }, shown))).toBeFalse();
  });

  it('are made of 10,000 parts, three deep', () => {
    const parts: Record<string, Part> = {};
    const top = Array.from({ length: 100 }, (_, section) => {
      const children = Array.from({ length: 99 }, (_, at) => `s${section}t${at}`);
      for (const id of children) parts[id] = freshPart(site, 'text', []);
      parts[`s${section}`] = freshPart(site, 'section', children);
      return `s${section}`;
    });
    const rows = new RowMaker().rows(pageOf(parts, top), shown);
    expect(rows.length).toBe(10_000);
    expect(rows.at(-1)).toEqual(jasmine.objectContaining({ id: 's99t98', place: 99, of: 99 }));
  });
});
