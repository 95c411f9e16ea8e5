import type { DataSource } from 'typeorm';
import { until } from './until';

/** Something held in the database, for which others wait. */
export interface Holding {
  /** Until somebody waits for it. */
  waitedFor(): Promise<void>;
  letGo(): Promise<void>;
}

/** Does statements in a transaction that stays open, so that others wait for what they hold. */
export async function hold(database: DataSource, ...statements: readonly string[]): Promise<Holding> {
  const runner = database.createQueryRunner();
  await runner.connect();
  await runner.startTransaction();
  for (const one of statements) await runner.query(one);
  const waiting = `SELECT 1 FROM pg_stat_activity WHERE datname = current_database() AND pg_backend_pid() = ANY (pg_blocking_pids(pid))`;
  return {
    waitedFor: () => until(async () => ((await runner.query(waiting)) as unknown[]).length > 0, 'nobody waits for it'),
    async letGo() {
      await runner.commitTransaction();
      await runner.release();
    },
  };
}

/** Has whatever is done to rows of a table wait for an advisory lock of this number. */
export async function waitingFor(
  database: DataSource,
  at: `${'BEFORE INSERT' | 'BEFORE UPDATE' | 'AFTER DELETE'} ON ${string}`,
  lock: number,
  when = 'true',
): Promise<() => Promise<void>> {
  const [table, name] = [at.split(' ').at(-1)!, `waits_${lock}`];
  await database.query(`CREATE FUNCTION ${name}() RETURNS trigger LANGUAGE plpgsql
    AS 'BEGIN PERFORM pg_advisory_xact_lock_shared(${lock}); RETURN NEW; END'`);
  await (at.startsWith('AFTER')
    ? database.query(
        `CREATE CONSTRAINT TRIGGER ${name} ${at} DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION ${name}()`,
      )
    : database.query(`CREATE TRIGGER ${name} ${at} FOR EACH ROW WHEN (${when}) EXECUTE FUNCTION ${name}()`));
  return async () => {
    await database.query(`DROP TRIGGER ${name} ON ${table}`);
    await database.query(`DROP FUNCTION ${name}`);
  };
}
