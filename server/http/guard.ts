import type { NextFunction, Request, Response } from 'express';
import { Memberships, Pages, Sites, type PageRow, type SiteRow } from '../database/entities';
import { notFound, Refusal } from './answer';
import type { Service } from './service';

declare module 'express-session' {
  interface SessionData {
    account: string;
  }
}

/** The id of the account that is signed in. @throws Refusal 401 */
export function accountOf(request: Request): string {
  const account = request.session.account;
  if (account === undefined) throw new Refusal(401, 'Please sign in.');
  return account;
}

/** The site, when the signed-in account is a member of it. @throws Refusal 404 otherwise */
export async function siteFor(service: Service, request: Request, id: string): Promise<SiteRow> {
  const account = accountOf(request);
  const member = await service.database.getRepository(Memberships).existsBy({ account, site: id });
  const site = member ? await service.database.getRepository(Sites).findOneBy({ id }) : null;
  if (!site) throw notFound();
  return site;
}

/** The page with its site, when the signed-in account is a member of that site. @throws Refusal 404 otherwise */
export async function pageFor(
  service: Service,
  request: Request,
  id: string,
): Promise<{ page: PageRow; site: SiteRow }> {
  accountOf(request);
  const page = await service.database.getRepository(Pages).findOneBy({ id });
  if (!page) throw notFound();
  return { page, site: await siteFor(service, request, page.site) };
}

/** Refuses every change that another origin asks for. */
export function sameOrigin(port: number) {
  const own = new Set([`http://localhost:${port}`, `http://127.0.0.1:${port}`]);
  return (request: Request, _response: Response, next: NextFunction): void => {
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(request.method);
    if (changes && !own.has(request.get('origin') ?? ''))
      throw new Refusal(403, 'This request did not come from the editor.');
    next();
  };
}

/** One named part of the address; Express gives only strings where the route names it once. */
export const parameter = (request: Request, name: string): string => String(request.params[name]);
