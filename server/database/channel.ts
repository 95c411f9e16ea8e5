import pg from 'pg';

/** The advisory lock a server holds as long as it is heard: with it, whose work has been left is known. */
export const aliveLock = 4711;

const wait = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms));

/** Unknown text as data; null where it is none. */
function dataOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}

/**
 * What servers tell each other through the database (LISTEN and NOTIFY), over a connection of its own that is made
 * anew when it breaks. While it lasts, this server holds a lock under its number.
 */
export class Channel {
  /** Names this server among those on the database. */
  readonly server = Math.floor(Math.random() * 2_147_483_647);
  private readonly topics = new Map<string, ((data: unknown) => void)[]>();
  private readonly onConnected: (() => void)[] = [];
  private client: pg.Client | undefined;
  private stopped = false;

  constructor(
    private readonly address: string,
    private readonly failed: (error: unknown) => void,
  ) {}

  /** Calls back with what is told under a topic. To be asked for before it starts. */
  hear(topic: string, heard: (data: unknown) => void): void {
    this.topics.set(topic, [...(this.topics.get(topic) ?? []), heard]);
  }

  /** Calls back whenever it is connected (again): what was told meanwhile has to be asked for. */
  whenConnected(call: () => void): void {
    this.onConnected.push(call);
  }

  async start(): Promise<void> {
    await this.connect();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    await this.client?.end().catch(() => undefined); // it may be broken already
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({
      connectionString: this.address,
      keepAlive: true,
      application_name: 'fold-line notices',
    });
    client.on('error', () => undefined); // its end is heard of as well
    client.on('notification', ({ channel, payload }) => {
      for (const heard of this.topics.get(channel) ?? []) heard(dataOf(payload ?? ''));
    });
    client.on('end', () => this.connectAgain());
    this.client = client;
    await client.connect();
    await client.query('SELECT pg_advisory_lock_shared($1, $2)', [aliveLock, this.server]);
    for (const topic of this.topics.keys()) await client.query(`LISTEN ${topic}`);
    for (const call of this.onConnected) call();
  }

  private connectAgain(): void {
    if (this.stopped) return;
    const again = async (): Promise<void> => {
      for (let pause = 200; !this.stopped; pause = Math.min(pause * 2, 5000)) {
        await wait(pause);
        if (this.stopped) return;
        try {
          return await this.connect();
        } catch {
          this.client?.removeAllListeners('end'); // of the try that failed
        }
      }
    };
    again().catch(this.failed);
  }
}
