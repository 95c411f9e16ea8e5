import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { DataSource } from 'typeorm';
import { openDatabase } from '../database/open';
import { loadDemo } from '../demo/load';
import { editorApp } from '../http/app';
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

export interface Answer {
  readonly status: number;
  readonly body: string;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  json<T>(): T;
}

/** Asks an HTTP server on loopback; `host` goes into the Host header. */
export function ask(port: number, method: string, path: string, options: { host?: string; headers?: Record<string, string>; body?: string | Buffer } = {}): Promise<Answer> {
  return new Promise((done, fail) => {
    const sent = request({ host: '127.0.0.1', port, method, path, headers: { host: options.host ?? `localhost:${port}`, ...options.headers } }, (response) => {
      const chunks: Buffer[] = [];
      response.on('data', (chunk: Buffer) => chunks.push(chunk));
      response.on('end', () => {
        const body = Buffer.concat(chunks).toString('utf8');
        done({ status: response.statusCode ?? 0, body, headers: response.headers, json: <T>() => JSON.parse(body) as T }); // the tests know the shape
      });
    });
    sent.on('error', fail);
    sent.end(options.body);
  });
}

/** Somebody who speaks to the API, with a session once signed in. */
export class Client {
  private cookie = '';

  constructor(private readonly port: number) {}

  async call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const answer = await ask(this.port, method, `/api${path}`, {
      headers: { origin: `http://localhost:${this.port}`, 'content-type': 'application/json', cookie: this.cookie, ...headers },
      ...(body !== undefined && { body: Buffer.isBuffer(body) ? body : JSON.stringify(body) }),
    });
    const set = answer.headers['set-cookie'];
    if (Array.isArray(set)) this.cookie = set[0]?.split(';')[0] ?? this.cookie;
    return answer;
  }

  signIn = (email: string, password: string): Promise<Answer> => this.call('POST', '/session', { email, password });

  /** Uploads a file the way a form does. */
  upload(path: string, name: string, type: string, bytes: Buffer): Promise<Answer> {
    const head = `--edge\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: ${type}\r\n\r\n`;
    return this.call('POST', path, Buffer.concat([Buffer.from(head), bytes, Buffer.from('\r\n--edge--\r\n')]), { 'content-type': 'multipart/form-data; boundary=edge' });
  }
}

/** The editor's server on a free port, with the demo loaded, in a database and folder of its own. */
export interface Running {
  readonly service: Service;
  readonly port: number;
  readonly folder: string;
  stop(): Promise<void>;
}

export async function runServer(): Promise<Running> {
  const folder = mkdtempSync(join(tmpdir(), 'fold-trial-'));
  const url = await freshDatabase();
  const database = await openDatabase(url);
  const config = { database: url, port: 0, livePort: 4300, liveFolder: join(folder, 'live'), webFolder: 'dist/web/browser', secret: 's'.repeat(40) };
  const service = { config, database, feed: new PageFeed(), log: pino({ level: 'silent' }) };
  await loadDemo(service);
  const previews = new FollowingPreviews(service);
  const probe = editorApp(service, previews).listen(0, '127.0.0.1');
  await new Promise((done) => probe.once('listening', done));
  const { port } = probe.address() as AddressInfo; // it listens on TCP
  await new Promise((done) => probe.close(done));
  config.port = port;
  const server = editorApp(service, previews).listen(port, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const stop = async (): Promise<void> => {
    previews.stop();
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    await database.destroy();
    rmSync(folder, { recursive: true, force: true });
  };
  return { service, port, folder, stop };
}
