import { createHash, randomBytes } from 'node:crypto';
import { LessThan, MoreThan, type EntityManager } from 'typeorm';
import { newIdentifier } from '@core/document/identifier';
import { Refusal } from '@core/api/refusal';
import { Accounts, SingleLinks, type SingleLinkRow } from '../database/entities';
import type { Service } from '../http/service';

const hour = 3_600_000;
/** So long each kind can be used, in ms. */
const lasts: Readonly<Record<SingleLinkRow['for'], number>> = {
  'first account': 24 * hour,
  invitation: 7 * 24 * hour,
  password: hour,
};

const hashOf = (key: string): string => createHash('sha256').update(key).digest('base64url');

type Wanted = Pick<SingleLinkRow, 'for'> &
  Partial<Pick<SingleLinkRow, 'email' | 'site' | 'role' | 'studio' | 'account'>>;

/** Makes a link that is used once; its key is known to whoever is sent it, and to nobody else. */
export async function makeLink(manager: EntityManager, wanted: Wanted): Promise<string> {
  const key = randomBytes(32).toString('base64url');
  const links = manager.getRepository(SingleLinks);
  await links.delete({ ends: LessThan(new Date()) });
  const ends = new Date(Date.now() + lasts[wanted.for]);
  await links.insert({ id: newIdentifier(), hash: hashOf(key), ...wanted, ends });
  return key;
}

/** The address of such a link: its key stands behind the sign that no browser sends to a server. */
export const linkAddress = ({ config }: Service, key: string): string =>
  `${config.address ?? `http://localhost:${config.port}`}/welcome#${key}`;

const noLonger = (): Refusal =>
  new Refusal('not-found', 'This link has been used, has ended or was taken back. Ask for a new one.');

/** What a link is for. @throws Refusal where it is none, or none any more */
export async function findLink(manager: EntityManager, key: string): Promise<SingleLinkRow> {
  const link = await manager.getRepository(SingleLinks).findOneBy({ hash: hashOf(key), ends: MoreThan(new Date()) });
  if (!link) throw noLonger();
  return link;
}

/** The same, used up: of two who use it at once, one is refused. @throws Refusal */
export async function takeLink(manager: EntityManager, key: string): Promise<SingleLinkRow> {
  const link = await findLink(manager, key);
  const { affected } = await manager.getRepository(SingleLinks).delete({ id: link.id });
  if (affected !== 1) throw noLonger();
  return link;
}

/** Where the first account is made, for whoever started the server; nothing where there is one. */
export async function firstAccountAddress(service: Service): Promise<string | undefined> {
  const { manager } = service.database;
  if (await manager.getRepository(Accounts).exists()) return undefined;
  await manager.getRepository(SingleLinks).delete({ for: 'first account' });
  return linkAddress(service, await makeLink(manager, { for: 'first account' }));
}
