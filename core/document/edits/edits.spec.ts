import fc from 'fast-check';
import { duplicate, removeParts, step } from '../commands/arrange';
import { waysToUnwrap, waysToWrap } from '../commands/wrap';
import { landingBy, place } from '../commands/place';
import { newThing } from '../commands/thing';
import { kinds } from '../kinds/registry';
import { Problem } from '../problem';
import { RandomPages } from '../testing/random-page';
import { randomly } from '../testing/randomly';
import type { Page } from '../page';
import type { Site } from '../site';
import { subtree } from '../tree';
import { properties } from '../../style/properties';
import { applyEdit, applyEdits } from './apply';
import { applyToSite } from './apply-site';
import { readPage, readSite } from './check/check-page';
import { Edit } from './edit';

/** A few edits of a random kind on a page, as commands and primitives make them. */
function someEdits(random: RandomPages, site: Site, page: Page): Edit[] {
  const ids = subtree(page, page.root);
  const id = random.pick(ids);
  const style = random.pick(properties).name;
  const makers: readonly (() => Edit[])[] = [
    () => [
      {
        do: 'set',
        part: id,
        field: ['style', random.pick(site.breakpoints).id, 'normal', style],
        value: random.value(style),
      },
    ],
    () => [{ do: 'set', part: id, field: ['style', random.pick(site.breakpoints).id, 'normal', style] }],
    () => [{ do: 'set', part: id, field: ['name'], ...(random.chance(0.7) && { value: 'A name' }) }],
    () => [{ do: 'set', part: id, field: ['classes'], value: ['card'] }],
    () => [{ do: 'set', part: id, field: ['attributes', 'title'], ...(random.chance(0.6) && { value: 'Title' }) }],
    () =>
      place(
        site,
        page,
        newThing(site, random.pick(kinds.slice(1)).kind),
        landingBy(page, id, random.pick(kinds.slice(1)).kind),
      ),
    () =>
      place(
        site,
        page,
        { part: id },
        { where: 'beside', part: random.pick(ids), side: random.pick(['left', 'right', 'top', 'bottom'] as const) },
      ),
    () => place(site, page, { part: id }, { where: 'inside', parent: random.pick(ids), index: 0 }),
    () => duplicate(page, id).edits,
    () => [...waysToWrap(site, page, [id]).ways[random.below(4)]!.edits],
    () => [...waysToUnwrap(site, page, id).ways[0]!.edits],
    () => removeParts(page, [id]),
    () => step(site, page, id, random.pick(['before', 'after', 'in', 'out'] as const)),
  ];
  return random.pick(makers)();
}

