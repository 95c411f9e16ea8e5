import { readdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import sharp from 'sharp';
import { nanoid } from 'nanoid';
import type { Edit } from '@core/document/edits/edit';
import type { Picture } from '@core/document/site';
import { PictureFiles } from './database/entities';
import { restoreReleases } from './releases/restore';
import { ask, type Opened } from './testing/running';
import { withServer } from './testing/with-server';

const title = (value: string): Edit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];

describe('Pictures and publishing', () => {
  const at = withServer();

  const open = (page: string): Promise<Opened> => at.ada.open(page);
  const store = (page: string, base: number, edits: readonly Edit[], id = nanoid()) =>
    at.ada.store(page, edits, base, id);
  const newPage = (path: string, copyOf?: string): Promise<string> => at.ada.newPage('tidewick', path, copyOf);

  describe('pictures', () => {
    const png = (width: number, height: number): Promise<Buffer> =>
      sharp({ create: { width, height, channels: 3, background: '#8c2f39' } })
        .png()
        .toBuffer();
    const upload = (name: string, bytes: Buffer) =>
      at.ada.upload('/sites/mill/pictures', name, 'application/octet-stream', bytes);

    it('are scaled into several widths, never above their own', async () => {
      const { id, picture } = (await upload('red.png', await png(1000, 500))).json<{ id: string; picture: Picture }>();
      expect(picture.files.map((one) => one.width)).toEqual([400, 800, 1000]);
      for (const { width, file } of picture.files) {
        const row = await at.running.service.database
          .getRepository(PictureFiles)
          .findOneByOrFail({ site: 'mill', file });
        const facts = await sharp(row.bytes).metadata();
        expect([facts.format, facts.width, facts.height]).toEqual(['webp', width, width / 2]);
      }
      await at.ada.store('mill-home', [
        { do: 'set', on: 'site', field: ['pictures', id, 'alt'], value: 'A red field' },
      ]);
      expect((await at.ada.open('mill-home')).site.pictures[id]!.alt).toBe('A red field');
    });
    it('come as PNG, JPEG, WebP and AVIF', async () => {
      const source = sharp(await png(64, 40));
      const all = {
        'a.jpg': await source.jpeg().toBuffer(),
        'a.webp': await source.webp().toBuffer(),
        'a.avif': await source.avif().toBuffer(),
      };
      for (const [name, bytes] of Object.entries(all)) {
        const answer = await upload(name, bytes);
        expect(answer.status).withContext(name).toBe(201);
        expect(answer.json<{ picture: Picture }>().picture.width).toBe(64);
      }
    });
    it('as SVG are cleaned of script, handlers and everything from outside', async () => {
      const hostile =
        '<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="0 0 10 10" width="10" height="10" onload="alert(1)"><script>alert(2)</script><style>@import "http://evil.example"</style><foreignObject><body xmlns="http://www.w3.org/1999/xhtml" onload="alert(3)"/></foreignObject><image href="http://evil.example/a.png"/><a href="javascript:alert(4)"><rect width="10" height="10" fill="url(http://evil.example#a)" /></a><use href="http://evil.example#b"/><linearGradient id="g"><stop offset="0" stop-color="red"/></linearGradient><circle cx="5" cy="5" r="4" fill="url(#g)"/></svg>';
      const { picture } = (await upload('a.svg', Buffer.from(hostile))).json<{ picture: Picture }>();
      const row = await at.running.service.database
        .getRepository(PictureFiles)
        .findOneByOrFail({ file: picture.files[0]!.file });
      const kept = row.bytes.toString();
      expect(kept).not.toMatch(/script|alert|evil|onload|foreignObject|style|image|javascript/i);
      expect(kept).toContain('url(#g)');
      expect(kept).toContain('linearGradient');
    });
    it('that are none are refused with a reason', async () => {
      const cases: readonly (readonly [string, Buffer, RegExp])[] = [
        ['text.png', Buffer.from('not a picture'), /not a picture/],
        ['cut.png', (await png(800, 800)).subarray(0, 900), /damaged|not a picture/],
        [
          'a.tiff',
          await sharp(await png(4, 4))
            .tiff()
            .toBuffer(),
          /PNG, JPEG/,
        ],
        [
          'a.svg',
          Buffer.from(
            '<!DOCTYPE svg [<!ENTITY a "b">]><svg xmlns="http://www.w3.org/2000/svg" width="4" height="4"><text>&a;</text></svg>',
          ),
          /entities|not a picture/,
        ],
        ['empty.png', Buffer.alloc(0), /not a picture/],
        ['big.png', Buffer.alloc(100_000_001), /100 MB/],
      ];
      for (const [name, bytes, reason] of cases) {
        const answer = await upload(name, bytes);
        expect(answer.status).withContext(name).toBe(400);
        expect(answer.body).withContext(name).toMatch(reason);
      }
    });
  });

  describe('publishing', () => {
    const visit = (path: string, host = 'tidewick.localhost') => ask(at.live.port, 'GET', path, { host });

    it('goes live whole; what is saved later is not published', async () => {
      const { revision } = await open('tidewick-home');
      await store('tidewick-home', revision, title('Live title'));
      const published = await at.ada.call('POST', '/pages/tidewick-home/releases', {});
      expect(published.status).toBe(201);
      await store('tidewick-home', revision + 1, title('Later title'));
      const page = await visit('/');
      expect(page.body).toContain('<title>Live title</title>');
      const files = [...page.body.matchAll(/\/files\/[a-z0-9.-]+/g)].map((match) => match[0]);
      const css = await visit(files.find((file) => file.endsWith('.css'))!);
      for (const file of new Set([
        ...files,
        ...[...css.body.matchAll(/url\((\/files\/[^)]+)\)/g)].map((match) => match[1]!),
      ]))
        expect((await visit(file)).status)
          .withContext(file)
          .toBe(200);
    });
    it('goes live compressed beside itself, with an icon and open to search engines', async () => {
      const releases = join(at.running.service.config.liveFolder, 'sites/tidewick/releases');
      const folder = join(releases, readFileSync(join(releases, '../current'), 'utf8'));
      const html = readFileSync(join(folder, 'index.html'));
      expect(brotliDecompressSync(readFileSync(join(folder, 'index.html.br')))).toEqual(html);
      expect(gunzipSync(readFileSync(join(folder, 'index.html.gz')))).toEqual(html);
      expect(readdirSync(join(folder, 'files')).filter((file) => /\.css\.(br|gz)$/.test(file)).length).toBe(2);
      const squeezed = await ask(at.live.port, 'GET', '/', {
        host: 'tidewick.localhost',
        headers: { 'accept-encoding': 'br' },
      });
      expect(squeezed.headers['content-encoding']).toBe('br');
      expect(Number(squeezed.headers['content-length'])).toBeLessThan(html.length / 2);
      const icon = /<link rel="icon" href="([^"]+)">/.exec((await visit('/')).body)?.[1] ?? '';
      expect((await visit(icon)).headers['content-type']).toContain('image/svg+xml');
      expect((await visit('/robots.txt')).body).toContain('Allow: /');
    });
    it('keeps the other pages as they are live, and leaves unpublished ones out', async () => {
      expect((await visit('/fares')).status).toBe(404);
      await at.ada.call('POST', '/pages/tidewick-fares/releases', {});
      expect((await visit('/fares')).status).toBe(200);
      expect((await visit('/')).body).toContain('Live title');
      expect((await visit('/', 'highcombe.localhost')).status).toBe(404);
    });
    it('serves nothing beside the release, whatever the path or host', async () => {
      for (const path of [
        '/../current',
        '/%2e%2e/current',
        '/manifest.json',
        '/files/../../current',
        '/..%2f..%2fcurrent',
        '/files/%00',
        '/.env',
      ])
        expect((await visit(path)).status)
          .withContext(path)
          .toBeGreaterThanOrEqual(400);
      for (const host of [
        'localhost',
        '127.0.0.1',
        '..localhost',
        'preview-x.localhost',
        'tidewick.localhost.evil.example',
        '',
      ])
        expect((await visit('/', host)).status)
          .withContext(host)
          .toBeGreaterThanOrEqual(400);
      expect((await ask(at.live.port, 'POST', '/', { host: 'tidewick.localhost' })).status).toBe(405);
    });
    it('a preview has an address nobody guesses, follows the edits and is not for search engines', async () => {
      const { address } = (await at.ada.call('POST', '/pages/tidewick-home/preview', {})).json<{ address: string }>();
      const { host } = new URL(address);
      expect(host).toMatch(/^preview-[0-9a-f]{32}\.localhost/);
      const before = await visit('/', host);
      expect(before.body).toContain('Later title');
      expect(before.headers['x-robots-tag']).toContain('noindex');
      const stamp = (await visit('/_stamp', host)).body;
      await store('tidewick-home', (await open('tidewick-home')).revision, title('Newest title'));
      let after = stamp;
      for (let tries = 0; tries < 60 && after === stamp; tries++) {
        await new Promise((done) => setTimeout(done, 100));
        after = (await visit('/_stamp', host)).body;
      }
      expect(after).not.toBe(stamp);
      expect((await visit('/', host)).body).toContain('Newest title');
    });
  });

  it('writes the newest release again where its folder or pointer is gone', async () => {
    await at.ada.call('POST', '/pages/mill-home/releases', {});
    const folder = join(at.running.service.config.liveFolder, 'sites', 'oxbow-mill');
    const visit = () => ask(at.live.port, 'GET', '/', { host: 'oxbow-mill.localhost' });
    const before = await visit();
    expect(before.status).toBe(200);
    rmSync(folder, { recursive: true });
    expect((await visit()).status).toBe(404);
    await restoreReleases(at.running.service);
    expect((await visit()).body).toBe(before.body);
  });

  it('takes a live page that is deleted offline at once, and leaves the others as they are', async () => {
    const page = await newPage('/short-lived');
    await at.ada.call('POST', `/pages/${page}/releases`, {});
    const visit = () => ask(at.live.port, 'GET', '/short-lived', { host: 'tidewick.localhost' });
    expect((await visit()).status).toBe(200);
    await at.ada.call('DELETE', `/pages/${page}`);
    expect((await visit()).status).toBe(404);
    expect((await ask(at.live.port, 'GET', '/', { host: 'tidewick.localhost' })).status).toBe(200);
  });

  it('leads from every path a page was live at to where it is, tells search engines its pages, and drops what has gone', async () => {
    const visit = (path: string) => ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' });
    const publishAt = async (page: string, path: string): Promise<void> => {
      await store(page, (await open(page)).revision, [{ do: 'set', part: 'root', field: ['path'], value: path }]);
      await at.ada.call('POST', `/pages/${page}/releases`, {});
    };
    const leadsTo = async (path: string): Promise<unknown> => {
      const { status, headers } = await visit(path);
      return status === 301 ? headers['location'] : status;
    };
    const page = await newPage('/spring');
    await publishAt(page, '/spring');
    await publishAt(page, '/summer');
    await publishAt(page, '/autumn');
    expect([await leadsTo('/spring'), await leadsTo('/summer'), await leadsTo('/autumn')]).toEqual([
      '/autumn',
      '/autumn',
      200,
    ]);
    const origin = `http://tidewick.localhost:${at.running.service.config.livePort}`;
    expect((await visit('/autumn')).body).toContain(`<link rel="canonical" href="${origin}/autumn">`);
    expect((await visit('/robots.txt')).body).toContain(`Sitemap: ${origin}/sitemap.xml`);
    const map = await visit('/sitemap.xml');
    expect(map.headers['content-type']).toContain('xml');
    expect(map.body).toContain(`<loc>${origin}/autumn</loc>`);
    expect(map.body).not.toContain('/spring<');

    const other = await newPage('/spring'); // a page of its own, where another was
    await publishAt(other, '/spring');
    expect([await leadsTo('/spring'), await leadsTo('/summer')]).toEqual([200, '/autumn']);
    await publishAt(page, '/summer'); // back again
    expect([await leadsTo('/summer'), await leadsTo('/autumn')]).toEqual([200, '/summer']);
    await at.ada.call('DELETE', `/pages/${page}`);
    expect([await leadsTo('/summer'), await leadsTo('/autumn')]).toEqual([404, 404]);

    const nothing = await newPage('/404');
    await publishAt(nothing, '/404');
    const shown = await visit('/no-such-page');
    expect(shown.status).toBe(404);
    expect(shown.body).toContain('<title>A page</title>');
    expect((await visit('/sitemap.xml')).body).not.toContain('/404<');

    const { address } = (await at.ada.call('POST', `/pages/${other}/preview`, {})).json<{ address: string }>();
    const preview = new URL(address).host;
    for (const path of ['/sitemap.xml', '/autumn'])
      expect((await ask(at.live.port, 'GET', path, { host: preview })).status)
        .withContext(`${path} of a preview`)
        .toBe(404);
  });

  it('goes on where a text was stored ill-formed, before such text was refused, and holds up nobody', async () => {
    await at.running.service.database.query(
      `UPDATE pages SET document = replace(document::text, '"title":"', '"title":"\\ud83d')::json WHERE id = 'observatory-home'`,
    );
    const published = await at.ada.call('POST', '/pages/observatory-home/releases', {});
    expect(published.status).withContext(published.body.slice(0, 300)).toBe(201);
    expect(published.body).toContain('"title":"\ufffd');
    expect((await at.ada.call('POST', '/pages/mill-home/releases', {})).status).toBe(201);
  });
});
