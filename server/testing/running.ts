import { mkdtempSync, rmSync } from 'node:fs';
import { once } from 'node:events';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import type { Express } from 'express';
import { nanoid } from 'nanoid';
import { pino, type Logger } from 'pino';
import { breakpointEdits, type BreakpointChange } from '@core/document/commands/breakpoints';
import type { AnyEdit } from '@core/document/edits/site-edit';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Refused } from '@core/api/refusal';
import type { Begun, Work } from '@core/api/work';
import { freePort } from '../../prepare/ports.mjs';
import { Box } from '../../mail/box';
import { smtpServer } from '../../mail/smtp';
import { stockApp } from '../../stock/app';
import { statusOf } from '../http/answer';
import { assemble } from '../assemble';
import type { Config } from '../config';
import type { Channel } from '../database/channel';
import { editorApp } from '../http/app';
import { FollowingPreviews } from '../previews/previews';
import type { Service } from '../http/service';
import { dropDatabase } from './databases';
import { copyDemo } from './demo-template';
import { openHosted } from './server-host';

/** An application that answers on a port of loopback, a free one when none is named. */
export async function serving(app: Express, port = 0): Promise<{ port: number; stop(): Promise<void> }> {
  const server = app.listen(port, '127.0.0.1');
  await once(server, 'listening');
  const stop = async (): Promise<void> => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
  };
  return { port: (server.address() as AddressInfo).port, stop }; // it listens on TCP
}

export interface Answer {
  readonly status: number;
  readonly body: string;
  readonly bytes: Buffer;
  readonly headers: Readonly<Record<string, string | string[] | undefined>>;
  /** Returns the parsed body. @throws if the answer is a refusal */
  json<T>(): T;
  /** Returns the parsed body of a refusal. @throws if the answer is not one */
  refusal(): Partial<Refused>;
}

/** Refusals whose status no spec has read, so that a failed request would go unnoticed. */
const unread = new Set<AnswerOnce>();

/** Fails if a request was refused since the last call and the spec did not read the status. */
export function expectNoUnreadRefusals(): void {
  const lines = [...unread].map((one) => one.line);
  unread.clear();
  expect(lines).withContext('refused, and nobody read the status').toEqual([]);
}

/** An answer that records whether a spec read its status. */
class AnswerOnce implements Answer {
  constructor(
    private readonly asked: string,
    private readonly is: number,
    readonly bytes: Buffer,
    readonly headers: Answer['headers'] = {},
  ) {
    if (is >= 400) unread.add(this);
  }

  get line(): string {
    return `${this.asked}: ${this.is} ${this.bytes.toString('utf8').slice(0, 300)}`;
  }

  get status(): number {
    unread.delete(this);
    return this.is;
  }

  get body(): string {
    unread.delete(this);
    return this.bytes.toString('utf8');
  }

  json<T>(): T {
    if (this.status >= 400) throw new Error(this.line);
    return JSON.parse(this.body) as T; // the tests know the shape
  }

