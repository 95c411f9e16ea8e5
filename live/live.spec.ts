import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ask } from '../server/trial/running';
import { liveApp } from './app';

describe('The live host', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-live-'));
  const write = (path: string, text: string): void => {
    mkdirSync(join(folder, path, '..'), { recursive: true });
    writeFileSync(join(folder, path), text);
  };
  let server: Server;
  let port = 0;
  const visit = (path: string, host = 'mill.localhost') => ask(port, 'GET', path, { host });

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
    server = liveApp(folder).listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    port = (server.address() as AddressInfo).port; // it listens on TCP
  });
  afterAll(async () => {
    await new Promise((done) => server.close(done));
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
    for (const host of ['broken.localhost', 'secret.localhost', '..localhost', 'MILL.localhost', 'nobody.localhost']) expect((await visit('/', host)).body).withContext(host).not.toContain('Release');
    for (const path of ['/../../../secret/', '/%2e%2e/%2e%2e/%2e%2e/secret/index.html', '/..%5c..%5csecret', '/files/../../1/index.html'])
      expect((await visit(path)).body).withContext(path).not.toMatch(/secret<|^secret|Release 1/);
  });
  it('answers 404 in words where there is nothing', async () => {
    const nothing = await visit('/no/such/page');
    expect(nothing.status).toBe(404);
    expect(nothing.body).toContain('Nothing here');
  });
});
