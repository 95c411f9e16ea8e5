import { applyBatch } from '../../edits/batch';
import type { Page } from '../../page';
import type { KeptSection } from '../../sections/kept-section';
import { blankSite, type Site } from '../../site';
import { seenPage } from '../../seen/seen-page';
import { pageHolding, plainPart as part } from '../../testing/plain-part';
import { AlikeAcross, alikeParts, classInstead, type Alike } from './alike';
import { classFrom, valuesAlike } from './classes';

describe('Parts that set the same', () => {
  const one = { wide: { normal: { color: 'grey', 'padding-top': '4px' } }, phone: { normal: { color: 'red' } } };
  const same = { phone: { normal: { color: 'red' } }, wide: { normal: { 'padding-top': '4px', color: 'grey' } } };
  const card = { wide: { normal: { 'border-top-width': '1px', 'padding-left': '8px' } } };
  const site: Site = { ...blankSite('s', 'S', 'site'), classes: [{ id: 'card', name: 'card', style: card }] };
  const page = pageHolding({
    a: part('text', 'p', { style: one }),
    b: part('text', 'p', { style: same }),
    c: part('text', 'p', { style: { ...one, tablet: { normal: { color: 'blue' } } } }),
    d: part('heading', 'h2', { style: one }),
    e: part('container', 'div', { style: card }),
    f: part('text', 'p', { style: { wide: { normal: { color: 'red' } } } }),
    g: part('text', 'p', { style: { wide: { normal: { color: 'red' } } } }),
  });

  /** What a text must say. */
  const worded = (kind: string): Page['parts'][string]['content'] | undefined =>
    ['text', 'heading'].includes(kind) ? { base: { text: 'Words' } } : undefined;

  const told = (groups: readonly Alike[]): Omit<Alike, 'key'>[] => groups.map(({ key: _key, ...one }) => one);

  it('are found by kind, in whatever order they set it; and those that set just what a class sets', () => {
    expect(told(alikeParts(site, page))).toEqual([
      { parts: ['e'], values: 2, class: 'card' },
      { parts: ['a', 'b'], values: 3 },
    ]); // one value in common says little
  });

  it('are no group any more once they have a class instead', () => {
    const [second, first] = alikeParts(site, page);
    const made = classFrom(site, page, first!.parts, 'quiet', valuesAlike(page, first!.parts));
    const after = applyBatch({ site, page }, [...made.edits, ...classInstead(site, page, second!.parts, 'card')]);
    // a heading may have it too
    expect(told(alikeParts(after.site, after.page))).toEqual([{ parts: ['d'], values: 3, class: made.id }]);
    expect([after.page.parts['b']!.classes, after.page.parts['b']!.style]).toEqual([[made.id], {}]);
    expect([after.page.parts['e']!.classes, after.page.parts['e']!.style]).toEqual([['card'], {}]);
    expect(applyBatch(after, after.inverses).page).toEqual(page);
  });

  it('count once where the page shows one section twice', () => {
    const parts = Object.entries(page.parts).map(([id, own]) => [
      id,
      { ...own, content: worded(own.kind) ?? own.content },
    ]);
    const filled = { ...page, parts: Object.fromEntries(parts) as Page['parts'] }; // one entry a part
    const shared = applyBatch({ site, page: filled }, [
      { do: 'share', on: 'both', part: 's', section: { id: 'shared', name: 'Shared', purpose: 'cards' } },
    ]);
    const reference = shared.page.parts['root']!.children[0]!;
    const root = { ...shared.page.parts['root']!, children: [reference, 'again'] };
    const twice = { ...shared.page.parts, root, again: shared.page.parts[reference]! };
    const found = alikeParts(shared.site, seenPage(shared.site, { ...shared.page, parts: twice }));
    expect(found.map((group) => group.parts.length)).toEqual([1, 2]);
  });

  it('are found across pages, and one of this page is offered where others set the same elsewhere', () => {
    const other = pageHolding({
      x: part('text', 'p', { style: same }),
      y: part('heading', 'h3', { style: one }),
      z: part('container', 'div', { style: card }),
    });
    const across = new AlikeAcross();
    across.add(site, page, 'Home');
    across.add(site, { ...other, id: 'other' }, 'Other');
    const found = across.found(site);
    expect(
      found.map(({ values, class: id, pages }) => [values, id, pages.map(({ id: on, parts }) => `${on} ${parts}`)]),
    ).toEqual([
      [3, undefined, ['p 2', 'other 1']],
      [3, undefined, ['p 1', 'other 1']],
      [2, 'card', ['p 1', 'other 1']],
    ]);
    const keys = new Set(found.map((group) => group.key));
    expect(told(alikeParts(site, page, keys)).map((group) => group.parts)).toEqual([['e'], ['a', 'b'], ['d']]);
  });

  it('take no more memory than they may, however many differ', () => {
    const across = new AlikeAcross(2);
    across.add(site, page, 'Home');
    across.add(site, { ...page, id: 'again' }, 'Again');
    expect(across.found(site).map((group) => group.pages.length)).toEqual([2, 2]);
  });

  it('of a shared section are no page’s own', () => {
    const across = new AlikeAcross();
    const shared = { id: 'k', name: 'K', purpose: 'cards', shared: true, root: 's', parts: page.parts } as KeptSection;
    const withSection = { ...site, sections: [shared] };
    const shows = pageHolding({});
    const reference = part('shared', 'section', { content: { base: { section: 'k' } } });
    const root = { ...shows.parts['root']!, children: ['r'] };
    across.add(withSection, { ...shows, parts: { root, r: reference } }, 'Home');
    expect(across.found(withSection)).toEqual([]);
  });
});
