import { stillPart as still } from '../testing/still-part';
import { applyEdits } from '../../document/edits/apply';
import { blankPage, type Page, type Part } from '../../document/page';
import { blankSite, type Site } from '../../document/site';
import type { Declarations } from '../../document/style-map';
import type { Box } from '../../geometry/box';
import type { SweptPart } from '../../review/sweep/slice';
import { resolve } from '../../style/cascade';
import type { Proposal, Rule, Situation } from '../proposal';
import { cutSpaces } from './cut-space';
import { freeWidth } from './free-width';
import { lineLength } from './line-length';
import { placeAnew } from './place-anew';
import { scaleType } from './scale-type';
import { stack } from './stack';
import { target } from './target';
import { wrapRow } from './wrap-row';

const site: Site = blankSite('s', 'S', 'site');
const box = (left: number, top: number, width: number, height: number): Box => ({ left, top, width, height });
interface Given {
  readonly kind: string;
  readonly tag: string;
  readonly wide?: Declarations;
  readonly phone?: Declarations;
  readonly holds?: readonly string[];
  readonly laid?: Partial<SweptPart>;
}

/** A page of these parts below one section, as laid out on a phone 320 px wide. */
function situation(given: Readonly<Record<string, Given>>, overwrite = false): Situation {
  const blank = blankPage('p', 'P', '/');
  const parts: Record<string, Part> = {};
  const swept = new Map<string, SweptPart>();
  for (const [id, one] of Object.entries(given)) {
    const style = {
      ...(one.wide && { wide: { normal: one.wide } }),
      ...(one.phone && { phone: { normal: one.phone } }),
    };
    parts[id] = {
      kind: one.kind,
      tag: one.tag,
      name: id,
      children: [...(one.holds ?? [])],
      classes: [],
      style,
      content: { base: {} },
      attributes: {},
    };
    const parent = Object.keys(given).find((other) => given[other]!.holds?.includes(id));
    const at = one.laid?.box ?? box(0, 0, 320, 100);
    swept.set(id, { id, kind: one.kind, parent, ...still, box: at, port: at, ...one.laid });
  }
  const page: Page = {
    ...blank,
    parts: { root: { ...blank.parts['root']!, children: [Object.keys(given)[0]!] }, ...parts },
  };
  return {
    site,
    page,
    breakpoint: 'phone',
    slices: [{ width: 320, scrollWidth: 320, parts: swept }],
    ratio: 390 / 1280,
    overwrite,
  };
}

/** What a part's value becomes on the phone when a proposal is taken, and what stays at the base. */
function taken(of: Situation, proposal: Proposal, part: string, property: string): string {
  const after = applyEdits(of.site, of.page, proposal.edits).page;
  expect(resolve(site, after, part, 'wide', 'normal', property).value)
    .withContext('the base')
    .toBe(resolve(site, of.page, part, 'wide', 'normal', property).value);
  return resolve(site, after, part, 'phone', 'normal', property).value;
}

const says = (rule: Rule, of: Situation, part: string): string[] => rule.propose(of, part).map((one) => one.says);
const grid = { display: 'grid', 'grid-template-columns': '1fr 1fr 1fr' };
const threeColumns = (phone?: Declarations) => ({
  sec: { kind: 'section', tag: 'section', holds: ['Sailings'] },
  Sailings: { kind: 'columns', tag: 'div', wide: grid, ...(phone && { phone }), holds: ['a', 'b', 'c'] },
  a: { kind: 'column', tag: 'div', laid: { box: box(0, 0, 96, 200) } },
  b: { kind: 'column', tag: 'div', laid: { box: box(112, 0, 96, 200) } },
  c: { kind: 'column', tag: 'div', laid: { box: box(224, 0, 88, 200) } },
});

