import fc from 'fast-check';
import { applyEdits } from '../edits/apply';
import { applyBatch, applyToSiteAll } from '../edits/batch';
import { readPage, readSite } from '../edits/check/check-page';
import type { Page } from '../page';
import { settled } from '../seen/settled';
import { settlingEdits } from '../edits/settling';
import { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import type { Site } from '../site';
import { subtree } from '../tree';
import { standardBreakpoints, type Breakpoint } from '../breakpoint';
import { resolve } from '../../style/cascade';
import { properties } from '../../style/properties';
import { breakpointEdits, heirOf, leavingOnPage, leavingOnSite, type BreakpointChange } from './breakpoints';
import { ownCount } from './style';

const siteWith = (site: Site, change: BreakpointChange): Site => applyToSiteAll(site, breakpointEdits(site, change));
const huge: Breakpoint = { id: 'huge', name: 'Huge', side: 'up', limit: 1600, preview: { width: 1920, height: 1080 } };
const without = (id: string): Breakpoint[] => standardBreakpoints.filter((one) => one.id !== id);
const left = (id: string, heir?: string): BreakpointChange => ({
  breakpoints: without(id),
  heirs: heir === undefined ? {} : { [id]: heir },
});

describe('A site’s own breakpoints', () => {
  it('inherit from the nearest one when another goes', () => {
    expect(heirOf(standardBreakpoints, 'tablet')?.id).toBe('phone');
    expect(heirOf(standardBreakpoints, 'phone')?.id).toBe('tablet');
    expect(heirOf([...standardBreakpoints, huge], 'huge')).toBeUndefined();
  });

  it('leave pages and sites that are whole, and below the one that went every value as it was when it moves there', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const page = random.page(site, 12);
        for (const change of [left('tablet', 'phone'), left('tablet'), left('phone', 'tablet'), left('phone')]) {
          const after = siteWith(site, change);
          const changed = settled(after, page);
          readSite(structuredClone(after));
          readPage(after, structuredClone(changed));
          const [gone] = site.breakpoints.filter((one) => !change.breakpoints.includes(one));
          const set = (of: Page, at: string): number =>
            subtree(of, of.root).reduce(
              (sum, id) => sum + ownCount(of, id, at) + Object.keys(of.parts[id]!.content[at] ?? {}).length,
              0,
            );
          expect(set(changed, gone!.id)).toBe(0);
          const told = leavingOnPage(site, page, change);
          const heir = change.heirs[gone!.id];
          expect(told.length).withContext('each value is told').toBe(set(page, gone!.id));
          expect(told.filter((one) => !one.goes).length)
            .withContext('and what moves is what the heir then has')
            .toBe(heir === undefined ? 0 : set(changed, heir) - set(page, heir));
          for (const one of told)
            expect(one.words).toMatch(one.goes ? /: is deleted(: |$)/ : /: moves to (Phone|Tablet)$/);
          for (const id of subtree(page, page.root))
            for (const { name } of properties) {
              expect(resolve(after, changed, id, 'wide', 'normal', name).value)
                .withContext(`wide ${name}`)
                .toBe(resolve(site, page, id, 'wide', 'normal', name).value);
              if (change.heirs['tablet'] === 'phone')
                expect(resolve(after, changed, id, 'phone', 'normal', name).value)
                  .withContext(`phone ${name}`)
                  .toBe(resolve(site, page, id, 'phone', 'normal', name).value);
            }
        }
      }),
      { numRuns: 12 },
    );
  });

  it('bring a page that was left behind to where step by step it would have come', () => {
    const away = (site: Site, id: string, heir?: string): BreakpointChange => ({
      breakpoints: site.breakpoints.filter((one) => one.id !== id),
      heirs: heir === undefined ? {} : { [id]: heir },
    });
    const small: Breakpoint = {
      id: 'small',
      name: 'Small',
      side: 'down',
      limit: 380,
      preview: { width: 360, height: 640 },
    };
    const steps: readonly ((site: Site) => BreakpointChange)[] = [
      (site) => ({ breakpoints: [...site.breakpoints, small], heirs: {} }),
      (site) => away(site, 'tablet', 'phone'),
      (site) => away(site, 'phone', 'small'),
      (site) => ({
        breakpoints: [...site.breakpoints, { ...standardBreakpoints.find((one) => one.id === 'tablet')!, id: 'tall' }],
        heirs: {},
      }),
      (site) => away(site, 'small', 'tall'),
      (site) => away(site, 'tall'),
    ];
    fc.assert(
      fc.property(randomly(), (random) => {
        const first = random.site();
        const page = random.page(first, 12);
        let [site, stepped] = [first, page];
        for (const step of steps) {
          const change = step(site);
          site = siteWith(site, change);
          stepped = applyEdits(site, stepped, settlingEdits(site, stepped, Object.keys(stepped.parts))).page;
          readSite(structuredClone(site));
          readPage(site, structuredClone(page));
          expect(settled(site, page)).toEqual(stepped);
          expect(settled(site, stepped)).toBe(stepped);
        }
      }),
      { numRuns: 12 },
    );
  });

  it('come back with all that was set at them, on pages and site, when the change is undone', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const made = random.site();
        // as edits leave them
        const styled = Object.entries(made.elements).filter(([, style]) => Object.keys(style).length > 0);
        const site = { ...made, elements: Object.fromEntries(styled) };
        const page = random.page(site, 12);
        for (const change of [
          left('tablet', 'phone'),
          left('phone'),
          { breakpoints: [...standardBreakpoints, huge], heirs: {} },
        ]) {
          const after = applyBatch({ site, page }, breakpointEdits(site, change));
          expect(after.site.breakpoints).toEqual(change.breakpoints);
          expect(after.page).toBe(page);
          const { retired, ...back } = applyToSiteAll(after.site, after.inverses);
          expect(Object.values(retired ?? {}).some((one) => one.heir !== undefined)).toBeFalse();
          expect(settled({ ...back, ...(retired && { retired }) }, page)).toBe(page);
          expect(back).toEqual(site);
        }
      }),
      { numRuns: 12 },
    );
  });

  it('take any other set in one batch, in whatever order', () => {
    const site = new RandomPages(3).site();
    const mixed: Breakpoint[] = [
      { ...huge, limit: 1700, preview: { width: 1800, height: 900 } },
      { ...standardBreakpoints[2]!, name: 'Small', limit: 1024, preview: { width: 820, height: 900 } },
      standardBreakpoints[0]!,
      { id: 'tiny', name: 'Tiny', side: 'down', limit: 600, preview: { width: 360, height: 700 } },
    ];
    expect(siteWith(site, { breakpoints: mixed, heirs: { tablet: 'phone' } }).breakpoints).toEqual(mixed);
    expect(breakpointEdits(site, { breakpoints: [...site.breakpoints], heirs: {} })).toEqual([]);
  });

  it('say of classes and elements too what goes with one and what moves', () => {
    const site = {
      ...new RandomPages(3).site(),
      elements: {},
      classes: [
        {
          id: 'card',
          name: 'card',
          style: {
            tablet: { normal: { 'row-gap': '8px' }, hover: { color: 'red' } },
            phone: { normal: { 'row-gap': '4px' } },
          },
        },
      ],
    };
    expect(leavingOnSite(site, left('tablet'))).toEqual([
      { words: 'Class card: row-gap 8px at Tablet: is deleted', goes: true },
      { words: 'Class card: color red at Tablet, hover: is deleted', goes: true },
    ]);
    expect(leavingOnSite(site, left('tablet', 'phone')).map((one) => one.words)).toEqual([
      'Class card: row-gap 8px at Tablet: is deleted: Phone has 4px',
      'Class card: color red at Tablet, hover: moves to Phone',
    ]);
  });

  it('keep their base, and move values only to one that stays', () => {
    const site = new RandomPages(3).site();
    const renamed = standardBreakpoints.map((one) => (one.id === 'wide' ? { ...one, id: 'desk' } : one));
    expect(() => siteWith(site, { breakpoints: renamed, heirs: {} })).toThrowError(/base stays/);
    expect(() => siteWith(site, left('tablet', 'watch'))).toThrowError(/stays/);
    expect(() => siteWith(site, left('tablet', 'wide'))).toThrowError(/stays/);
  });
});
