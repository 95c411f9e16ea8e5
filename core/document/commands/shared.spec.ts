import fc from 'fast-check';
import { applyEdits } from '../edits/apply';
import type { Edit } from '../edits/edit';
import { blankPage, type Page } from '../page';
import { Problem } from '../problem';
import { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import type { Site } from '../site';
import { subtree } from '../tree';
import { duplicate, removeParts } from './arrange';
import { place } from './place';
import { insertShared, keptFrom, mirrored, sharedAround, unshare, withSharedOf } from './shared';
import { newThing } from './thing';
import { waysToWrap } from './wrap';

/** A site with two shared sections, a page that has them among others, and one that has them alone. */
function sharing(random: RandomPages): { site: Site; page: Page; other: Page } | undefined {
  const site = random.site();
  const page = random.page(site, 24);
  const roots = page.parts[page.root]!.children.slice(0, 2);
  if (roots.length < 2) return undefined;
  const sections = roots.map((part) => keptFrom(page, part, { id: part, name: part, purpose: 'cards', shared: true }));
  const shared: Site = { ...site, sections };
  const blank = blankPage('other', 'Other', '/other');
  const other = sections.reduce(
    (at, one) => applyEdits(shared, at, insertShared(at, one, at.parts[at.root]!.children.length)).page,
    blank,
  );
  return { site: shared, page, other };
}

function someEdits(random: RandomPages, site: Site, page: Page): Edit[] {
  const id = random.pick(subtree(page, page.root));
  const makers: readonly (() => Edit[])[] = [
    () => [{ do: 'set', part: id, field: ['style', 'phone', 'normal', 'color'], value: 'red' }],
    () =>
      place(site, page, newThing(site, random.pick(['columns', 'text', 'section', 'image'])), {
        where: 'inside',
        parent: id,
        index: 0,
      }),
    () => place(site, page, { part: id }, { where: 'inside', parent: random.pick(subtree(page, page.root)), index: 0 }),
    () => place(site, page, { part: id }, { where: 'inside', parent: random.pick(subtree(page, page.root)), index: 0 }),
    () => [...waysToWrap(site, page, [id]).ways[0]!.edits],
    () => duplicate(page, id).edits,
    () => removeParts(page, [id]),
  ];
  return random.pick(makers)();
}

const whole = (page: Page, root: string): string =>
  Object.hasOwn(page.parts, root) ? JSON.stringify(subtree(page, root).map((id) => [id, page.parts[id]])) : 'gone';

describe('A shared section', () => {
  it('is the same on every page after any edits on one of them, and after they are undone', () => {
    let mirroredOnce = 0;
    fc.assert(
      fc.property(randomly(), (random) => {
        const start = sharing(random);
        if (!start) return;
        const { site } = start;
        let { page, other } = start;
        const undo: Edit[][] = [];
        const follow = (edits: readonly Edit[]): void => {
          const over = mirrored(site, page, edits)
            .filter(({ root }) => Object.hasOwn(other.parts, root))
            .map(({ edit }) => edit);
          const done = applyEdits(site, page, edits);
          if (over.length > 0) mirroredOnce++;
          other = applyEdits(site, other, over).page;
          page = done.page;
          undo.unshift(done.inverses);
        };
        const same = (): void => {
          for (const { root } of site.sections ?? [])
            if (Object.hasOwn(page.parts, root))
              expect(whole(other, root)).withContext(`seed ${random.seed}, ${root}`).toBe(whole(page, root));
        };
        for (let count = 0; count < 14; count++) {
          try {
            follow(someEdits(random, site, page));
          } catch (error) {
            if (!(error instanceof Problem)) throw error; // not every random edit fits
          }
          same();
        }
        for (const inverses of [...undo]) follow(inverses);
        same();
      }),
      { numRuns: 150 },
    );
    expect(mirroredOnce).toBeGreaterThan(100);
  });

  it('leaves to each page whether it has it, and where', () => {
    const start = sharing(new RandomPages(5))!;
    const root = start.site.sections![0]!.root;
    expect(mirrored(start.site, start.page, [{ do: 'remove', part: root }])).toEqual([]);
    expect(mirrored(start.site, start.page, [{ do: 'move', part: root, parent: start.page.root, index: 1 }])).toEqual(
      [],
    );
    expect(() => insertShared(start.other, start.site.sections![0]!, 0)).toThrowError(/stands on this page already/);
  });

  it('can be made a page’s own again: the same parts under new ids', () => {
    const { site, page } = sharing(new RandomPages(5))!;
    const root = site.sections![0]!.root;
    const { edits, made } = unshare(page, root);
    const after = applyEdits(site, page, edits).page;
    const shape = (at: Page, id: string): unknown[] =>
      subtree(at, id).map((one) => ({ ...at.parts[one], children: at.parts[one]!.children.length }));
    expect(shape(after, made)).toEqual(shape(page, root));
    expect(after.parts[after.root]!.children.indexOf(made)).toBe(page.parts[page.root]!.children.indexOf(root));
    expect(sharedAround(site, after, made)).toBeUndefined();
    expect(sharedAround(site, page, subtree(page, root).at(-1)!)?.root).toBe(root);
  });

  it('goes live on every live page as it is on the one that is published', () => {
    const { site, page, other } = sharing(new RandomPages(5))!;
    const root = site.sections![0]!.root;
    const newer = applyEdits(site, page, [
      { do: 'set', part: root, field: ['style', 'wide', 'normal', 'color'], value: 'red' },
    ]).page;
    const live = withSharedOf(site, other, newer);
    expect(whole(live, root)).toBe(whole(newer, root));
    expect(live.parts[live.root]).toEqual(other.parts[other.root]!);
    expect(withSharedOf({ ...site, sections: [] }, other, newer)).toBe(other);
  });
});