describe('Rules of refit', () => {
  it('stack columns or set two beside each other, with the room they had as the reason', () => {
    const of = situation(threeColumns());
    const [pairs, one] = stack.propose(of, 'Sailings');
    expect(says(stack, of, 'Sailings')).toEqual(['Sailings: two beside each other', 'Sailings: one below the other']);
    expect(pairs!.reason).toBe('3 columns leave 88 px to the narrowest of them on a screen of 320 px.');
    expect(taken(of, pairs!, 'Sailings', 'grid-template-columns')).toBe('1fr 1fr');
    expect(taken(of, one!, 'Sailings', 'grid-template-columns')).toMatch(/^(minmax\(0, ?)?1fr\)?$/);
  });

  it('leave what somebody set at the breakpoint unless replacing was asked for', () => {
    const own = { 'grid-template-columns': '1fr 1fr 1fr' };
    expect(says(stack, situation(threeColumns(own)), 'Sailings')).toEqual([]);
    expect(says(stack, situation(threeColumns(own), true), 'Sailings').length).toBe(2);
    const classed = situation(threeColumns());
    const page = {
      ...classed.page,
      parts: {
        ...classed.page.parts,
        Sailings: {
          ...classed.page.parts['Sailings']!,
          style: { wide: { normal: { display: 'grid' } } },
          classes: ['three'],
        },
      },
    };
    const three = {
      ...site,
      classes: [
        {
          id: 'three',
          name: 'three',
          style: { wide: { normal: { 'grid-template-columns': '1fr 1fr 1fr' } }, phone: { normal: own } },
        },
      ],
    };
    expect(says(stack, { ...classed, site: three, page }, 'Sailings')).toEqual([]);
  });

  it('leave columns that find their own number, and parts that are no grid', () => {
    const fitting = threeColumns();
    expect(
      says(
        stack,
        situation({
          ...fitting,
          Sailings: {
            ...fitting.Sailings,
            wide: { display: 'grid', 'grid-template-columns': 'repeat(auto-fit, minmax(200px, 1fr))' },
          },
        }),
        'Sailings',
      ),
    ).toEqual([]);
    expect(says(stack, situation(threeColumns()), 'a')).toEqual([]);
  });

  const row = (wrap: string) => ({
    sec: { kind: 'section', tag: 'section', holds: ['Row'] },
    Row: {
      kind: 'container',
      tag: 'div',
      wide: { display: 'flex', 'flex-direction': 'row', 'flex-wrap': wrap },
      holds: ['Words', 'Title'],
    },
    Words: { kind: 'text', tag: 'p', wide: { width: '55%' }, laid: { box: box(0, 0, 150, 200) } },
    Title: { kind: 'heading', tag: 'h2', laid: { box: box(170, 0, 150, 200) } },
  });
  it('let a row wrap, or lay its parts below each other, as wide as it is', () => {
    const of = situation(row('nowrap'));
    const [wrap, column] = wrapRow.propose(of, 'Row');
    expect(wrap!.says).toBe('Row: let it wrap');
    expect(taken(of, column!, 'Row', 'flex-direction')).toBe('column');
    expect(taken(of, column!, 'Words', 'width')).toBe('100%');
    expect(taken(of, column!, 'Title', 'width')).toBe('auto');
    expect(says(wrapRow, situation(row('wrap')), 'Row')).toEqual(['Row: one below the other']);
    expect(says(wrapRow, of, 'sec')).toEqual([]);
  });

  const held = (part: Given, over: Partial<SweptPart> = {}) =>
    situation({
      sec: { kind: 'section', tag: 'section', holds: ['It'], laid: { box: box(0, 0, 320, 400), paddingX: 40 } },
      It: { ...part, laid: { ...part.laid, ...over } },
    });

  it('free a width that has no room, keep it as the most there may be, and leave one that has', () => {
    const of = held({ kind: 'image', tag: 'img', wide: { width: '480px' } });
    const [freed] = freeWidth.propose(of, 'It');
    expect(freed!.reason).toBe('Its width is 480 px; on a screen of 320 px it has 280 px.');
    expect([taken(of, freed!, 'It', 'width'), taken(of, freed!, 'It', 'max-width')]).toEqual(['100%', '480px']);
    expect(says(freeWidth, held({ kind: 'image', tag: 'img', wide: { width: '240px' } }), 'It')).toEqual([]);
    expect(
      says(freeWidth, held({ kind: 'image', tag: 'img', wide: { width: '480px' } }, { position: 'absolute' }), 'It'),
    ).toEqual([]);
    expect(says(freeWidth, held({ kind: 'image', tag: 'img', wide: { 'min-width': '300px' } }), 'It')).toEqual([
      'It: let it be narrower',
    ]);
  });

  it('let a box of a fixed height grow with what it holds', () => {
    const of = situation({
      It: { kind: 'section', tag: 'section', wide: { height: '600px' }, holds: ['p'] },
      p: { kind: 'text', tag: 'p' },
    });
    const [grown] = freeWidth.propose(of, 'It');
    expect([taken(of, grown!, 'It', 'height'), taken(of, grown!, 'It', 'min-height')]).toEqual(['auto', '600px']);
  });

  it('offer smaller type from the scale, the nearest first, and none for type of reading size', () => {
    const of = held(
      { kind: 'heading', tag: 'h1', wide: { 'font-size': '76px' } },
      { fontSize: 76, lines: [box(0, 0, 280, 84), box(0, 84, 280, 84), box(0, 168, 200, 84)] },
    );
    const proposals = scaleType.propose(of, 'It');
    expect(proposals.map((one) => taken(of, one, 'It', 'font-size'))).toEqual([
      '69px',
      '57px',
      '48px',
      '40px',
      '33px',
      '28px',
    ]);
    expect(proposals[0]!.reason).toBe('76 px is 24 % of a screen of 320 px and takes 3 lines.');
    expect(says(scaleType, held({ kind: 'text', tag: 'p', wide: { 'font-size': '18px' } }), 'It')).toEqual([]);
  });

  it('change parts that are alike together, so that they stay alike', () => {
    const card = { kind: 'heading', tag: 'h3', wide: { 'font-size': '40px' } };
    const of = situation({
      sec: { kind: 'section', tag: 'section', holds: ['One', 'Two', 'Other'] },
      One: card,
      Two: card,
      Other: { ...card, tag: 'h2' },
    });
    const [first] = scaleType.propose(of, 'One');
    expect(first!.says).toBe('One and 1 like it: 33 px type');
    expect(['One', 'Two', 'Other'].map((id) => taken(of, first!, id, 'font-size'))).toEqual(['33px', '33px', '40px']);
  });

  it('give long lines a measure, and lift one that leaves lines of few words', () => {
    const lines = (count: number, width: number): Box[] =>
      Array.from({ length: count }, (_, index) => box(0, index * 24, width, 24));
    const long = held({ kind: 'text', tag: 'p' }, { lines: lines(4, 300), characters: 340 });
    expect(lineLength.propose(long, 'It').map((one) => [taken(long, one, 'It', 'max-width'), one.reason])).toEqual([
      ['65ch', 'Its lines have about 85 characters.'],
    ]);
    const short = held(
      { kind: 'text', tag: 'p', wide: { 'max-width': '40%' } },
      { lines: lines(8, 110), characters: 120 },
    );
    expect(lineLength.propose(short, 'It').map((one) => taken(short, one, 'It', 'max-width'))).toEqual(['100%']);
    expect(says(lineLength, held({ kind: 'text', tag: 'p' }, { lines: lines(4, 300), characters: 200 }), 'It')).toEqual(
      [],
    );
  });

  it('take from spaces in proportion, down to the floor, and leave shares of the screen alone', () => {
    const of = held({
      kind: 'container',
      tag: 'div',
      wide: {
        'padding-top': '96px',
        'padding-bottom': '96px',
        'padding-left': '5%',
        'row-gap': '20px',
        'column-gap': '12px',
      },
    });
    const [cut] = cutSpaces.propose(of, 'It');
    expect(
      ['padding-top', 'padding-bottom', 'padding-left', 'row-gap', 'column-gap'].map((one) =>
        taken(of, cut!, 'It', one),
      ),
    ).toEqual(['48px', '48px', '5%', '16px', '12px']);
    expect([cut!.before, cut!.after]).toEqual(['top and bottom 96, row-gap 20', 'top and bottom 48, row-gap 16']);
    expect(cut!.reason).toContain('30 %');
  });

  // WCAG 2.2, 2.5.8: 24 by 24 CSS px.
  it('make a low button high enough to be hit', () => {
    const of = held(
      { kind: 'button', tag: 'a', wide: { 'padding-top': '0px', 'padding-bottom': '0px' } },
      { box: box(0, 0, 90, 19) },
    );
    const [more] = target.propose(of, 'It');
    expect(
      19 +
        ['padding-top', 'padding-bottom'].reduce(
          (sum, side) => sum + Number.parseFloat(taken(of, more!, 'It', side)),
          0,
        ),
    ).toBeGreaterThanOrEqual(24);
    expect(says(target, held({ kind: 'button', tag: 'a' }, { box: box(0, 0, 90, 24) }), 'It')).toEqual([]);
  });

  it('shrink or pin anew what is placed absolutely, and only that', () => {
    const of = held(
      { kind: 'image', tag: 'img', wide: { position: 'absolute', left: '640px', width: '400px' } },
      { position: 'absolute', box: box(640, 0, 400, 300) },
    );
    const [shrunk, right, left] = placeAnew.propose(of, 'It');
    expect(shrunk!.reason).toBe('It is placed for a wider screen and reaches 720 px beyond one of 320 px.');
    expect([taken(of, shrunk!, 'It', 'left'), taken(of, shrunk!, 'It', 'width')]).toEqual(['224px', '140px']);
    expect([
      taken(of, right!, 'It', 'left'),
      taken(of, right!, 'It', 'right'),
      taken(of, right!, 'It', 'max-width'),
    ]).toEqual(['auto', '0px', '100%']);
    expect([taken(of, left!, 'It', 'left'), taken(of, left!, 'It', 'right')]).toEqual(['0px', 'auto']);
    expect(says(placeAnew, held({ kind: 'image', tag: 'img', wide: { width: '400px' } }), 'It')).toEqual([]);
  });
});