  refusal(): Partial<Refused> {
    if (this.status < 400) throw new Error(`not refused: ${this.line}`);
    return JSON.parse(this.body) as Partial<Refused>; // the tests know the shape
  }
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
        // a new connection: the server closes an idle one while a test computes for longer than its timeout
        agent: false,
        method,
        path,
        headers: {
          host: options.host ?? `localhost:${port}`,
          // with `close`, a server that refuses a body before reading it resets the connection, and the answer may be lost
          connection: 'keep-alive',
          // Node.js leaves it out for DELETE
          ...(options.body !== undefined && { 'content-length': String(Buffer.byteLength(options.body)) }),
          ...options.headers,
        },
      },
      (response) => {
        const chunks: Buffer[] = [];
        response.on('error', fail); // it broke off
        response.on('data', (chunk: Buffer) => chunks.push(chunk));
        response.on('end', () => {
          sent.destroy();
          const bytes = Buffer.concat(chunks);
          done(new AnswerOnce(`${method} ${path.slice(0, 100)}`, response.statusCode ?? 0, bytes, response.headers));
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
  readonly siteRevision: number;
  readonly release: {
    readonly number: number;
    readonly sections?: Site['sections'];
    readonly frames?: Site['frames'];
  } | null;
}

/** Somebody who speaks to the API, with a session once signed in. */
export class Client {
  private cookie = '';

  constructor(private readonly port: number) {}

  /** What its browser would send. */
  get cookies(): string {
    return this.cookie;
  }

  /** Asks, and waits for the end of what takes a while. */
  async call(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const answer = await this.ask(method, path, body, headers);
    return answer.status === 202 ? this.endOf(answer.json<Begun>()) : answer;
  }

  private async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer> {
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

  /** How work ends, as the answer to what began it would be if it took no time. */
  private async endOf({ work }: Begun): Promise<Answer> {
    for (;;) {
      const answer = await this.call('GET', `/work/${work}`);
      if (answer.status !== 200) return answer;
      const { state } = answer.json<Work>();
      const as = (status: number, what: unknown): Answer =>
        new AnswerOnce(`work ${work}`, status, Buffer.from(JSON.stringify(what) ?? ''));
      if (state.is === 'done') return as(201, state.result);
      if (state.is === 'refused') return as(statusOf[state.refusal.code], state.refusal);
      await new Promise((go) => setTimeout(go, 10));
    }
  }

  signIn = (email: string, password: string): Promise<Answer> => this.call('POST', '/session', { email, password });

  open = async (page: string): Promise<Opened> => (await this.call('GET', `/pages/${page}`)).json<Opened>();

  /** Sends edits made on a revision of a page, the newest when none is named. */
  store = async (page: string, edits: readonly AnyEdit[], base?: number, id = nanoid()): Promise<Answer> =>
    this.call('POST', `/pages/${page}/edits`, { id, base: base ?? (await this.open(page)).revision, edits });

  /** Gives the site of a page other breakpoints, as its editor does. */
  setBreakpoints = async (page: string, change: BreakpointChange): Promise<Answer> =>
    this.store(page, breakpointEdits((await this.open(page)).site, change));

  /** Makes a page of a site, blank or as a copy; its id. */
  newPage = async (site: string, path: string, copyOf?: string): Promise<string> =>
    (
      await this.call('POST', `/sites/${site}/pages`, {
        title: 'A page',
        path,
        ...(copyOf !== undefined && { copyOf }),
      })
    ).json<{ id: string }>().id;

  /** Begins what takes a while, an upload where it is of a file; the id of the work. */
  async begin(path: string, of: object | { readonly name: string; readonly bytes: Buffer } = {}): Promise<string> {
    const answer =
      'bytes' in of
        ? await this.ask('POST', path, ...formWith(of.name, 'image/jpeg', of.bytes))
        : await this.ask('POST', path, of);
    if (answer.status !== 202) throw new Error(`${path} answers ${answer.status}.`);
    return answer.json<Begun>().work;
  }

  /** Uploads a file the way a form does. */
  upload(path: string, name: string, type: string, bytes: Buffer): Promise<Answer> {
    return this.call('POST', path, ...formWith(name, type, bytes));
  }
}

/** A form with a file in it, as a body and its headers. */
function formWith(name: string, type: string, bytes: Buffer): [Buffer, Record<string, string>] {
  const head = `--edge\r\ncontent-disposition: form-data; name="file"; filename="${name}"\r\ncontent-type: ${type}\r\n\r\n`;
  return [
    Buffer.concat([Buffer.from(head), bytes, Buffer.from('\r\n--edge--\r\n')]),
    { 'content-type': 'multipart/form-data; boundary=edge' },
  ];
}

/** The editor's server on a free port, with the demo loaded, in a database and folder of its own. */
export interface Running {
  readonly service: Service;
  readonly channel: Channel;
  readonly port: number;
  readonly folder: string;
  /** What it sent. */
  readonly letters: Box;
  /** Where stock pictures come from. */
  readonly stock: { stop(): Promise<void> };
  stop(): Promise<void>;
}

const configFor = (database: string, folder: string): Omit<Config, 'port'> => ({
  database,
  livePort: 4300,
  liveFolder: join(folder, 'live'),
  uploadFolder: join(folder, 'uploads'),
  webFolder: resolve('dist/web/browser'),
  mail: { server: 'smtp://127.0.0.1:9', from: 'fold-line@studio.example' },
  stock: 'http://127.0.0.1:9',
  secret: 's'.repeat(40),
  keepReleases: 50,
  keepLog: 90,
  sessionLasts: 86_400_000,
  listenersChecked: 300,
});

export interface ServerOptions {
  /** Returns another address for the database, such as that of a proxy. */
  readonly through?: (address: string) => Promise<string>;
  /** A running server whose database and folder the new one shares. */
  readonly beside?: Running;
  /** Values that replace those of the usual configuration. */
  readonly config?: Partial<Config>;
  /**
   * If set, the server runs in this process and writes to this log: for specs that spy on it or read its log. Such a
   * spec must not compute for long, because both share one event loop.
   */
  readonly here?: Logger;
}

/**
 * Starts a server with the demo, by default in another process. `service` is then a second service in this process:
 * it uses the same database and runs neither an HTTP server nor jobs.
 */
export async function runServer({ through, beside, config: different, here }: ServerOptions = {}): Promise<Running> {
  const folder = beside?.folder ?? mkdtempSync(join(tmpdir(), 'fold-testing-'));
  const database = beside?.service.config.database ?? (await (through ?? identity)(await copyDemo(folder)));
  const port = await freePort();
  const letters = new Box(join(folder, 'mail'));
  const smtp = smtpServer(letters).listen(0, '127.0.0.1');
  await once(smtp, 'listening');
  const mail = { server: `smtp://127.0.0.1:${(smtp.address() as AddressInfo).port}`, from: 'fold-line@studio.example' }; // it listens on TCP
  const stock = await serving(stockApp());
  // which the editor's addresses and the origins it takes name
  const config = { ...configFor(database, folder), port, mail, stock: `http://127.0.0.1:${stock.port}`, ...different };
  const { service, channel, stop: stopServer } = await (here ? serverHere(config, here) : serverApart(config));
  const stop = async (): Promise<void> => {
    await stopServer();
    smtp.close();
    await stock.stop();
    if (beside) return;
    rmSync(folder, { recursive: true, force: true });
    if (!through) await dropDatabase(database);
  };
  return { service, channel, port, folder, letters, stock, stop };
}

const identity = (address: string): Promise<string> => Promise.resolve(address);

type Started = Pick<Running, 'service' | 'channel' | 'stop'>;

async function serverHere(config: Config, log: Logger): Promise<Started> {
  const { service, channel, startWork, stop: stopService } = await assemble(config, log);
  await startWork();
  const previews = new FollowingPreviews(service);
  const server = await serving(editorApp(service), config.port);
  const stop = async (): Promise<void> => {
    previews.stop();
    await server.stop();
    await stopService();
  };
  return { service, channel, stop };
}

async function serverApart(config: Config): Promise<Started> {
  const hosted = await openHosted({ config, demo: false, live: false, level: 'silent' });
  const { service, channel, listen, stop: stopService } = await assemble(config, pino({ level: 'silent' }));
  await listen();
  const stop = async (): Promise<void> => {
    await stopService();
    await hosted.stop();
  };
  return { service, channel, stop };
}
