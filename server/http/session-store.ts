import connectPg, { type PGStore } from 'connect-pg-simple';
import session from 'express-session';

/**
 * Sessions in PostgreSQL, of which each is marked as used now and then, not by every request; `every` says how often,
 * in ms.
 */
export function sessionStore(every: number, options: ConstructorParameters<ReturnType<typeof connectPg>>[0]): PGStore {
  const Store = connectPg(session);
  class NowAndThen extends Store {
    private readonly touched = new Map<string, number>();

    override touch(sid: string, data: session.SessionData, done?: () => void): void {
      const now = Date.now();
      if (now - (this.touched.get(sid) ?? 0) < every) return void done?.();
      if (this.touched.size > 10_000) this.touched.clear();
      this.touched.set(sid, now);
      super.touch(sid, data, (error?: unknown) => {
        if (error !== undefined && error !== null) this.touched.delete(sid); // the next request marks it
        done?.();
      });
    }
  }
  return new NowAndThen(options);
}
