import { Client, ask } from '../testing/running';
import { hold, waitingFor } from '../testing/holding';
import { withServer } from '../testing/with-server';

describe('Signing in', () => {
  const at = withServer();
  const [email, known, other] = ['ada@studio.example', 'paper-and-ink', 'ink-and-other-paper'];
  const signIn = () =>
    ask(at.running.port, 'POST', '/api/session', {
      headers: { origin: `http://localhost:${at.running.port}`, 'content-type': 'application/json' },
      body: JSON.stringify({ email, password: known }),
    });

  it('is answered once it is stored, not before: the next request may come at once', async () => {
    const { database } = at.running.service;
    const origin = `http://localhost:${at.running.port}`;
    const noLonger = await waitingFor(database, 'BEFORE INSERT ON sessions', 1);
    const held = await hold(database, 'SELECT pg_advisory_xact_lock(1)');
    let isAnswered = false;
    const headers = { origin, 'content-type': 'application/json' };
    const answer = fetch(`${origin}/api/session`, {
      ...{ method: 'POST', headers },
      body: JSON.stringify({ email, password: known }),
    });
    void answer.then(() => (isAnswered = true)); // its headers are there, be it without its end
    await held.waitedFor();
    expect((await ask(at.running.port, 'GET', '/')).status).toBe(200); // the server is at work meanwhile
    expect(isAnswered).toBeFalse();
    await held.letGo();
    const cookie = (await answer).headers.getSetCookie()[0]!.split(';')[0]!;
    expect((await fetch(`${origin}/api/session`, { headers: { origin, cookie } })).status).toBe(200);
    await noLonger();
  });

  it('with a password that is changed in the same moment, signs nobody in', async () => {
    const { database } = at.running.service;
    const noLonger = await waitingFor(database, 'BEFORE INSERT ON sessions', 2);
    const held = await hold(database, 'SELECT pg_advisory_xact_lock(2)');
    const answer = signIn();
    await held.waitedFor(); // the password was right, the session is not stored yet
    const { status } = await at.ada.call('PUT', '/account/password', { now: known, next: other });
    await held.letGo();
    await noLonger();
    expect([status, (await answer).status]).toEqual([204, 401]);
    const sessions: unknown = await database.query(`SELECT sid FROM sessions WHERE sess ->> 'account' IS NOT NULL`);
    expect((sessions as unknown[]).length).toBe(1); // of who changed it
    expect((await at.ada.call('PUT', '/account/password', { now: other, next: known })).status).toBe(204);
  });

  it('two who change a password at once, both knowing the former: one of them does', async () => {
    const second = new Client(at.running.port);
    await second.signIn(email, known);
    const next = [other, `${other} too`];
    const both = await Promise.all(
      [at.ada, second].map((one, index) => one.call('PUT', '/account/password', { now: known, next: next[index] })),
    );
    expect(both.map((one) => one.status).sort()).toEqual([204, 401]);
    const won = next[both.findIndex((one) => one.status === 204)]!;
    expect((await new Client(at.running.port).signIn(email, won)).status).toBe(200);
  });
});
