import { setImmediate } from 'node:timers/promises';
import type { WouldBeEdits, WouldChange } from '@core/api/pages';
import { notFound } from '@core/api/refusal';
import { applyBatch } from '@core/document/edits/batch';
import { seenPage } from '@core/document/seen/seen-page';
import { touchedBy, walkingLooks } from '@core/review/looks';
import { reachesAny, reachOfSections } from '@core/style/reach';
import type { Service } from '../http/service';
import { reachOfPages } from '../sites/reach';

/** Walks to the end; others are answered at every pause. */
async function unhurried<T>(walk: Generator<undefined, T>): Promise<T> {
  for (let step = walk.next(); ; step = walk.next()) {
    if (step.done) return step.value;
    await setImmediate();
  }
}

/**
 * The other pages of a page's site on which parts would look different, and how many, if edits were stored. Only
 * pages that what is edited reaches are read.
 * @throws Problem when the edits do not fit
 */
export async function pagesThatChange(
  service: Service,
  at: { readonly site: string; readonly page: string },
  edits: WouldBeEdits['edits'],
): Promise<WouldChange['pages']> {
  const { manager } = service.database;
  const both = await service.documents.together(manager, at.page);
  if (both?.site.id !== at.site) throw notFound();
  const before = both.site.document;
  const { site: after, edits: primitives } = applyBatch({ site: before, page: both.page.document }, edits);
  if (after === before) return [];
  const touched = touchedBy(before, primitives);
  const sections = reachOfSections(before);
  const reached = (await reachOfPages(service, at.site)).filter(
    ({ id, reach }) => id !== at.page && reachesAny(reach, sections, touched.holders),
  );
  const changed: WouldChange['pages'] = [];
  for (const { id, title } of reached) {
    const page = (await service.documents.page(manager, id))?.document;
    if (!page) continue; // it was deleted meanwhile
    const [was, is] = [before, after].map((site) => ({ site, page: seenPage(site, page) }));
    const parts = (await unhurried(walkingLooks(was!, is!, touched))).length;
    if (parts > 0) changed.push({ id, title, parts });
  }
  return changed;
}
