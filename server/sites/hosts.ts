import { rm } from 'node:fs/promises';
import { Not, type EntityManager } from 'typeorm';
import { Refusal } from '@core/api/refusal';
import type { FormerHosts } from '@core/api/sites';
import { HostName } from '@core/document/site';
import { Sites } from '../database/entities';
import { Hosts } from '../database/host-row';
import type { Service } from '../http/service';
import { holdReleases, lastNumber, liveOrigin, siteFolder } from '../releases/publish';
import { isUniqueViolation } from './paths';

export const hostTaken = (host: string): Refusal =>
  new Refusal('host-taken', `Another site has the host name ${host}.`);

/** Whether an error says that another site has a host name. */
export const isHostTaken = (error: unknown): boolean =>
  isUniqueViolation(error, 'sites') || isUniqueViolation(error, 'hosts');

/** Why no site may have this host name, but one that had it before; undefined where one may. */
export async function hostProblem({ database }: Service, host: string, site?: string): Promise<string | undefined> {
  const parsed = HostName.safeParse(host);
  if (!parsed.success) return parsed.error.issues[0]?.message ?? 'This can’t be a host name.';
  const other = await database.getRepository(Hosts).findOneBy({ host: parsed.data });
  return other && other.site !== site ? hostTaken(host).message : undefined;
}

/** Enters that a host name is a site's. It may have had it before. @throws where another site has it */
export async function enterHost(manager: EntityManager, site: string, host: string): Promise<void> {
  const repository = manager.getRepository(Hosts);
  if (await repository.existsBy({ host, site })) await repository.update({ host }, { since: () => 'now()' });
  else await repository.insert({ host, site });
}

/** The host names a site had before, the newest first. */
export async function formerHosts(manager: EntityManager, site: string): Promise<string[]> {
  const now = await manager.getRepository(Sites).findOne({ select: { id: true, host: true }, where: { id: site } });
  const rows = await manager
    .getRepository(Hosts)
    .find({ where: { site, ...(now && { host: Not(now.host) }) }, order: { since: 'DESC' } });
  return rows.map((one) => one.host);
}

/** What is told of a site's host names. */
export async function hostsOf(service: Service, site: string): Promise<FormerHosts> {
  const { manager } = service.database;
  const former = await formerHosts(manager, site);
  const { host: now } = await manager.getRepository(Sites).findOneByOrFail({ id: site });
  return {
    live: `${liveOrigin(service, { host: now })}/`,
    former: former.map((host) => ({ host, live: `${liveOrigin(service, { host })}/` })),
    isLive: (await lastNumber(manager, site)) !== undefined,
  };
}

/** Gives up a host name a site had before: it leads nowhere then, and others may have it. */
export async function giveUpHost(service: Service, site: string, host: string): Promise<boolean> {
  return service.database.transaction(async (manager) => {
    await holdReleases(manager, site); // a move would write it anew
    if (!(await formerHosts(manager, site)).includes(host)) return false;
    await manager.getRepository(Hosts).delete({ site, host });
    // before it is free: whoever takes it next would lose theirs with it
    await rm(siteFolder(service, host), { recursive: true, force: true });
    return true;
  });
}
