import type { NextFunction, Request, Response } from 'express';
import * as z from 'zod';
import { Identifier } from '@core/document/identifier';
import { Memberships } from '../database/entities';
import { notFound, Refusal } from '@core/api/refusal';
import type { Config } from '../config';
import type { Pair, SiteNow } from '../pages/documents';
import type { Service } from './service';

declare module 'express-session' {
  interface SessionData {
    account: string;
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

/** Lets only who is signed in pass; signing in itself is open to all. */
export function signedIn(request: Request, _response: Response, next: NextFunction): void {
  if (request.path !== '/session') accountOf(request);
  next();
}

/** The site, when the signed-in account is a member of it. @throws Refusal 404 otherwise */
export async function siteFor(service: Service, request: Request, id: string): Promise<SiteNow> {
  const account = accountOf(request);
  const member = await service.database.getRepository(Memberships).existsBy({ account, site: id });
  const site = member ? await service.documents.site(service.database.manager, id) : undefined;
  if (!site) throw notFound();
  return site;
}

/** The page with its site, when the signed-in account is a member of that site. @throws Refusal 404 otherwise */
export async function pageFor(service: Service, request: Request, id: string): Promise<Pair> {
  await reachPage(service, request, id);
  const both = await service.documents.together(service.database.manager, id);
  if (!both) throw notFound();
  return both;
}

const reached = z.array(z.object({ site: z.string() }));

/** The id of a page's site, when an account is a member of it: membership alone, no document is read. */
export async function siteOfPage(service: Service, account: string, page: string): Promise<string | undefined> {
  const rows: unknown = await service.database.query(
    'SELECT p.site FROM pages p JOIN memberships m ON m.site = p.site WHERE p.id = $1 AND m.account = $2',
    [page, account],
  );
  return reached.parse(rows)[0]?.site;
}

/**
 * The ids of a page and its site, when the signed-in account is a member of that site. @throws Refusal 404 otherwise
 */
export async function reachPage(
  service: Service,
  request: Request,
  id: string,
): Promise<{ page: string; site: string }> {
  const site = await siteOfPage(service, accountOf(request), id);
  if (site === undefined) throw notFound();
  return { page: id, site };
}

/** The id of a site, when the signed-in account is a member of it. @throws Refusal 404 otherwise */
export async function reachSite(service: Service, request: Request, id: string): Promise<string> {
  if (!(await service.database.getRepository(Memberships).existsBy({ account: accountOf(request), site: id })))
    throw notFound();
  return id;
}

/** Refuses every change that another origin asks for. */
export function sameOrigin({ port, address }: Pick<Config, 'port' | 'address'>) {
  const own = new Set([`http://localhost:${port}`, `http://127.0.0.1:${port}`]);
  if (address !== undefined) own.add(new URL(address).origin);
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
