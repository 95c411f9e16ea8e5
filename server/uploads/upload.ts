import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { Request, Response } from 'express';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import type { Ability } from '@core/api/roles';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { newIdentifier } from '@core/document/identifier';
import type { Site } from '@core/document/site';
import type { EntityManager } from 'typeorm';
import { Batches, PictureFiles } from '../database/entities';
import { accountOf, holdReach, parameter, reachSite } from '../http/guard';
import { receiving } from '../http/receiving';
import type { Service } from '../http/service';
import { storeOnSite } from '../pages/store';
import { answerBegun } from '../work/begun';
import { workKind, type WorkKind } from '../work/kinds';

/** An upload that waits in the folder of uploads. */
export const Upload = z.object({
  site: z.string(),
  account: z.string(),
  /** The id of what it becomes. */
  id: z.string(),
  name: z.string(),
  file: z.string(),
});
export type Upload = z.infer<typeof Upload>;

/** A file to keep. */
export interface KeptFile {
  readonly file: string;
  readonly bytes: Buffer;
}

/** What an upload was made into: what the site says of it, and the files to keep. */
interface Made<Item> {
  readonly item: Item;
  readonly files: readonly KeptFile[];
}

/** Stores files of a site; those that are there already stay. */
export async function keepFiles(manager: EntityManager, site: string, files: readonly KeptFile[]): Promise<void> {
  for (const { file, bytes } of files)
    await manager.getRepository(PictureFiles).upsert({ site, file, bytes }, ['site', 'file']);
}

/** How uploads of one kind become part of a site. */
interface TakingIn<Data extends Upload, Item> {
  /** Its queue, and what the batch that enters it is marked with. */
  readonly queue: string;
  readonly mark: string;
  readonly atOnce: number;
  readonly data: z.ZodType<Data>;
  /** What its sender has to be allowed on the site, also once its turn has come. */
  ability(upload: Data): Ability;
  make(upload: Data, path: string, share: (done: number) => void): Promise<Made<Item>>;
  /** The edits that enter it into its site. */
  enter(upload: Data, item: Item): readonly SiteEdit[];
  /** It, where the site has it. */
  find(site: Site, upload: Data): Item | undefined;
  answer(upload: Data, item: Item): unknown;
}

const gone = (error: unknown): never => {
  if (z.object({ code: z.literal('ENOENT') }).safeParse(error).success)
    throw new Refusal('bad-input', 'The upload is no longer there. Upload the file again.');
  throw error;
};

/**
 * The work of taking uploads in: makes each ready, stores its files and enters it into its site by an edit, all in
 * one transaction. One that an earlier try has stored is only answered.
 */
export function takingIn<Data extends Upload, Item>(service: Service, kind: TakingIn<Data, Item>): WorkKind {
  const pathOf = ({ file }: Upload): string => join(service.config.uploadFolder, file);
  const batchOf = ({ id }: Upload): string => `${kind.mark}-${id}`;
  const storedBefore = async (upload: Data): Promise<Item | undefined> => {
    const { manager } = service.database;
    if (!(await manager.getRepository(Batches).existsBy({ id: batchOf(upload) }))) return undefined;
    const site = await service.documents.site(manager, upload.site);
    return site && kind.find(site.document, upload);
  };
  return workKind<Data>({
    queue: kind.queue,
    atOnce: kind.atOnce,
    data: kind.data,
    run: async (upload, { share }) => {
      const { site, account } = upload;
      const before = await storedBefore(upload);
      if (before) return kind.answer(upload, before);
      const { item, files } = await kind.make(upload, pathOf(upload), share).catch(gone);
      await storeOnSite(service, { site, id: batchOf(upload), account }, async (_site, manager) => {
        await holdReach(manager, upload, kind.ability(upload));
        await keepFiles(manager, site, files);
        return kind.enter(upload, item);
      });
      return kind.answer(upload, item);
    },
    ended: (upload) => rm(pathOf(upload), { force: true }),
  });
}

/** What a route takes in: what is sent, as a sentence begins with it, and no larger than this. */
interface Taking {
  readonly queue: string;
  readonly ability: Ability;
  readonly what: string;
  readonly mostBytes: number;
}

/** Answers an upload: the file waits on disk until its work is begun. @throws Refusal */
export function takeUpload(
  service: Service,
  { queue, ability, ...limits }: Taking,
  more: (request: Request) => Readonly<Record<string, string>> = () => ({}),
): (request: Request, response: Response) => Promise<void> {
  const receive = receiving(service.config.uploadFolder, limits);
  return async (request, response) => {
    const { site } = await reachSite(service, request, parameter(request, 'site'), ability);
    const besides = more(request);
    const { file, name } = await receive(request, response);
    const account = accountOf(request);
    const upload: Upload = { site, account, id: newIdentifier(), name, file: file.filename };
    const wanted = { queue, account, data: { ...upload, ...besides } };
    // who sent it may have been taken off the site while it was on its way
    const begun = reachSite(service, request, site, ability).then(() => answerBegun(response, service, wanted));
    await begun.catch(async (error: unknown) => {
      await rm(file.path, { force: true });
      throw error;
    });
  };
}
