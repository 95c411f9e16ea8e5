import * as z from 'zod';
import { notFound } from '@core/api/refusal';
import { archiveTexts, filesOfSite, LibraryFile } from '@core/archive/archive';
import type { Packed } from '../../zip/write';
import type { Service } from '../http/service';
import { inSteps } from './in-steps';
import { ofLibrary } from './plain';

/** The files of a site's library that are there, with their sizes and hashes. */
async function libraryOf({ database }: Service, site: string, files: readonly string[]): Promise<LibraryFile[]> {
  const rows: unknown = await database.query(
    `SELECT file, length(bytes) AS size, encode(sha256(bytes), 'hex') AS sha256
     FROM picture_files WHERE site = $1 AND file = ANY($2) ORDER BY file COLLATE "C"`,
    [site, files],
  );
  return z.array(LibraryFile).parse(rows);
}

/** A site with everything that belongs to it, to be packed. @throws Refusal */
export async function archiveOf(service: Service, id: string): Promise<Packed[]> {
  const now = await service.documents.moment(id, 'all');
  if (!now) throw notFound();
  const site = now.site.document;
  const files = await libraryOf(service, id, filesOfSite(site));
  const texts: Packed[] = [];
  await inSteps(archiveTexts({ site, pages: now.pages.map((page) => page.document), files }), (one) => texts.push(one));
  return [...texts, ...files.map(({ file }) => ofLibrary(service, id, file))];
}
