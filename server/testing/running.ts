import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { Express } from 'express';
import { nanoid } from 'nanoid';
import pLimit from 'p-limit';
import { pino, type Logger } from 'pino';
import { DataSource } from 'typeorm';
import type { Edit } from '@core/document/edits/edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { openDatabase } from '../database/open';
import { loadDemo } from '../demo/load';
import { editorApp } from '../http/app';
import { OneByOne } from '../http/one-by-one';
import { OpenStreams } from '../http/open-streams';
import { PageFeed } from '../pages/feed';
import { FollowingPreviews } from '../previews/previews';
import type { Service } from '../http/service';

/** An empty database of the test cluster, for one spec file. */
export async function freshDatabase(): Promise<string> {
  const cluster = process.env['FOLD_TEST_DATABASE'];
  if (cluster === undefined) throw new Error('FOLD_TEST_DATABASE is not set: run npm test.');
  const name = `trial_${randomBytes(6).toString('hex')}`;
  const admin = await new DataSource({ type: 'postgres', url: cluster }).initialize();
  await admin.query(`CREATE DATABASE ${name}`);
  await admin.destroy();
  const address = new URL(cluster);
  address.pathname = `/${name}`;
  return address.href;
}

/** An application that answers on a port of loopback, a free one when none is named. */
export async function serving(app: Express, port = 0): Promise<{ port: number; stop(): Promise<void> }> {
  const server = app.listen(port, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const stop = async (): Promise<void> => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
  };
  return { port: (server.address() as AddressInfo).port, stop }; // it listens on TCP
}

export interface Answer {
  readonly status: number;
  readonly body: string;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  json<T>(): T;
}

/** Asks an HTTP server on loopback; `host` goes into the Host header. */
export function ask(
  port: number,
  method: string,
  path: string,
  options: { host?: string; headers?: Record<string, string>; body?: string | Buffer } = {},
): Promise<Answer> {
  return new Promise((done, fail) => {
    const sent = request(
      {
        host: '127.0.0.1',
        port,
        method,
        path,
        headers: { host: options.host ?? `localhost:${port}`, ...options.headers },
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => {
          const body = Buffer.concat(chunks).toString('utf8');
          done({
            status: response.statusCode ?? 0,
            body,
            headers: response.headers,
            json: <T>() => JSON.parse(body) as T,
          }); // the tests know the shape
        });
      },
    );
    sent.on('error', fail);
    sent.end(options.body);
  });
}

/** A page as the editor's server hands it out. */
export interface Opened {
  readonly page: Page;
  readonly site: Site;
  readonly revision: number;
  readonly release: { readonly number: number } | null;
}

/** Somebody who speaks to the API, with a session once signed in. */
export class Client {
  private cookie = '';

  constructor(private readonly port: number) {}

  async call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const answer = await ask(this.port, method, `/api${path}`, {
      headers: {
        origin: `http://localhost:${this.port}`,
        'content-type': 'application/json',
        cookie: this.cookie,
        ...headers,
      },
      ...(body !== undefined && { body: Buffer.isBuffer(body) ? body : JSON.stringify(body) }),
    });
    const set = answer.headers['set-cookie'];
    if (Array.isArray(set)) this.cookie = set[0]?.split(';')[0] ?? this.cookie;
    return answer;
  }

  signIn = (email: string, password: string): Promise<Answer> => this.call('POST', '/session', { email, password });

  open = async (page: string): Promise<Opened> => (await this.call('GET', `/pages/${page}`)).json<Opened>();

  /** Sends edits made on a revision of a page, the newest when none is named. */
  store = async (page: string, edits: readonly Edit[], base?: number, id = nanoid()): Promise<Answer> =>
    this.call('POST', `/pages/${page}/edits`, { id, base: base ?? (await this.open(page)).revision, edits });

  /** Makes a page of a site, blank or as a copy; its id. */
  newPage = async (site: string, path: string, copyOf?: string): Promise<string> =>
    (
      await this.call('POST', `/sites/${site}/pages`, {
        title: 'A page',
        path,
        ...(copyOf !== undefined && { copyOf }),
      })
    ).json<{ id: string }>().id;

  /** Uploads a file the way a form does. */
  upload(path: string, name: string, type: string, bytes: Buffer): Promise<Answer> {
    const head = `--edge\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: ${type}\r\n\r\n`;
    return this.call('POST', path, Buffer.concat([Buffer.from(head), bytes, Buffer.from('\r\n--edge--\r\n')]), {
      'content-type': 'multipart/form-data; boundary=edge',
    });
  }
}

/** The editor's server on a free port, with the demo loaded, in a database and folder of its own. */
export interface Running {
  readonly service: Service;
  readonly port: number;
  readonly folder: string;
  stop(): Promise<void>;
}

const configFor = (database: string, folder: string) => ({
  database,
  port: 0,
  livePort: 4300,
  liveFolder: join(folder, 'live'),
  uploadFolder: join(folder, 'uploads'),
  webFolder: resolve('dist/web/browser'),
  secret: 's'.repeat(40),
  keepReleases: 50,
  sessionLasts: 86_400_000,
  listenersChecked: 300,
});

/** Starts a server; `through` may lead its connections to the database another way. */
export async function runServer(
  through: (address: string) => Promise<string> = (address) => Promise.resolve(address),
  log: Logger = pino({ level: 'silent' }),
): Promise<Running> {
  const folder = mkdtempSync(join(tmpdir(), 'fold-testing-'));
  const url = await through(await freshDatabase());
  const database = await openDatabase(url);
  const config = configFor(url, folder);
  const service = {
    config,
    database,
    feed: new PageFeed(),
    log,
    writing: new OneByOne(2),
    scaling: pLimit(2),
    streams: new OpenStreams(),
  };
  await loadDemo(service);
  const previews = new FollowingPreviews(service);
  const probe = await serving(editorApp(service, previews));
  await probe.stop();
  const { port } = probe;
  config.port = port; // which the editor's addresses and the origins it takes name
  const server = await serving(editorApp(service, previews), port);
  const stop = async (): Promise<void> => {
    previews.stop();
    await server.stop();
    await database.destroy();
    rmSync(folder, { recursive: true, force: true });
  };
  return { service, port, folder, stop };
}
