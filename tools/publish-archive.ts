import { copyFile, mkdir, readdir, rename, rm, rmdir, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join, resolve } from 'node:path';
import { PlainRequest } from '@core/api/taking-away';
import { contentsFile, filesFolder, readArchive, readContents, type Archived } from '@core/archive/archive';
import { placesOf } from '@core/compile/places';
import { plainSite } from '@core/compile/plain-site';
import { leadingPaths } from '@core/document/links/redirects';
import { Problem } from '@core/document/problem';
import { fontInPackage } from '@core/style/faces/fonts';
import { BadZip, Unpacked } from '../zip/read';
import { Fault, reasonOf } from './fault';

const locate = createRequire(import.meta.url);
const most = 100_000_000;

/** Reads the documents of an archive. @throws Problem, BadZip */
const documentsOf = async (zip: Unpacked): Promise<Archived> => {
  const textOf = async (file: string): Promise<string | undefined> => (await zip.read(file, most))?.toString('utf8');
  return readArchive(readContents(await textOf(contentsFile)), textOf);
};

/** Writes the site of an archive into an empty folder; its files beside their place until all of them are there. */
async function write(zip: Unpacked, to: string, address: string | undefined): Promise<void> {
  const archived = await documentsOf(zip);
  const { site, pages } = archived;
  const moved = leadingPaths(site.redirects ?? {}, placesOf(pages).pages);
  const { texts, uploaded, fonts } = plainSite(site, pages, { address, moved });
  const unfinished = `${to}.unfinished`;
  await rm(unfinished, { recursive: true, force: true });
  await mkdir(join(unfinished, 'files'), { recursive: true });
  for (const { name, text } of texts) {
    await mkdir(dirname(join(unfinished, name)), { recursive: true });
    await writeFile(join(unfinished, name), text);
  }
  const there = new Set(archived.files.map((one) => one.file));
  for (const file of uploaded.filter((one) => there.has(one))) {
    const bytes = await zip.read(filesFolder + file, most);
    if (!bytes) throw new Problem(`The archive has no ${filesFolder}${file}.`, { field: file });
    await writeFile(join(unfinished, 'files', file), bytes);
  }
  for (const file of fonts) await copyFile(locate.resolve(fontInPackage(file)), join(unfinished, 'files', file));
  await rmdir(to).catch(() => undefined); // an empty one gives way; what has been laid into it meanwhile stays
  await rename(unfinished, to);
}

/** Publishes the site of an archive as plain files, without server or database. @throws Fault */
export async function publishArchive(file: string, folder: string, address: string | undefined): Promise<void> {
  const wanted = PlainRequest.safeParse({ as: 'now', ...(address !== undefined && { address }) });
  if (!wanted.success) throw new Fault(`--address: ${wanted.error.issues[0]?.message}`);
  const to = resolve(folder);
  const there = await readdir(to).catch(() => []);
  if (there.length > 0) throw new Fault(`${folder}: is not empty; nothing was written`);
  const zip = await Unpacked.open(file).catch((error: unknown) => {
    throw new Fault(`${file}: cannot be read (${reasonOf(error)})`);
  });
  try {
    await write(zip, to, wanted.data.address);
  } catch (error) {
    if (error instanceof Problem || error instanceof BadZip) throw new Fault(`${file}: ${error.message}`);
    throw new Fault(`${folder}: cannot be written (${reasonOf(error)})`);
  } finally {
    zip.close();
    await rm(`${to}.unfinished`, { recursive: true, force: true });
  }
}
