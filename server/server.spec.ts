import { rmSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { nanoid } from 'nanoid';
import type { Leaving } from '@core/document/commands/breakpoints';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Picture, Site } from '@core/document/site';
import { entities, Pages, PictureFiles } from './database/entities';
import { liveApp } from '../live/app';
import { restoreReleases } from './releases/publish';
import { ask, Client, runServer, serving, type Opened, type Running } from './trial/running';

interface Log {
  readonly log: readonly { readonly revision: number; readonly id: string; readonly edits: readonly Edit[] }[];
}

const title = (value: string): Edit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];

describe('The editor’s server', () => {
  let running: Running;
  let ada: Client;
  let live: Awaited<ReturnType<typeof serving>>;

  beforeAll(async () => {
    running = await runServer();
    ada = new Client(running.port);
    await ada.signIn('ada@studio.example', 'paper-and-ink');
    live = await serving(liveApp(running.service.config.liveFolder));
  });
  afterAll(async () => {
    await live.stop();
    await running.stop();
  });

  const open = (page: string): Promise<Opened> => ada.open(page);
  const store = (page: string, base: number, edits: readonly Edit[], id = nanoid()) => ada.store(page, edits, base, id);
  const newPage = async (path: string, copyOf?: string): Promise<string> =>
    (
      await ada.call('POST', '/sites/tidewick/pages', {
        title: 'A page',
        path,
        ...(copyOf !== undefined && { copyOf }),
      })
    ).json<{ id: string }>().id;

  it('has tables that are those of its entities', async () => {
    expect(entities.length).toBeGreaterThan(0);
    const drift = await running.service.database.driver.createSchemaBuilder().log();
    const meant = drift.upQueries.map((one) => one.query).filter((query) => !/CONSTRAINT|INDEX/.test(query));
    expect(meant).toEqual([]);
  });

  describe('signing in', () => {
    it('is asked for everywhere', async () => {
      const nobody = new Client(running.port);
      for (const path of [
        '/session',
        '/sites',
        '/sites/tidewick',
        '/pages/tidewick-home',
        '/sites/tidewick/pictures',
        '/pages/tidewick-home/export/page.json',
      ])
        expect((await nobody.call('GET', path)).status)
          .withContext(path)
          .toBe(401);
    });
    it('refuses a wrong password and an unknown address alike', async () => {
      const somebody = new Client(running.port);
      const wrong = await somebody.signIn('ada@studio.example', 'no');
      const unknown = await somebody.signIn('nobody@studio.example', 'no');
      expect([wrong.status, unknown.status]).toEqual([401, 401]);
      expect(wrong.body).toBe(unknown.body);
      expect((await somebody.call('POST', '/session', { email: 'not a mail address', password: 'x' })).status).toBe(
        400,
      );
    });
    it('ends with signing out', async () => {
      const somebody = new Client(running.port);
      await somebody.signIn('ada@studio.example', 'paper-and-ink');
      expect((await somebody.call('GET', '/session')).status).toBe(200);
      await somebody.call('DELETE', '/session');
      expect((await somebody.call('GET', '/session')).status).toBe(401);
    });
  });

  it('shows a stranger nothing of another’s site: 404 for every route', async () => {
    const ben = new Client(running.port);
    expect((await ben.signIn('ben@elsewhere.example', 'another-studio')).status).toBe(200);
    expect((await ben.call('GET', '/sites')).json<unknown[]>()).toEqual([]);
    const file = Object.values((await open('tidewick-home')).site.pictures)[0]!.files[0]!.file;
    const routes: readonly (readonly [string, string, unknown?])[] = [
      ['GET', '/sites/tidewick'],
      ['POST', '/sites/tidewick/pages', { title: 'Mine', path: '/mine' }],
      ['GET', '/sites/tidewick/pictures'],
      ['GET', '/sites/tidewick/sections'],
      ['DELETE', '/sites/tidewick/sections/any'],
      ['POST', '/pages/tidewick-home/sections', { part: 'root', name: 'Mine', purpose: 'cards', shared: false }],
      ['PATCH', '/sites/tidewick/pictures/opening', { alt: 'x' }],
      ['GET', `/sites/tidewick/files/${file}`],
      ['GET', '/pages/tidewick-home'],
      ['POST', '/pages/tidewick-home/edits', { id: nanoid(), base: 0, edits: title('Mine') }],
      ['GET', '/pages/tidewick-home/log?since=0'],
      ['GET', '/pages/tidewick-home/feed'],
      ['PATCH', '/pages/tidewick-home', { path: '/mine' }],
      ['DELETE', '/pages/tidewick-home'],
      ['POST', '/pages/tidewick-home/releases', {}],
      ['GET', '/pages/tidewick-home/releases/next'],
      ['POST', '/pages/tidewick-home/preview', {}],
      ['GET', '/pages/tidewick-home/export/page.json'],
      ['GET', '/pages/tidewick-home/export/site.json'],
    ];
    for (const [method, path, body] of routes)
      expect((await ben.call(method, path, body)).status)
        .withContext(`${method} ${path}`)
        .toBe(404);
    expect((await ben.upload('/sites/tidewick/pictures', 'a.png', 'image/png', Buffer.from('x'))).status).toBe(404);
  });

  describe('breakpoints', () => {
    const put = (breakpoints: unknown, heirs: object, trial: boolean) =>
      ada.call('PUT', '/sites/observatory/breakpoints', { breakpoints, heirs, trial });
    it('are added, renamed and removed; what was set at one that goes moves to its heir on every page, or goes', async () => {
      const { site } = (await ada.call('GET', '/sites/observatory')).json<{ site: Site }>();
      const rows = await running.service.database.getRepository(Pages).findBy({ site: site.id });
      const page = rows[0]!;
      const part = page.document.parts['root']!.children[0]!;
      await store(page.id, page.revision, [
        { do: 'set', part, field: ['style', 'tablet', 'normal', 'z-index'], value: '7' },
      ]);
      const huge = { id: 'huge', name: 'Huge', reach: 'up', limit: 1600, preview: { width: 1920, height: 1080 } };
      const rest = site.breakpoints
        .filter((one) => one.id !== 'tablet')
        .map((one) => (one.id === 'phone' ? { ...one, name: 'Pocket' } : one));
      const lost = (await put([...rest, huge], {}, true)).json<{ leaving: { title: string; values: Leaving[] }[] }>()
        .leaving;
      expect(lost.flatMap((one) => one.values)).toContain({
        words: jasmine.stringContaining('z-index 7 at Tablet: goes'),
        goes: true,
      });
      expect((await open(page.id)).site.breakpoints.length).toBe(3); // a trial changes nothing
      const done = (await put([...rest, huge], { tablet: 'phone' }, false)).json<{ site: Site }>().site;
      expect(done.breakpoints.map((one) => one.name)).toEqual(['Wide', 'Pocket', 'Huge']);
      const after = await open(page.id);
      expect(after.page.parts[part]?.style['phone']?.normal?.['z-index']).toBe('7');
      expect(JSON.stringify(after.page)).not.toContain('"tablet"');
      expect(
        (
          await store(page.id, after.revision, [
            { do: 'set', part, field: ['style', 'tablet', 'normal', 'z-index'], value: '8' },
          ])
        ).status,
      ).toBe(422);
      expect(
        (
          await store(page.id, after.revision, [
            { do: 'set', part, field: ['style', 'huge', 'normal', 'z-index'], value: '9' },
          ])
        ).status,
      ).toBe(200);
    });
    it('that cannot be are refused, and those of others are not found', async () => {
      const { site } = (await ada.call('GET', '/sites/tidewick')).json<{ site: Site }>();
      for (const wrong of [
        [],
        [site.breakpoints[1]],
        [...site.breakpoints, { ...site.breakpoints[1]!, id: 'twin' }],
        [{ ...site.breakpoints[0]!, id: 'base' }],
      ])
        expect(
          (await ada.call('PUT', '/sites/tidewick/breakpoints', { breakpoints: wrong, heirs: {}, trial: false }))
            .status,
        ).toBe(400);
      const ben = new Client(running.port);
      await ben.signIn('ben@elsewhere.example', 'another-studio');
      expect(
        (
          await ben.call('PUT', '/sites/tidewick/breakpoints', {
            breakpoints: site.breakpoints,
            heirs: {},
            trial: false,
          })
        ).status,
      ).toBe(404);
    });
  });

  it('refuses changes that another origin asks for', async () => {
    for (const origin of ['http://evil.example', 'http://tidewick.localhost:4300', ''])
      expect((await ada.call('POST', '/pages/tidewick-home/releases', {}, { origin })).status).toBe(403);
  });

  describe('pages', () => {
    it('are made blank or as a copy, renamed and deleted', async () => {
      const blank = await newPage('/blank');
      expect(Object.keys((await open(blank)).page.parts)).toEqual(['root']);
      const copy = await newPage('/copy', 'tidewick-home');
      expect(Object.keys((await open(copy)).page.parts).length).toBe(
        Object.keys((await open('tidewick-home')).page.parts).length,
      );
      expect((await ada.call('PATCH', `/pages/${copy}`, { path: '/other-copy' })).status).toBe(200);
      expect((await open(copy)).page.path).toBe('/other-copy');
      expect((await ada.call('DELETE', `/pages/${copy}`)).status).toBe(204);
      expect((await ada.call('GET', `/pages/${copy}`)).status).toBe(404);
    });
    it('never share a path, and have one that is safe', async () => {
      const taken = await ada.call('POST', '/sites/tidewick/pages', { title: 'Again', path: '/' });
      expect(taken.status).toBe(409);
      expect(taken.body).toContain('has a page at / already');
      for (const path of ['fares', '/../x', '/Fares', '/a//b', '/files', '/files/x', '/a b', '//evil.example'])
        expect((await ada.call('POST', '/sites/tidewick/pages', { title: 'X', path })).status)
          .withContext(path)
          .toBe(400);
    });
  });

  describe('edits', () => {
    it('are stored before they are answered, and once however often they are sent', async () => {
      const page = await newPage('/once');
      const id = nanoid();
      const first = (await store(page, 0, title('First'), id)).json<Log>();
      const again = (await store(page, 0, title('First'), id)).json<Log>();
      expect(first.log.map((one) => one.revision)).toEqual([1]);
      expect(again).toEqual(first);
      const row = await running.service.database.getRepository(Pages).findOneByOrFail({ id: page });
      expect(row.revision).toBe(1);
      expect(row.document.parts['root']?.content.base['title']).toBe('First');
    });
    it('of two people merge; one that no longer fits is refused with its place', async () => {
      const page = await newPage('/two', 'tidewick-fares');
      const { page: document } = await open(page);
      const [section] = document.parts['root']!.children;
      await store(page, 0, [{ do: 'remove', part: section! }]);
      const merged = (await store(page, 0, title('Both'))).json<Log>();
      expect(merged.log.map((one) => one.revision)).toEqual([1, 2]);
      const late = await store(page, 0, [{ do: 'set', part: section!, field: ['name'], value: 'Gone' }]);
      expect(late.status).toBe(422);
      expect(late.json<{ place: object }>().place).toEqual({ part: section! });
      expect((await open(page)).revision).toBe(2);
    });
    it('sent at once by many all arrive', async () => {
      const page = await newPage('/many');
      await Promise.all(Array.from({ length: 12 }, (_, at) => store(page, 0, title(`Title ${at}`))));
      expect((await open(page)).revision).toBe(12);
    });
    it('that are no edits, or hostile ones, change nothing', async () => {
      const page = await newPage('/hostile');
      const bad: readonly unknown[] = [
        { id: nanoid(), base: 0, edits: [] },
        { id: '../../x', base: 0, edits: title('X') },
        { id: nanoid(), base: -1, edits: title('X') },
        { id: nanoid(), base: 0, edits: [{ do: 'set', part: 'root', field: ['path'], value: '/x' }] },
        {
          id: nanoid(),
          base: 0,
          edits: [
            { do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'color'], value: 'red;}*{display:none' },
          ],
        },
        { id: nanoid(), base: 0, edits: [{ do: 'set', part: '__proto__', field: ['name'], value: 'x' }] },
        {
          id: nanoid(),
          base: 0,
          edits: [{ do: 'set', part: 'root', field: ['attributes', 'onload'], value: 'alert(1)' }],
        },
      ];
      for (const batch of bad)
        expect([400, 422])
          .withContext(JSON.stringify(batch))
          .toContain((await ada.call('POST', `/pages/${page}/edits`, batch)).status);
      expect((await ada.call('POST', `/pages/${page}/edits`, Buffer.from('{"id":'))).status).toBe(400);
      expect((await open(page)).revision).toBe(0);
    });
    it('of a link that runs script are refused', async () => {
      const { page } = await open('tidewick-home');
      const button = Object.entries(page.parts).find(([, part]) => part.kind === 'button')![0];
      for (const link of ['javascript:alert(1)', 'data:text/html,x', '//evil.example', 'vbscript:x'])
        expect(
          (
            await store('tidewick-home', 0, [
              { do: 'set', part: button, field: ['content', 'base', 'link'], value: link },
            ])
          ).status,
        )
          .withContext(link)
          .toBe(422);
    });
  });

  describe('pictures', () => {
    const png = (width: number, height: number): Promise<Buffer> =>
      sharp({ create: { width, height, channels: 3, background: '#8c2f39' } })
        .png()
        .toBuffer();
    const upload = (name: string, bytes: Buffer) =>
      ada.upload('/sites/mill/pictures', name, 'application/octet-stream', bytes);

    it('are scaled into several widths, never above their own', async () => {
      const { id, picture } = (await upload('red.png', await png(1000, 500))).json<{ id: string; picture: Picture }>();
      expect(picture.files.map((one) => one.width)).toEqual([400, 800, 1000]);
      for (const { width, file } of picture.files) {
        const row = await running.service.database.getRepository(PictureFiles).findOneByOrFail({ site: 'mill', file });
        const facts = await sharp(row.bytes).metadata();
        expect([facts.format, facts.width, facts.height]).toEqual(['webp', width, width / 2]);
      }
      const described = await ada.call('PATCH', `/sites/mill/pictures/${id}`, { alt: 'A red field' });
      expect(described.json<{ picture: Picture }>().picture.alt).toBe('A red field');
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
      const row = await running.service.database
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
          'a.gif',
          await sharp(await png(4, 4))
            .gif()
            .toBuffer(),
          /PNG, JPEG/,
        ],
        ['a.svg', Buffer.from('<svg xmlns="x"><!ENTITY a "b"></svg>'), /entities/],
        ['empty.png', Buffer.alloc(0), /not a picture/],
        ['big.png', Buffer.alloc(20_000_001), /20 MB/],
      ];
      for (const [name, bytes, reason] of cases) {
        const answer = await upload(name, bytes);
        expect(answer.status).withContext(name).toBe(400);
        expect(answer.body).withContext(name).toMatch(reason);
      }
    });
  });

  describe('publishing', () => {
    const visit = (path: string, host = 'tidewick.localhost') => ask(live.port, 'GET', path, { host });

    it('goes live whole; what is saved later is not published', async () => {
      const { revision } = await open('tidewick-home');
      await store('tidewick-home', revision, title('Live title'));
      const published = await ada.call('POST', '/pages/tidewick-home/releases', {});
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
    it('keeps the other pages as they are live, and leaves unpublished ones out', async () => {
      expect((await visit('/fares')).status).toBe(404);
      await ada.call('POST', '/pages/tidewick-fares/releases', {});
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
      expect((await ask(live.port, 'POST', '/', { host: 'tidewick.localhost' })).status).toBe(404);
    });
    it('a preview has an address nobody guesses, follows the edits and is not for search engines', async () => {
      const { address } = (await ada.call('POST', '/pages/tidewick-home/preview', {})).json<{ address: string }>();
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

  it('tells everybody who has a page open what was stored, and what they missed', async () => {
    const page = await newPage('/heard');
    const heard: unknown[] = [];
    const stop = running.service.feed.listen(page, (stored) => heard.push(stored));
    await store(page, 0, title('One'));
    await store(page, 1, title('Two'));
    stop();
    await store(page, 2, title('Three'));
    expect(heard.length).toBe(2);
    const missed = (await ada.call('GET', `/pages/${page}/log?since=1`)).json<Log>();
    expect(missed.log.map((one) => one.revision)).toEqual([2, 3]);
    expect((await ada.call('GET', `/pages/${page}/log?since=x`)).status).toBe(400);
  });

  it('writes the newest release again where its folder or pointer is gone', async () => {
    await ada.call('POST', '/pages/mill-home/releases', {});
    const folder = join(running.service.config.liveFolder, 'sites', 'oxbow-mill');
    const visit = () => ask(live.port, 'GET', '/', { host: 'oxbow-mill.localhost' });
    const before = await visit();
    expect(before.status).toBe(200);
    rmSync(folder, { recursive: true });
    expect((await visit()).status).toBe(404);
    await restoreReleases(running.service);
    expect((await visit()).body).toBe(before.body);
  });

  it('leaves a page that was deleted out of the next release', async () => {
    const page = await newPage('/short-lived');
    await ada.call('POST', `/pages/${page}/releases`, {});
    const visit = () => ask(live.port, 'GET', '/short-lived', { host: 'tidewick.localhost' });
    expect((await visit()).status).toBe(200);
    await ada.call('DELETE', `/pages/${page}`);
    expect((await visit()).status).toBe(200);
    await ada.call('POST', '/pages/tidewick-home/releases', {});
    expect((await visit()).status).toBe(404);
  });

  it('forbids the editor’s pages every script but its own', async () => {
    const page = await ask(running.port, 'GET', '/');
    const policy = String(page.headers['content-security-policy']);
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(policy).toContain("object-src 'none'");
    expect(page.headers['x-powered-by']).toBeUndefined();
    expect((await ask(running.port, 'GET', '/fonts/..%2f..%2fpackage.json')).status).toBe(404);
    expect((await ask(running.port, 'GET', '/fonts/fraunces-latin-wght-normal.woff2')).status).toBe(200);
    expect((await ada.call('GET', '/no-such-route')).status).toBe(404);
  });

  it('exports a page and its site as files that are taken again', async () => {
    const page = await ada.call('GET', '/pages/tidewick-home/export/page.json');
    expect(page.headers['content-disposition']).toContain('page.json');
    expect(page.json<Page>().format).toBe('fold-line/page');
    expect((await ada.call('GET', '/pages/tidewick-home/export/site.json')).json<Site>().format).toBe('fold-line/site');
  });

  it('slows down whoever guesses passwords', async () => {
    const guesser = new Client(running.port);
    const answers: number[] = [];
    for (let tries = 0; tries < 25; tries++)
      answers.push((await guesser.signIn('ada@studio.example', `guess ${tries}`)).status);
    expect(answers).toContain(429);
  });
});
