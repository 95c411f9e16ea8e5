import { applyEdits } from '../document/edits/apply';
import type { Page } from '../document/page';
import type { LeafFacts } from './check';
import type { Finding } from './finding';
import { box, findings, measured, of, page, site } from './testing/reviewed';

describe('Findings', () => {
  it('name links to pages that are not published, or were renamed, with what puts it right', () => {
    const pages = [
      { id: 'fares', title: 'Fares', path: '/fares', former: [], live: null },
      { id: 'boats', title: 'Boats', path: '/our-boats', former: ['/boats', '/ships'], live: '/boats' },
      { id: 'crew', title: 'Crew', path: '/crew', former: ['/people'], live: '/crew' },
      { id: 'p', title: 'Itself', path: '/', former: [], live: null },
    ];
    const linking = (link: string, at?: string): Page =>
      page({
        b: {
          kind: 'button',
          content: { base: { text: 'Go', link: at ? '/crew' : link }, ...(at && { [at]: { link } }) },
        },
      });
    const told = (link: string): Finding[] => of('dead links', findings(linking(link), { pages }));
    expect(told('/fares').map(({ severity, elsewhere }) => [severity, elsewhere?.page])).toEqual([
      ['warning', 'fares'],
    ]);
    expect(
      told('/our-boats').map(({ reason, elsewhere }) => [/live at \/boats/.test(reason), elsewhere?.page]),
    ).toEqual([[true, 'boats']]);
    expect(told('/crew')).toEqual([]);
    expect(told('/')).toEqual([]);
    expect(told('page:crew#bosun')).toEqual([]);
    expect(told('page:fares').map((one) => [one.severity, one.elsewhere?.page])).toEqual([['warning', 'fares']]);
    expect(told('page:boats')).withContext('its path follows').toEqual([]);
    expect(told('page:gone').map((one) => one.severity)).toEqual(['error']);
    expect(told('/nobody').map((one) => [one.severity, one.cure])).toEqual([['error', undefined]]);
    for (const [link, becomes] of [
      ['/people', 'page:crew'],
      ['/people#bosun', 'page:crew#bosun'],
      ['/ships/', 'page:boats'],
      ['/people?a=1', '/crew?a=1'],
    ] as const) {
      const [found] = told(link);
      expect(found?.severity).withContext(link).toBe('error');
      const cured = applyEdits(site, linking(link), found!.cure!.edits).page;
      expect(cured.parts['b']!.content.base['link']).withContext(link).toBe(becomes);
    }
    const two = [...pages, { id: 'x', title: 'X', path: '/x', former: ['/people'], live: '/x' }];
    // nobody knows which is meant
    expect(of('dead links', findings(linking('/people'), { pages: two })).map((one) => one.cure)).toEqual([undefined]);
  });
  it('name a box that is a link though it holds links, and make it a plain box again', () => {
    const nested = page({ b: { kind: 'button', content: { base: { text: 'Go', link: '/' } } } });
    const box = Object.keys(nested.parts).find((id) => nested.parts[id]!.children.includes('b'))!;
    const inside: Page = {
      ...nested,
      parts: {
        ...nested.parts,
        [box]: { ...nested.parts[box]!, children: ['around'] },
        around: {
          ...nested.parts['b']!,
          kind: 'container',
          tag: 'a',
          children: ['b'],
          content: { base: { link: '/' } },
        },
      },
    };
    const [found] = of('link in a link', findings(inside));
    expect(found?.part).toBe('around');
    const cured = applyEdits(site, inside, found!.cure!.edits).page;
    expect(of('link in a link', findings(cured))).toEqual([]);
  });
  // WCAG 2.2, 2.5.3, and its failure F96: “the accessible name does not contain the visible label text”
  it('tell of words for screen readers that don’t contain what is seen, of a part and in a sentence', () => {
    const said: Page = page({
      go: { kind: 'button', content: { base: { text: 'Send', link: '/', linkLabel: 'Submit the form' } } },
      fine: { kind: 'button', content: { base: { text: 'Fares…', link: '/', linkLabel: 'Our FARES, by boat' } } },
      card: { kind: 'container', tag: 'a', children: ['words'], content: { base: { link: '/', linkLabel: 'More' } } },
      words: {
        ...{ kind: 'heading', tag: 'h2' },
        content: { base: { text: ['Go ', { text: 'there', link: { to: '/', label: 'Fares' } }] } },
      },
    });
    const found = of('label in name', findings(said));
    expect(found.map((one) => one.part).sort()).toEqual(['card', 'go', 'words']);
    const cured = found.reduce((at, { cure }) => applyEdits(site, at, cure!.edits).page, said);
    expect(of('label in name', findings(cured))).toEqual([]);
    expect(cured.parts['go']!.content.base['linkLabel']).toBe('Send: Submit the form');
  });
  it('tell of a list that holds something else, and of an item without a list, each with what puts it right', () => {
    const held = (children: string[], tag = 'ul'): Page =>
      page({
        list: { kind: 'container', tag, children },
        item: { kind: 'container', tag: 'li' },
        box: { kind: 'container' },
        words: { kind: 'text', content: { base: { text: 'A' } } },
      });
    const cured = (at: Page): string[] => {
      const [found] = of('list items', findings(at));
      const after = applyEdits(site, at, found!.cure!.edits).page;
      expect(of('list items', findings(after))).toEqual([]);
      return ['list', 'item', 'box'].map((id) => after.parts[id]!.tag);
    };
    expect(cured(held(['item', 'box']))).toEqual(['ul', 'li', 'li']);
    expect(cured(held(['item', 'words']))).toEqual(['div', 'div', 'div']);
    expect(cured(held(['item', 'box'], 'div'))).toEqual(['div', 'div', 'div']);
  });
  it('that are the same at several breakpoints are one, which names them all, tells of the worst, and whose cure cures each', () => {
    const crowded = page({
      a: { kind: 'button', content: { base: { text: 'A', link: '/' } } },
      b: { kind: 'button', content: { base: { text: 'B', link: '/' } } },
    });
    const small = (height: number): LeafFacts =>
      measured({ a: box(0, 0, 40, height), b: box(0, height + 2, 40, 30) }, { display: 'block' });
    const leaves = new Map([
      ['wide', small(14)],
      ['tablet', small(12)],
      ['phone', small(13)],
    ]);
    const found = of('target size', findings(crowded, { leaves })).filter((one) => one.part === 'a');
    expect(found.map((one) => one.breakpoints)).toEqual([['wide', 'tablet', 'phone']]);
    expect(found[0]!.reason).toContain('40 × 12 px');
    const after = applyEdits(site, crowded, found[0]!.cure!.edits).page;
    expect(['wide', 'tablet', 'phone'].map((one) => after.parts['a']!.style[one]?.normal?.['min-height'])).toEqual([
      '24px',
      undefined,
      undefined,
    ]); // the narrower ones inherit it
  });
  it('that speak of different things stay apart, and those with widths name them together', () => {
    const words = { base: { text: 'Words' } };
    const styled = page({
      h: { kind: 'heading', tag: 'h1', content: words, style: { wide: { normal: { width: '900px' } } } },
      t: {
        kind: 'text',
        content: words,
        style: { phone: { normal: { 'justify-content': 'center', 'align-items': 'center' } } },
      },
    });
    const all = findings(styled);
    expect(of('fixed width', all).length).toBe(1);
    expect(of('fixed width', all)[0]!.widths!.length).toBe(1);
    const said = of('no effect', all).filter((one) => one.part === 't');
    expect(said.map((one) => /justify-content|align-items/.exec(one.reason)?.[0]).sort()).toEqual([
      'align-items',
      'justify-content',
    ]);
    expect(of('fixed width', all)[0]!.breakpoints!.length).toBeGreaterThan(1);
    const cured = applyEdits(site, styled, of('fixed width', all)[0]!.cure!.edits).page;
    expect(of('fixed width', findings(cured))).toEqual([]);
  });
});
