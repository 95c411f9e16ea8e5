import { applyBatch, type Documents } from '../edits/batch';
import { duplicate, removeParts } from '../commands/arrange';
import { place } from '../commands/place';
import { newThing } from '../commands/thing';
import { waysToWrap } from '../commands/wrap';
import type { Edit } from '../edits/edit';
import type { Page } from '../page';
import { sharedAt } from '../seen/seen-page';
import type { Site } from '../site';
import { subtree } from '../tree';
import type { RandomPages } from './random-page';

/** A random page that shares its first sections with its site, as many as asked for; undefined where it has fewer. */
export function sharing(random: RandomPages, count = 2, size = 24): Documents | undefined {
  const site = random.site();
  const page = random.page(site, size);
  const roots = page.parts[page.root]!.children.slice(0, count);
  if (roots.length < count) return undefined;
  return roots.reduce<Documents>(
    (at, part, index) => {
      const section = { id: `shared-${index}`, name: part, purpose: 'cards' as const };
      return applyBatch(at, [{ do: 'share', on: 'both', part, section }]);
    },
    { site, page },
  );
}

/** Edits somebody makes at random on a page as it is seen, by what the commands offer. */
export function someCommand(random: RandomPages, site: Site, page: Page): Edit[] {
  const id = random.pick(subtree(page, page.root));
  const into = { where: 'inside', parent: random.pick(subtree(page, page.root)), index: 0 } as const;
  const makers: readonly (() => Edit[])[] = [
    () => [{ do: 'set', part: id, field: ['style', 'phone', 'normal', 'color'], value: random.pick(['red', 'blue']) }],
    () => [{ do: 'set', part: id, field: ['off'], ...(random.chance(0.5) && { value: true }) }],
    () =>
      place(site, page, newThing(site, random.pick(['columns', 'text', 'section', 'image'])), { ...into, parent: id }),
    () => place(site, page, { part: id }, into),
    () => place(site, page, { part: id }, into),
    () => [...waysToWrap(site, page, [id]).ways[0]!.edits],
    () => (sharedAt(page, id) === undefined ? duplicate(page, id).edits : []),
    () => removeParts(page, [id]),
  ];
  return random.pick(makers)();
}

/** A random page in a frame that shows one shared section above it and one below; undefined where it has too few. */
export function framed(random: RandomPages, size = 24): Documents | undefined {
  const start = sharing(random, 2, size);
  if (!start) return undefined;
  const [first, second] = start.page.parts[start.page.root]!.children;
  return applyBatch(start, [
    {
      ...{ do: 'insert', on: 'site', into: 'frames', index: 0 },
      item: { id: 'standard', name: 'Standard', before: ['shared-0'], after: ['shared-1'] },
    },
    { do: 'remove', part: first! },
    { do: 'remove', part: second! },
    { do: 'set', part: start.page.root, field: ['content', 'base', 'frame'], value: 'standard' },
  ]);
}
