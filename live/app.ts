import { access, readdir, readFile } from 'node:fs/promises';
import { basename, dirname, extname, join, resolve } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import * as z from 'zod';

const sites = /^([a-z][a-z0-9-]{0,60})\.localhost(?::\d+)?$/;
const previews = /^preview-([0-9a-f]{32})$/;
/** The name of a version: a release's number, or what a preview shows as a hash. */
const pointer = /^[0-9a-f]{1,20}$/;

/**
 * Loads a preview anew when its stamp is no longer the one its HTML was read at, which the script's address carries.
 */
const follower = `let seen=new URL(import.meta.url).searchParams.get('seen');
const at=()=>fetch('/_stamp',{cache:'no-store'}).then(r=>r.ok?r.text():undefined).catch(()=>undefined);
const key='scroll '+location.pathname;
const store=(use)=>{try{return use(sessionStorage)}catch{return null}};
const kept=store((all)=>all.getItem(key));
if(kept!==null){store((all)=>all.removeItem(key));scrollTo(0,Number(kept))}
const look=async()=>{const now=await at();if(now!==undefined&&now!==seen){seen=now;store((all)=>all.setItem(key,String(scrollY)));location.reload()}};
setInterval(look,700);
void look();
`;

const isThere = (file: string): Promise<boolean> =>
  access(file).then(
    () => true,
    () => false,
  );

/** What a host is served from: a folder of versions and the one its pointer names. */
interface Served {
  readonly versions: string;
  readonly current: string;
  readonly isPreview: boolean;
  /** What a preview is told of itself, where it is. */
  readonly link?: Link | undefined;
}

/** A preview that a link opens, or that the editor frames: what it shows, until when, and who may frame it. */
const Link = z.object({
  /** The folder of previews whose versions are served. */
  of: z.string().regex(/^[0-9a-f]{32}(-\d{1,10})?$/),
  ends: z.iso.datetime().optional(),
  /** The id of the one page it shows. */
  page: z.string().optional(),
  framedBy: z.array(z.url().transform((address) => new URL(address).origin)).max(10),
});
type Link = z.infer<typeof Link>;

const linkIn = (folder: string): Promise<Link | undefined> =>
  readFile(join(folder, 'link.json'), 'utf8').then(
    (text) => Link.parse(JSON.parse(text)),
    () => undefined,
  );

const hasEnded = (link: Link | undefined): boolean => link?.ends !== undefined && Date.parse(link.ends) <= Date.now();

const Moved = z.object({ to: z.string().regex(/^[a-z][a-z0-9-]{0,60}$/) });

/** The host name a site has by now, where a request asks for one it had before; with the port that was asked for. */
async function movedHost(root: string, host: string): Promise<string | undefined> {
  const name = sites.exec(host.toLowerCase())?.[1];
  if (name === undefined) return undefined;
  const text = await readFile(join(root, 'sites', name, 'moved.json'), 'utf8').catch(() => undefined);
  return text === undefined
    ? undefined
    : `${Moved.parse(JSON.parse(text)).to}.localhost${/:\d+$/.exec(host)?.[0] ?? ''}`;
}

/** What a host is served from, or undefined when there is nothing. Host names mean the same in capitals (RFC 4343). */
async function servedAt(root: string, host: string): Promise<Served | undefined> {
  const name = sites.exec(host.toLowerCase())?.[1];
  if (name === undefined) return undefined;
  const token = previews.exec(name)?.[1];
  const own = token === undefined ? join(root, 'sites', name) : join(root, 'previews', token);
  const link = token === undefined ? undefined : await linkIn(own);
  const folder = link ? join(root, 'previews', link.of) : own;
  const current = await readFile(join(folder, 'current'), 'utf8').catch(() => '');
  return pointer.test(current)
    ? { versions: join(folder, 'releases'), current, isPreview: token !== undefined, link }
    : undefined;
}

/**
 * The version that has a file: the current one, or an earlier one whose pages somebody may still be reading.
 * Files carry a hash of what they hold, so that one name is the same in all versions.
 */
async function versionWith({ versions, current }: Served, file: string): Promise<string | undefined> {
  const has = (version: string): Promise<boolean> => isThere(join(versions, version, 'files', file));
  if (await has(current)) return current;
  const names = (await readdir(versions).catch(() => [])).filter((name) => pointer.test(name) && name !== current);
  const found = await Promise.all(names.map(async (name) => ((await has(name)) ? name : undefined)));
  return found.find((name) => name !== undefined);
}

