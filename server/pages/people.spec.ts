import { request } from 'node:http';
import type { Present } from '@core/api/people';
import { peopleAfter, PeopleChange } from '@core/api/people';
import { mostStreams } from '../http/open-streams';
import { ask, Client } from '../testing/running';
import { until } from '../testing/until';
import { withTwoServers } from '../testing/with-server';

const page = 'tidewick-home';

/** Somebody in a tab of a browser, on one of the servers. */
class Tab {
  people: readonly Present[] = [];
  /** The events it was told. */
  readonly told: PeopleChange[] = [];
  status = 0;
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
              if (data === undefined) continue;
              const change = PeopleChange.parse(JSON.parse(data));
              this.told.push(change);
              this.people = peopleAfter(this.people, change);
            }
          });
          this.status = response.statusCode ?? 0;
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

  /** Another tab of the same browser. */
  again(name: string): Tab {
    const tab = new Tab(this.port, name);
    tab.cookie = this.cookie;
    return tab;
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

  it('is told as what changed, at most once a second, however often others come, select and leave', async () => {
    const first = await ada(at.running.port, 'tab-first');
    const others = await Promise.all(
      Array.from({ length: 20 }, (_, index) => cleo(at.running.port, `tab-other-${index}`)),
    );
    await until(() => first.people.length === 20, 'not all are seen');
    const [began, before] = [Date.now(), first.told.length];
    for (let round = 0; round < 10; round++)
      await Promise.all(others.slice(0, 5).map((one) => one.select([`part-${round}`])));
    await until(
      () => first.people.filter((one) => one.at[0] === 'part-9').length === 5,
      'what they selected last is not seen',
    );
    const seconds = (Date.now() - began) / 1000;
    const events = first.told.slice(before);
    expect(events.length).toBeLessThanOrEqual(Math.ceil(seconds) + 1);
    for (const event of events) expect([event.whole, event.people.length <= 5, event.left]).toEqual([false, true, []]);
    for (const one of others) one.leave();
    await same(first, []);
    first.leave();
  });

  it('is told to so many tabs of one session, and no more; others are told as before', async () => {
    const tab = await new Tab(at.running.port, 'tab-0000').signIn('ada@studio.example', 'paper-and-ink');
    const tabs = Array.from({ length: mostStreams.session + 5 }, (_, index) => tab.again(`tab-many-${index}`));
    for (const one of tabs) await one.open();
    expect(tabs.map((one) => one.status)).toEqual(tabs.map((_, index) => (index < mostStreams.session ? 200 : 429)));
    const other = await cleo(at.running.port, 'tab-another');
    expect(other.status).toBe(200);
    for (const one of [...tabs, other]) one.leave();
    const later = tab.again('tab-later');
    await until(async () => (await later.open()).status === 200, 'the room they leave is not given back');
    later.leave();
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
