import type { Page } from '../page';
import { Problem } from '../problem';
import { frameNamedBy, frameOf } from '../frames/shown-frame';
import { countOf } from '../copied-parts';
import { allShownOn, isUse, referencesOf, slotOf, usesIn } from '../seen/references';
import type { Site } from '../site';
import { applyTo } from './apply';
import { lowered } from './across';
import { redirected } from './addressed';
import { applyToSite, checkWhole } from './apply-site';
import { draftOf, finished, type Draft } from './draft';
import { isInSection, isOnPage, isOnSite, type AnyEdit, type Primitive } from './site-edit';

/** A page with the site it belongs to. */
export interface Documents {
  readonly site: Site;
  readonly page: Page;
}

/** So many parts a page may come to by using own parts. */
const mostShown = 30_000;

/** What a batch made of documents. */
export interface AppliedBatch extends Documents {
  /** The primitives the batch came to: what a log says. */
  readonly edits: readonly Primitive[];
  /** The edits that lead back, in the order to apply them. */
  readonly inverses: readonly AnyEdit[];
}

/**
 * A page and its site after a batch that may hold edits of both, each checked against what both are by then.
 * What no edit concerns comes back as the very same object.
 * @throws Problem, with its place; then nothing has changed
 */
export function applyBatch({ site: before, page: pageBefore }: Documents, edits: readonly AnyEdit[]): AppliedBatch {
  let site = before;
  let page = pageBefore;
  let draft: Draft | undefined;
  const done: Primitive[] = [];
  const inverses: AnyEdit[][] = [];
  const apply = (edit: Primitive): AnyEdit => {
    done.push(edit);
    if (!isOnSite(edit)) return applyTo(site, (draft ??= draftOf(page)), edit);
    const applied = applyToSite(site, edit);
    site = applied.site;
    return applied.inverse;
  };
  const settle = (): Page => {
    if (draft) page = finished(draft);
    draft = undefined;
    return page;
  };
  for (const wanted of edits)
    for (const edit of redirected({ site, page: draft?.page ?? page }, wanted)) {
      if (isPrimitive(edit)) {
        const back = apply(edit);
        inverses.push(isFill(edit) ? [] : [back]);
        continue;
      }
      // what goes across is read from a whole page
      const { primitives, inverses: back } = lowered(site, settle(), edit);
      for (const one of primitives) apply(one);
      inverses.push([...back]);
    }
  settle();
  checkWhole(before, site);
  checkReferences({ site: before, page: pageBefore }, { site, page });
  checkFrame({ site: before, page: pageBefore }, { site, page });
  return { site, page, edits: done, inverses: inverses.reverse().flat() };
}

/** What holds something in a slot stays where that is undone: somebody else may have put something there by then. */
const isFill = (edit: Primitive): boolean =>
  !(isOnSite(edit) && !isInSection(edit)) && edit.do === 'insert' && slotOf(edit.parts[edit.root]) !== undefined;

const isPrimitive = (edit: AnyEdit): edit is Primitive => isOnSite(edit) || isOnPage(edit);

/** The references of a page to sections and own parts that are not there, or not shared. */
const dangling = ({ site, page }: Documents): string[] =>
  referencesOf(page).flatMap(([reference, section]) =>
    site.sections?.some(
      (one) => one.id === section && one.shared && (one.own ?? false) === isUse(page.parts[reference]),
    )
      ? []
      : [reference],
  );

/**
 * Refuses that a page refers to something that is not there after the batch, be it that the one came or the other
 * went; and that what it shows of own parts is more than a page can have. @throws Problem
 */
function checkReferences(before: Documents, after: Documents): void {
  checkRoom(before, after);
  const known = dangling(before);
  const reference = dangling(after).find((id) => !known.includes(id));
  if (reference === undefined) return;
  const was = referencesOf(before.page).some(([id]) => id === reference);
  const what = isUse(after.page.parts[reference]) ? 'own part' : 'shared section';
  throw new Problem(was ? `This page still has this ${what}.` : `The site no longer has this ${what}.`, {
    part: reference,
  });
}

function checkRoom(before: Documents, after: Documents): void {
  if (before.page.parts === after.page.parts || usesIn(after.page.parts).length === 0) return;
  const shows = ({ site, page }: Documents): number =>
    countOf(page.parts) +
    allShownOn(site, page).reduce((sum, { section }) => sum + (section ? countOf(section.parts) : 0), 0);
  const now = shows(after);
  if (now <= mostShown || now <= shows(before)) return;
  throw new Problem(
    `With the own parts in it, this page would have more than ${mostShown.toLocaleString('en')} parts.`,
    {
      part: after.page.root,
    },
  );
}

/** Refuses that a page names a frame that is not there after the batch. @throws Problem */
function checkFrame(before: Documents, after: Documents): void {
  const isMissing = ({ site, page }: Documents): boolean =>
    frameNamedBy(page) !== undefined && frameOf(site, page) === undefined;
  if (isMissing(before) || !isMissing(after)) return;
  const had = frameNamedBy(before.page) === frameNamedBy(after.page);
  throw new Problem(had ? 'This page still has this page frame.' : 'The site no longer has this page frame.', {
    part: after.page.root,
    field: 'frame',
  });
}

/** A site after edits of it alone. @throws Problem */
export function applyToSiteAll(before: Site, edits: readonly AnyEdit[]): Site {
  const site = edits.filter(isOnSite).reduce((at, edit) => applyToSite(at, edit).site, before);
  checkWhole(before, site);
  return site;
}
