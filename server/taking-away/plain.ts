import { createReadStream } from 'node:fs';
import { Readable } from 'node:stream';
import * as z from 'zod';
import { notFound, Refusal } from '@core/api/refusal';
import type { PlainRequest } from '@core/api/taking-away';
import { plainSteps, type PlainSite } from '@core/compile/plain-site';
import type { Packed } from '../../zip/write';
import { PictureFiles } from '../database/entities';
import type { Service } from '../http/service';
import { lastRelease, movedOf } from '../releases/publish';
import { fontPath } from '../releases/write';
import { inSteps } from './in-steps';

const Names = z.array(z.object({ file: z.string() }));

/** Which of some files a site has. */
async function thereOf({ database }: Service, site: string, files: readonly string[]): Promise<string[]> {
  const rows: unknown = await database.query(
    'SELECT file FROM picture_files WHERE site = $1 AND file = ANY($2) ORDER BY file',
    [site, files],
  );
  return Names.parse(rows).map((one) => one.file);
}

/** A file of a site's library, fetched when its turn in the archive comes. */
export const ofLibrary = ({ database }: Service, site: string, file: string): Packed => ({
  name: `files/${file}`,
  bytes: async () => {
    const row = await database.getRepository(PictureFiles).findOneBy({ site, file });
    if (!row) throw notFound(); // the site has been deleted meanwhile
    return Readable.from([row.bytes]);
  },
});

/** What a site is as plain files: its newest release, or what it says now. @throws Refusal where nothing is live */
async function madePlain(service: Service, id: string, { as, address }: PlainRequest): Promise<PlainSite> {
  const { manager } = service.database;
  const last = await lastRelease(manager, id);
  if (as === 'live') {
    if (!last) throw new Refusal('does-not-fit', 'Nothing of this site has been published yet.');
    const pages = Object.values(last.content.pages).map((page) => page.document);
    return inSteps(plainSteps(last.content.site, pages, { address, moved: movedOf(last.content) }));
  }
  const now = await service.documents.moment(id, 'all');
  if (!now) throw notFound();
  const pages = Object.fromEntries(now.pages.map((page) => [page.id, page]));
  const content = { site: now.site.document, pages, ...(last?.content.moved && { moved: last.content.moved }) };
  const documents = now.pages.map((page) => page.document);
  return inSteps(plainSteps(now.site.document, documents, { address, moved: movedOf(content) }));
}

/** A site as plain files, to be packed. @throws Refusal */
export async function plainFilesOf(service: Service, site: string, wanted: PlainRequest): Promise<Packed[]> {
  const { texts, uploaded, fonts } = await madePlain(service, site, wanted);
  const there = await thereOf(service, site, uploaded);
  return [
    ...texts,
    ...there.map((file) => ofLibrary(service, site, file)),
    ...fonts.map((file) => ({
      name: `files/${file}`,
      bytes: () => Promise.resolve(createReadStream(fontPath(file))),
    })),
  ];
}
