import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import PgBoss from 'pg-boss';
import type { DataSource, EntityManager } from 'typeorm';
import * as z from 'zod';
import { Refusal } from '@core/api/refusal';
import { WorkState, type Work } from '@core/api/work';
import { storable } from '@core/document/storable';
import { aliveLock, type Channel } from '../database/channel';
import { bounds } from '../database/open';
import { refusedBy, whyUnavailable } from '../http/answer';
import type { WorkKind } from './kinds';

const topic = 'fold_work';
/** So often work is tried that fails for a reason nobody foresaw, or whose server was killed. */
const mostTries = 4;
/** Who waits for work looks by itself so often, in ms, where nobody says that there is some. */
const look = 2000;
/** Work left by a server that is no more is looked for so often, in ms. */
const lookForLeft = 3000;
/** So much one person may have waiting. */
const mostWaiting = 500;
/** A share is told at most so often, in ms. */
const between = 200;

const Told = z.object({ work: z.string(), account: z.string().nullable(), queue: z.string() });
const Rows = z.array(z.object({ id: z.string(), account: z.string().nullable(), state: WorkState }));
const Taken = z.object({ id: z.string(), data: z.unknown(), account: z.string().nullable(), tries: z.number() });
type Taken = z.infer<typeof Taken>;
const Left = z.array(z.object({ id: z.string(), queue: z.string() }));

const notEnded = `state ->> 'is' IN ('waiting', 'at work')`;
const tell = `SELECT pg_notify('${topic}', json_build_object('work', id, 'account', account, 'queue', queue)::text) FROM now`;

const outOfTries = {
  is: 'refused',
  refusal: { code: 'failed', problem: 'The server could not do this, though it tried several times.' },
} as const;

export interface NewWork {
  readonly queue: string;
  /** Who is told of it; nobody where null. */
  readonly account: string | null;
  readonly data: object;
  /** Of work under the same key, one waits at most. */
  readonly key?: string;
  /** When it is to be done; at once where left out. */
  readonly due?: Date | undefined;
}

/**
 * Work that takes a while, done by whichever server is free, in a queue kept by PostgreSQL; how far each has come is
 * told to whoever began it.
 */
