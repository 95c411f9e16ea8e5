import { EventEmitter } from 'node:events';
import { isDeepStrictEqual } from 'node:util';
import { LRUCache } from 'lru-cache';
import type { DataSource } from 'typeorm';
import * as z from 'zod';
import type { PeopleChange, Present } from '@core/api/people';
import type { Channel } from '../database/channel';
import { atMostEvery } from './at-most-every';

const topic = 'fold_people';
/**
 * Who is here is told again so often, in ms; who is not told of for longer than `forgotten` has gone with their
 * server.
 */
const again = 15_000;
const forgotten = 40_000;
/** The shortest interval between two events to one tab, in ms. It bounds the traffic however often others change. */
const pause = 1000;
/** The most people that one tab is sent. */
const mostShown = 100;

const Told = z.object({
  page: z.string(),
  id: z.string(),
  account: z.string(),
  name: z.string(),
  at: z.array(z.string()),
  /** They have just come: whoever else is here is told of once more. */
  hello: z.boolean().optional(),
  left: z.boolean().optional(),
  /** Only what they have selected is another: said by whichever server heard it. */
  moved: z.boolean().optional(),
});
type Told = z.infer<typeof Told>;
type Someone = Pick<Told, 'id' | 'account' | 'name' | 'at'>;

interface Person {
  readonly page: string;
  readonly tab: string;
  readonly account: string;
  readonly name: string;
}

/** Tells several things in their order. */
const inTurn = 'SELECT pg_notify($1, said) FROM unnest($2::text[]) WITH ORDINALITY AS each(said, place) ORDER BY place';

const idOf = ({ account, tab }: Pick<Person, 'account' | 'tab'>): string => `${account}.${tab}`;
const keyOf = (page: string, id: string): string => `${page} ${id}`;

/** Who has which page open, on all servers, and what they have selected there. Nothing of it is stored. */
export class People {
  private readonly events = new EventEmitter().setMaxListeners(0);
  /** Everybody by page and id, as long as they are told of. */
  private readonly everybody: LRUCache<string, Told>;
  /** Those who are here, by the same, with how many streams each has open. */
  private readonly here = new Map<string, { told: Told; streams: number }>();
  /** Pages whose people were announced within the last second, and whether that was requested again since. */
  private readonly toldOf = new Map<string, { again: boolean }>();
  private readonly timer: NodeJS.Timeout;
  private waiting: string[] = [];
  private telling = false;
  private told = 0;

  constructor(
    private readonly database: DataSource,
    channel: Channel,
    private readonly failed: (error: unknown) => void,
  ) {
    this.everybody = new LRUCache({
      max: 20_000,
      ttl: forgotten,
      ttlAutopurge: true,
      dispose: (told, _key, reason) => {
        if (reason === 'expire') this.events.emit(told.page);
      },
    });
    channel.hear(topic, (data) => this.heard(data));
    channel.whenConnected(() => this.tellAll({ hello: true }));
    this.timer = setInterval(() => this.tellAll({}), again);
    this.timer.unref();
  }

  stop(): void {
    clearInterval(this.timer);
    this.everybody.clear();
  }

  /** Somebody opens a page; the returned function says that they leave it. */
  enter({ page, tab, account, name }: Person): () => void {
    const id = idOf({ account, tab });
    const key = keyOf(page, id);
    const known = this.here.get(key);
    if (known) known.streams++;
    else this.here.set(key, { told: { page, id, account, name, at: [] }, streams: 1 });
    this.tell({ ...this.here.get(key)!.told, hello: true }); // it is there now
    return () => {
      const standing = this.here.get(key);
      if (!standing || --standing.streams > 0) return;
      this.here.delete(key);
      this.tell({ ...standing.told, left: true });
    };
  }

  /** Publishes a person's selection. The person's stream may be open on any server. */
  select({ page, tab, account, name }: Person, at: readonly string[]): void {
    const someone = { page, id: idOf({ account, tab }), account, name, at: [...at] };
    const isHere = this.here.get(keyOf(page, someone.id));
    if (isHere) isHere.told = someone; // sent again if the channel is broken now
    this.tell({ ...someone, moved: true });
  }

  /**
   * Calls back with everybody on a page but one, then with what changes, at most once a second, until the returned
   * function is called.
   */
  listen({ page, tab, account }: Omit<Person, 'name'>, heard: (change: PeopleChange) => void): () => void {
    const own = idOf({ account, tab });
    let known: ReadonlyMap<string, Present> | undefined;
    const tell = (): void => {
      const now = new Map(
        this.on(page, own)
          .slice(0, mostShown)
          .map(({ id, name, at, ...one }) => [id, { id, name, at, own: one.account === account }] as const),
      );
      const people = [...now.values()].filter((one) => !isDeepStrictEqual(one, known?.get(one.id)));
      const left = [...(known?.keys() ?? [])].filter((id) => !now.has(id));
      if (known === undefined || people.length > 0 || left.length > 0)
        heard({ whole: known === undefined, people, left });
      known = now;
    };
    const throttled = atMostEvery(pause, tell);
    this.events.on(page, throttled.call);
    throttled.call();
    return () => {
      this.events.off(page, throttled.call);
      throttled.stop();
    };
  }

  private on(page: string, but: string): Someone[] {
    return [...this.everybody.values()].filter((one) => one.page === page && one.id !== but).sort(byName);
  }

  private heard(data: unknown): void {
    const told = Told.safeParse(data).data;
    if (!told) return; // of a server of another version
    const { hello = false, left = false, moved = false, ...someone } = told;
    const key = keyOf(told.page, told.id);
    const isHere = this.here.get(key);
    if (isHere && !left) isHere.told = someone;
    const before = this.everybody.get(key);
    if (moved && !isHere && !before) return; // they have left meanwhile
    if (left && !isHere) this.everybody.delete(key);
    else this.everybody.set(key, someone);
    if (hello) this.tellOfAll(told.page);
    if (left || before === undefined || before.at.join() !== someone.at.join()) this.events.emit(told.page);
  }

  /** Tells of everybody on a page, for somebody who has just come: at once, then at most once a second. */
  private tellOfAll(page: string): void {
    const recently = this.toldOf.get(page);
    if (recently) return void (recently.again = true);
    const state = { again: false };
    this.toldOf.set(page, state);
    this.tellAll({}, page);
    setTimeout(() => {
      this.toldOf.delete(page);
      if (state.again) this.tellOfAll(page);
    }, pause).unref();
  }

  /** Tells of everybody who is here, or of those on one page. */
  private tellAll(besides: Pick<Told, 'hello'>, page?: string): void {
    for (const { told } of this.here.values())
      if (page === undefined || told.page === page) this.tell({ ...told, ...besides });
  }

  /** Tells one thing after the other: who left would be here for ever if they were told of once more after that. */
  private tell(told: Told): void {
    this.waiting.push(JSON.stringify({ ...told, nth: this.told++ })); // PostgreSQL tells the very same once
    if (!this.telling) void this.tellWaiting();
  }

  private async tellWaiting(): Promise<void> {
    this.telling = true;
    while (this.waiting.length > 0) {
      const all = this.waiting.splice(0);
      await this.database.query(inTurn, [topic, all]).catch(this.failed);
    }
    this.telling = false;
  }
}

const byName = (a: Someone, b: Someone): number => a.name.localeCompare(b.name) || a.id.localeCompare(b.id);
