import fc from 'fast-check';
import { compile } from '../../compile/compile';
import { resolve } from '../../style/cascade';
import { plainValue } from '../../style/tokens/tokens';
import { applyToSite } from '../edits/apply-site';
import { applyBatch } from '../edits/batch';
import { readPage } from '../edits/check/check-page';
import { inFrame } from '../frames/shown-frame';
import { statesOf } from '../kinds/registry';
import { Page } from '../page';
import { seenPage } from '../seen/seen-page';
import { blankSite, Site } from '../site';
import { pageOfAll, siteOfAll } from '../testing/all-of-it';
import { pageHolding, plainPart } from '../testing/plain-part';
import { randomly } from '../testing/randomly';
import { sharing } from '../testing/sharing';
import { subtree } from '../tree';
import { carried, wouldBring, type Carried } from './carried';
import type { OnClash } from './taken';

const facts = { id: 'copy', title: 'Copy', path: '/copy', pages: new Map<string, string>() };
const at = (from: Site, to: Site, page: Page, onClash: OnClash = 'both'): Carried & { site: Site } => {
  const there = carried(from, to, page, { ...facts, onClash });
  return { ...there, site: there.edits.reduce((site, edit) => applyToSite(site, edit).site, to) };
};

/** What every part of a page comes to, at every breakpoint and in every state, in plain values. */
function looksOf(site: Site, page: Page, properties: readonly string[]): string[] {
  return subtree(page, page.root).flatMap((id) =>
    site.breakpoints.flatMap(({ id: breakpoint }) =>
      statesOf(page.parts[id]!.kind).flatMap((state) =>
        properties.map((property) => {
          const { value } = resolve(site, page, id, breakpoint, state, property);
          return `${page.parts[id]!.kind} ${breakpoint} ${state} ${property} ${plainValue(site, value, breakpoint)}`;
        }),
      ),
    ),
  );
}

