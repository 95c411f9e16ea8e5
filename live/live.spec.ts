import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { oldAddress } from '@core/document/links/old-address';
import { ask, serving } from '../server/testing/running';
import { liveApp } from './app';

describe('The live host', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-live-'));
  const write = (path: string, text: string): void => {
    mkdirSync(join(folder, path, '..'), { recursive: true });
    writeFileSync(join(folder, path), text);
  };
  let live: Awaited<ReturnType<typeof serving>>;
  const visit = (path: string, host = 'mill.localhost') => ask(live.port, 'GET', path, { host });

  beforeAll(async () => {
    for (const number of [1, 2]) {
      write(`sites/mill/releases/${number}/index.html`, `<title>Release ${number}</title>`);
      write(`sites/mill/releases/${number}/courses/rye/index.html`, `<title>Rye ${number}</title>`);
      write(`sites/mill/releases/${number}/files/style-abc.css`, 'a{}');
    }
    write('sites/mill/current', '1');
    write('sites/broken/current', '../../secret');
    write('secret/index.html', 'secret');
    write('sites/secret.txt', 'secret');
    live = await serving(liveApp(folder));
  });
  afterAll(async () => {
    await live.stop();
    rmSync(folder, { recursive: true, force: true });
  });

  it('serves the release its pointer names, and another as soon as the pointer moves', async () => {
    expect((await visit('/')).body).toContain('Release 1');
    expect((await visit('/courses/rye')).body).toContain('Rye 1');
    write('sites/mill/current', '2');
    expect((await visit('/')).body).toContain('Release 2');
    expect((await visit('/courses/rye/')).body).toContain('Rye 2');
  });
  it('lets hashed files be kept for ever and pages be asked for anew', async () => {
    expect((await visit('/files/style-abc.css')).headers['cache-control']).toContain('immutable');
    expect((await visit('/')).headers['cache-control']).toBe('public, max-age=0');
    expect((await visit('/')).headers['x-content-type-options']).toBe('nosniff');
  });
  it('sends the smallest copy of a file the browser takes, and says so', async () => {
    const css = 'b{color:red}'.repeat(50);
    write('sites/mill/releases/2/files/style-def.css', css);
    writeFileSync(join(folder, 'sites/mill/releases/2/files/style-def.css.br'), brotliCompressSync(css));
    writeFileSync(join(folder, 'sites/mill/releases/2/files/style-def.css.gz'), gzipSync(css));
    write('sites/mill/releases/2/files/style-ghi.css', css);
    const taking = (encodings: string, path = '/files/style-def.css') =>
      ask(live.port, 'GET', path, { host: 'mill.localhost', headers: { 'accept-encoding': encodings } });
    for (const [takes, comes] of [
      ['gzip, deflate, br', 'br'],
      ['gzip', 'gzip'],
      ['br;q=0, gzip', 'gzip'],
      ['identity', undefined],
    ] as const) {
      const answer = await taking(takes);
      expect(answer.headers['content-encoding']).withContext(takes).toBe(comes);
      expect(answer.headers['content-type']).withContext(takes).toContain('text/css');
      expect(answer.headers['vary']).withContext(takes).toContain('Accept-Encoding');
      expect(Number(answer.headers['content-length'])).withContext(takes).toBeLessThanOrEqual(css.length);
      if (comes !== undefined)
        expect(Number(answer.headers['content-length']))
          .withContext(takes)
          .toBeLessThan(css.length / 4);
    }
    expect((await taking('br', '/files/style-ghi.css')).body).toBe(css);
  });
  it('never leaves the folder of the release, whatever the pointer, the path or the host says', async () => {
    for (const host of ['broken.localhost', 'secret.localhost', '..localhost', 'nobody.localhost'])
      expect((await visit('/', host)).body)
        .withContext(host)
        .not.toContain('Release');
    for (const path of [
      '/../../../secret/',
      '/%2e%2e/%2e%2e/%2e%2e/secret/index.html',
      '/..%5c..%5csecret',
      '/files/../../1/index.html',
    ])
      expect((await visit(path)).body)
        .withContext(path)
        .not.toMatch(/secret<|^secret|Release 1/);
  });
  it('sends a preview with the stamp it was read at, so that an edit stored while it loads is still noticed', async () => {
    const host = `preview-${'7'.repeat(32)}.localhost`;
    const preview = `previews/${'7'.repeat(32)}`;
    write(`${preview}/releases/a1b2/index.html`, '<body><p>Rye</p></body>');
    write(`${preview}/releases/a1b2/files/style-1.css`, 'a{}');
    write(`${preview}/releases/c3d4/index.html`, '<body><p>Oats</p></body>');
    write(`${preview}/current`, 'a1b2');
    const first = await visit('/', host);
    expect(first.body).toContain('src="/_follow.js?seen=a1b2"');
    expect((await visit('/_stamp', host)).body).toBe('a1b2');
    write(`${preview}/current`, 'c3d4');
    expect((await visit('/_stamp', host)).body).toBe('c3d4');
    expect((await visit('/', host)).body).toContain('seen=c3d4');
    // of the version before, whose page may still be loading
    expect((await visit('/files/style-1.css', host)).body).toBe('a{}');
    expect((await visit('/', host)).headers['content-security-policy']).toContain("script-src 'self'");
    write(`${preview}/current`, '"><script>alert(1)</script>');
    expect((await visit('/', host)).body).not.toContain('alert');
    write(`${preview}/current`, 'c3d4');
    const gone = await visit('/not/yet', host);
    expect(gone.status).toBe(404);
    expect(gone.body).toContain('/_follow.js');
  });
  it('shows by a link what it names, to whoever it says, until it ends', async () => {
    const [token, pass] = ['a'.repeat(32), 'b'.repeat(32)];
    const link = (more: object): void =>
      write(`previews/${pass}/link.json`, JSON.stringify({ of: token, framedBy: ['http://localhost:4200/'], ...more }));
    const host = `preview-${pass}.localhost`;
    const policies = { '/': "default-src 'none'; frame-ancestors 'self'", '/rye': "default-src 'none'" };
    write(`previews/${token}/releases/a1/index.html`, '<body><p>Home</p></body>');
    write(`previews/${token}/releases/a1/rye/index.html`, '<body><p>Rye $& $`</p></body>');
    write(
      `previews/${token}/releases/a1/manifest.json`,
      JSON.stringify({ policies, ids: { '/': 'home', '/rye': 'rye' } }),
    );
    write(`previews/${token}/current`, 'a1');
    link({});
    const home = await visit('/', host);
    expect(home.body).toContain('src="/_pins.js?page=home"');
    expect(home.headers['content-security-policy']).toContain("frame-ancestors 'self' http://localhost:4200;");
    expect((await visit('/_pins.js', host)).body).toContain('framedBy=["http://localhost:4200"]');
    link({ page: 'rye' });
    expect((await visit('/rye', host)).body).toContain('Rye $& $`');
    expect((await visit('/', host)).status).toBe(404);
    link({ ends: new Date(Date.now() - 1).toISOString() });
    for (const path of ['/', '/rye', '/_stamp', '/_pins.js']) expect((await visit(path, host)).status).toBe(410);
    // what cannot be meant shows nothing
    for (const of of ['../../secret', '../sites/mill', `${token}/..`, 'x', 7]) {
      link({ of });
      expect((await visit('/', host)).status)
        .withContext(String(of))
        .toBe(404);
    }
    link({ of: token, framedBy: ['http://localhost:4200/; script-src *'] });
    expect((await visit('/', host)).headers['content-security-policy']).not.toContain('*');
    expect((await visit('/_pins.js', 'mill.localhost')).status).toBe(404);
  });
  it('means the same host in capitals', async () => {
    expect((await visit('/', 'MILL.LocalHost:4300')).body).toContain('Release');
  });
  it('keeps the hashed files of earlier releases within reach, for whoever has just read an earlier page', async () => {
    write('sites/mill/current', '2');
    write('sites/mill/releases/1/files/style-of-one.css', 'b{}');
    const earlier = await visit('/files/style-of-one.css');
    expect(earlier.status).toBe(200);
    expect(earlier.body).toBe('b{}');
    expect(earlier.headers['cache-control']).toContain('immutable');
    expect((await visit('/files/style-of-nobody.css')).status).toBe(404);
  });
  it('keeps what a release says of itself to itself, by every spelling of its path', async () => {
    write('sites/mill/releases/2/manifest.json', JSON.stringify({ policies: { '/': "default-src 'none'" } }));
    for (const path of [
      '/manifest.json',
      '/files/../manifest.json',
      '/files/%2e%2e/manifest.json',
      '/files/..%2fmanifest.json',
      '/courses/../manifest.json',
      '//manifest.json',
      '/files//../manifest.json',
      '/manifest.json/',
    ])
      expect((await visit(path)).status)
        .withContext(path)
        .toBe(404);
  });
  it('serves a page under the policy its release states, and a drawing so that it runs nothing', async () => {
    expect((await visit('/')).headers['content-security-policy']).toBe("default-src 'none'");
    write('sites/mill/releases/2/files/drawing-1.svg', '<svg xmlns="http://www.w3.org/2000/svg"/>');
    const drawing = await visit('/files/drawing-1.svg');
    expect(drawing.headers['content-security-policy']).toContain('sandbox');
    expect(drawing.headers['x-content-type-options']).toBe('nosniff');
    expect(drawing.headers['content-type']).toContain('image/svg+xml');
  });
  it('leads from where a page was to where it is, with what stands behind the path; a page that is there comes first', async () => {
    const moved = { '/bread': '/courses/rye', '/courses/rye': '/elsewhere' };
    write('sites/mill/releases/2/manifest.json', JSON.stringify({ policies: {}, moved }));
    for (const [path, to] of [
      ['/bread', '/courses/rye'],
      ['/bread/', '/courses/rye'],
      ['/bread?from=poster&n=2', '/courses/rye?from=poster&n=2'],
    ] as const) {
      const answer = await visit(path);
      expect([answer.status, answer.headers['location']]).withContext(path).toEqual([301, to]);
      expect(answer.headers['cache-control']).toBe('no-cache'); // the page may come back to its old path
    }
    expect((await visit('/courses/rye')).status).toBe(200);
    expect((await visit('/constructor')).status).toBe(404);
  });
  it('leads from old addresses of any kind, as browsers ask for them; one with a query comes before a page', async () => {
    const typed = ['/index.html', '/About_Us.php', '/p?id=3', '/münchen', '/a b', '/?page_id=12', '/courses/rye?old=1'];
    const moved = Object.fromEntries([...typed.map((one) => [oldAddress(one), '/courses/rye']), ['/p', '/']]);
    write('sites/mill/releases/2/manifest.json', JSON.stringify({ moved }));
    for (const one of typed) {
      const { pathname, search } = new URL(one, 'http://mill.localhost'); // a browser sends this
      const answer = await visit(pathname + search);
      expect([answer.status, answer.headers['location']]).withContext(one).toEqual([301, '/courses/rye']);
    }
    expect((await visit('/m%c3%bcnchen/?from=mail')).headers['location']).toBe('/courses/rye?from=mail');
    expect((await visit('/p?id=4')).headers['location']).toBe('/?id=4');
    expect((await visit('/?page_id=13')).status).toBe(200);
    for (const path of ['/%', '/%ff', '/a%00b', '//p?id=3', '/about_us.php', '/p?ID=3&'])
      expect((await visit(path)).status)
        .withContext(path)
        .toBe(path.startsWith('/p?') ? 301 : 404);
    expect((await visit('http://mill.localhost/p?id=3')).headers['location']).toBe('/courses/rye'); // RFC 9112, 3.2.2
  });
  it('answers by the site’s own page where there is nothing, as 404 and under that page’s policy', async () => {
    write('sites/mill/releases/2/404.html', '<title>Not baked here</title>');
    write('sites/mill/releases/2/404/index.html', '<title>Not baked here</title>');
    const policies = { '/404': "default-src 'self'" };
    write('sites/mill/releases/2/manifest.json', JSON.stringify({ policies }));
    for (const path of ['/no/such/page', '/404', '/404/', '/No%20Path']) {
      const answer = await visit(path);
      expect([answer.status, answer.headers['content-security-policy']])
        .withContext(path)
        .toEqual([404, policies['/404']]);
      expect(answer.body).withContext(path).toContain('Not baked here');
    }
    expect((await visit('/files/none.css')).body).not.toContain('Not baked');
    rmSync(join(folder, 'sites/mill/releases/2/404.html'));
    rmSync(join(folder, 'sites/mill/releases/2/404'), { recursive: true });
  });
  it('answers 404 in words where there is nothing', async () => {
    const nothing = await visit('/no/such/page');
    expect(nothing.status).toBe(404);
    expect(nothing.body).toContain('Nothing here');
  });
  it('says what can’t be sent, by the statuses of HTTP (RFC 9110, sections 15.5.6 and 15.5.17; RFC 9112, 3.2)', async () => {
    for (const method of ['POST', 'PUT', 'DELETE', 'OPTIONS', 'PATCH']) {
      const answer = await ask(live.port, method, '/', { host: 'mill.localhost' });
      expect([answer.status, answer.headers['allow']]).withContext(method).toEqual([405, 'GET, HEAD']);
    }
    const range = (bytes: string) =>
      ask(live.port, 'GET', '/files/style-abc.css', { host: 'mill.localhost', headers: { range: `bytes=${bytes}` } });
    const beyond = await range('100-200');
    expect([beyond.status, beyond.headers['content-range'], beyond.headers['cache-control'], beyond.body]).toEqual([
      ...[416, 'bytes */3', undefined, ''],
    ]);
    const part = await range('0-1');
    expect([part.status, part.headers['content-range'], part.body]).toEqual([206, 'bytes 0-1/3', 'a{']);
    for (const [path, host] of [
      ['/no/such/page', 'mill.localhost'],
      ['/', 'nobody.localhost'],
      ['/files/none.css', 'mill.localhost'],
    ] as const) {
      const answer = await visit(path, host);
      expect(answer.status).withContext(path).toBe(404);
      expect(answer.headers['content-security-policy']).withContext(path).toContain("default-src 'none'");
    }
  });
  it('refuses a request with two hosts', async () => {
    const socket = connect(live.port, '127.0.0.1');
    socket.end('GET / HTTP/1.1\r\nHost: mill.localhost\r\nHost: secret.localhost\r\nConnection: close\r\n\r\n');
    expect(await text(socket)).toMatch(/^HTTP\/1\.1 400 /);
  });
});
