import { startPostgres } from '../../prepare/postgres.mjs';
import { needPostgres } from '../../prepare/packages.mjs';

/** A PostgreSQL of a test's own, that is killed and started again. */
export class Cluster {
  private constructor(
    private readonly folder: string,
    private running: Awaited<ReturnType<typeof startPostgres>>,
  ) {}

  static async start(folder: string): Promise<Cluster> {
    return new Cluster(folder, await startPostgres(needPostgres(), folder));
  }

  get address(): string {
    return this.running.address;
  }

  /** Ends it as a machine that fails would, and starts it again on the same port and data. */
  async kill(): Promise<void> {
    const { port } = this.running;
    await this.running.kill();
    for (let tries = 0; ; tries++) {
      try {
        this.running = await startPostgres(needPostgres(), this.folder, { wantedPort: port });
        return;
      } catch (error) {
        if (tries === 40) throw error; // what it left behind is gone by then
        await new Promise((go) => setTimeout(go, 250));
      }
    }
  }

  stop = (): Promise<void> => this.running.stop();
}
