import { withServer } from '../testing/with-server';
import { until } from '../testing/until';

describe('Signing in', () => {
  const at = withServer();

  it('is answered once it is stored, not before: the next request may come at once', async () => {
    const { database } = at.running.service;
    const origin = `http://localhost:${at.running.port}`;
    await database.query(`CREATE FUNCTION waits() RETURNS trigger LANGUAGE plpgsql
      AS 'BEGIN PERFORM pg_advisory_xact_lock_shared(1); RETURN NEW; END'`);
    await database.query('CREATE TRIGGER waits BEFORE INSERT ON sessions FOR EACH ROW EXECUTE FUNCTION waits()');
    const holds = database.createQueryRunner();
    await holds.connect();
    await holds.startTransaction();
    try {
      await holds.query('SELECT pg_advisory_xact_lock(1)');
      let isAnswered = false;
      const headers = { origin, 'content-type': 'application/json' };
      const answer = fetch(`${origin}/api/session`, {
        ...{ method: 'POST', headers },
        body: JSON.stringify({ email: 'ada@studio.example', password: 'paper-and-ink' }),
      });
      void answer.then(() => (isAnswered = true)); // its headers are there, be it without its end
      const waiting = `SELECT 1 FROM pg_locks WHERE locktype = 'advisory' AND NOT granted
        AND database = (SELECT oid FROM pg_database WHERE datname = current_database())`;
      await until(async () => ((await database.query(waiting)) as unknown[]).length > 0, 'nothing is stored');
      await new Promise((go) => setTimeout(go, 200));
      expect(isAnswered).toBeFalse();
      await holds.commitTransaction();
      const cookie = (await answer).headers.getSetCookie()[0]!.split(';')[0]!;
      expect((await fetch(`${origin}/api/session`, { headers: { origin, cookie } })).status).toBe(200);
    } finally {
      if (holds.isTransactionActive) await holds.rollbackTransaction();
      await holds.release();
      await database.query('DROP TRIGGER waits ON sessions');
    }
  });
});
