import type { Edit } from '@core/document/edits/edit';
import * as z from 'zod';
import { ArrayContains, Not, type EntityManager } from 'typeorm';
import { applyBatch, type AppliedBatch, type Documents } from '@core/document/edits/batch';
import {
  isForOwners,
  isOfHost,
  isOnPage,
  isOnSite,
  mostEdits,
  type AnyEdit,
  type SiteEdit,
} from '@core/document/edits/site-edit';
import { blankPage, type Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import { Batches, Pages, type BatchRow } from '../database/entities';
import { lockSite } from '../database/locks';
import type { Batch, Stored } from '@core/api/pages';
import { notFound, Refusal } from '@core/api/refusal';
import { mayDo, whyNot, type Role } from '@core/api/roles';
import { frameKey } from '@core/style/reach';
import { areTextsAndPictures } from '@core/document/edits/check/texts-and-pictures';
import { checkReach, type Reaching } from '../http/guard';
import type { Service } from '../http/service';
import { isUniqueViolation, pathTaken } from '../sites/paths';
import { factsAfter } from './facts';
import { logSince, toldTo } from './log';

/** A batch that was stored now, for those who listen. */
type Fresh = Omit<BatchRow, 'order' | 'at' | 'account'>;

const Outcomes = z.array(z.object({ outcome: z.enum(['stored', 'known', 'stale', 'barred']) })).length(1);

/** Documents at their revisions. */
interface Now {
  readonly site: { readonly revision: number; readonly document: Site };
  readonly page?: { readonly revision: number; readonly document: Page };
}

/** A batch to be stored, and what it makes of the documents. */
interface Making {
  readonly at: { readonly site: string; readonly page?: string };
  readonly id: string;
  readonly account: string;
  /** The role somebody stores it in; none, where the server does. */
  readonly role?: Role;
  readonly after: AppliedBatch;
}

/** Why a batch was not stored: it is already; a document is another by now; whoever sent it has another role by now. */
type NotNow = 'known' | 'stale' | 'barred';

/** Stores a batch in one statement. */
async function write(
  service: Service,
  manager: EntityManager,
  known: Now,
  { at, id, account, role, after }: Making,
): Promise<Fresh | NotNow> {
  const onSite = after.edits.some(isOnSite);
  const onPage = after.edits.some(isOnPage);
  const facts = onPage ? factsAfter(after.page, after) : null;
  const ended = service.notices.own(id);
  const outcome = await manager
    .query('SELECT store_batch($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11) AS outcome', [
      ...[id, at.site, known.site.revision, onSite, at.page ?? null, known.page?.revision ?? null, onPage, account],
      ...[JSON.stringify(after.edits), facts && JSON.stringify(facts), role ?? null],
    ])
    .then((rows: unknown) => Outcomes.parse(rows)[0]!.outcome)
    .catch((error: unknown) => {
      ended(false);
      throw isUniqueViolation(error, 'pages') ? pathTaken(after.page.path) : error;
    });
  ended(outcome === 'stored');
  if (outcome !== 'stored') return outcome;
  return {
    id,
    site: at.site,
    siteRevision: onSite ? known.site.revision + 1 : null,
    page: onPage ? at.page! : null, // an edit of a page has one
    revision: onPage ? known.page!.revision + 1 : null,
    edits: after.edits,
  };
}

/** Keeps what was stored, and tells those who listen. */
function stored(service: Service, fresh: Fresh, after: Documents, from: string): void {
  if (fresh.siteRevision !== null) service.documents.stored('sites', fresh.site, fresh.siteRevision, after.site);
  if (fresh.page !== null && fresh.revision !== null)
    service.documents.stored('pages', fresh.page, fresh.revision, after.page);
  tell(service, fresh, from);
}

/** Nobody's page, for batches that concern a site alone. */
const noPage = blankPage('none', 'None', '/');

/** What the server makes of a site by itself, of the site as it is then and in the transaction that stores it. */
type MakesEdits = (site: Site, manager: EntityManager) => Promise<readonly SiteEdit[]>;

/**
 * Stores edits of a site that the server makes itself, with whatever else is done in the same transaction; none, where
 * nothing of the site changes.
 * @throws Problem
 */
export async function storeOnSite(
  service: Service,
  at: { readonly site: string; readonly id: string; readonly account: string },
  make: MakesEdits,
): Promise<void> {
  const done = await service.database.transaction(async (manager) => {
    await lockSite(manager, at.site, 'alone');
    const site = await service.documents.site(manager, at.site);
    if (!site) throw notFound();
    const edits = await make(site.document, manager);
    if (edits.length === 0) return undefined;
    if (edits.length > mostEdits)
      throw new Refusal('does-not-fit', 'This changes more of the site than one step can. Do it in parts.');
    const after = applyBatch({ site: site.document, page: noPage }, edits);
    const making = { at: { site: at.site }, id: at.id, account: at.account, after };
    const fresh = await write(service, manager, { site }, making);
    if (typeof fresh === 'string')
      throw new Refusal('unavailable', 'This could not be stored just now. Try again in a moment.');
    return { fresh, after };
  });
  if (done) stored(service, done.fresh, done.after, '');
}

/** A page, and under which id the server itself stores edits of it. */
type OnPage = Place & { readonly id: string; readonly account: string };

/** One try to store edits of a page that the server makes itself; what there is to tell, or that it was stale. */
async function tryOnPage(
  service: Service,
  manager: EntityManager,
  at: OnPage,
  make: (page: Page) => readonly Edit[],
): Promise<(() => void) | 'stale'> {
  const known = await service.documents.together(manager, at.page);
  const edits = known?.site.id === at.site ? make(known.page.document) : [];
  if (!known || edits.length === 0) return () => undefined;
  const after = applyBatch({ site: known.site.document, page: known.page.document }, edits);
  const making = { at: { site: at.site, page: at.page }, id: at.id, account: at.account, after };
  const fresh = await write(service, manager, known, making);
  return typeof fresh === 'string' ? 'stale' : () => stored(service, fresh, after, at.page);
}

/**
 * Stores edits of a page that the server makes itself, of the page as it is then; none, where nothing of it changes.
 * One that is deleted meanwhile is left alone.
 * @throws Problem, Refusal where others store too much before it
 */
export const storeOnPage = (service: Service, at: OnPage, make: (page: Page) => readonly Edit[]): Promise<void> =>
  service.storing.run(at.page, async () => {
    for (let tries = 0; tries < mostTries; tries++) {
      const tell = await tryOnPage(service, service.database.manager, at, make);
      if (tell !== 'stale') return tell();
    }
    throw tooMuch();
  });

/**
 * The same in a transaction that holds the site alone; what it returns is to be called once that has ended.
 * @throws Problem, Refusal where somebody stores something at the same time
 */
export async function storeOnPageIn(
  service: Service,
  manager: EntityManager,
  at: OnPage,
  make: (page: Page) => readonly Edit[],
): Promise<() => void> {
  const tell = await tryOnPage(service, manager, at, make);
  if (tell === 'stale') throw tooMuch();
  return tell;
}

/**
 * Refuses that a shared section or a page frame goes which another page still shows; whoever calls it holds the site
 * alone. @throws Problem
 */
async function checkShown(manager: EntityManager, at: Place, gone: readonly Gone[]): Promise<void> {
  for (const { as, field, words } of gone) {
    const showing = await manager.getRepository(Pages).findOne({
      select: { id: true, title: true },
      where: { site: at.site, id: Not(at.page), shows: ArrayContains([as]) },
    });
    if (showing) throw new Problem(`“${showing.title}” still has ${words}`, { field });
  }
}

/** Something a site keeps no longer, and as what it stands among what pages show. */
interface Gone {
  readonly as: string;
  readonly field: string;
  readonly words: string;
}

function goneOf(before: Site, after: Site): Gone[] {
  const kept = new Set(after.sections?.filter((one) => one.shared).map((one) => one.id));
  const frames = new Set(after.frames?.map((one) => one.id));
  return [
    ...(before.sections ?? [])
      .filter((one) => one.shared && !kept.has(one.id))
      .map(({ id, name, own }) => ({
        as: id,
        field: `sections.${id}`,
        words: `the ${own ? 'own part' : 'section'} “${name}”. Remove it there first.`,
      })),
    ...(before.frames ?? [])
      .filter((one) => !frames.has(one.id))
      .map(({ id, name }) => ({
        as: frameKey(id),
        field: `frames.${id}`,
        words: `the page frame “${name}”. Choose another for it first.`,
      })),
  ];
}

interface Place {
  readonly page: string;
  readonly site: string;
}

/** What a batch is stored on, and by whom. */
interface Sent {
  /** In which role; none, where the server does it by itself. */
  readonly at: Place & Pick<Reaching, 'account'> & Partial<Pick<Reaching, 'role'>>;
  readonly batch: Batch;
}

/** Refuses what a role may not do. @throws Refusal */
function checkRole(role: Role | undefined, before: Documents, edits: readonly AnyEdit[]): void {
  if (role && edits.some(isOfHost))
    throw new Refusal('not-allowed', 'The host name is changed on the screen Settings.');
  if (role && !mayDo(role, 'own') && edits.some(isForOwners)) throw new Refusal('not-allowed', whyNot(role));
  if (role && !mayDo(role, 'build') && !(mayDo(role, 'write') && areTextsAndPictures(before, edits)))
    throw new Refusal('not-allowed', whyNot(role));
}

/**
 * The log of a batch that was stored before, as its sender asks for it; undefined where it was not. @throws Refusal
 * where it was another page's
 */
async function storedBefore(manager: EntityManager, { at, batch }: Sent): Promise<Stored[] | undefined> {
  const known = await manager.getRepository(Batches).findOneBy({ id: batch.id });
  if (!known) return undefined;
  if (known.site !== at.site || (known.page ?? at.page) !== at.page)
    throw new Refusal('bad-input', 'This batch belongs to another page.');
  return logSince(manager, at, {
    page: Math.min(batch.base, (known.revision ?? Infinity) - 1),
    site: Math.min(batch.siteBase ?? Infinity, (known.siteRevision ?? Infinity) - 1, newest),
  });
}

/** Who knows all there is. */
const newest = 2_147_483_647;

/** Where a shared section or a page frame would go, the site is held alone while the other pages are looked at. */
async function writeSafely(service: Service, known: Now, making: Making, at: Place): Promise<Fresh | NotNow> {
  const { manager } = service.database;
  const before = known.site.document;
  const gone = goneOf(before, making.after.site);
  if (gone.length === 0) return write(service, manager, known, making);
  return service.database.transaction(async (held) => {
    await lockSite(held, at.site, 'alone');
    await checkShown(held, at, gone);
    return write(service, held, known, making);
  });
}

/** One try to store a batch on documents as they are known, or asked for anew. */
async function tryToStore(service: Service, sent: Sent, ask: boolean): Promise<Stored[] | 'stale' | 'barred'> {
  const { at, batch } = sent;
  const { manager } = service.database;
  const known = (ask ? undefined : service.documents.known(at)) ?? (await askedAnew(service, at));
  const before = { site: known.site.document, page: known.page.document };
  let after;
  try {
    after = applyBatch(before, batch.edits);
    checkRole(at.role, before, batch.edits);
  } catch (error) {
    if (!(error instanceof Problem || error instanceof Refusal)) throw error;
    const known = await storedBefore(manager, sent);
    if (known) return known;
    if (!ask) return 'stale'; // what is known may be old
    throw error;
  }
  const { account, role } = at;
  const making = { at, id: batch.id, account, ...(role && { role }), after };
  const fresh = await writeSafely(service, known, making, at);
  if (fresh === 'stale' || fresh === 'barred') return fresh;
  if (fresh === 'known') return (await storedBefore(manager, sent)) ?? 'stale';
  stored(service, fresh, after, at.page);
  const knew = batch.base === known.page.revision && (batch.siteBase ?? known.site.revision) === known.site.revision;
  return knew
    ? [toldTo(at.page, fresh)]
    : logSince(manager, at, { page: batch.base, site: batch.siteBase ?? known.site.revision });
}

async function askedAnew(service: Service, at: Place): Promise<Required<Now>> {
  const both = await service.documents.together(service.database.manager, at.page);
  if (both?.site.id !== at.site) throw notFound();
  return both;
}

/** Tells of a batch to those who have its page open, or any page of its site. */
function tell({ feed }: Service, fresh: Fresh, from: string): void {
  feed.tell({ page: fresh.page ?? from, site: fresh.site, ofSite: fresh.siteRevision !== null }, (page) =>
    toldTo(page, fresh),
  );
}

const tooMuch = (): Refusal =>
  new Refusal('unavailable', 'Too much is being saved at once just now. Nothing was changed; try again in a moment.');

/** So often a batch is tried again while others store before it. */
const mostTries = 50;

/**
 * Applies a batch to the newest state of the page and its site and stores it, all at once.
 * Returns the log since what the client knew, the batch itself in it.
 * @throws Problem when an edit no longer fits, Refusal where whoever sent it may no longer do so
 */
export const storeBatch = (service: Service, at: Sent['at'], batch: Batch): Promise<{ log: Stored[] }> =>
  service.storing.run(at.page, async () => {
    let by = at;
    for (let tries = 0; tries < mostTries; tries++) {
      const log = await tryToStore(service, { at: by, batch }, tries > 0);
      if (log === 'barred') by = { ...at, role: (await checkReach(service, at, 'write')).role };
      else if (log !== 'stale') return { log };
    }
    throw tooMuch();
  });
