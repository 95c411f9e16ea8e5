import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { type Express, type Request, type Response } from 'express';

const sites = /^([a-z][a-z0-9-]{0,60})\.localhost(?::\d+)?$/;
const previews = /^preview-([0-9a-f]{32})$/;

const follower = `const at=()=>fetch('/_stamp',{cache:'no-store'}).then(r=>r.ok?r.text():undefined).catch(()=>undefined);
let seen=await at();
const key='scroll '+location.pathname;
const kept=sessionStorage.getItem(key);
if(kept!==null){sessionStorage.removeItem(key);scrollTo(0,Number(kept))}
setInterval(async()=>{const now=await at();if(now!==undefined&&seen!==undefined&&now!==seen){sessionStorage.setItem(key,String(scrollY));location.reload()}seen=now??seen},700);
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
  return current !== undefined && /^\d+$/.test(current) ? { folder: join(root, 'sites', name, 'releases', current) } : undefined;
}

function missing(response: Response): void {
  response.status(404).type('html').send('<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Nothing here</title></head><body><h1>Nothing here</h1><p>No page is published at this address.</p></body></html>');
}

/** A page's HTML with the script that follows the edits, for previews alone. */
async function sendPreview(request: Request, response: Response, folder: string): Promise<void> {
  const path = /^\/$|^(\/[a-z0-9-]+)+\/?$/.test(request.path) ? request.path : undefined;
  const html = path === undefined ? undefined : await readFile(join(folder, path, 'index.html'), 'utf8').catch(() => undefined);
  if (html === undefined) return missing(response);
  response.set({ 'cache-control': 'no-store', 'x-robots-tag': 'noindex, nofollow', 'referrer-policy': 'no-referrer' }).type('html');
  response.send(html.replace('</body>', '<script type="module" src="/_follow.js"></script></body>'));
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
      if (request.path === '/_stamp') return void response.type('text').send(await readFile(found.preview, 'utf8').catch(() => ''));
      return sendPreview(request, response, found.folder);
    }
    if (request.path === '/manifest.json') return missing(response);
    const serve = express.static(found.folder, { index: 'index.html', dotfiles: 'deny', redirect: false, immutable: isFile, maxAge: isFile ? '1y' : 0 });
    if (!isFile && !request.path.endsWith('/')) request.url = `${request.path}/`;
    serve(request, response, next);
  });
  app.use((_request: Request, response: Response) => missing(response));
  return app;
}
