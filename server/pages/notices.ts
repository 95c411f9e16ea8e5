import { LRUCache } from 'lru-cache';
import type { DataSource } from 'typeorm';
import * as z from 'zod';
import { In, MoreThan } from 'typeorm';
import type { Channel } from '../database/channel';
import { Batches, type BatchRow } from '../database/entities';
import type { PageFeed } from './feed';
import { toldTo } from './log';

/**
 * What servers tell each other through the database: that a batch was stored, a page has gone, or something was said
 * on one.
 */
const OfBatch = z.object({ batch: z.string(), order: z.number(), site: z.string(), page: z.string().nullable() });
type OfBatch = z.infer<typeof OfBatch>;
const Notice = z.union([
  OfBatch,
  z.object({ gone: z.string(), site: z.string() }),
  z.object({ said: z.string(), site: z.string() }),
]);

const topic = 'fold_line';
/** Entries of the log are numbered before they are stored: so many numbers back, one may have been stored late. */
const lateBy = 1000;

/** Tells all servers that a page has gone, once the transaction it is said in ends well. */
export const noticeGone = (site: string, page: string): [string, string[]] => [
  'SELECT pg_notify($1, $2)',
  [topic, JSON.stringify({ gone: page, site })],
];

/** Tells all servers that something was said on a page, once the transaction it is said in ends well. */
export const noticeRemarks = (site: string, page: string): [string, string[]] => [
  'SELECT pg_notify($1, $2)',
  [topic, JSON.stringify({ said: page, site })],
];

/**
 * Hears what other servers stored, and tells those who listen to this one. What was stored while the channel was
 * broken is read from the log.
 */
export class Notices {
  /** Batches this server is about to store, with what was heard of them meanwhile. */
  private readonly storing = new Map<string, OfBatch | undefined>();
  /** Batches whose listeners have been told. */
  private readonly told = new LRUCache<string, true>({ max: 20_000 });
  private last = 0;
  private wanted = new Set<string>();
  private telling: Promise<void> = Promise.resolve();

  constructor(
    private readonly database: DataSource,
    channel: Channel,
    private readonly feed: PageFeed,
    private readonly failed: (error: unknown) => void,
  ) {
    channel.hear(topic, (data) => this.heard(data));
    channel.whenConnected(() => this.tellLater(() => this.catchUp()));
  }

  /** To be waited for before the channel starts. */
  async start(): Promise<void> {
    const rows: unknown = await this.database.query('SELECT coalesce(max("order"), 0)::int AS last FROM batches');
    this.last = z.array(z.object({ last: z.number() })).parse(rows)[0]?.last ?? 0;
  }

  /** Waits until what has been heard is told. */
  async stop(): Promise<void> {
    await this.telling;
  }

  /**
   * This server is about to store a batch, of which it tells itself; the returned function says whether it did, or
   * another server was first.
   */
  own(batch: string): (stored: boolean) => void {
    this.storing.set(batch, undefined);
    return (stored) => {
      const heard = this.storing.get(batch);
      this.storing.delete(batch);
      if (stored) this.told.set(batch, true);
      else if (heard) this.take(heard);
    };
  }

  private heard(told: unknown): void {
    const read = Notice.safeParse(told);
    if (!read.success) return; // of a server of another version
    const { data } = read;
    if ('gone' in data) return this.feed.passGone(data.gone);
    if ('said' in data) return this.feed.passSaid(data.said);
    this.last = Math.max(this.last, data.order);
    if (this.storing.has(data.batch)) return void this.storing.set(data.batch, data);
    this.take(data);
  }

  private take(notice: OfBatch): void {
    if (this.told.has(notice.batch) || !this.feed.isHeard(notice)) return;
    this.wanted.add(notice.batch);
    this.tellLater(() => this.tellAsked());
  }

  /** One after the other, in the order of the log. */
  private tellLater(work: () => Promise<void>): void {
    this.telling = this.telling.then(work).catch(this.failed);
  }

  private async tellAsked(): Promise<void> {
    const ids = [...this.wanted];
    this.wanted = new Set();
    if (ids.length === 0) return;
    this.tell(await this.database.getRepository(Batches).find({ where: { id: In(ids) }, order: { order: 'ASC' } }));
  }

  /** What was stored while nobody listened. */
  private async catchUp(): Promise<void> {
    const order = MoreThan(String(this.last - lateBy));
    const missed = await this.database.getRepository(Batches).find({ where: { order }, order: { order: 'ASC' } });
    this.tell(missed);
    this.last = Math.max(this.last, Number(missed.at(-1)?.order ?? 0));
  }

  private tell(rows: readonly BatchRow[]): void {
    for (const row of rows) {
      if (this.told.has(row.id)) continue;
      if (this.storing.has(row.id)) {
        const { id, site, page } = row;
        this.storing.set(id, { batch: id, order: Number(row.order), site, page });
        continue;
      }
      this.told.set(row.id, true);
      const where = { page: row.page ?? '', site: row.site, ofSite: row.siteRevision !== null };
      this.feed.pass(where, (page) => toldTo(page, row));
    }
  }
}
