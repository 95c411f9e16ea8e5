import { randomBytes } from 'node:crypto';
import { readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { MoreThan, type EntityManager } from 'typeorm';
import type { NewPreviewLink, PreviewLinkChange } from '@core/api/preview-links';
import { notFound, Refusal } from '@core/api/refusal';
import { newIdentifier } from '@core/document/identifier';
import { hashPassword } from '../accounts/passwords';
import { Pages, PreviewLinks, Previews, Releases, type PreviewLinkRow } from '../database/entities';
import { lockSite } from '../database/locks';
import { noteAct } from '../database/acts';
import type { Service } from '../http/service';
import { folderOf, foldersOf, markedRelease, tellHost, tokenOf, type Previewing } from '../previews/previews';

/** So many links a site has at most. */
const mostLinks = 200;

/** When a link ends that lasts so many days from now on. */
const endsAfter = (days: number): Date => new Date(Date.now() + days * 86_400_000);
const newPass = (): string => randomBytes(16).toString('hex');

/** The address a client is sent: its key stands behind the sign that no browser sends to a server. */
export const addressOfLink = (service: Service, key: string): string =>
  `${service.config.address ?? `http://localhost:${service.config.port}`}/shown#${key}`;

const forgetFolder = (service: Service, pass: string): Promise<void> =>
  rm(folderOf(service, pass), { recursive: true, force: true });

/** The preview whose versions a link shows. */
const shownBy = ({ release }: PreviewLinkRow, token: string): string =>
  release === null ? token : markedRelease(token, release);

const tellLink = (service: Service, link: PreviewLinkRow, token: string): Promise<void> =>
  tellHost(service, link.pass, {
    of: shownBy(link, token),
    ends: link.ends.toISOString(),
    ...(link.page !== null && { page: link.page }),
  });

/**
 * Brings what the live host serves of a link in line with what is stored of it by then: of two who change it at once,
 * whoever comes later writes what both have led to, and one that is gone is not served again. `passes` are those it
 * went by.
 */
const alignLink = (service: Service, id: string, passes: readonly string[]): Promise<void> =>
  service.database.transaction(async (manager) => {
    await manager.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 3))', [id]);
    const link = await manager.getRepository(PreviewLinks).findOneBy({ id });
    for (const pass of passes) if (pass !== link?.pass) await forgetFolder(service, pass);
    if (link) await tellLink(service, link, await tokenOf(service, link.site));
  });

export const linkGone = (): Refusal =>
  new Refusal('not-found', 'This link has ended or was taken back. Ask for a new one.');

/** A link that has not ended, by the key it is opened with. @throws Refusal where there is none */
export async function linkByKey(manager: EntityManager, key: string): Promise<PreviewLinkRow> {
  const link = await manager.getRepository(PreviewLinks).findOneBy({ key, ends: MoreThan(new Date()) });
  if (!link) throw linkGone();
  return link;
}

/** Whether the live host knows of a link and of what it shows. */
export async function isWritten(service: Service, link: PreviewLinkRow, token: string): Promise<boolean> {
  const has = async (folder: string, file: string): Promise<boolean> =>
    (await readdir(folderOf(service, folder)).catch((): string[] => [])).includes(file);
  return (await has(link.pass, 'link.json')) && (await has(shownBy(link, token), 'current'));
}

/** Has a link and what it shows written, where they are not yet. */
export async function haveWritten(service: Service, link: PreviewLinkRow): Promise<void> {
  const { database, work } = service;
  await alignLink(service, link.id, [link.pass]);
  const data: Previewing = { site: link.site, ...(link.release !== null && { release: link.release }) };
  const key = `${link.site} ${link.release ?? 'draft'}`;
  await database.transaction((manager) => work.begin(manager, { queue: 'previews', account: null, data, key }));
}

/** Makes a link. @throws Refusal where what it is to show is not there, or there are too many */
export async function makePreviewLink(
  service: Service,
  at: { readonly site: string; readonly account: string },
  { name, page, release, word, days }: NewPreviewLink,
): Promise<PreviewLinkRow> {
  const row: PreviewLinkRow = {
    ...{ id: newIdentifier(), site: at.site, account: at.account, name, pass: newPass() },
    key: randomBytes(32).toString('base64url'),
    ...{ page: page ?? null, release: release ?? null },
    word: word === undefined ? null : await hashPassword(word),
    ...{ made: new Date(), ends: endsAfter(days) },
  };
  await service.database.transaction(async (manager) => {
    await lockSite(manager, at.site, 'shared');
    await checkShown(manager, row);
    if ((await manager.getRepository(PreviewLinks).countBy({ site: at.site })) >= mostLinks)
      throw new Refusal('does-not-fit', `A site has at most ${mostLinks} links. Delete those that have ended.`);
    await manager.getRepository(PreviewLinks).insert(row);
    await noteAct(manager, { ...at, what: 'made a link', about: { name } });
  });
  await haveWritten(service, row);
  return row;
}

