import { startProgram } from '../../prepare/programs.mjs';
import type { Config } from '../config';

/** A request to the process that runs servers for tests. */
export type HostRequest =
  | {
      readonly do: 'open';
      readonly id: number;
      readonly config: Config;
      readonly demo: boolean;
      /** Whether a live host is started too. */
      readonly live: boolean;
      /** The log level, as pino names it. */
      readonly level: string;
    }
  | { readonly do: 'close'; readonly id: number };

export interface HostAnswer {
  readonly id: number;
  /** The address at which the first account is created. */
  readonly first?: string;
  readonly failed?: string;
}

/** A server that runs in the process for tests. */
export interface Hosted {
  readonly first: string | undefined;
  stop(): Promise<void>;
}

/** The client of the process that runs servers for this process. */
class ServerHost {
  private readonly waiting = new Map<number, (answer: HostAnswer) => void>();
  private last = 0;

  private constructor(private readonly program: ReturnType<typeof startProgram>) {
    program.child.on('message', (answer: HostAnswer | 'ready') => {
      if (answer === 'ready') return;
      this.waiting.get(answer.id)?.(answer);
      this.waiting.delete(answer.id);
    });
    program.child.once('exit', () => {
      for (const [id, done] of this.waiting) done({ id, failed: 'The process that runs servers for tests ended.' });
    });
  }

  static async start(): Promise<ServerHost> {
    const program = startProgram('server/testing/host.ts', {});
    const host = new ServerHost(program);
    if (!(await program.ready)) throw new Error('The process that runs servers for tests did not start.');
    program.child.unref(); // it ends with this process
    program.child.channel?.unref();
    return host;
  }

  async open(request: Omit<HostRequest & { do: 'open' }, 'do' | 'id'>): Promise<Hosted> {
    const id = ++this.last;
    const { first } = await this.ask({ do: 'open', id, ...request });
    return { first, stop: async () => void (await this.ask({ do: 'close', id })) };
  }

  private async ask(request: HostRequest): Promise<HostAnswer> {
    this.program.child.channel?.ref();
    const answer = await new Promise<HostAnswer>((done) => {
      this.waiting.set(request.id, done);
      this.program.child.send(request);
    });
    if (this.waiting.size === 0) this.program.child.channel?.unref();
    if (answer.failed !== undefined) throw new Error(answer.failed);
    return answer;
  }
}

let started: Promise<ServerHost> | undefined;

/** Starts a server in the process for servers, which is started at first use and then reused. */
export async function openHosted(request: Parameters<ServerHost['open']>[0]): Promise<Hosted> {
  return (await (started ??= ServerHost.start())).open(request);
}
