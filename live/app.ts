import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { type Express, type Request, type Response } from 'express';

const sites = /^([a-z][a-z0-9-]{0,60})\.localhost(?::\d+)?$/;
const previews = /^preview-([0-9a-f]{32})$/;

/** Loads a preview anew when its stamp is no longer the one its HTML was read at, which the script's address carries. */
const follower = `let seen=new URL(import.meta.url).searchParams.get('seen');
const at=()=>fetch('/_stamp',{cache:'no-store'}).then(r=>r.ok?r.text():undefined).catch(()=>undefined);
const key='scroll '+location.pathname;
const kept=sessionStorage.getItem(key);
if(kept!==null){sessionStorage.removeItem(key);scrollTo(0,Number(kept))}
const look=async()=>{const now=await at();if(now!==undefined&&now!==seen){seen=now;sessionStorage.setItem(key,String(scrollY));location.reload()}};
setInterval(look,700);
void look();
`;

/** The folder a host is served from, or undefined when there is none. */
async function folderOf(root: string, host: string): Promise<{ folder: string; preview?: string } | undefined> {
  const name = sites.exec(host)?.[1];
  if (name === undefined) return undefined;
  const token = previews.exec(name)?.[1];
  if (token !== undefined) {
    const folder = join(root, 'previews', token);
    return { folder, preview: `${folder}.stamp` };
  }
  const current = await readFile(join(root, 'sites', name, 'current'), 'utf8').catch(() => undefined);
  return current !== undefined && /^\d+$/.test(current)
    ? { folder: join(root, 'sites', name, 'releases', current) }
    : undefined;
}

const nothing =
  '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nothing here</title></head><body><h1>Nothing here</h1><p>No page is published at this address.</p></body></html>';

function missing(response: Response): void {
  response.status(404).type('html').send(nothing);
}

const stampOf = async (file: string): Promise<string> =>
  /^[0-9a-f]+$/.exec(await readFile(file, 'utf8').catch(() => ''))?.[0] ?? '';

/** A page's HTML with the script that follows the edits, for previews alone. */
async function sendPreview(request: Request, response: Response, folder: string, stampFile: string): Promise<void> {
  const seen = await stampOf(stampFile); // before the page: a stamp too old means one look too many, a stamp too new an edit never seen
  const path = /^\/$|^(\/[a-z0-9-]+)+\/?$/.test(request.path) ? request.path : undefined;
  const html =
    path === undefined ? undefined : await readFile(join(folder, path, 'index.html'), 'utf8').catch(() => undefined);
  response
    .status(html === undefined ? 404 : 200)
    .set({ 'cache-control': 'no-store', 'x-robots-tag': 'noindex, nofollow', 'referrer-policy': 'no-referrer' })
    .type('html');
  response.send(
    (html ?? nothing).replace('</body>', `<script type="module" src="/_follow.js?seen=${seen}"></script></body>`),
  );
}

/** Serves releases and previews from a folder of files; it knows nothing else. */
export function liveApp(root: string): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(async (request, response, next) => {
    response.set('x-content-type-options', 'nosniff');
    const found = await folderOf(root, request.get('host') ?? '');
    if (!found || !['GET', 'HEAD'].includes(request.method)) return missing(response);
    const isFile = request.path.startsWith('/files/');
    if (found.preview !== undefined && !isFile) {
      if (request.path === '/_follow.js') return void response.type('js').send(follower);
      if (request.path === '/_stamp') return void response.type('text').send(await stampOf(found.preview));
      return sendPreview(request, response, found.folder, found.preview);
    }
    if (request.path === '/manifest.json') return missing(response);
    const serve = express.static(found.folder, {
      index: 'index.html',
      dotfiles: 'deny',
      redirect: false,
      immutable: isFile,
      maxAge: isFile ? '1y' : 0,
    });
    if (!isFile && !request.path.endsWith('/')) request.url = `${request.path}/`;
    serve(request, response, next);
  });
  app.use((_request: Request, response: Response) => missing(response));
  return app;
}