describe('Edits', () => {
  it('undo to the very document, and every state between passes the schema', () => {
    fc.assert(
      fc.property(randomly(), (random) => {
        const site = random.site();
        const first = random.page(site, 18);
        const undo: Edit[] = [];
        let page = first;
        for (let count = 0; count < 20; count++) {
          try {
            const done = applyEdits(site, page, someEdits(random, site, page));
            page = done.page;
            undo.unshift(...done.inverses);
          } catch (error) {
            expect(error).toBeInstanceOf(Problem); // what does not fit is refused with its place, never by accident
          }
          readPage(site, structuredClone(page));
        }
        expect(applyEdits(site, page, undo).page).toEqual(first);
      }),
      { numRuns: 120 },
    );
  });

  it('leave the given page as it was', () => {
    const random = new RandomPages(5);
    const site = random.site();
    const page = random.page(site, 12);
    const before = structuredClone(page);
    applyEdits(site, page, duplicate(page, page.parts[page.root]!.children[0]!).edits);
    expect(page).toEqual(before);
  });

  it('take a place past the end for the end: who put something last while others took away what stood before loses nothing', () => {
    const random = new RandomPages(8);
    const site = random.site();
    const page = random.page(site, 10);
    const { root, parts } = newThing(site, 'section');
    const last = (at: Page): string | undefined => at.parts[at.root]!.children.at(-1);
    const put = applyEdit(site, page, { do: 'insert', parent: page.root, index: 99, root, parts });
    expect(last(put.page)).toBe(root);
    expect(applyEdit(site, put.page, put.inverse).page).toEqual(page);
    const first = page.parts[page.root]!.children[0]!;
    const moved = applyEdit(site, put.page, { do: 'move', part: first, parent: page.root, index: 99 });
    expect(last(moved.page)).toBe(first);
    expect(applyEdit(site, moved.page, moved.inverse).page).toEqual(put.page);
    const item = { id: 'late', name: 'late', style: {} };
    const late = applyToSite(site, { do: 'insert', on: 'site', into: 'classes', index: 99, item });
    expect(late.site.classes.at(-1)).toEqual(item);
    expect(applyToSite(late.site, late.inverse).site).toEqual(site);
  });

  it('are refused with the place that is wrong', () => {
    const random = new RandomPages(8);
    const site = random.site();
    const page = random.page(site, 10);
    const set =
      (field: (Edit & { do: 'set' })['field'], value?: string): (() => unknown) =>
      () =>
        applyEdit(site, page, { do: 'set', part: 'p1', field, ...(value !== undefined && { value }) });
    expect(set(['style', 'wide', 'normal', 'color'], 'mud')).toThrowMatching(
      (error) => error instanceof Problem && error.place.property === 'color' && error.place.part === 'p1',
    );
    expect(set(['style', 'watch', 'normal', 'color'], 'red')).toThrowMatching(
      (error) => error instanceof Problem && error.place.breakpoint === 'watch',
    );
    expect(set(['style', 'wide', 'normal', 'font-size'], '45')).toThrowError('Write 45px.');
    expect(set(['tag'], 'script')).toThrowError(Problem);
    expect(set(['attributes', 'onclick'], 'alert(1)')).toThrowError(Problem);
    expect(set(['attributes', 'data-part'], 'x')).toThrowError(Problem);
    expect(set(['content', 'base', '__proto__'], 'x')).toThrowError(Problem);
    expect(() => applyEdit(site, page, { do: 'remove', part: 'root' })).toThrowError(Problem);
    expect(() => applyEdit(site, page, { do: 'remove', part: 'gone' })).toThrowError(Problem);
    expect(() => applyEdit(site, page, { do: 'move', part: 'p1', parent: 'p1', index: 0 })).toThrowError(Problem);
    expect(() =>
      applyEdit(site, page, { do: 'insert', parent: 'root', index: 0, ...newThing(site, 'text') }),
    ).toThrowError(Problem);
  });

  it('refuse an inserted subtree that loops, hides parts or repeats ids', () => {
    const random = new RandomPages(3);
    const site = random.site();
    const page = random.page(site, 4);
    const box = { ...random.part(site, 'section'), tag: 'section' };
    const into =
      (root: string, parts: Record<string, typeof box>): (() => unknown) =>
      () =>
        applyEdit(site, page, { do: 'insert', parent: 'root', index: 0, root, parts });
    expect(into('a', { a: { ...box, children: ['a'] } })).toThrowError(Problem);
    expect(into('a', { a: { ...box, children: [] }, lost: box })).toThrowError(Problem);
    expect(into('p1', { p1: { ...box, children: [] } })).toThrowError(Problem);
    expect(into('a', { a: { ...box, children: ['gone'] } })).toThrowError(Problem);
  });

  it('are read from unknown data in exactly the four forms', () => {
    expect(Edit.safeParse({ do: 'remove', part: 'p1' }).success).toBeTrue();
    expect(Edit.safeParse({ do: 'remove', part: 'p1', and: 'more' }).success).toBeFalse();
    expect(Edit.safeParse({ do: 'replace', part: 'p1' }).success).toBeFalse();
    expect(Edit.safeParse({ do: 'set', part: 'p1', field: ['children'], value: [] }).success).toBeFalse();
  });
});

describe('A document from outside', () => {
  const random = new RandomPages(11);
  const site = random.site();
  const page = random.page(site, 10);
  const broken =
    (change: (draft: Page) => void): (() => unknown) =>
    () => {
      const draft = structuredClone(page);
      change(draft);
      return readPage(site, draft);
    };

  it('is taken when it is whole', () => {
    expect(readPage(site, structuredClone(page))).toEqual(page);
    expect(readSite(structuredClone(site))).toEqual(site);
  });
  it('is refused, with the place, when it is not', () => {
    expect(broken((draft) => draft.parts['root']!.children.push('gone'))).toThrowError(/gone/);
    expect(broken((draft) => (draft.parts['lost'] = structuredClone(draft.parts['p1']!)))).toThrowError(
      /nowhere|two places/,
    );
    expect(broken((draft) => (draft.parts['p1']!.style = { wide: { normal: { color: 'red;}' } } }))).toThrowMatching(
      (error) => error instanceof Problem && error.place.property === 'color',
    );
    expect(broken((draft) => (draft.path = '/../etc'))).toThrowMatching(
      (error) => error instanceof Problem && error.place.field === 'path',
    );
    expect(() => readPage(site, 'no page')).toThrowError(Problem);
    expect(() => readSite({ ...site, tokens: { ink: 'red}body{' } })).toThrowError(Problem);
    expect(() => readSite({ ...site, breakpoints: [] })).toThrowError(Problem);
  });

  it('give a page another path, by its root alone, and lead back', () => {
    const random = new RandomPages(7);
    const site = random.site();
    const before = random.page(site, 12);
    const set = (part: string, value: unknown): Edit => ({ do: 'set', part, field: ['path'], value: value as string });
    const { page: after, inverses } = applyEdits(site, before, [set(before.root, '/fares/winter')]);
    expect(after.path).toBe('/fares/winter');
    expect(applyEdits(site, after, inverses).page).toEqual(before);
    const other = before.parts[before.root]!.children[0]!;
    for (const [part, value] of [
      [other, '/x'],
      [before.root, undefined],
      [before.root, '/../etc'],
      [before.root, '/files/a'],
      [before.root, 7],
    ] as const)
      expect(() => applyEdits(site, before, [set(part, value)])).toThrowMatching(
        (error) => error instanceof Problem && error.place.part === part && error.place.field === 'path',
      );
  });
});