export class LongWork {
  private readonly boss: PgBoss;
  private readonly events = new EventEmitter().setMaxListeners(0);
  private readonly loops: Promise<void>[] = [];
  private kinds = new Map<string, WorkKind>();
  private stopped = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly database: DataSource,
    private readonly channel: Channel,
    address: string,
    private readonly failed: (error: unknown) => void,
  ) {
    this.boss = new PgBoss({
      connectionString: address,
      max: 4,
      application_name: 'fold-line work',
      connectionTimeoutMillis: bounds.connect,
      statement_timeout: bounds.statement,
      query_timeout: bounds.statement + 5000,
      schedule: false,
      maintenanceIntervalSeconds: 60,
    } as PgBoss.ConstructorOptions); // it hands on what pg knows
    this.boss.on('error', failed);
    channel.hear(topic, (data) => this.heard(data));
    channel.whenConnected(() => this.events.emit('again'));
  }

  async start(kinds: readonly WorkKind[]): Promise<void> {
    this.kinds = new Map(kinds.map((kind) => [kind.queue, kind]));
    await this.boss.start();
    for (const { queue } of kinds)
      await this.boss.createQueue(queue, {
        name: queue,
        policy: 'short',
        retryLimit: mostTries + 2, // this class counts tries itself
        retryDelay: 1,
        expireInSeconds: 600,
      });
    for (const kind of kinds) for (let count = 0; count < kind.atOnce; count++) this.loops.push(this.keepWorking(kind));
    this.timer = setInterval(() => void this.takeOver().catch(this.failed), lookForLeft);
    await this.takeOver();
  }

  async stop(): Promise<void> {
    this.stopped = true;
    clearInterval(this.timer);
    this.events.emit('stop');
    await Promise.all(this.loops);
    await this.boss.stop({ graceful: false }).catch(this.failed);
  }

  /**
   * Work to be done, once the transaction it is said in ends well; undefined where the same waits already. Without a
   * transaction somebody might look for what it is before that is stored, and take it for done.
   */
  async begin(manager: EntityManager, { queue, account, data, key, due }: NewWork): Promise<string | undefined> {
    if (!manager.queryRunner?.isTransactionActive) throw new Error('Work is begun in a transaction.');
    await this.checkWaiting(manager, account);
    const id = randomUUID();
    const later = due && { startAfter: due };
    const sent = await this.boss.send(queue, {}, { id, singletonKey: key ?? id, ...later, ...within(manager) });
    if (sent === null) return undefined;
    await manager.query(
      `WITH now AS (INSERT INTO work (id, queue, account, data, state, due) VALUES ($1, $2, $3, $4, '{"is": "waiting"}', $5) RETURNING *) ${tell}`,
      [id, queue, account, JSON.stringify(data), due ?? null],
    );
    return id;
  }

  /** @throws Refusal where somebody has too much waiting already */
  private async checkWaiting(manager: EntityManager, account: string | null): Promise<void> {
    if (account === null) return;
    const rows: unknown = await manager.query(
      `SELECT 1 FROM work WHERE account = $1 AND ${notEnded} LIMIT ${mostWaiting}`,
      [account],
    );
    if (z.array(z.unknown()).parse(rows).length >= mostWaiting)
      throw new Refusal('unavailable', 'Too much of yours is waiting to be done. Try again in a moment.');
  }

  /** How far work has come, to whoever began it. */
  async stateOf(work: string, account: string): Promise<WorkState | undefined> {
    const rows: unknown = await this.database.query('SELECT id, account, state FROM work WHERE id = $1', [work]);
    const row = Rows.parse(rows)[0];
    return row?.account === account ? row.state : undefined;
  }

  /**
   * Calls back for each step of somebody's work, until the returned function is called; `again` when some may have
   * been missed.
   */
  listen(account: string, heard: (work: Work) => void, again: () => void): () => void {
    this.events.on(`of ${account}`, heard);
    this.events.on('again', again);
    return () => {
      this.events.off(`of ${account}`, heard);
      this.events.off('again', again);
    };
  }

  /** Waits until work has ended, or so many ms are over. */
  async ended(work: string, atMost: number): Promise<void> {
    for (const until = Date.now() + atMost; Date.now() < until && !this.stopped;) {
      const rows: unknown = await this.database.query(`SELECT 1 FROM work WHERE id = $1 AND ${notEnded}`, [work]);
      if (z.array(z.unknown()).parse(rows).length === 0) return;
      await this.rest(work, 500);
    }
  }

  private heard(data: unknown): void {
    const told = Told.safeParse(data).data;
    if (!told) return; // of a server of another version
    this.events.emit(`rest ${told.queue}`);
    this.events.emit(`rest ${told.work}`);
    if (told.account !== null && this.events.listenerCount(`of ${told.account}`) > 0)
      void this.pass(told.work, told.account).catch(this.failed);
  }

  private async pass(work: string, account: string): Promise<void> {
    const state = await this.stateOf(work, account);
    if (state) this.events.emit(`of ${account}`, { work, state } satisfies Work);
  }

  /** One after the other, until the server stops. */
  private async keepWorking(kind: WorkKind): Promise<void> {
    while (!this.stopped) {
      try {
        const taken = await this.take(kind);
        if (taken) await this.perform(kind, taken);
        else await this.rest(kind.queue);
      } catch (error) {
        this.failed(error);
        await this.rest(kind.queue);
      }
    }
  }

  /** Until something is told of a queue or work, or it is time to look. */
  private rest(told: string, atMost = look): Promise<void> {
    if (this.stopped) return Promise.resolve();
    const names = [`rest ${told}`, 'stop'];
    return new Promise((go) => {
      const done = (): void => {
        clearTimeout(timer);
        for (const name of names) this.events.off(name, done);
        go();
      };
      const timer = setTimeout(done, atMost);
      for (const name of names) this.events.on(name, done);
    });
  }

  /**
   * Takes the next work of a queue. The queue and the table of work change in one transaction: a server that is killed
   * in between would else leave work that the queue takes for begun and the table for waiting.
   */
  private take({ queue }: WorkKind): Promise<Taken | undefined> {
    return this.database.transaction(async (manager) => {
      const [job] = await this.boss.fetch(queue, within(manager));
      if (!job) return undefined;
      const [taken] = z.array(Taken).parse(
        await manager.query(
          `WITH now AS (UPDATE work SET state = '{"is": "at work", "share": 0}', server = $2, tries = tries + 1, changed = now()
            WHERE id = $1 AND ${notEnded} RETURNING *), told AS (${tell})
            SELECT now.id, data, now.account, tries FROM now LEFT JOIN told ON true`,
          [job.id, this.channel.server],
        ),
      );
      if (!taken) await this.boss.complete(queue, job.id, {}, within(manager)); // it had ended
      return taken;
    });
  }

  private async perform(kind: WorkKind, taken: Taken): Promise<void> {
    const { id, data, tries } = taken;
    // one try too many: the last ones ended with their server
    const state = tries > mostTries ? outOfTries : await this.tried(kind, taken);
    const again = state === undefined && tries < mostTries;
    const store = (manager: EntityManager): Promise<boolean> =>
      again ? this.putBack(manager, kind.queue, id) : this.end(manager, kind.queue, id, state ?? outOfTries);
    const isStored = await this.untilStored(store).catch((error: unknown) => {
      this.failed(error); // what it ended with cannot be stored
      return this.untilStored((manager) => this.end(manager, kind.queue, id, outOfTries));
    });
    if (isStored && !again) await kind.ended(data).catch(this.failed);
  }

  private async putBack(manager: EntityManager, queue: string, id: string): Promise<boolean> {
    const own = await this.set(id, { is: 'waiting' }, manager);
    if (own) await this.boss.fail(queue, id, {}, within(manager));
    return own;
  }

  private async end(manager: EntityManager, queue: string, id: string, state: WorkState): Promise<boolean> {
    const own = await this.set(id, state, manager);
    if (own) await this.boss.complete(queue, id, {}, within(manager));
    return own;
  }

  /** How work ended; undefined where it is to be tried again. */
  private async tried(kind: WorkKind, { id, data, account }: Taken): Promise<WorkState | undefined> {
    try {
      return { is: 'done', result: (await kind.run(data, { work: id, account, share: this.sharing(id) })) ?? null };
    } catch (error) {
      const refusal = refusedBy(error);
      if (refusal && refusal.code !== 'unavailable') return { is: 'refused', refusal };
      this.failed(error);
      return undefined;
    }
  }

  /** Tells shares of work, not too often. */
  private sharing(id: string): (share: number) => void {
    let last = Date.now();
    return (share) => {
      if (Date.now() - last < between) return;
      last = Date.now();
      this.set(id, { is: 'at work', share: Math.min(1, Math.max(0, share)) }).catch(this.failed);
    };
  }

  /** Says how far work is, where it has not ended and this server is at it. */
  private async set(id: string, state: WorkState, manager = this.database.manager): Promise<boolean> {
    const rows: unknown = await manager.query(
      `WITH now AS (UPDATE work SET state = $2, changed = now() WHERE id = $1 AND server = $3 AND ${notEnded} RETURNING *) ${tell}`,
      [id, JSON.stringify(storable(state)), this.channel.server],
    );
    return z.array(z.unknown()).parse(rows).length > 0;
  }

  /**
   * Tries until the database is there to store it, or the server stops: then another takes it over. @throws the error
   * if it would meet the same one again
   */
  private async untilStored(store: (manager: EntityManager) => Promise<boolean>): Promise<boolean> {
    for (let pause = 200; !this.stopped; pause = Math.min(pause * 2, 5000)) {
      try {
        return await this.database.transaction(store);
      } catch (error) {
        if (whyUnavailable(error) === undefined) throw error;
        this.failed(error);
        await new Promise((go) => setTimeout(go, pause));
      }
    }
    return false;
  }

  /** Lets go of what was begun, or was due, more than a day ago. */
  async forget(): Promise<void> {
    await this.database.query(`DELETE FROM work WHERE greatest(changed, due) < now() - interval '1 day'`);
  }

  /** Work of servers that are no more is begun anew. */
  private async takeOver(): Promise<void> {
    await this.database.transaction(async (manager) => {
      const left = Left.parse(await manager.query(ofNobody, [[...this.kinds.keys()]]));
      for (const { id, queue } of left) await this.boss.fail(queue, id, {}, within(manager));
    });
  }
}

/** Work of some queues whose server no longer holds its lock; it waits again. */
const ofNobody = `WITH gone AS (UPDATE work SET state = '{"is": "waiting"}', server = NULL, changed = now()
    WHERE queue = ANY($1) AND state ->> 'is' = 'at work' AND NOT EXISTS (SELECT FROM pg_locks WHERE locktype = 'advisory'
      AND database = (SELECT oid FROM pg_database WHERE datname = current_database())
      AND classid = ${aliveLock} AND objid = work.server::bigint::oid AND granted) RETURNING id, queue)
  SELECT id, queue FROM gone`;

/** Has pg-boss speak within a transaction. */
const within = (manager: EntityManager): { db: PgBoss.Db } => ({
  db: {
    executeSql: async (text: string, values: unknown[]) => {
      // of an UPDATE, the manager returns rows and their number
      const result = await manager.queryRunner?.query(text, values, true);
      return { rows: z.array(z.unknown()).parse(result?.records ?? []) };
    },
  },
});
