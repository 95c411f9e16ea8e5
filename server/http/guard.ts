import type { NextFunction, Request, Response } from 'express';
import type { EntityManager } from 'typeorm';
import * as z from 'zod';
import { Identifier } from '@core/document/identifier';
import { notFound, Refusal } from '@core/api/refusal';
import { archivedWords, mayDo, Role, whyNot, type Ability } from '@core/api/roles';
import type { Config } from '../config';
import type { Pair, SiteNow } from '../pages/documents';
import type { Service } from './service';

declare module 'express-session' {
  interface SessionData {
    account: string;
    /** When it was begun: an ISO 8601 date and time. */
    since: string;
    browser: string;
  }
}

/** The id of the account that is signed in. @throws Refusal 401 */
export function accountOf(request: Request): string {
  const account = request.session.account;
  if (account === undefined) throw new Refusal('signed-out', 'Please sign in.');
  return account;
}

const named = z.array(z.object({ name: z.string() }));

/** What others call an account. */
export async function nameOfAccount(service: Service, account: string): Promise<string> {
  const rows: unknown = await service.database.query('SELECT name FROM accounts WHERE id = $1', [account]);
  return named.parse(rows)[0]?.name ?? 'Somebody';
}

/** What a site is called. */
export const nameOfSite = async ({ documents, database }: Service, site: string): Promise<string> =>
  (await documents.site(database.manager, site))?.document.name ?? site;

/** What is open to whoever is not signed in: signing in, what a link that is used once is for, and what a client is shown. */
export const open: ReadonlySet<string> = new Set([
  ...['/session', '/links/read', '/links/use', '/password/forgotten'],
  ...['/shown', '/shown/remarks', '/shown/answers'],
]);

/** Lets only who is signed in pass; signing in itself is open to all. */
export function signedIn(request: Request, _response: Response, next: NextFunction): void {
  if (!open.has(request.path)) accountOf(request);
  next();
}

const Reached = z.array(z.object({ site: z.string(), role: Role, isArchived: z.boolean() })).max(1);

/** Who asks, and what they are on a site. */
export interface Reaching {
  readonly site: string;
  readonly account: string;
  readonly role: Role;
  /** The site is out of the way: nothing of it is changed until it is brought back. */
  readonly isArchived: boolean;
}

/** Whether whoever asks may do this on a site as it is. */
export const mayOn = ({ role, isArchived }: Pick<Reaching, 'role' | 'isArchived'>, ability: Ability): boolean =>
  mayDo(role, ability) && !(isArchived && (ability === 'write' || ability === 'build'));

/** @throws Refusal 404 where the account is no member of the site, 403 where its role does not reach so far */
function reaching(rows: unknown, account: string, ability: Ability): Reaching {
  const [reached] = Reached.parse(rows);
  if (!reached) throw notFound();
  if (!mayDo(reached.role, ability)) throw new Refusal('not-allowed', whyNot(reached.role));
  if (reached.isArchived && (ability === 'write' || ability === 'build'))
    throw new Refusal('not-allowed', archivedWords);
  return { ...reached, account };
}

/**
 * The site by its id, when the signed-in account may do this there: membership alone, no document is read. @throws
 * Refusal 404 for whoever is no member, 403 for one whose role does not reach so far
 */
export const reachSite = (service: Service, request: Request, id: string, ability: Ability): Promise<Reaching> =>
  checkReach(service, { site: id, account: accountOf(request) }, ability);

const reachOf = `SELECT m.site, m.role, s.archived IS NOT NULL AS "isArchived"
  FROM memberships m JOIN sites s ON s.id = m.site WHERE m.site = $1 AND m.account = $2`;

/** The same for an account that asked earlier. @throws Refusal 404, 403 */
export async function checkReach(
  { database }: Service,
  { site, account }: Pick<Reaching, 'site' | 'account'>,
  ability: Ability,
): Promise<Reaching> {
  return reaching(await database.query(reachOf, [site, account]), account, ability);
}

/**
 * The same, within the transaction that does what was asked for: until it ends, nobody takes the account off the site
 * or gives it another role. @throws Refusal 404, 403
 */
export async function holdReach(
  manager: EntityManager,
  { site, account }: Pick<Reaching, 'site' | 'account'>,
  ability: Ability,
): Promise<void> {
  reaching(await manager.query(`${reachOf} FOR SHARE OF m`, [site, account]), account, ability);
}

/** The same of a page's site, with the page's id. @throws Refusal 404, 403 */
export async function reachPage(
  service: Service,
  request: Request,
  id: string,
  ability: Ability,
): Promise<Reaching & { readonly page: string }> {
  const account = accountOf(request);
  const rows: unknown = await service.database.query(
    `SELECT p.site, m.role, s.archived IS NOT NULL AS "isArchived" FROM pages p JOIN sites s ON s.id = p.site
     JOIN memberships m ON m.site = p.site WHERE p.id = $1 AND m.account = $2`,
    [id, account],
  );
  return { ...reaching(rows, account, ability), page: id };
}

/** Whether an account may still look at a page. */
export async function mayLook(service: Service, account: string, page: string): Promise<boolean> {
  const rows: unknown = await service.database.query(
    'SELECT 1 FROM pages p JOIN memberships m ON m.site = p.site WHERE p.id = $1 AND m.account = $2',
    [page, account],
  );
  return z.array(z.unknown()).parse(rows).length > 0;
}

/** The site, when the signed-in account may do this there. @throws Refusal 404, 403 */
export async function siteFor(
  service: Service,
  request: Request,
  id: string,
  ability: Ability,
): Promise<SiteNow & Pick<Reaching, 'role' | 'isArchived'>> {
  const { role, isArchived } = await reachSite(service, request, id, ability);
  const site = await service.documents.site(service.database.manager, id);
  if (!site) throw notFound();
  return { ...site, role, isArchived };
}

/** The page with its site, when the signed-in account may do this there. @throws Refusal 404, 403 */
export async function pageFor(
  service: Service,
  request: Request,
  id: string,
  ability: Ability,
): Promise<Pair & Pick<Reaching, 'role' | 'isArchived'>> {
  const { role, isArchived } = await reachPage(service, request, id, ability);
  const both = await service.documents.together(service.database.manager, id);
  if (!both) throw notFound();
  return { ...both, role, isArchived };
}

/** The origins the editor is reached at. */
export const editorOrigins = ({ port, address }: Pick<Config, 'port' | 'address'>): readonly string[] => [
  ...(address === undefined ? [] : [new URL(address).origin]),
  ...[`http://localhost:${port}`, `http://127.0.0.1:${port}`],
];

/** Refuses every change that another origin asks for. */
export function sameOrigin(config: Pick<Config, 'port' | 'address'>) {
  const own = new Set(editorOrigins(config));
  return (request: Request, _response: Response, next: NextFunction): void => {
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
    if (changes && !own.has(request.get('origin') ?? ''))
      throw new Refusal('foreign-origin', 'This request did not come from the editor.');
    next();
  };
}

/** An identifier that is part of the address. @throws Refusal 404 where it can be none, whatever it holds */
export function parameter(request: Request, name: string): string {
  const parsed = Identifier.safeParse(request.params[name]);
  if (!parsed.success) throw notFound();
  return parsed.data;
}
