import fc from 'fast-check';
import { compile } from '../../../compile/compile';
import { addressed } from '../../edits/addressed';
import { applyEdits } from '../../edits/apply';
import { applyBatch, type Documents } from '../../edits/batch';
import { readPage, readSite } from '../../edits/check/check-page';
import type { Edit } from '../../edits/edit';
import { AnyEdits, isOnPage, isOnSite, type AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import { Problem } from '../../problem';
import { idWithin } from '../../seen/references';
import { seenPage, sharedAt } from '../../seen/seen-page';
import { RandomPages } from '../../testing/random-page';
import { randomly } from '../../testing/randomly';
import { sharing, someCommand } from '../../testing/sharing';
import { trying, workedOn } from '../../testing/worked-on';
import { partsBelow, subtree } from '../../tree';
import { duplicate } from '../arrange';
import { copyOfPage, insertShared, keepSection, referring, sharedAround, sharedRoots } from './shared';

const published = ({ site, page }: Documents): string => {
  const { html, css } = compile(site, page);
  return html.replace(/menu-[\w-]+/g, 'menu') + css; // a menu's links are called by its id
};
const seenOf = ({ site, page }: Documents): Page => seenPage(site, page);
/** The edits that share a section of a page, made before anybody else's are known. */
const sharingOf = ({ site, page }: Documents, part: string): AnyEdit[] =>
  keepSection(page, part, { name: 'A', purpose: 'cards', shared: true }, site);
/** Documents whose page has a shared section, and a second one of the same. */
function twice(): { documents: Documents; first: string; second: string } {
  const start = sharing(new RandomPages(11), 1)!;
  const page = seenOf(start);
  const first = page.parts[page.root]!.children[0]!;
  const { edits, made } = duplicate(page, first);
  return { documents: applyBatch(start, edits), first, second: made };
}

describe('A shared section', () => {
  it('is worked on as if it were the page’s own: the page looks as it would, what is stored can be read, and all can be undone', () => {
    let across = 0;
    let within = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const start = sharing(random);
        if (!start) return;
        const { now, restored } = workedOn(random, start, {
          step: ({ plainly, stored, after }) => {
            across += stored.edits.filter((edit) => !isOnPage(edit) && !isOnSite(edit)).length;
            within += stored.edits.filter(isOnSite).length;
            expect(published(after)).toBe(published({ site: after.site, page: plainly }));
            for (const [id, seen] of stored.seen)
              if (Object.hasOwn(plainly.parts, id)) expect(Object.keys(seenOf(after).parts)).toContain(seen);
          },
        });
        readSite(now.site);
        readPage(now.site, now.page);
        expect(restored.page).toEqual(start.page);
        expect(restored.site).toEqual(start.site);
      }),
      { numRuns: 150 },
    );
    expect(across).toBeGreaterThan(10);
    expect(within).toBeGreaterThan(100);
  });

  it('looks the same before it is shared, while it is, and when it is the page’s own again', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const page = random.page(site, 16);
        const part = page.parts[page.root]!.children[0];
        if (part === undefined) return;
        const shared = applyBatch({ site, page }, sharingOf({ site, page }, part));
        expect(published(shared)).toBe(published({ site, page }));
        expect(Object.keys(shared.page.parts).length).toBe(
          Object.keys(page.parts).length - subtree(page, part).length + 1,
        );
        const own = applyBatch(shared, [{ do: 'own', on: 'both', part }]);
        expect(published(own)).toBe(published({ site, page }));
        expect(own.page).toEqual(page);
        expect(applyBatch(own, own.inverses).page).toEqual(shared.page);
        expect(applyBatch(shared, shared.inverses)).toEqual(jasmine.objectContaining({ site, page }));
      }),
      { numRuns: 60 },
    );
  });

  it('takes along what somebody else changed in it before it was shared, and keeps it when it is the page’s own', () => {
    const random = new RandomPages(5);
    const site = random.site();
    const page = random.page(site, 16);
    const part = page.parts[page.root]!.children[0]!;
    const inner = subtree(page, part).at(-1)!;
    const share = sharingOf({ site, page }, part); // made before the other's edit is known
    const other = applyEdits(site, page, [{ do: 'set', part: inner, field: ['name'], value: 'Theirs' }]).page;
    const shared = applyBatch({ site, page: other }, share);
    expect(shared.site.sections![0]!.parts[inner]!.name).toBe('Theirs');
    const logged = AnyEdits.parse(JSON.parse(JSON.stringify(shared.edits)));
    expect(logged.every((edit) => isOnPage(edit) || isOnSite(edit))).toBeTrue(); // a log says primitives alone
    expect(applyBatch({ site, page: other }, logged)).toEqual(
      jasmine.objectContaining({ site: shared.site, page: shared.page }),
    );
    const named = addressed(shared, [
      { do: 'set', part: idWithin(part, inner), field: ['name'], value: 'Again' },
    ]).edits;
    const undone = applyBatch(applyBatch(shared, named), shared.inverses);
    expect(undone.page.parts[inner]!.name).toBe('Again');
    expect(undone.site.sections).toBeUndefined();
  });

  it('loses nothing somebody does to it while another shares it, or makes it the page’s own', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const page = random.page(site, 12);
        const part = page.parts[page.root]!.children[0];
        const edits = trying(() => someCommand(random, site, page));
        const plainly = edits && trying(() => applyBatch({ site, page }, edits));
        if (part === undefined || !edits || !plainly || !Object.hasOwn(plainly.page.parts, part)) return;
        const isSection = plainly.page.parts[plainly.page.root]!.children.includes(part);
        // whether it is off is the page's
        if (!isSection || edits.some((edit) => edit.do === 'set' && edit.field[0] === 'off')) return;
        const share = sharingOf({ site, page }, part);
        // by somebody who has not heard of it
        const late = trying(() => applyBatch(applyBatch({ site, page }, share), edits));
        if (!late) return; // it would hold now what a section may not
        expect(published(late)).toBe(published(plainly));
        const stored = applyBatch({ site, page }, share);
        const known = addressed(stored, edits).edits;
        const own = applyBatch(stored, [{ do: 'own', on: 'both', part, ends: true }]);
        const after = trying(() => applyBatch(own, known));
        if (after) expect(published(after)).toBe(published(plainly));
        const inner = subtree(page, part).at(-1)!;
        const written: Edit = {
          do: 'set',
          part: inner === part ? part : idWithin(part, inner),
          field: ['name'],
          value: 'Late',
        }; // by its place in what was shared
        expect(applyBatch(own, addressed(own, [written]).edits).page.parts[inner]!.name).toBe('Late');
      }),
      { numRuns: 150 },
    );
  });

  it('stands on a page twice: an edit of one is seen on both, each goes by itself', () => {
    const { documents, first, second } = twice();
    const before = seenOf(documents);
    const inner = subtree(before, first).at(-1)!;
    const edits = addressed(documents, [{ do: 'set', part: inner, field: ['name'], value: 'Both' }]).edits;
    const after = applyBatch(documents, edits);
    const seen = seenOf(after);
    expect(subtree(seen, first).filter((id) => seen.parts[id]!.name === 'Both').length).toBe(1);
    expect(subtree(seen, second).filter((id) => seen.parts[id]!.name === 'Both').length).toBe(1);
    expect([...sharedRoots(seen)]).toEqual([first, second]);
    const off = applyBatch(after, addressed(after, [{ do: 'set', part: second, field: ['off'], value: true }]).edits);
    expect(seenOf(off).parts[second]!.off).toBeTrue();
    expect(seenOf(off).parts[first]!.off).toBeUndefined();
    const gone = applyBatch(off, addressed(off, [{ do: 'remove', part: first }]).edits);
    expect(gone.site.sections!.length).toBe(1);
    expect(sharedAround(gone.site, seenOf(gone), second)?.section.id).toBe('shared-0');
    const kept = keepSection(seenOf(gone), second, { name: 'Copy', purpose: 'cards', shared: false }, gone.site);
    expect(applyBatch(gone, kept).site.sections!.map((one) => one.shared)).toEqual([true, false]);
    expect(() =>
      keepSection(seenOf(gone), second, { name: 'Again', purpose: 'cards', shared: true }, gone.site),
    ).toThrowError(/shared already/);
  });

  it('stays while a page shows it; a page that refers to one that has gone shows nothing in its place', () => {
    const { documents, first } = twice();
    expect(() => applyBatch(documents, [{ do: 'remove', on: 'site', from: 'sections', id: 'shared-0' }])).toThrowError(
      /still has this shared section/,
    );
    const { sections: _gone, ...without } = documents.site;
    const page = seenPage(without, documents.page);
    expect(page.parts[first]!.off).toBeTrue();
    expect(sharedAt(page, first)).toBeUndefined();
    expect(() => compile(without, documents.page)).not.toThrow();
    const { edits } = insertShared(documents.page, { id: 'elsewhere' }, 0);
    expect(() => applyBatch(documents, edits)).toThrowError(/no longer has this shared section/);
    const inside = { ...edits[0]!, do: 'insert' as const, on: 'site' as const, section: 'shared-0', parent: first };
    expect(() => applyBatch(documents, [inside as AnyEdit])).toThrowError(Problem); // a section holds no section
  });

  it('is the same on a copy of a page, where everything else gets new ids', () => {
    const { documents } = twice();
    const copy = copyOfPage(documents.page, { id: 'copy', title: 'Copy', path: '/copy' });
    const own = Object.keys(copy.parts).filter((id) => id !== copy.root);
    expect(own.some((id) => Object.hasOwn(documents.page.parts, id))).toBeFalse();
    const named = { ...documents.page, id: 'copy', path: '/copy' };
    expect(published({ site: documents.site, page: copy }).replace('<title>Copy<', '')).toBe(
      published({ site: documents.site, page: named }).replace('<title>A random page<', ''),
    );
  });

  it('of which earlier pages had copies is referred to since: they are published as before', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const now = sharing(random);
        if (!now) return;
        const copied = now.site.sections!.reduce<Page>(
          (page, { parts }) => ({ ...page, parts: { ...page.parts, ...parts } }),
          now.page,
        );
        const { page, edits } = referring(now.site, copied);
        expect(page).toEqual(now.page);
        expect(applyEdits(now.site, copied, edits).page).toEqual(now.page);
        expect(compile(now.site, copied)).toEqual(compile(now.site, now.page)); // to the same bytes
        expect(referring(now.site, page).edits).toEqual([]);
        expect(Object.keys(partsBelow(copied, copied.root)).length).toBe(Object.keys(copied.parts).length);
      }),
      { numRuns: 40 },
    );
  });
});
