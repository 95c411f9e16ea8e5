import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ask, serving } from '../server/trial/running';
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
  it('never leaves the folder of the release, whatever the pointer, the path or the host says', async () => {
    for (const host of ['broken.localhost', 'secret.localhost', '..localhost', 'MILL.localhost', 'nobody.localhost'])
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
    write(`previews/${'7'.repeat(32)}/index.html`, '<body><p>Rye</p></body>');
    write(`previews/${'7'.repeat(32)}.stamp`, 'a1b2');
    const first = await visit('/', host);
    expect(first.body).toContain('src="/_follow.js?seen=a1b2"');
    expect((await visit('/_stamp', host)).body).toBe('a1b2');
    write(`previews/${'7'.repeat(32)}.stamp`, 'c3d4');
    expect((await visit('/_stamp', host)).body).toBe('c3d4');
    expect((await visit('/', host)).body).toContain('seen=c3d4');
    write(`previews/${'7'.repeat(32)}.stamp`, '"><script>alert(1)</script>');
    expect((await visit('/', host)).body).not.toContain('alert');
    const gone = await visit('/not/yet', host);
    expect(gone.status).toBe(404);
    expect(gone.body).toContain('/_follow.js');
  });
  it('answers 404 in words where there is nothing', async () => {
    const nothing = await visit('/no/such/page');
    expect(nothing.status).toBe(404);
    expect(nothing.body).toContain('Nothing here');
  });
});
