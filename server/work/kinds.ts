import type * as z from 'zod';
import type { Service } from '../http/service';

/** What work is told while it runs. */
export interface AtWork {
  /** The id of the work: what it makes is marked with it, so that a second try makes nothing twice. */
  readonly work: string;
  readonly account: string | null;
  /** Says which part is done, from 0 to 1. */
  share(done: number): void;
}

/**
 * A kind of work that takes a while. It may be begun a second time after a server was killed in the middle: it makes
 * nothing twice.
 */
export interface WorkKind {
  readonly queue: string;
  /** How many are worked at at once, by each server. */
  readonly atOnce: number;
  /** Does it. @throws Refusal, which ends it; whatever else is thrown is tried again */
  run(data: unknown, at: AtWork): Promise<unknown>;
  /** Once it has come to an end, well or not. */
  ended(data: unknown): Promise<void>;
}

/** Adding a kind is adding a file that exports one of these. */
export type WorkOf = (service: Service) => WorkKind;

/** A kind of work whose data a schema reads. */
export const workKind = <Data>(
  kind: Pick<WorkKind, 'queue' | 'atOnce'> & {
    readonly data: z.ZodType<Data>;
    run(data: Data, at: AtWork): Promise<unknown>;
    ended?(data: Data): Promise<void>;
  },
): WorkKind => ({
  queue: kind.queue,
  atOnce: kind.atOnce,
  run: (data, at) => kind.run(kind.data.parse(data), at),
  ended: async (data) => kind.ended?.(kind.data.parse(data)),
});