const ByPath = z.record(z.string(), z.string()).default({});
/**
 * What a release says of its pages: the policy each is served under, where paths lead that pages had before, and, of
 * a preview, which page is at each path.
 */
const Manifest = z.object({ policies: ByPath, moved: ByPath, ids: ByPath });

type Manifest = z.infer<typeof Manifest>;

async function manifestOf({ versions, current }: Served): Promise<Manifest> {
  const text = await readFile(join(versions, current, 'manifest.json'), 'utf8').catch(() => '{}');
  return Manifest.parse(JSON.parse(text));
}

/** Returns the entry of a path. Ignores properties that every object inherits. */
const at = (all: Readonly<Record<string, string>>, path: string | undefined): string | undefined =>
  path !== undefined && Object.hasOwn(all, path) ? all[path] : undefined;

/** The path and query of a request, as the URL standard serializes them (4.5), with hexadecimal digits in capitals. */
interface Asked {
  /** Without a slash at its end. */
  readonly path: string;
  /** With its `?`; empty where there is none. */
  readonly query: string;
}

function askedBy({ originalUrl }: Request): Asked | undefined {
  const whole = originalUrl.startsWith('/') ? `http://host${originalUrl}` : originalUrl;
  if (!URL.canParse(whole)) return undefined;
  const { pathname, search } = new URL(whole);
  const upperHex = (text: string): string => text.replace(/%[0-9a-f]{2}/gi, (one) => one.toUpperCase());
  return { path: upperHex(pathname.replace(/(?<=.)\/+$/, '')), query: upperHex(search) };
}

/**
 * Redirects a visitor to the page that has the asked path now, with the query `asked`. Browsers ask each
 * time (RFC 9111, 5.2.2.4): one that remembered it would go in a circle once a release brings the page back.
 */
