import { createHash } from 'node:crypto';
import writeFileAtomic from 'write-file-atomic';
import { mkdir, readdir, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';
import type { EntityManager } from 'typeorm';
import { compile, type Compiled } from '@core/compile/compile';
import { iconOf, manifestFile, webManifest } from '@core/compile/head/icon';
import { placesOf, type Places } from '@core/compile/places';
import { policyOf } from '@core/compile/policy';
import { foundAt, robotsOf, sitemapOf } from '@core/compile/head/sitemap';
import { notFoundPath, type Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { fontInPackage } from '@core/style/faces/fonts';
import { PictureFiles } from '../database/entities';

const locate = createRequire(import.meta.url);

/** Where a font file of the application lies on disk. */
export const fontPath = (file: string): string => locate.resolve(fontInPackage(file));

/** A short name for what a text says. */
export const hashOf = (text: string): string => createHash('sha256').update(text).digest('hex').slice(0, 12);

/** The icon's file, named by what it shows. */
const iconFile = (site: Site): string => `icon-${hashOf(iconOf(site))}.svg`;

/**
 * A page as it is served among others: its address and its files; its parts marked where it is a preview, which has no
 * address.
 */
export function compiled(
  site: Site,
  page: Page,
  places: Places,
  { address, marked = false }: { readonly address?: string | undefined; readonly marked?: boolean },
): Compiled & { stylesheet: string } {
  let stylesheet = '';
  const made = compile(site, page, {
    pictures: '/files/',
    fonts: '/files/',
    ...places,
    marked,
    icon: `/files/${iconFile(site)}`,
    manifest: `/${manifestFile}`,
    ...(address !== undefined && { canonical: address + page.path }),
    stylesheet: (css) => (stylesheet = `/files/style-${hashOf(css)}.css`),
  });
  return { ...made, stylesheet };
}

/** A page's HTML as it is served. It names its style sheet by what that says: where it is the same, the page is. */
export const servedHtml = (site: Site, page: Page, places: Places, address: string): string =>
  compiled(site, page, places, { address }).html;

const [brotli, gzipped] = [promisify(brotliCompress), promisify(gzip)];

/**
 * Writes a file of text, and, for visitors, once more beside itself as brotli and as gzip, so that no visit has to
 * wait for it.
 */
async function writeText(file: string, text: string | Buffer, forVisitors: boolean): Promise<void> {
  await writeFile(file, text);
  if (!forVisitors) return;
  const bytes = Buffer.from(text);
  const [br, gz] = await Promise.all([
    brotli(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }),
    gzipped(bytes, { level: 9 }),
  ]);
  if (br.length < bytes.length) await writeFile(`${file}.br`, br);
  if (gz.length < bytes.length) await writeFile(`${file}.gz`, gz);
}

/** What visitors are served besides the pages: the address of their site, and where paths lead that pages had before. */
interface ForVisitors {
  readonly address: string;
  readonly moved: Readonly<Record<string, string>>;
}

/** What search engines ask for (RFC 9309, sitemaps.org). A preview is nobody's to find. */
async function writeForEngines(
  folder: string,
  site: Site,
  pages: readonly Page[],
  visitors: ForVisitors | undefined,
): Promise<void> {
  await writeFile(join(folder, 'robots.txt'), robotsOf(site, visitors?.address));
  if (visitors) await writeText(join(folder, 'sitemap.xml'), sitemapOf(foundAt(site, pages, visitors.address)), true);
}

/** Writes what was uploaded and pages show, one file in memory at a time. */
async function writeUploaded(
  manager: EntityManager,
  folder: string,
  site: string,
  { uploaded, forVisitors }: { readonly uploaded: ReadonlySet<string>; readonly forVisitors: boolean },
): Promise<void> {
  for (const file of uploaded) {
    const row = await manager.getRepository(PictureFiles).findOneBy({ site, file });
    if (!row) continue;
    if (file.endsWith('.svg')) await writeText(join(folder, 'files', file), row.bytes, forVisitors);
    else await writeFile(join(folder, 'files', file), row.bytes);
  }
}

/**
 * Writes pages as plain files that any static host can serve, for visitors (compressed beside themselves, open to
 * search engines) where they are said, else as a preview: an `index.html` a page, and everything they need,
 * under names that hold its hash, in `files`. `share` is told which part of the pages is written. `manifest.json`
 * lists what there is, the policy each page is to be served under, where former paths lead, and, of a preview, the
 * page that is at each path.
 */
export async function writeFolder(
  manager: EntityManager,
  folder: string,
  site: Site,
  pages: readonly Page[],
  { visitors, share }: { visitors?: ForVisitors; share?: ((done: number) => void) | undefined },
): Promise<void> {
  const uploaded = new Set<string>();
  const fonts = new Set<string>();
  const manifest: Record<string, string> = {};
  const policies: Record<string, string> = {};
  const places = placesOf(pages);
  const forVisitors = visitors !== undefined;
  await mkdir(join(folder, 'files'), { recursive: true });
  for (const [index, page] of pages.entries()) {
    share?.(index / pages.length);
    const isNotFound = page.path === notFoundPath;
    const address = isNotFound ? undefined : visitors?.address;
    const made = compiled(site, page, places, { address, marked: !forVisitors });
    const file = join(page.path, 'index.html');
    await mkdir(dirname(join(folder, file)), { recursive: true });
    await writeText(join(folder, file), made.html, forVisitors);
    if (isNotFound && forVisitors) await writeText(join(folder, '404.html'), made.html, forVisitors); // as static hosts have it
    await writeText(join(folder, made.stylesheet), made.css, forVisitors);
    manifest[page.path] = hashOf(made.html);
    policies[page.path] = policyOf(site, page);
    [...made.files.pictures, ...made.files.downloads, ...made.files.faces].forEach((one) => uploaded.add(one));
    made.files.fonts.forEach((one) => fonts.add(one));
  }
  await writeText(join(folder, 'files', iconFile(site)), iconOf(site), forVisitors);
  await writeUploaded(manager, folder, site.id, { uploaded, forVisitors });
  for (const file of fonts) await writeFile(join(folder, 'files', file), await readFile(fontPath(file)));
  await writeForEngines(folder, site, pages, visitors);
  const webApp = webManifest(site);
  if (webApp !== undefined) await writeText(join(folder, manifestFile), webApp, forVisitors);
  const ids = forVisitors ? {} : { ids: Object.fromEntries(pages.map((page) => [page.path, page.id])) };
  const told = { site: site.id, pages: manifest, policies, moved: visitors?.moved ?? {}, ...ids };
  await writeFile(join(folder, 'manifest.json'), JSON.stringify(told, null, 2));
}

/**
 * Writes a folder beside its place and moves it there, so that it is never seen half made. An existing one is
 * replaced.
 */
export async function writeWhole(folder: string, write: (unfinished: string) => Promise<void>): Promise<void> {
  const unfinished = `${folder}.${hashOf(String(Math.random()))}.unfinished`;
  await rm(unfinished, { recursive: true, force: true });
  await mkdir(unfinished, { recursive: true });
  try {
    await write(unfinished);
    const old = `${unfinished}.old`;
    await rename(folder, old).catch(() => undefined);
    await rename(unfinished, folder);
    await rm(old, { recursive: true, force: true });
  } finally {
    await rm(unfinished, { recursive: true, force: true });
  }
}

/** Replaces a small file as a whole. */
export async function writePointer(file: string, text: string): Promise<void> {
  await mkdir(dirname(file), { recursive: true });
  await writeFileAtomic(file, text);
}

/** A moment after which nobody can still be at work on an unfinished folder. */
const forsaken = 3_600_000;

/**
 * Removes versions of a site or preview that are kept no more, oldest first, and what a server that was killed left
 * unfinished.
 * The one its pointer names always stays.
 */
export async function pruneVersions(root: string, keep: number, log: (error: unknown) => void): Promise<void> {
  const folder = join(root, 'releases');
  const current = await readFile(join(root, 'current'), 'utf8').catch(() => '');
  const names = await readdir(folder).catch(() => []);
  const found = await Promise.all(
    names.map(async (name) => ({
      name,
      made: await stat(join(folder, name)).then(
        (one) => one.mtimeMs,
        () => 0,
      ),
    })),
  );
  const whole = found.filter(({ name }) => !name.includes('.')).sort((a, b) => b.made - a.made);
  const gone = whole.slice(keep).filter(({ name }) => name !== current);
  const left = found.filter(({ name, made }) => name.includes('.') && Date.now() - made > forsaken);
  for (const { name } of [...gone, ...left]) await rm(join(folder, name), { recursive: true, force: true }).catch(log);
}
