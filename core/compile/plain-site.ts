import { readableAddress } from '../document/links/old-address';
import { escapeHtml } from '../document/kinds/escape';
import { notFoundPath, titleOf, type Page } from '../document/page';
import type { Site } from '../document/site';
import { compile, type CompileOptions } from './compile';
import { iconOf, manifestFile, webManifest } from './head/icon';
import { placesOf } from './places';
import { foundAt, robotsOf, sitemapOf } from './head/sitemap';

/** A file of text, by its name from the site's folder. */
export interface PlainFile {
  readonly name: string;
  readonly text: string;
}

/** A site as files that need no server of ours. */
export interface PlainSite {
  readonly texts: readonly PlainFile[];
  /** Files of the site's library that it needs, each to be laid into `files`. */
  readonly uploaded: readonly string[];
  /** Files of the typefaces that ship, the same. */
  readonly fonts: readonly string[];
}

export interface PlainOptions {
  /** The address it will be found at, without a slash at its end; where it is not known, nothing names it. */
  readonly address?: string | undefined;
  /** Where former paths lead: to a path of the site, or to an address. */
  readonly moved?: Readonly<Record<string, string>>;
}

/** The file a page lies in, from the site's folder. */
const fileOf = (path: string): string => (path === '/' ? 'index.html' : `${path.slice(1)}/index.html`);
/** The way from the folder a page lies in up to the site's. */
const upFrom = (path: string): string => '../'.repeat(path.split('/').filter((step) => step !== '').length);

const icon = 'icon.svg';