function lead(response: Response, to: string, asked: string): void {
  const [, before = to, hash = ''] = /^([^#]*)(#.*)?$/s.exec(to) ?? [];
  const query = before.includes('?') ? asked.replace('?', '&') : asked;
  response.set('cache-control', 'no-cache').redirect(301, before + query + hash);
}

/** A drawing is shown and nothing else: no script in it runs, also where it is opened by itself. */
const policyOfDrawings = "default-src 'none'; style-src 'unsafe-inline'; sandbox";

/** A page's policy with who may frame it: the editor, where its preview was told so. */
const framedBy = (policy: string, link: Link | undefined): string =>
  link ? policy.replace("frame-ancestors 'self'", ["frame-ancestors 'self'", ...link.framedBy].join(' ')) : policy;

/** A page's policy with what a preview needs besides: the script that follows the edits. */
function withFollower(policy: string): string {
  const scripts = policy.includes('script-src ')
    ? policy.replace('script-src ', "script-src 'self' ")
    : `${policy}; script-src 'self'`;
  if (scripts.includes("connect-src 'self'")) return scripts;
  return scripts.includes('connect-src ')
    ? scripts.replace('connect-src ', "connect-src 'self' ")
    : `${scripts}; connect-src 'self'`;
}

const nothing =
  '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nothing here</title></head><body><h1>Nothing here</h1><p>No page is published at this address.</p></body></html>';

/** The path of a release's page for what is not there, as `404.html` has it too. */
const notFoundPath = '/404';

/** Says that nothing is there, by the site's own page for that where its release has one. */
async function sendMissing(response: Response, served: Served): Promise<void> {
  const file = join(served.versions, served.current, '404.html');
  const html = await readFile(file, 'utf8').catch(() => undefined);
  if (html === undefined) return missing(response);
  const policy = at((await manifestOf(served)).policies, notFoundPath);
  response.set('content-security-policy', policy ?? policyOfOwn);
  response.status(404).set('cache-control', 'no-cache').type('html').send(html);
}

/** The policy of the host's own pages, which load nothing. */
const policyOfOwn = "default-src 'none'; base-uri 'none'; form-action 'none'; frame-ancestors 'self'";

function missing(response: Response): void {
  response.status(404).set('content-security-policy', policyOfOwn).type('html').send(nothing);
}

/** A request that a file cannot be sent for: a range outside of it, or a condition that it does not meet. */
const FileFault = z.object({
  status: z.union([z.literal(412), z.literal(416)]),
  headers: z.record(z.string(), z.string()).optional(),
});

const pagePath = /^\/$|^(\/[a-z0-9-]+)+\/?$/;
const fileName = /^\/files\/([A-Za-z0-9][A-Za-z0-9._-]*)$/;

/** The path of a page as its release names it: without a slash at its end. */
const withoutSlash = (path: string): string => (path === '/' ? path : path.replace(/\/$/, ''));

/** Compressed copies beside a file, the smallest first: by the name of the encoding, and their ending. */
const copies = [
  ['br', '.br'],
  ['gzip', '.gz'],
] as const;

/** The smallest copy of a file that the browser takes, and how it is encoded; the file itself where there is none. */
async function smallest(request: Request, file: string): Promise<{ file: string; encoding?: string }> {
  for (const [encoding, ending] of copies)
    if (request.acceptsEncodings(encoding) && (await isThere(file + ending))) return { file: file + ending, encoding };
  return { file };
}

/** Answers with a file below a folder, in the smallest form the browser takes; the headers are set before. */
async function sendSmallest(
  request: Request,
  response: Response,
  folder: string,
  name: string,
  age: string | 0,
): Promise<void> {
  const { file, encoding } = await smallest(request, join(folder, name));
  response.vary('Accept-Encoding').type(extname(name));
  if (encoding !== undefined) response.set('content-encoding', encoding);
  response.sendFile(basename(file), { root: dirname(file), immutable: age !== 0, maxAge: age, dotfiles: 'deny' });
}

/**
 * Returns the target of an old address and the query to append to it. An old address with a query takes precedence over
 * a page at its path: `/?page_id=3` is not the home page.
 */
function movedTo(
  { moved }: Manifest,
  asked: Asked | undefined,
  isFound: boolean,
): [to: string, query: string] | undefined {
  if (!asked) return undefined;
  const exact = asked.query === '' ? undefined : at(moved, asked.path + asked.query);
  if (exact !== undefined) return [exact, ''];
  const byPath = isFound ? undefined : at(moved, asked.path);
  return byPath === undefined ? undefined : [byPath, asked.query];
}

async function sendPage(request: Request, response: Response, served: Served): Promise<void> {
  const path = pagePath.test(request.path) ? withoutSlash(request.path) : undefined;
  const folder = join(served.versions, served.current);
  const manifest = await manifestOf(served);
  const policy = at(manifest.policies, path);
  const file = join(folder, path ?? '', 'index.html');
  if (served.isPreview) {
    const id = at(manifest.ids, path);
    const isShown = path !== undefined && (served.link?.page === undefined || served.link.page === id);
    const html = isShown ? await readFile(file, 'utf8').catch(() => undefined) : undefined;
    return sendPreview(response, served, { html, id, policy: policy ?? "default-src 'none'; frame-ancestors 'self'" });
  }
  const isFound = path !== undefined && (await isThere(file));
  const moved = movedTo(manifest, askedBy(request), isFound);
  if (moved) return lead(response, ...moved);
  if (!isFound || path === notFoundPath) return sendMissing(response, served);
  if (policy !== undefined) response.set('content-security-policy', policy);
  await sendSmallest(request, response, join(folder, path), 'index.html', 0);
}

/** A page's HTML with the scripts that follow the edits and show remarks, for previews alone. */
function sendPreview(
  response: Response,
  { current, link }: Served,
  { html, id = '', policy }: { html: string | undefined; id: string | undefined; policy: string },
): void {
  response.status(html === undefined ? 404 : 200).type('html');
  response.set({
    'cache-control': 'no-store',
    'x-robots-tag': 'noindex, nofollow',
    'referrer-policy': 'no-referrer',
    'content-security-policy': framedBy(withFollower(policy), link),
  });
  const scripts = [`/_follow.js?seen=${current}`, ...(link ? [`/_pins.js?page=${encodeURIComponent(id)}`] : [])];
  const tags = scripts.map((one) => `<script type="module" src="${one}"></script>`).join('');
  response.send((html ?? nothing).replace('</body>', () => `${tags}</body>`));
}

const pins = resolve('live/pins.js');

/** The script that shows remarks, told whom it may speak with. */
async function sendPins(response: Response, link: Link): Promise<void> {
  const told = `globalThis.framedBy=${JSON.stringify(link.framedBy)};\n`;
  response.type('js').set('cache-control', 'no-store');
  response.send(told + (await readFile(pins, 'utf8')));
}

const ended = nothing
  .replaceAll('Nothing here', 'This link has ended')
  .replace('No page is published at this address.', 'Ask whoever sent it for a new one.');

/** What a preview is asked for besides its pages; whether it was. */
async function sentOfPreview(request: Request, response: Response, served: Served): Promise<boolean> {
  if (hasEnded(served.link)) {
    response.status(410).set('cache-control', 'no-store').type('html').send(ended);
    return true;
  }
  if (request.path === '/_follow.js') response.type('js').send(follower);
  else if (request.path === '/_pins.js' && served.link) await sendPins(response, served.link);
  else if (request.path === '/_stamp') response.type('text').set('cache-control', 'no-store').send(served.current);
  else return false;
  return true;
}

async function sendFile(request: Request, response: Response, served: Served, file: string): Promise<void> {
  const version = await versionWith(served, file);
  if (version === undefined) return missing(response);
  if (file.endsWith('.svg')) response.set('content-security-policy', policyOfDrawings);
  await sendSmallest(request, response, join(served.versions, version, 'files'), file, '1y');
}

/** What search engines and browsers ask for, where a release has it. */
const ofWhole = ['robots.txt', 'sitemap.xml', 'manifest.webmanifest'];

async function sendOfWhole(request: Request, response: Response, served: Served): Promise<void> {
  const [folder, name] = [join(served.versions, served.current), request.path.slice(1)];
  if (!(await isThere(join(folder, name)))) return missing(response);
  await sendSmallest(request, response, folder, name, 0);
}

const Offline = z.object({ status: z.union([z.literal(410), z.literal(503)]), html: z.string() });
/** What the page of a site that is offline may load: its typefaces and pictures. */
const policyOffline = "default-src 'none'; style-src 'unsafe-inline'; font-src 'self'; img-src 'self'; base-uri 'none'";

/** Says what a site says while it is offline; whether it is. */
async function sentOffline(response: Response, served: Served): Promise<boolean> {
  const text = await readFile(join(dirname(served.versions), 'offline.json'), 'utf8').catch(() => undefined);
  if (text === undefined) return false;
  const { status, html } = Offline.parse(JSON.parse(text));
  response.set({ 'cache-control': 'no-store', 'content-security-policy': policyOffline });
  if (status === 503) response.set('retry-after', '3600');
  response.status(status).type('html').send(html);
  return true;
}

/** Serves releases and previews from a folder of files; it knows nothing else. */
export function liveApp(root: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(async (request, response) => {
    response.set({ 'x-content-type-options': 'nosniff', 'referrer-policy': 'strict-origin-when-cross-origin' });
    // RFC 9112, section 3.2: a request with several hosts may mean another one to a proxy
    const hosts = request.rawHeaders.filter((name, index) => index % 2 === 0 && name.toLowerCase() === 'host');
    if (hosts.length > 1) return void response.status(400).type('text').send('There is more than one Host header.');
    const served = await servedAt(root, request.get('host') ?? '');
    if (!served) {
      const moved = await movedHost(root, request.get('host') ?? '');
      if (moved === undefined) return missing(response);
      return response
        .set('cache-control', 'no-cache')
        .redirect(301, `http://${moved}${request.originalUrl.replace(/^(?!\/).*/s, '/')}`);
    }
    if (!['GET', 'HEAD'].includes(request.method))
      return void response.status(405).set('allow', 'GET, HEAD').type('text').send('Pages are read here.');
    if (served.isPreview && (await sentOfPreview(request, response, served))) return;
    const file = fileName.exec(request.path)?.[1];
    if (file !== undefined) return sendFile(request, response, served, file);
    if (!served.isPreview && (await sentOffline(response, served))) return;
    if (ofWhole.some((one) => request.path === `/${one}`)) return sendOfWhole(request, response, served);
    return sendPage(request, response, served);
  });
  app.use((error: unknown, _request: Request, response: Response, next: NextFunction) => {
    if (response.headersSent) return next(error);
    for (const name of ['content-encoding', 'cache-control', 'etag', 'last-modified']) response.removeHeader(name);
    const fault = FileFault.safeParse(error);
    if (!fault.success) return missing(response);
    response
      .status(fault.data.status)
      .set(fault.data.headers ?? {})
      .type('text')
      .end();
  });
  return app;
}
