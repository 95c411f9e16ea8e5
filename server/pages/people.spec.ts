import { request } from 'node:http';
import type { Present } from '@core/api/people';
import { People } from '@core/api/people';
import { ask, Client } from '../testing/running';
import { until } from '../testing/until';
import { withTwoServers } from '../testing/with-server';

const page = 'tidewick-home';

/** Somebody in a tab of a browser, on one of the servers. */
class Tab {
  people: readonly Present[] = [];
  private cookie = '';
  private close: () => void = () => undefined;

  constructor(
    private readonly port: number,
    readonly name: string,
  ) {}

  private get headers(): Record<string, string> {
    return { cookie: this.cookie, origin: `http://localhost:${this.port}`, 'content-type': 'application/json' };
  }

  async signIn(email: string, password: string): Promise<this> {
    const body = JSON.stringify({ email, password });
    const answer = await ask(this.port, 'POST', '/api/session', { headers: this.headers, body });
    this.cookie = String(answer.headers['set-cookie']).split(';')[0]!;
    return this;
  }

  async open(at = page): Promise<this> {
    let rest = '';
    await new Promise<void>((done, fail) => {
      const sent = request(
        {
          host: '127.0.0.1',
          port: this.port,
          path: `/api/pages/${at}/feed?tab=${this.name}`,
          headers: { ...this.headers, host: `localhost:${this.port}` },
        },
        (response) => {
          response.setEncoding('utf8').on('data', (text: string) => {
            const events = (rest + text).split('\n\n');
            rest = events.pop()!; // there is one at least
            for (const event of events) {
              const data = /^event:people\nid:.*\ndata:(.*)$/.exec(event)?.[1];
              if (data !== undefined) this.people = People.parse(JSON.parse(data)).people;
            }
          });
          response.on('error', () => undefined); // it is closed
          done();
        },
      ).on('error', fail);
      this.close = () => sent.destroy();
      sent.end();
    });
    return this;
  }

  leave(): void {
    this.close();
  }

  select = async (at: readonly string[], on = page): Promise<number> =>
    (
      await ask(this.port, 'PUT', `/api/pages/${on}/place`, {
        headers: this.headers,
        body: JSON.stringify({ tab: this.name, at }),
      })
    ).status;

  sees = (): string[] => this.people.map(({ name, own, at }) => `${name}${own ? ' (own)' : ''}: ${at.join(' ')}`);
}

describe('Who else is on a page', () => {
  const at = withTwoServers();
  const ada = (port: number, tab: string): Promise<Tab> =>
    new Tab(port, tab).signIn('ada@studio.example', 'paper-and-ink').then((one) => one.open());
  const cleo = (port: number, tab: string): Promise<Tab> =>
    new Tab(port, tab).signIn('cleo@studio.example', 'scissors-and-glue').then((one) => one.open());
  const same = (tab: Tab, wanted: readonly string[]): Promise<void> =>
    until(() => tab.sees().join('; ') === wanted.join('; '), `${tab.name} is to see ${wanted.join('; ')}`).catch(
      (error: unknown) => {
        throw new Error(`${String(error)}, and sees ${tab.sees().join('; ')}`);
      },
    );

  it('is told over all servers, with what they have selected, whoever comes first, until they leave', async () => {
    const first = await ada(at.running.port, 'tab-first');
    expect(first.people).toEqual([]);
    expect(await first.select(['hero', 'root'])).toBe(204);
    const second = await cleo(at.other.port, 'tab-second');
    await same(second, ['Ada Lindqvist: hero root']);
    await same(first, ['Cleo Adeyemi: ']);
    expect(await second.select(['fares'])).toBe(204);
    await same(first, ['Cleo Adeyemi: fares']);
    const third = await ada(at.other.port, 'tab-third');
    await same(third, ['Ada Lindqvist (own): hero root', 'Cleo Adeyemi: fares']);
    second.leave();
    await same(first, ['Ada Lindqvist (own): ']);
    third.leave();
    await same(first, []);
    first.leave();
  });

  it('is nobody who left while others came, however close together', async () => {
    const first = await ada(at.running.port, 'tab-first');
    for (let round = 0; round < 12; round++) {
      const second = await cleo(at.other.port, `tab-second-${round}`);
      await Promise.all([
        second.select(['fares']),
        ada(at.running.port, `tab-third-${round}`).then((third) => third.leave()),
        second.leave(),
        ada(at.other.port, `tab-fourth-${round}`).then((fourth) => fourth.leave()),
      ]);
    }
    await same(first, []);
    const last = await cleo(at.other.port, 'tab-last');
    await same(first, ['Cleo Adeyemi: ']); // and nobody who left before
    await last.leave();
    await same(first, []);
    first.leave();
  });

  it('is told again when the way the servers hear each other by was broken', async () => {
    const first = await ada(at.running.port, 'tab-first');
    const second = await cleo(at.other.port, 'tab-second');
    await same(first, ['Cleo Adeyemi: ']);
    await at.running.service.database.query(
      `SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE application_name = 'fold-line notices' AND datname = current_database()`,
    );
    await second.select(['while-broken']);
    await same(first, ['Cleo Adeyemi: while-broken']);
    first.leave();
    second.leave();
  });

  it('is nobody’s to ask or say who is no member, and is asked in bounds', async () => {
    const stranger = await new Tab(at.running.port, 'tab-stranger').signIn('ben@elsewhere.example', 'another-studio');
    expect(await stranger.select(['hero'])).toBe(404);
    const known = await ada(at.running.port, 'tab-known');
    for (const wrong of [
      { tab: 'x', at: [] },
      { tab: 'tab-known', at: Array.from({ length: 11 }, () => 'hero') },
      { tab: 'tab-known', at: ['x'.repeat(101)] },
      { tab: 'tab-known', at: [''], more: true },
      'none',
    ])
      expect((await at.ada.call('PUT', `/pages/${page}/place`, wrong)).status)
        .withContext(JSON.stringify(wrong))
        .toBe(400);
    const client = new Client(at.running.port);
    expect((await client.call('PUT', `/pages/${page}/place`, { tab: 'tab-known', at: [] })).status).toBe(401);
    expect((await at.ada.call('GET', `/pages/${page}/feed?tab=no`)).status).toBe(400);
    known.leave();
  });
});
