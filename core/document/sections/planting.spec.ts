import fc from 'fast-check';
import { standardBreakpoints, type Breakpoint } from '../breakpoint';
import { readPage } from '../edits/check/check-page';
import { pageOfSection } from './kept-section';
import { around, gap, planted, radius, styleOfTree, type Tree } from './planting';
import { RandomPages } from '../testing/random-page';
import { readyMade } from '../ready-made/all';
import { blankSite, type Site } from '../site';
import { subtree } from '../tree';
import { resolve } from '../../style/cascade';

const [wide, tablet, phone] = standardBreakpoints as readonly [Breakpoint, Breakpoint, Breakpoint];
const huge: Breakpoint = { id: 'huge', name: 'Huge', side: 'up', limit: 1600, preview: { width: 1920, height: 1080 } };
const siteOf = (...breakpoints: Breakpoint[]): Site => ({ ...blankSite('s', 'S', 'site'), breakpoints });

/** Longhands as Chromium reads a shorthand. */
function inChromium(property: string, value: string, longhands: readonly string[]): Record<string, string> {
  const { style } = document.createElement('div');
  style.setProperty(property, value);
  return Object.fromEntries(longhands.map((one) => [one, style.getPropertyValue(one)]));
}

describe('Style written for a tree', () => {
  it('is spread over the sides, gaps and corners as CSS spreads its shorthands', () => {
    const sides = ['padding-top', 'padding-right', 'padding-bottom', 'padding-left'];
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 200 }), { minLength: 1, maxLength: 4 }), (values) => {
        expect(around('padding', ...values)).toEqual(
          inChromium('padding', values.map((one) => `${one}px`).join(' '), sides),
        );
      }),
    );
    expect(around('margin', 8, 'auto')).toEqual(
      inChromium(
        'margin',
        '8px auto',
        sides.map((one) => one.replace('padding', 'margin')),
      ),
    );
    expect(gap(24)).toEqual(inChromium('gap', '24px', ['row-gap', 'column-gap']));
    expect(gap(24, 8)).toEqual(inChromium('gap', '24px 8px', ['row-gap', 'column-gap']));
    expect(radius('50%')).toEqual(
      inChromium('border-radius', '50%', [
        'border-top-left-radius',
        'border-top-right-radius',
        'border-bottom-right-radius',
        'border-bottom-left-radius',
      ]),
    );
  });

  const tree: Tree = {
    kind: 'heading',
    base: { 'font-size': '48px', color: 'red' },
    narrower: { 'font-size': '38px' },
    narrowest: { 'font-size': '30px' },
  };
  it('goes to the base, to the first narrower breakpoint and to the narrowest, whatever they are called', () => {
    expect(styleOfTree(siteOf(wide, tablet, phone, huge), tree)).toEqual({
      wide: { normal: { 'font-size': '48px', color: 'red' } },
      tablet: { normal: { 'font-size': '38px' } },
      phone: { normal: { 'font-size': '30px' } },
    });
    expect(styleOfTree(siteOf(wide, phone), tree)).toEqual({
      wide: { normal: { 'font-size': '48px', color: 'red' } },
      phone: { normal: { 'font-size': '30px' } },
    });
    expect(styleOfTree(siteOf(wide, huge), tree)).toEqual({ wide: { normal: { 'font-size': '48px', color: 'red' } } });
    expect(
      styleOfTree(siteOf(wide, tablet), {
        narrower: { 'row-gap': '8px', color: 'red' },
        narrowest: { 'row-gap': '4px' },
      }),
    ).toEqual({ tablet: { normal: { 'row-gap': '4px', color: 'red' } } });
  });
});

describe('A planted tree', () => {
  it('is a section every site takes, with what each part shows coming from where the tree says it', () => {
    for (const site of [
      siteOf(wide),
      siteOf(wide, phone),
      siteOf(wide, tablet, phone, huge),
      ...[1, 2, 3].map((seed) => new RandomPages(seed).site()),
    ])
      for (const { name, tree } of readyMade) {
        const section = planted(site, tree);
        const page = readPage(site, structuredClone(pageOfSection(section)));
        expect(subtree(page, section.root).length).withContext(name).toBe(Object.keys(section.parts).length);
        for (const [property, value] of Object.entries(tree.base ?? {})) {
          const { source, value: found } = resolve(
            site,
            page,
            section.root,
            site.breakpoints.find((one) => one.side === 'base')!.id,
            'normal',
            property,
          );
          expect([found, source.from]).withContext(`${name}: ${property}`).toEqual([value, 'own']);
        }
      }
  });

  it('gets ids of its own each time, and those it is given where it is to be the same each time', () => {
    const site = siteOf(wide, tablet, phone);
    const { tree } = readyMade[0]!;
    const ids = [planted(site, tree), planted(site, tree)].flatMap(({ parts }) => Object.keys(parts));
    expect(new Set(ids).size).toBe(ids.length);
    const named = (): unknown => {
      let count = 0;
      return planted(site, tree, (kind) => `${kind}-${++count}`);
    };
    expect(named()).toEqual(named());
  });

  it('keeps what a kind begins with where the tree is silent, its style aside', () => {
    const { root, parts } = planted(siteOf(wide), {
      kind: 'section',
      holds: [
        { kind: 'button', content: { text: 'Book' } },
        { kind: 'heading', tag: 'h4' },
      ],
    });
    const [button, heading] = parts[root]!.children.map((id) => parts[id]!);
    expect(button!.content.base).toEqual(jasmine.objectContaining({ text: 'Book', link: jasmine.any(String) }));
    expect([heading!.tag, heading!.style]).toEqual(['h4', {}]);
  });
});