describe('A page that is copied to another site', () => {
  it('looks there as it does here, whatever that site calls by the same names (random sites and pages)', () => {
    const properties = ['color', 'font-size', 'padding-top', 'width', 'background-image', 'display'];
    fc.assert(
      fc.property(randomly(), (random) => {
        const drawn = sharing(random, 1) ?? { site: random.site(), page: random.page(random.site(), 12) };
        const start = { ...drawn, site: { ...drawn.site, elements: {} } }; // each site keeps its own
        const other = random.site();
        const to = { ...other, elements: {}, tokens: { ...other.tokens, ink: '#010203' } };
        const there = at(start.site, to, start.page);
        expect(Page.safeParse(there.page).error).toBeUndefined();
        expect(Site.safeParse(there.site).error).toBeUndefined();
        expect(() => readPage(there.site, there.page)).not.toThrow();
        const seen = seenPage(start.site, start.page);
        const here = looksOf(start.site, seen, properties);
        const elsewhere = looksOf(there.site, there.page, properties);
        expect(elsewhere.length).toBe(here.length);
        expect(
          here.flatMap((one, index) => (one === elsewhere[index] ? [] : [[one, elsewhere[index]]])).slice(0, 2),
        ).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it('brings what it uses and nothing else, and shows and says all it did', () => {
    const to = blankSite('to', 'To', 'to');
    const there = at(siteOfAll, to, pageOfAll);
    expect(Object.keys(there.site.pictures)).toEqual(['shore']);
    expect([...there.files]).toEqual(['shore-640.jpg', 'shore-1600.jpg']);
    expect(there.site.classes.map((one) => one.name)).toContain('card');
    expect(Object.keys(there.site.tokens)).toEqual(['quick']); // the others are those of elements, which stay behind
    expect(there.site.elements).toEqual({});
    const html = compile(there.site, there.page).html;
    const words = (text: string): string => text.replace(/<head>.*<\/head>|<[^>]+>/gs, '').replace(/\s+/g, ' ');
    expect(words(html)).toBe(words(compile(siteOfAll, pageOfAll).html));
    expect(html).toContain('shore-1600.jpg');
  });

  it('takes what is alike for the same, and asks about what is not, once', () => {
    const to: Site = {
      ...blankSite('to', 'To', 'to'),
      tokens: { quick: { name: 'quick', kind: 'duration', values: { wide: '0.2s' } } },
      classes: [
        { id: 'c--aaaaaaaaaa', name: 'card', style: { wide: { normal: { 'box-shadow': 'none' } } } },
        siteOfAll.classes[1]!,
      ],
      pictures: {
        coast: siteOfAll.pictures['shore']!,
        shore: { ...siteOfAll.pictures['shore']!, files: [{ width: 9, file: 'x.jpg' }] },
      },
    };
    expect(wouldBring(siteOfAll, to, pageOfAll)).toEqual({
      clashes: { classes: ['card'], tokens: [] },
      brings: jasmine.objectContaining({ pictures: 0, tokens: 0, classes: 0 }),
      without: [],
    });
    const here = at(siteOfAll, to, pageOfAll, 'here');
    expect(here.edits).toEqual([]);
    const cards = (page: Page): string[] => Object.values(page.parts).flatMap((one) => one.classes);
    expect(cards(here.page)).toEqual(['c--aaaaaaaaaa']);
    expect(JSON.stringify(here.page)).toContain('picture:coast');
    const both = at(siteOfAll, to, pageOfAll, 'both');
    expect(both.site.classes.map((one) => one.name)).toEqual(['card', 'loud', 'card-2']);
    expect(cards(both.page)).toEqual([both.site.classes[2]!.id]);
  });

  it('takes no token for one of another kind, whatever is wanted', () => {
    const to: Site = { ...blankSite('to', 'To', 'to'), tokens: { quick: '#ff0000' } };
    const there = at(siteOfAll, to, pageOfAll, 'here');
    expect(there.clashes.tokens).toEqual(['quick']);
    const made = Object.values(there.site.tokens).find((one) => typeof one === 'object');
    expect(made).toEqual(jasmine.objectContaining({ name: 'quick-2', kind: 'duration' }));
  });

  it('keeps at a site with other screens what is set at the nearest of the same side, and says what it can’t keep', () => {
    const from = blankSite('from', 'From', 'from');
    const wide = { name: 'Wall', side: 'up', limit: 1800, preview: { width: 1920, height: 1080 } } as const;
    const walled: Site = { ...from, breakpoints: [...from.breakpoints, { id: 'wall', ...wide }] };
    const to: Site = {
      ...blankSite('to', 'To', 'to'),
      breakpoints: [
        { id: 'phone', name: 'All', side: 'base', preview: { width: 1280, height: 800 } },
        { id: 'small', name: 'Small', side: 'down', limit: 600, preview: { width: 400, height: 800 } },
      ],
    };
    const sized = (size: string): Record<string, Record<string, string>> => ({ normal: { 'font-size': size } });
    const page = pageHolding({
      t: plainPart('heading', 'h1', {
        content: { base: { text: 'Long' }, tablet: { text: 'Shorter' } },
        style: { wide: sized('45px'), tablet: sized('38px'), phone: sized('34px'), wall: sized('60px') },
      }),
    });
    const there = at(walled, to, page);
    const title = Object.values(there.page.parts).find((one) => one.kind === 'heading')!;
    expect(title.style).toEqual({ phone: sized('45px'), small: sized('34px') });
    expect(title.content).toEqual({ base: { text: 'Long' }, small: { text: 'Shorter' } });
    expect(there.without).toEqual(['Wall']);
  });

  it('leads where it did, to pages the other site has of the same paths, and says what it was written in', () => {
    const page = pageHolding({
      go: plainPart('button', 'a', { content: { base: { text: 'Go', link: 'page:p#below' } } }),
      said: plainPart('text', 'p', { content: { base: { text: [{ text: 'Far', link: { to: 'page:far' } }] } } }),
    });
    const from = { ...blankSite('from', 'From', 'from'), language: 'cy' };
    const { root } = page;
    const original = applyBatch({ site: from, page }, [
      { do: 'set', part: root, field: ['content', 'base', 'original'], value: 'elsewhere' },
    ]).page;
    const there = carried(from, blankSite('to', 'To', 'to'), inFrame(original, 'framed'), {
      ...facts,
      onClash: 'here',
      pages: new Map([
        ['p', 'page:home'],
        ['far', '/far'],
      ]),
    }).page;
    const text = JSON.stringify(there);
    expect(text).toContain('"page:home#below"');
    expect(text).toContain('"to":"/far"');
    expect(there.parts[there.root]!.content.base).toEqual({ title: 'Copy', description: '', language: 'cy' });
  });
});
