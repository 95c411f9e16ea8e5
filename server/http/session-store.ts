import connectPg, { type PGStore } from 'connect-pg-simple';
import session from 'express-session';
import type { Logger } from 'pino';
import type { DataSource } from 'typeorm';
import { poolOf } from '../database/open';
import { loggable } from './answer';

const Store = connectPg(session);

/** Sessions in PostgreSQL. A session is marked as used at intervals (ms), not by every request. */
class TouchedAtIntervals extends Store {
  private readonly touched = new Map<string, number>();

  constructor(
    private readonly interval: number,
    options: ConstructorParameters<typeof Store>[0],
  ) {
    super(options);
  }

  override touch(sid: string, data: session.SessionData, done?: () => void): void {
    const now = Date.now();
    if (now - (this.touched.get(sid) ?? 0) < this.interval) return void done?.();
    if (this.touched.size > 10_000) this.touched.clear();
    this.touched.set(sid, now);
    super.touch(sid, data, (error?: unknown) => {
      if (error !== undefined && error !== null) this.touched.delete(sid); // the next request tries again
      done?.();
    });
  }
}

/** Opens the store of sessions, which last so many ms after their last use. `close()` stops deleting old ones. */
export function openSessions(database: DataSource, lasts: number, log: Logger): PGStore {
  return new TouchedAtIntervals(Math.min(60_000, lasts / 20), {
    pool: poolOf(database),
    tableName: 'sessions',
    pruneSessionInterval: 900,
    errorLog: (...told) => log.error(loggable(told.at(-1)), 'sessions'),
  });
}
