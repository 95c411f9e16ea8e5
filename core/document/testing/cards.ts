import { addressed } from '../edits/addressed';
import { applyBatch, type AppliedBatch, type Documents } from '../edits/batch';
import type { AnyEdit } from '../edits/site-edit';
import { differEdit, keepAsOwn, useThing } from '../commands/sharing/own-parts';
import { place } from '../commands/place';
import { standardBreakpoints } from '../breakpoint';
import { blankPage, type Page } from '../page';
import { planted, type Tree } from '../sections/planting';
import { idWithin } from '../seen/references';
import { seenPage } from '../seen/seen-page';
import { blankSite } from '../site';

export const seenOf = ({ site, page }: Documents): Page => seenPage(site, page);
/** Does something to a page as it is seen. */
export const done = (now: Documents, edits: readonly AnyEdit[]): AppliedBatch =>
  applyBatch(now, addressed(now, edits).edits);

const card: Tree = {
  kind: 'container',
  name: 'Card',
  base: { 'row-gap': '8px' },
  holds: [
    { kind: 'heading', content: { text: 'Title' } },
    { kind: 'text', content: { text: 'Words' } },
    { kind: 'button', content: { text: 'Book', link: '/book' } },
  ],
};
export interface Cards extends Documents {
  readonly uses: readonly string[];
  readonly inner: Readonly<Record<'heading' | 'text' | 'button', string>>;
}
/** A page with an own part, a card, used twice in a section; its title, words and link may differ. */
export function cards(): Cards {
  const site = { ...blankSite('s', 'S', 'site'), breakpoints: [...standardBreakpoints] };
  const section = planted(site, { kind: 'section', holds: [card] }, (kind) => `the-${kind}`);
  const page = { ...blankPage('p', 'Page', '/'), id: 'p' };
  let now: Documents = applyBatch({ site, page }, [{ do: 'insert', parent: page.root, index: 0, ...section }]);
  now = done(now, keepAsOwn(seenOf(now), 'the-container', 'Card'));
  const own = now.site.sections![0]!;
  const use = useThing(own);
  now = done(now, place(now.site, seenOf(now), use, { where: 'inside', parent: 'the-section', index: 1 }));
  const inner = { heading: 'the-heading', text: 'the-text', button: 'the-button' };
  for (const [part, field] of [
    [inner.heading, 'text'],
    [inner.text, 'text'],
    [inner.button, 'text'],
    [inner.button, 'link'],
  ] as const)
    now = done(now, [differEdit(seenOf(now), idWithin('the-container', part), field, true)]);
  return { ...now, uses: ['the-container', use.root], inner };
}
