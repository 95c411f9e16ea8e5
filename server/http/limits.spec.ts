import { pino } from 'pino';
import { ask, type Answer } from '../testing/running';
import { withServer, type WithServer } from '../testing/with-server';
import { Accounts } from '../database/entities';
import { open } from './guard';

const [email, password] = ['ada@studio.example', 'paper-and-ink'];

const send = (
  { running }: WithServer,
  [method = '', path = '']: readonly string[],
  body: object,
  headers: Readonly<Record<string, string>> = {},
): Promise<Answer> =>
  ask(running.port, method, `/api${path}`, {
    headers: { origin: `http://localhost:${running.port}`, 'content-type': 'application/json', ...headers },
    body: JSON.stringify(body),
  });

/** The routes that are open without signing in, with a body and the most requests of one address within a minute. */
const table: Readonly<Record<string, readonly [body: (count: number) => object, most: number]>> = {
  'POST /session': [(count) => ({ email: `nobody-${count}@studio.example`, password }), 20],
  'DELETE /session': [() => ({}), 120],
  'POST /links/read': [() => ({ key: 'A'.repeat(43) }), 20],
  'POST /links/use': [() => ({ key: 'B'.repeat(43), password }), 20],
  'POST /password/forgotten': [(count) => ({ email: `nobody-${count}@studio.example` }), 20],
  'POST /shown': [() => ({ key: 'C'.repeat(43) }), 20],
  'POST /shown/remarks': [() => ({ key: 'D'.repeat(43) }), 20],
  'PUT /shown/remarks': [() => ({ key: 'E'.repeat(43) }), 300],
  'PUT /shown/answers': [() => ({ key: 'F'.repeat(43) }), 300],
};

describe('A stranger', () => {
  const at = withServer({ here: pino({ level: 'silent' }) });

  it('meets a limit at whatever is open without signing in', async () => {
    expect([...new Set(Object.keys(table).map((route) => route.split(' ')[1]))].sort()).toEqual([...open].sort());
    for (const [route, [body, most]] of Object.entries(table)) {
      let last = await send(at, route.split(' '), body(0));
      for (let count = 1; last.status !== 429 && count <= most; count++)
        last = await send(at, route.split(' '), body(count));
      expect(last.status).withContext(route).toBe(429);
      expect(Number(last.headers['retry-after'])).withContext(route).toBeGreaterThan(0);
      expect(last.refusal().code).toBe('too-many-attempts');
    }
    expect((await at.ada.call('GET', '/sites')).status).toBe(200);
  });

  it('costs the database nothing once the limit is met', async () => {
    const asked = spyOn(at.running.service.database.getRepository(Accounts), 'findOneBy').and.callThrough();
    for (let count = 0; count < 50; count++)
      expect((await send(at, ['POST', '/session'], { email, password })).status).toBe(429);
    expect(asked).not.toHaveBeenCalled();
  });
});

describe('One account', () => {
  const at = withServer();

  it('is sent few letters, from however many addresses they are asked for', async () => {
    const statuses: number[] = [];
    for (let count = 0; count < 7; count++)
      statuses.push(
        (await send(at, ['POST', '/password/forgotten'], { email: count % 2 ? email : ` ${email.toUpperCase()}` }))
          .status,
      );
    expect(statuses.slice(-2)).toEqual([429, 429]);
  });

  it('that many sign in to at once, rightly, is not kept out: requests in progress are no failures', async () => {
    const answers = await Promise.all(
      Array.from({ length: 40 }, () => send(at, ['POST', '/session'], { email, password })),
    );
    expect(answers.map((one) => one.status)).toEqual(answers.map(() => 200));
  });
});

describe('Behind a proxy', () => {
  const at = withServer({ config: { proxies: 1 } });
  const from = (address: string, more: object = {}) => ({ 'x-forwarded-for': address, ...more });
  const guess = (address: string, count: number): Promise<Answer> =>
    send(at, ['POST', '/session'], { email: `guess-${count}@studio.example`, password: 'guess' }, from(address));

  it('each visitor has limits of their own', async () => {
    for (let count = 0; count < 20; count++) expect((await guess('203.0.113.7', count)).status).toBe(401);
    expect((await guess('203.0.113.7', 21)).status).toBe(429);
    // what a visitor writes before the proxy's own entry counts for nothing
    expect((await guess('198.51.100.1, 203.0.113.7', 22)).status).toBe(429);
    expect((await send(at, ['POST', '/session'], { email, password }, from('203.0.113.8'))).status).toBe(200);
  });

  it('that speaks TLS the cookie is sent over TLS alone', async () => {
    const cookieBy = async (protocol: string): Promise<string> =>
      String(
        (
          await send(
            at,
            ['POST', '/session'],
            { email, password },
            from('203.0.113.9', { 'x-forwarded-proto': protocol }),
          )
        ).headers['set-cookie'],
      );
    expect(await cookieBy('https')).toMatch(/; Secure/);
    expect(await cookieBy('http')).not.toMatch(/Secure/);
  });
});

describe('Without a proxy', () => {
  const at = withServer();

  it('nobody evades a limit, or passes for TLS, by headers', async () => {
    const guess = (count: number): Promise<Answer> =>
      send(
        at,
        ['POST', '/session'],
        { email: `guess-${count}@studio.example`, password: 'guess' },
        {
          'x-forwarded-for': `203.0.113.${count}`,
        },
      );
    for (let count = 0; count < 20; count++) expect((await guess(count)).status).toBe(401);
    expect((await guess(21)).status).toBe(429);
  });
});
