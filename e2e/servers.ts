import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Box } from '../mail/box';
import { smtpServer } from '../mail/smtp';
import { stockApp } from '../stock/app';
import { freePort } from '../prepare/ports.mjs';
import { startProgram } from '../prepare/programs.mjs';
import { freshDatabase } from '../server/testing/running';
import { RoundRobin } from './round-robin';

/** A database with the demo in it, as a server left it that has ended: made once, and copied for each who needs one. */
let filled: Promise<string> | undefined;

async function fillOne(): Promise<string> {
  const [database, folder] = [await freshDatabase(), mkdtempSync(join(tmpdir(), 'fold-servers-'))];
  const server = startProgram('server/main.ts', {
    FOLD_DATABASE: database,
    FOLD_SECRET: 'e'.repeat(40),
    FOLD_PORT: String(await freePort()),
    FOLD_LIVE_PORT: String(await freePort()),
    FOLD_DATA: folder,
  });
  if (!(await server.ready)) throw new Error('The server did not start.');
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
  return new URL(database).pathname.slice(1);
}

const withDemo = async (): Promise<string> => freshDatabase(undefined, await (filled ??= fillOne()));

/** What the next suite will need most likely, started while the one before it is still at work. */
let ahead: Promise<Servers> | undefined;

/** Editor and live host as they really run, as processes of their own on free ports, with the demo loaded. */
export class Servers {
  private constructor(
    readonly port: number,
    readonly livePort: number,
    private readonly folder: string,
    private readonly environment: Readonly<Record<string, string>>,
    private readonly live: ReturnType<typeof startProgram>,
    private server: ReturnType<typeof startProgram>,
    private readonly others: readonly ReturnType<typeof startProgram>[],
    private readonly proxy: RoundRobin | undefined,
    /** What was sent. */
    readonly letters: Box,
    /** What else listens for them: letters, stock pictures. */
    private readonly aside: readonly { close(): unknown }[],
    /** Where the first account is made; nothing with the demo, which has some. */
    readonly first: string | undefined,
  ) {}

  /** Opens as many servers of the editor as asked for; several stand behind a proxy. Without the demo nothing is there. */
  static async open(count = 1, { demo = true } = {}): Promise<Servers> {
    if (count > 1 || !demo) return Servers.start(count, demo);
    const servers = await (ahead ?? Servers.start(1, true));
    ahead = Servers.start(1, true);
    ahead.catch(() => (ahead = undefined)); // then the next suite starts its own, and says why that fails
    return servers;
  }

  /** Leaves nothing of what no suite needed; the programs end by themselves with whoever started them. */
  static async closeUnused(): Promise<void> {
    await (await ahead?.catch(() => undefined))?.close();
  }

  private static async start(count: number, demo: boolean): Promise<Servers> {
    const folder = mkdtempSync(join(tmpdir(), 'fold-servers-'));
    const letters = new Box(join(folder, 'mail'));
    // listens before other ports are chosen: what is free until it listens could be chosen twice
    const smtp = smtpServer(letters);
    const smtpPort = await new Promise<number>((done) => {
      const server = smtp.listen(0, '127.0.0.1', () => done((server.address() as AddressInfo).port)); // it listens on TCP
    });
    const stock = stockApp().listen(0, '127.0.0.1');
    await once(stock, 'listening');
    const [port, livePort] = [await freePort(), await freePort()];
    const ports = count === 1 ? [port] : await Promise.all(Array.from({ length: count }, () => freePort()));
    const proxy = count === 1 ? undefined : await RoundRobin.open(port, ports);
    const environment = {
      FOLD_DATABASE: demo ? await withDemo() : await freshDatabase(),
      FOLD_DEMO: demo ? 'yes' : 'no',
      FOLD_SECRET: 'e'.repeat(40),
      FOLD_PORT: String(ports[0]),
      ...(proxy && { FOLD_ADDRESS: `http://localhost:${port}` }),
      FOLD_LIVE_PORT: String(livePort),
      FOLD_DATA: folder,
      FOLD_SMTP: `smtp://127.0.0.1:${smtpPort}`,
      FOLD_STOCK: `http://127.0.0.1:${(stock.address() as AddressInfo).port}`, // it listens on TCP
    };
    const live = startProgram('live/main.ts', environment);
    let said = '';
    const server = startProgram('server/main.ts', environment, demo ? undefined : (text) => (said += text));
    if (!(await live.ready) || !(await server.ready)) throw new Error('The servers did not start.');
    const others = ports
      .slice(1)
      .map((one) => startProgram('server/main.ts', { ...environment, FOLD_PORT: String(one) }));
    for (const other of others) if (!(await other.ready)) throw new Error('Another server did not start.');
    return new Servers(
      port,
      livePort,
      folder,
      environment,
      live,
      server,
      others,
      proxy,
      letters,
      [smtp, stock],
      /http\S+\/welcome#\S+/.exec(said)?.[0],
    );
  }

  get editor(): string {
    return `http://localhost:${this.port}`;
  }

  site = (host: string, path = '/'): string => `http://${host}.localhost:${this.livePort}${path}`;

  /** How many requests each of several servers answered. */
  answered = (): number[] => [...(this.proxy?.answered.values() ?? [])];

  /** Kills the editor's server, of several the first, without a word, as a power cut would. */
  async kill(): Promise<void> {
    this.server.child.kill('SIGKILL');
    await this.server.ended;
  }

  async startAgain(): Promise<void> {
    this.server = startProgram('server/main.ts', this.environment);
    if (!(await this.server.ready)) throw new Error('The server did not start again.');
  }

  async close(): Promise<void> {
    await this.proxy?.close();
    for (const server of [this.server, ...this.others]) await server.stop();
    await this.live.stop();
    for (const one of this.aside) one.close();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