/** @throws Refusal where a page or release is not there */
async function checkShown(manager: EntityManager, { site, page, release }: PreviewLinkRow): Promise<void> {
  if (page !== null && !(await manager.getRepository(Pages).existsBy({ id: page, site })))
    throw new Refusal('does-not-fit', 'This page is not there any more.');
  if (release === null) return;
  const row = await manager.getRepository(Releases).findOneBy({ site, number: release });
  if (!row) throw new Refusal('does-not-fit', `Release ${release} is not kept any more.`);
  if (page !== null && !Object.hasOwn(row.content.pages, page))
    throw new Refusal('does-not-fit', `Release ${release} doesn’t have this page.`);
}

/**
 * Changes a link. Another word closes it for whoever opened it before: from then on it is served elsewhere. @throws
 * Refusal
 */
export async function changePreviewLink(
  service: Service,
  at: { readonly site: string; readonly link: string },
  { name, word, days }: PreviewLinkChange,
): Promise<void> {
  const hashed = typeof word === 'string' ? await hashPassword(word) : word;
  const changed = await service.database.transaction(async (manager) => {
    const links = manager.getRepository(PreviewLinks);
    const before = await links.findOne({ where: { id: at.link, site: at.site }, lock: { mode: 'pessimistic_write' } });
    if (!before) throw notFound();
    const after: PreviewLinkRow = {
      ...before,
      ...(name !== undefined && { name }),
      ...(hashed !== undefined && { word: hashed, pass: newPass() }),
      ...(days !== undefined && { ends: endsAfter(days) }),
    };
    await links.save(after);
    return { before, after };
  });
  await alignLink(service, at.link, [changed.before.pass, changed.after.pass]);
}

/** Takes a link back: nothing is served there any more. What was said on it stays. @throws Refusal */
export async function deletePreviewLink(
  service: Service,
  at: { readonly site: string; readonly account: string; readonly link: string },
): Promise<void> {
  const gone = await service.database.transaction(async (manager) => {
    const link = await manager.getRepository(PreviewLinks).findOneBy({ id: at.link, site: at.site });
    const { affected } = await manager.getRepository(PreviewLinks).delete({ id: at.link, site: at.site });
    if (!link || affected !== 1) throw notFound();
    await noteAct(manager, {
      site: at.site,
      account: at.account,
      what: 'took a link back',
      about: { name: link.name },
    });
    return link;
  });
  await alignLink(service, gone.id, [gone.pass]);
  if (gone.release !== null) await forgetRelease(service, gone.site, gone.release);
}

/** Removes a release written as a preview, where no link shows it any more. */
async function forgetRelease(service: Service, site: string, release: number): Promise<void> {
  if (await service.database.getRepository(PreviewLinks).existsBy({ site, release })) return;
  const preview = await service.database.getRepository(Previews).findOneBy({ site });
  if (preview) await forgetFolder(service, markedRelease(preview.token, release));
}

/**
 * Brings what the live host serves of links in line with the database, as after a move to another machine, or where a
 * server was killed before it had told it: links that have gone, or go by another pass, are served no more.
 */
export async function restoreLinks(service: Service): Promise<void> {
  const root = join(service.config.liveFolder, 'previews');
  const folders = await readdir(root).catch((): string[] => []); // before the links are read: a new one is not among them
  const links = await service.database.getRepository(PreviewLinks).find();
  const previews = await service.database.getRepository(Previews).find();
  const known = new Set(
    previews.flatMap(({ site, token }) =>
      foldersOf(
        token,
        links.filter((link) => link.site === site),
      ),
    ),
  );
  for (const folder of folders) if (!known.has(folder)) await forgetFolder(service, folder);
  for (const link of links.filter((one) => one.ends > new Date())) {
    await alignLink(service, link.id, []); // the editor may be reached elsewhere by now
    if (!(await isWritten(service, link, await tokenOf(service, link.site)))) await haveWritten(service, link);
  }
}