/** How a page's addresses are written: each as the way from its own folder, so that it works from a disk. */
function relativeAt(path: string, pages: readonly Page[], { address, moved = {} }: PlainOptions): CompileOptions {
  const up = upFrom(path);
  const known = new Set([...pages.map((page) => page.path), ...Object.keys(moved)]);
  return {
    pictures: `${up}files/`,
    fonts: `${up}files/`,
    sheet: { pictures: './', fonts: './' },
    stylesheet: '',
    icon: `${up}files/${icon}`,
    // from a disk, browsers read none
    ...(address !== undefined && { manifest: up + manifestFile }),
    ...placesOf(pages),
    pages: Object.fromEntries(pages.map((page) => [page.id, up + fileOf(page.path)])),
    within: (link) => {
      const [, to = '', rest = ''] = /^([^?#]*)(.*)$/s.exec(link) ?? [];
      const page = to === '/' ? to : to.replace(/\/$/, '');
      return up + (known.has(page) ? fileOf(page) : to.slice(1)) + rest;
    },
  };
}

/** How those of the page for what is not there are written: hosts show it in any folder, so each begins at the root. */
const fromRoot = (pages: readonly Page[]): CompileOptions => ({
  pictures: '/files/',
  fonts: '/files/',
  sheet: { pictures: './', fonts: './' },
  stylesheet: '',
  icon: `/files/${icon}`,
  ...placesOf(pages),
});

/** A page that leads on, for hosts that know no redirects (HTML, section 4.2.5.3, `refresh`). */
function leadingOn(site: Site, file: string, to: string, pages: readonly Page[]): string {
  const [, path = to, place = ''] = /^([^#?]*)(.*)$/s.exec(to) ?? [];
  const page = pages.find((one) => one.path === path);
  const address = escapeHtml(page ? '../'.repeat(file.split('/').length - 1) + fileOf(page.path) + place : to);
  const title = escapeHtml(page ? titleOf(page) : to);
  return (
    `<!doctype html><html lang="${escapeHtml(site.language)}"><head><meta charset="utf-8"><title>${title}</title>` +
    `<meta name="robots" content="noindex"><meta http-equiv="refresh" content="0; url=${address}"></head>` +
    `<body><p><a href="${address}">${title}</a></p></body></html>\n`
  );
}

/** Returns the file for an old address; undefined if it has a query or a name that a common file system refuses. */
function fileOfOld(address: string): string | undefined {
  if (address.includes('?')) return undefined;
  const names = readableAddress(address).slice(1).split('/');
  if (names.some((name) => /^\.|^$|[\\:*?"<>|%\p{Cc}]/u.test(name))) return undefined;
  const file = names.join('/');
  return /\.html?$/i.test(file) ? file : `${file}/index.html`;
}

/**
 * Returns a page that redirects for each old address that has a file name. Some file systems ignore case: a name that
 * differs from a page's or an earlier one only in case is left out.
 */
function leadingFiles(site: Site, pages: readonly Page[], moved: Readonly<Record<string, string>>): PlainFile[] {
  const taken = new Set([...pages.map((page) => fileOf(page.path).toLowerCase()), '404.html']);
  const files: PlainFile[] = [];
  for (const [from, to] of Object.entries(moved).sort(([one], [other]) => (one < other ? -1 : 1))) {
    const file = fileOfOld(from);
    if (file === undefined || taken.has(file.toLowerCase())) continue;
    taken.add(file.toLowerCase());
    files.push({ name: file, text: leadingOn(site, file, to, pages) });
  }
  return files;
}

function manifestOf(site: Site): PlainFile[] {
  const text = webManifest(site);
  return text === undefined ? [] : [{ name: manifestFile, text }];
}

/** What search engines and browsers read of the whole site, where it is known at which address. */
const forEngines = (site: Site, pages: readonly Page[], address: string | undefined): PlainFile[] =>
  address === undefined
    ? []
    : [
        ...manifestOf(site),
        { name: 'robots.txt', text: robotsOf(site, address) },
        { name: 'sitemap.xml', text: sitemapOf(foundAt(site, pages, address)) },
      ];

/** Style sheets by what they say: pages that say the same share one. */
class Sheets {
  private readonly names = new Map<string, string>();

  nameOf(css: string): string {
    const known = this.names.get(css);
    if (known !== undefined) return known;
    const name = `files/style-${this.names.size + 1}.css`;
    this.names.set(css, name);
    return name;
  }

  get files(): PlainFile[] {
    return [...this.names].map(([text, name]) => ({ name, text }));
  }
}

/**
 * A site as plain files: an `index.html` a page in a folder of its path, and what all of them need in `files`. Links
 * and pictures are written as ways from file to file, so that it opens from a disk as from any static host. Pure: the
 * same documents give the same files, in whatever order the pages come. A step a page: whoever has others to serve
 * does so between them.
 */
export function* plainSteps(
  site: Site,
  given: readonly Page[],
  { address, moved = {} }: PlainOptions = {},
): Generator<void, PlainSite> {
  const pages = [...given].sort((one, other) => (one.path < other.path ? -1 : 1));
  const sheets = new Sheets();
  const uploaded = new Set<string>();
  const fonts = new Set<string>();
  const written = (page: Page, options: CompileOptions, root: string): string => {
    const canonical = address === undefined || page.path === notFoundPath ? {} : { canonical: address + page.path };
    const stylesheet = (css: string): string => root + sheets.nameOf(css);
    const { html, files } = compile(site, page, { ...options, ...canonical, stylesheet });
    for (const one of [...files.pictures, ...files.downloads, ...files.faces]) uploaded.add(one);
    for (const one of files.fonts) fonts.add(one);
    return html;
  };
  const texts: PlainFile[] = [];
  for (const page of pages) {
    const text = written(page, relativeAt(page.path, pages, { address, moved }), upFrom(page.path));
    texts.push({ name: fileOf(page.path), text });
    yield;
  }
  const missing = pages.find((page) => page.path === notFoundPath);
  if (missing) texts.push({ name: '404.html', text: written(missing, fromRoot(pages), '/') });
  return {
    texts: [
      ...texts,
      ...leadingFiles(site, pages, moved),
      ...sheets.files,
      { name: `files/${icon}`, text: iconOf(site) },
      ...forEngines(site, pages, address),
    ],
    uploaded: [...uploaded].sort(),
    fonts: [...fonts].sort(),
  };
}

/** The same at once. */
export function plainSite(site: Site, pages: readonly Page[], options?: PlainOptions): PlainSite {
  const steps = plainSteps(site, pages, options);
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
  }
}
