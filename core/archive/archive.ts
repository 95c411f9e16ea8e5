import * as z from 'zod';
import { filesOfPicture } from '../document/library/picture-files';
import { readPage, readSite } from '../document/edits/check/check-page';
import { Identifier } from '../document/identifier';
import { Page, PagePath } from '../document/page';
import { Problem } from '../document/problem';
import { Site } from '../document/site';
import { checkStorable } from '../document/storable';

/** The file that says what an archive holds. */
export const contentsFile = 'archive.json';
export const siteFile = 'site.json';
const pageFile = (id: string): string => `pages/${id}.json`;
const PageFile = z.string().regex(/^pages\/[a-z][a-z0-9-]{0,39}\.json$/, 'A page of an archive lies in pages/.');

/** The folder of an archive that holds the files of the library. */
export const filesFolder = 'files/';

export const LibraryFile = z.strictObject({
  file: z.string().regex(/^[a-z0-9][a-z0-9-]{0,99}\.[a-z0-9]{2,5}$/, 'This can’t be the name of a file of a site.'),
  /** In bytes. */
  size: z.int().min(0),
  /** Of its bytes, in hexadecimal digits (FIPS 180-4). */
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
});
export type LibraryFile = z.infer<typeof LibraryFile>;

/** What an archive says of itself. */
export const ArchiveContents = z.strictObject({
  format: z.literal('fold-line/archive', 'This is no archive of a site.'),
  version: z.literal(1, 'This archive was written by a version that is not known here.'),
  site: z.literal(siteFile),
  pages: z.array(z.strictObject({ id: Identifier, path: PagePath, file: PageFile })).max(10_000),
  files: z.array(LibraryFile).max(100_000),
});
export type ArchiveContents = z.infer<typeof ArchiveContents>;

/** A site with everything that belongs to it, files aside. */
export interface Archived {
  readonly site: Site;
  readonly pages: readonly Page[];
  readonly files: readonly LibraryFile[];
}

/** The names of the files of its library that a site speaks of, each once. */
export function filesOfSite({ pictures, downloads = {}, faces = [], icon }: Site): string[] {
  const all = [
    ...Object.values(pictures).flatMap(filesOfPicture),
    ...Object.values(downloads).map((one) => one.file),
    ...faces.map((one) => one.file),
    ...(icon?.files ?? []).map((one) => one.file),
  ];
  return [...new Set(all)].sort();
}

const written = (data: unknown): string => `${JSON.stringify(data, null, 1)}\n`;
const byId = (one: { readonly id: string }, other: { readonly id: string }): number => (one.id < other.id ? -1 : 1);

/** A text of an archive, by its name in it. */
export interface ArchiveText {
  readonly name: string;
  readonly text: string;
}

/**
 * The texts of an archive, in the order they stand in it; each is written when it is asked for. Documents are written as they are read, so that an archive
 * that is read and written again is the same.
 */
export function* archiveTexts({ site, pages, files }: Archived): Generator<ArchiveText, void> {
  const sorted = [...pages].sort(byId);
  const contents: ArchiveContents = {
    ...{ format: 'fold-line/archive', version: 1, site: siteFile },
    pages: sorted.map(({ id, path }) => ({ id, path, file: pageFile(id) })),
    files: [...files],
  };
  yield { name: contentsFile, text: written(contents) };
  yield { name: siteFile, text: written(Site.parse(site)) };
  for (const page of sorted) yield { name: pageFile(page.id), text: written(Page.parse(page)) };
}

/** A problem of a file, with the file before its place. */
function within<T>(file: string, read: () => T): T {
  try {
    return read();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const { part, breakpoint, state, property, field } = error.place;
    const place = [part, breakpoint, state, property, field].filter((one) => one !== undefined && one !== '');
    throw new Problem(`${file}: ${error.message}`, { field: [file, ...place].join(': ') });
  }
}

function json(file: string, text: string | undefined): unknown {
  const data = parsed(file, text);
  within(file, () => checkStorable(data));
  return data;
}

function parsed(file: string, text: string | undefined): unknown {
  if (text === undefined) throw new Problem(`The archive has no ${file}.`, { field: file });
  try {
    // what is not known yet is read by a schema
    return JSON.parse(text) as unknown;
  } catch {
    throw new Problem(`${file} is not JSON.`, { field: file });
  }
}

/** What an archive says it holds, from unknown data. @throws Problem */
export function readContents(text: string | undefined): ArchiveContents {
  const parsed = ArchiveContents.safeParse(json(contentsFile, text));
  if (parsed.success) return parsed.data;
  const { path, message } = parsed.error.issues[0]!; // what failed has an issue
  throw new Problem(`${contentsFile}: ${message}`, { field: [contentsFile, ...path].join('.') });
}

/**
 * A site with its pages from the texts of an archive, as this version writes them; one text is asked for after the
 * other. @throws Problem that names the file and the place in it
 */
export async function readArchive(
  contents: ArchiveContents,
  textOf: (file: string) => Promise<string | undefined>,
): Promise<Archived> {
  const siteData = json(siteFile, await textOf(siteFile));
  const site = within(siteFile, () => readSite(siteData));
  const [ids, paths, pages] = [new Set<string>(), new Set<string>(), Array<Page>()];
  for (const { id, file } of contents.pages) {
    const data = json(file, await textOf(file));
    const page = within(file, () => readPage(site, data));
    if (page.id !== id) throw new Problem(`${file}: this is another page than the archive says.`, { field: file });
    if (ids.has(id) || paths.has(page.path))
      throw new Problem(`${file}: two pages have the same id or path (${page.path}).`, { field: file });
    ids.add(id);
    paths.add(page.path);
    pages.push(page);
  }
  const named = new Set(filesOfSite(site));
  return { site, pages, files: contents.files.filter(({ file }) => named.has(file)) };
}
