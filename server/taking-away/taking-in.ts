import { createHash } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { In, type EntityManager } from 'typeorm';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import type { ArchiveRequest, TakenIn } from '@core/api/taking-away';
import {
  contentsFile,
  filesFolder,
  readArchive,
  readContents,
  type Archived,
  type LibraryFile,
} from '@core/archive/archive';
import { newIdentifier } from '@core/document/identifier';
import { Problem } from '@core/document/problem';
import { copyOfSite } from '@core/document/ready-made/new-site';
import { BadZip, Unpacked } from '../../zip/read';
import { noteAct } from '../database/acts';
import { Batches, BinnedPages, Pages, Sites } from '../database/entities';
import { checkNesting } from '../http/body';
import type { Service } from '../http/service';
import { hostTaken, isHostTaken } from '../sites/hosts';
import { enterSite } from '../sites/life';
import { keepFiles } from '../uploads/upload';
import { workKind, type WorkOf } from '../work/kinds';
import { checkedFile, mostFileBytes } from './checked-file';

/** An archive that waits in the folder of uploads, and what is to become of it. */
export const TakingIn = z.object({
  account: z.string(),
  /** The site's id, where that of the archive is taken. */
  id: z.string(),
  file: z.string(),
  name: z.string(),
  host: z.string(),
});
export type TakingIn = z.infer<typeof TakingIn> & ArchiveRequest;

/** A document of an archive has at most so many bytes. */
const mostDocumentBytes = 50_000_000;
/** All of them together, which are in memory at once. */
const mostDocumentsBytes = 400_000_000;

/** Reads the documents of an archive. @throws Refusal, with the file and the place in it */
async function documentsOf(zip: Unpacked): Promise<Archived> {
  let inAll = 0;
  const textOf = async (file: string): Promise<string | undefined> => {
    const bytes = await zip.read(file, mostDocumentBytes);
    inAll += bytes?.length ?? 0;
    if (inAll > mostDocumentsBytes) throw new Refusal('bad-input', 'The pages of the archive are too large to read.');
    if (bytes) checkNesting(bytes); // before it is parsed
    return bytes?.toString('utf8');
  };
  try {
    return await readArchive(readContents(await textOf(contentsFile)), textOf);
  } catch (error) {
    throw error instanceof Problem ? new Refusal('bad-input', error.message) : error;
  }
}

/** Whether a site and its pages can keep their ids: nothing here goes, or has gone, by one of them. */
async function keepsIds(manager: EntityManager, { site, pages }: Archived): Promise<boolean> {
  const ids = pages.map((one) => one.id);
  return !(
    (await manager.getRepository(Sites).existsBy({ id: site.id })) ||
    (await manager.getRepository(Pages).existsBy({ id: In(ids) })) ||
    (await manager.getRepository(BinnedPages).existsBy({ id: In(ids) })) ||
    (await manager.getRepository(Batches).existsBy([{ site: site.id }, { page: In(ids) }]))
  );
}

/** A file of the library as it is kept. @throws Refusal where it is another than the archive says, or nothing to keep */
async function fileOf(zip: Unpacked, { file, size, sha256 }: LibraryFile): Promise<Buffer> {
  const bytes = await zip.read(filesFolder + file, mostFileBytes);
  if (!bytes) throw new Refusal('bad-input', `The archive has no ${filesFolder}${file}.`);
  if (bytes.length !== size || createHash('sha256').update(bytes).digest('hex') !== sha256)
    throw new Refusal('bad-input', `${filesFolder}${file} is not the file that the archive says.`);
  return checkedFile(file, bytes);
}

const Made = z.array(z.object({ site: z.string() }));

/** The site an earlier try of the same work made. */
async function madeBefore(manager: EntityManager, upload: string): Promise<string | undefined> {
  const rows: unknown = await manager.query(
    `SELECT site FROM acts WHERE what = 'began the site' AND about ->> 'upload' = $1`,
    [upload],
  );
  return Made.parse(rows)[0]?.site;
}

/** Makes a site of an archive, all of it or nothing. */
async function enterArchive(
  { database }: Service,
  zip: Unpacked,
  { account, id, name, host }: TakingIn,
  share: (done: number) => void,
): Promise<string> {
  const archived = await documentsOf(zip);
  return database.transaction(async (manager) => {
    const before = await madeBefore(manager, id);
    if (before !== undefined) return before;
    const keeps = await keepsIds(manager, archived);
    const facts = { id: keeps ? archived.site.id : id, name, host };
    const { site, pages } = copyOfSite(archived, facts, (page) => (keeps ? page : newIdentifier()));
    await enterSite(manager, site, pages, account);
    for (const [at, one] of archived.files.entries()) {
      share(at / archived.files.length);
      await keepFiles(manager, site.id, [{ file: one.file, bytes: await fileOf(zip, one) }]); // one in memory at a time
    }
    await noteAct(manager, {
      site: site.id,
      account,
      what: 'began the site',
      about: { archive: archived.site.name, upload: id },
    });
    return site.id;
  });
}

/** Makes sites of archives. */
export const archiveWork: WorkOf = (service) => {
  const pathOf = ({ file }: Pick<TakingIn, 'file'>): string => join(service.config.uploadFolder, file);
  return workKind({
    queue: 'archives',
    atOnce: 1,
    data: TakingIn,
    run: async (wanted, { share }): Promise<TakenIn> => {
      const opened = await Unpacked.open(pathOf(wanted)).catch(refused);
      try {
        return { id: await enterArchive(service, opened, wanted, share) };
      } catch (error) {
        throw isHostTaken(error) ? hostTaken(wanted.host) : asRefusal(error);
      } finally {
        opened.close();
      }
    },
    ended: (wanted) => rm(pathOf(wanted), { force: true }),
  });
};

const asRefusal = (error: unknown): unknown =>
  error instanceof BadZip ? new Refusal('bad-input', `The archive can’t be read. ${error.message}`) : error;
const refused = (error: unknown): never => {
  throw asRefusal(error);
};
