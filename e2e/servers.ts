import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../prepare/postgres.mjs';
import { startProgram } from '../prepare/programs.mjs';
import { freshDatabase } from '../server/testing/running';

/** Editor and live host as they really run, as processes of their own on free ports, with the demo loaded. */
export class Servers {
  private constructor(
    readonly port: number,
    readonly livePort: number,
    private readonly folder: string,
    private readonly environment: Readonly<Record<string, string>>,
    private readonly live: ReturnType<typeof startProgram>,
    private server: ReturnType<typeof startProgram>,
  ) {}

  static async open(): Promise<Servers> {
    const folder = mkdtempSync(join(tmpdir(), 'fold-servers-'));
    const [port, livePort] = [await freePort(), await freePort()];
    const environment = {
      FOLD_DATABASE: await freshDatabase(),
      FOLD_SECRET: 'e'.repeat(40),
      FOLD_PORT: String(port),
      FOLD_LIVE_PORT: String(livePort),
      FOLD_DATA: folder,
    };
    const live = startProgram('live/main.ts', environment);
    const server = startProgram('server/main.ts', environment);
    if (!(await live.ready) || !(await server.ready)) throw new Error('The servers did not start.');
    return new Servers(port, livePort, folder, environment, live, server);
  }

  get editor(): string {
    return `http://localhost:${this.port}`;
  }

  site = (host: string, path = '/'): string => `http://${host}.localhost:${this.livePort}${path}`;

  /** Kills the editor's server without a word, as a power cut would. */
  async kill(): Promise<void> {
    this.server.child.kill('SIGKILL');
    await this.server.ended;
  }

  async startAgain(): Promise<void> {
    this.server = startProgram('server/main.ts', this.environment);
    if (!(await this.server.ready)) throw new Error('The server did not start again.');
  }

  async close(): Promise<void> {
    await this.server.stop();
    await this.live.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}
