import fc from 'fast-check';
import { pageOfSection } from '../sections/kept-section';
import { planted } from '../sections/planting';
import { Problem } from '../problem';
import { blankSite, type Site } from '../site';
import type { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import { applyBatch, applyToSiteAll, type Documents } from './batch';
import { readPage, readSite } from './check/check-page';
import { AnyEdits, isOnSite, type AnyEdit, type SiteEdit } from './site-edit';
import { beginning, somePageEdit, someSharedEdit, someSiteEdit } from './testing/some-edits';

/** Documents after as many of so many random batches as fit, and the primitives they came to with what leads back. */
function worked(
  random: RandomPages,
  from: Documents,
  count: number,
): { now: Documents; back: (readonly AnyEdit[])[]; done: (readonly AnyEdit[])[] } {
  let now = from;
  const back: (readonly AnyEdit[])[] = [];
  const done: (readonly AnyEdit[])[] = [];
  for (let left = count; left > 0; left--) {
    const edits = Array.from({ length: 1 + random.below(3) }, () =>
      random.pick([
        () => someSiteEdit(random, now.site),
        () => somePageEdit(random, now.site, now.page),
        () => someSharedEdit(random, now),
      ])(),
    );
    try {
      const { inverses, edits: primitives, ...after } = applyBatch(now, edits);
      now = after;
      back.unshift(inverses);
      done.push(primitives);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
    }
  }
  return { now, back, done };
}

/** A site without the marks of breakpoints that never held before: they only say that the id was once one. */
const unmarked = ({ retired, ...site }: Site): Site => {
  const kept = Object.entries(retired ?? {}).filter(([, one]) => one.heir !== undefined);
  return kept.length > 0 ? { ...site, retired: Object.fromEntries(kept) } : site;
};

describe('A batch of edits on a page and its site', () => {
  it('leads to documents that can be read, and its inverses lead back to both exactly', () => {
    let batches = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const before = beginning(random);
        const { now, back, done } = worked(random, before, 12);
        batches += done.length;
        readSite(now.site);
        readPage(now.site, now.page);
        const restored = back.reduce<Documents>((at, edits) => applyBatch(at, edits), now);
        expect(restored.page).toEqual(before.page);
        expect(unmarked(restored.site)).toEqual(unmarked(before.site));
      }),
      { numRuns: 300 },
    );
    expect(batches).toBeGreaterThan(300); // most batches fit
  });

  it('says the same again: what is logged and read back leads to the same documents', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const before = beginning(random);
        const { now, done } = worked(random, before, 10);
        const logged = done.map((edits) => AnyEdits.parse(JSON.parse(JSON.stringify(edits))));
        const again = logged.reduce<Documents>((at, edits) => applyBatch(at, edits), before);
        expect(again.site).toEqual(now.site);
        expect(again.page).toEqual(now.page);
        expect(
          logged.reduce((site, edits) => (edits.some(isOnSite) ? applyToSiteAll(site, edits) : site), before.site),
        ).toEqual(now.site);
      }),
      { numRuns: 100 },
    );
  });

  it('changes nothing when one edit does not fit', () => {
    const site = blankSite('s', 'S', 'site');
    const page = pageOfSection(planted(site, { kind: 'section' }));
    const frozen = JSON.stringify({ site, page });
    const edits: AnyEdit[] = [
      { do: 'set', on: 'site', field: ['name'], value: 'Other' },
      { do: 'set', on: 'site', field: ['classes', 'nowhere', 'name'], value: 'tile' },
    ];
    expect(() => applyBatch({ site, page }, edits)).toThrowError(Problem);
    expect(JSON.stringify({ site, page })).toBe(frozen);
  });

  it('leaves a document alone that none of its edits concerns', () => {
    const site = blankSite('s', 'S', 'site');
    const page = pageOfSection(planted(site, { kind: 'section' }));
    expect(applyBatch({ site, page }, [{ do: 'set', on: 'site', field: ['name'], value: 'Other' }]).page).toBe(page);
    expect(applyBatch({ site, page }, [{ do: 'set', part: 'kept-page', field: ['name'], value: 'N' }]).site).toBe(site);
  });

  it('lets a class be renamed by one while another applies it: nothing is lost, in either order', () => {
    const site: Site = { ...blankSite('s', 'S', 'site'), classes: [{ id: 'card', name: 'card', style: {} }] };
    const page = pageOfSection(planted(site, { kind: 'section' }));
    const part = page.parts[page.root]!.children[0]!;
    const rename: AnyEdit[] = [{ do: 'set', on: 'site', field: ['classes', 'card', 'name'], value: 'tile' }];
    const applies: AnyEdit[] = [{ do: 'set', part, field: ['classes'], value: ['card'] }];
    const one = applyBatch(applyBatch({ site, page }, rename), applies);
    const other = applyBatch(applyBatch({ site, page }, applies), rename);
    expect(one.site).toEqual(other.site);
    expect(one.page).toEqual(other.page);
    expect(one.page.parts[part]!.classes).toEqual(['card']);
    expect(one.site.classes[0]!.name).toBe('tile');
  });

  it('may go through breakpoints that are no set, as long as it does not end there', () => {
    const site = blankSite('s', 'S', 'site');
    const page = pageOfSection(planted(site, { kind: 'section' }));
    const limit = (id: string, value: number): SiteEdit => ({
      do: 'set',
      on: 'site',
      field: ['breakpoints', id, 'limit'],
      value,
    });
    const preview = (id: string, width: number): SiteEdit => ({
      do: 'set',
      on: 'site',
      field: ['breakpoints', id, 'preview'],
      value: { width, height: 800 },
    });
    const swapped = [limit('tablet', 600), limit('phone', 1024), preview('tablet', 390), preview('phone', 820)];
    expect(applyBatch({ site, page }, swapped).site.breakpoints[1]!.limit).toBe(600);
    expect(() => applyBatch({ site, page }, swapped.slice(0, 1))).toThrowError(/Two breakpoints end at 600/);
  });

  it('is read with what is wrong in it named, edit by edit', () => {
    const fault = (edit: unknown): string => {
      const { path, message } = AnyEdits.safeParse([{ do: 'remove', part: 'fine' }, edit]).error!.issues[0]!;
      return `${path.join('.')}: ${message}`;
    };
    expect(fault({ do: 'remove', part: 'No' })).toMatch(/^1\.part: An identifier is/);
    expect(fault({ do: 'remove', on: 'site', from: 'pages', id: 'x' })).toMatch(/^1\.from: /);
    expect(fault({ do: 'move', on: 'site', within: 'classes', id: 'x', index: -1 })).toMatch(/^1\.index: /);
    const item = { id: 'no way', name: 'card', style: {} };
    expect(fault({ do: 'insert', on: 'site', into: 'classes', index: 0, item })).toMatch(
      /^1\.item\.id: A class name is/,
    );
    expect(fault({ do: 'set', on: 'page', field: ['name'] })).toMatch(/^1\.on: /);
    expect(fault('text')).toMatch(/^1: /);
  });
});
