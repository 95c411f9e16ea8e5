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
import { readConfig } from '../server/config';
import { dropDatabase, freshDatabase } from '../server/testing/databases';
import { copyDemo } from '../server/testing/demo-template';
import { openHosted, type Hosted } from '../server/testing/server-host';
import { RoundRobin } from './round-robin';

export interface ServersOptions {
  /** The number of editor servers; several run behind a proxy. */
  readonly count?: number;
  /** Whether the database contains the demo; otherwise it is empty. */
  readonly demo?: boolean;
  /** Whether the suite kills a server. If so, its servers run in their own processes, else in one that suites share. */
  readonly killed?: boolean;
}

type Environment = Readonly<Record<string, string>>;
type Program = ReturnType<typeof startProgram>;

/** Starts a program of the project. @throws if it ends before it is ready */
async function started(file: string, environment: Environment): Promise<Program> {
  const program = startProgram(file, environment);
  if (!(await program.ready)) throw new Error(`${file} did not start.`);
  return program;
}

/** Editor servers and a live host, each in a process of its own, so that one can be killed. */
class Processes {
  private constructor(
    private readonly environment: Environment,
    private first: Program,
    private readonly others: readonly Program[],
  ) {}

  static async start(environment: Environment, ports: readonly number[]): Promise<Processes> {
    const [first, live] = [started('server/main.ts', environment), started('live/main.ts', environment)];
    const others = ports.slice(1).map((port) => started('server/main.ts', { ...environment, FOLD_PORT: String(port) }));
    return new Processes(environment, await first, await Promise.all([live, ...others]));
  }

  async kill(): Promise<void> {
    this.first.child.kill('SIGKILL');
    await this.first.ended;
  }

  async startAgain(): Promise<void> {
    this.first = await started('server/main.ts', this.environment);
  }

  async stop(): Promise<void> {
    for (const program of [this.first, ...this.others]) await program.stop();
  }
}

/** The editor's server and the live host of a suite, on free ports. */
export class Servers {
  private constructor(
    readonly port: number,
    readonly livePort: number,
    private readonly running: Processes | Hosted,
    /** What was sent. */
    readonly letters: Box,
    private readonly proxy: RoundRobin | undefined,
    private readonly closeRest: () => Promise<void>,
  ) {}

  static async open({ count = 1, demo = true, killed = count > 1 }: ServersOptions = {}): Promise<Servers> {
    const folder = mkdtempSync(join(tmpdir(), 'fold-servers-'));
    const letters = new Box(join(folder, 'mail'));
    const smtp = smtpServer(letters);
    const smtpPort = await new Promise<number>((done) => {
      const server = smtp.listen(0, '127.0.0.1', () => done((server.address() as AddressInfo).port)); // it listens on TCP
    });
    const stock = stockApp().listen(0, '127.0.0.1');
    await once(stock, 'listening');
    const [port, livePort] = [await freePort(), await freePort()];
    const ports = count === 1 ? [port] : await Promise.all(Array.from({ length: count }, () => freePort()));
    const proxy = count === 1 ? undefined : await RoundRobin.open(port, ports);
    const database = demo ? await copyDemo(folder) : await freshDatabase();
    const environment = {
      FOLD_DATABASE: database,
      FOLD_DEMO: 'no', // it is in the copy
      FOLD_SECRET: 'e'.repeat(40),
      FOLD_PORT: String(ports[0]),
      ...(proxy && { FOLD_ADDRESS: `http://localhost:${port}` }),
      FOLD_LIVE_PORT: String(livePort),
      FOLD_DATA: folder,
      FOLD_SMTP: `smtp://127.0.0.1:${smtpPort}`,
      FOLD_STOCK: `http://127.0.0.1:${(stock.address() as AddressInfo).port}`, // it listens on TCP
    };
    const running = killed
      ? await Processes.start(environment, ports)
      : await openHosted({ config: readConfig(environment), demo: false, live: true, level: 'warn' });
    return new Servers(port, livePort, running, letters, proxy, async () => {
      smtp.close();
      stock.close();
      stock.closeAllConnections();
      await dropDatabase(database);
      rmSync(folder, { recursive: true, force: true });
    });
  }

  get editor(): string {
    return `http://localhost:${this.port}`;
  }

  site = (host: string, path = '/'): string => `http://${host}.localhost:${this.livePort}${path}`;

  /** The address at which the first account is created; undefined with the demo, which has accounts. */
  get first(): string | undefined {
    return this.running instanceof Processes ? undefined : this.running.first;
  }

  /** How many requests each of several servers answered. */
  answered = (): number[] => [...(this.proxy?.answered.values() ?? [])];

  /** Kills the editor's server, of several the first, without a word, as a power cut would. */
  kill = (): Promise<void> => this.processes().kill();

  startAgain = (): Promise<void> => this.processes().startAgain();

  private processes(): Processes {
    if (!(this.running instanceof Processes)) throw new Error('Open these servers with `killed`.');
    return this.running;
  }

  async close(): Promise<void> {
    await this.proxy?.close();
    await this.running.stop();
    await this.closeRest();
  }
}
