import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { FormerHosts, HostFacts, MadeSite } from '@core/api/sites';
import { type AnyEdit, type ownersFields } from '@core/document/edits/site-edit';
import { Memberships, Sites } from '../database/entities';
import { Hosts } from '../database/host-row';
import { movingWork } from '../releases/moving';
import { restoreReleases } from '../releases/restore';
import { ask, Client, type Answer } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('The host name of a site', () => {
  const at = withServer();
  const folder = (host: string): string => join(at.running.service.config.liveFolder, 'sites', host);
  const visit = (host: string, path = '/'): Promise<Answer> =>
    ask(at.live.port, 'GET', path, { host: `${host}.localhost:1234` });
  /** A client with a home page and another, both live. */
  const begin = async (host: string): Promise<MadeSite & { readonly boats: string }> => {
    const wanted = { name: 'Salt Works', host, language: 'en', breakpoints: 'three', home: 'Salt' };
    const made = (await at.ada.call('POST', '/sites', wanted)).json<MadeSite>();
    const boats = await at.ada.newPage(made.id, '/boats');
    await publish(made.id, [made.home, boats]);
    return { ...made, boats };
  };
  const publish = async (site: string, pages: readonly string[]): Promise<void> => {
    const answer = await at.ada.call('POST', `/sites/${site}/releases`, { pages });
    expect(answer.status).withContext(answer.body).toBe(201);
  };
  const move = (site: string, host: string): Promise<Answer> => at.ada.call('PUT', `/sites/${site}/host`, { host });
  const moved = async (site: string, host: string): Promise<void> => expect((await move(site, host)).status).toBe(201);
  const former = async (site: string): Promise<string[]> =>
    (await at.ada.call('GET', `/sites/${site}/hosts`)).json<FormerHosts>().former.map((one) => one.host);

  it('is changed: what is live moves and names its new address, and the old one leads there', async () => {
    const { id, boats } = await begin('salt-old');
    const { root } = (await at.ada.open(boats)).page;
    const renamed: AnyEdit = { do: 'set', part: root, field: ['content', 'base', 'title'], value: 'Not live yet' };
    expect((await at.ada.store(boats, [renamed])).status).toBe(200);
    await moved(id, 'salt-new');
    const page = await visit('salt-new', '/boats');
    expect(page.status).toBe(200);
    expect(page.body).toMatch(/<link rel="canonical" href="http:\/\/salt-new\.localhost:\d+\/boats">/);
    expect(page.body).not.toMatch(/salt-old|Not live yet/);
    expect((await visit('salt-new', '/sitemap.xml')).body).toContain('salt-new.localhost');
    const old = await visit('salt-old', '/boats?from=letter');
    expect([old.status, old.headers['location']]).toEqual([301, 'http://salt-new.localhost:1234/boats?from=letter']);
    expect(old.headers['cache-control']).toBe('no-cache');
    expect((await at.ada.open(boats)).site.host).toBe('salt-new');
    expect(await former(id)).toEqual(['salt-old']);
    expect((await at.ada.call('GET', `/sites/${id}/history`)).body).toContain('changed the host name');
  });

  it('leads on from all it had, comes back to one of them, and goes nowhere in a circle', async () => {
    const { id } = await begin('tide-a');
    for (const host of ['tide-b', 'tide-c', 'tide-a']) await moved(id, host);
    expect((await visit('tide-a', '/boats')).status).toBe(200);
    for (const host of ['tide-b', 'tide-c'])
      expect((await visit(host)).headers['location']).toBe('http://tide-a.localhost:1234/');
    expect(await former(id)).toEqual(['tide-c', 'tide-b']);
    expect((await move(id, 'tide-a')).status).toBe(201); // it is called so already
    expect((await visit('tide-a')).status).toBe(200);
  });

  it('is nobody else’s while it leads on, until it is given up', async () => {
    const { id } = await begin('wharf-old');
    await moved(id, 'wharf-new');
    const facts = async (query = ''): Promise<HostFacts> =>
      (await at.ada.call('GET', `/hosts/wharf-old${query}`)).json<HostFacts>();
    expect([(await facts()).free, (await facts(`?site=${id}`)).free]).toEqual([false, true]);
    const other = { name: 'Other', host: 'wharf-old', language: 'en', breakpoints: 'three', home: 'Home' };
    expect((await at.ada.call('POST', '/sites', other)).status).toBe(409);
    expect((await move('mill', 'wharf-old')).status).toBe(409);
    expect((await at.ada.call('DELETE', `/sites/${id}/hosts/wharf-new`)).status).toBe(404); // its own
    expect((await at.ada.call('DELETE', `/sites/mill/hosts/wharf-old`)).status).toBe(404); // another’s
    expect((await at.ada.call('DELETE', `/sites/${id}/hosts/wharf-old`)).status).toBe(204);
    expect([(await visit('wharf-old')).status, existsSync(folder('wharf-old'))]).toEqual([404, false]);
    expect((await at.ada.call('POST', '/sites', other)).status).toBe(201);
    expect((await visit('wharf-new')).status).toBe(200);
  });

  it('is one site’s where two ask for it at once', async () => {
    const [one, other] = [await begin('race-one'), await begin('race-other')];
    const both = await Promise.all([one, other].map(({ id }) => move(id, 'race-won')));
    expect(both.map((answer) => answer.status).sort()).toEqual([201, 409]);
    expect((await visit('race-won')).status).toBe(200);
    const lost = both[0]!.status === 201 ? 'race-other' : 'race-one';
    expect((await visit(lost)).status).toBe(200);
  });

  it('and what is published while it changes are both live at the end', async () => {
    const { id, home, boats } = await begin('busy-old');
    await Promise.all([
      publish(id, [home]),
      move(id, 'busy-mid').then((answer) => expect(answer.status).toBe(201)),
      publish(id, [boats]),
      move(id, 'busy-new').then((answer) => expect(answer.status).toBe(201)),
      publish(id, [home, boats]),
    ]);
    const { host } = await at.running.service.database.getRepository(Sites).findOneByOrFail({ id });
    for (const path of ['/', '/boats']) {
      const page = await visit(host, path);
      expect([page.status, page.body.includes(`http://${host}.localhost`)]).toEqual([200, true]);
    }
    for (const old of await former(id)) expect((await visit(old)).headers['location']).toContain(host);
  });

  it('changes whole where a server was killed after it was stored, and makes one release', async () => {
    const { id } = await begin('cut-old');
    const { service } = at.running;
    await moved(id, 'cut-new');
    // as it was just after it was stored: what is live still stands at the old name
    await service.database.getRepository(Sites).update({ id }, { host: 'cut-last' });
    await service.database.getRepository(Hosts).insert({ host: 'cut-last', site: id });
    await restoreReleases(service); // as when a server starts
    expect((await visit('cut-last', '/boats')).status).toBe(200);
    expect((await visit('cut-new')).headers['location']).toContain('cut-last');
    const work = movingWork(service);
    const data = { site: id, account: 'ada', host: 'cut-last' };
    const again = { work: '00000000-0000-4000-8000-000000000001', account: 'ada', share: () => undefined };
    const releases = async (): Promise<number> =>
      (await at.ada.call('GET', `/sites/${id}/releases`)).json<{ releases: unknown[] }>().releases.length;
    await work.run(data, again);
    const made = await releases();
    await work.run(data, again);
    expect(await releases()).toBe(made);
    expect((await visit('cut-last')).body).toContain('http://cut-last.localhost');
  });

  it('holds for an older release that is made again, and goes with the site', async () => {
    const { id } = await begin('again-old');
    await moved(id, 'again-new');
    expect((await at.ada.call('POST', `/sites/${id}/releases/1/back`, {})).status).toBe(201);
    expect((await visit('again-new', '/boats')).body).toContain('http://again-new.localhost');
    expect((await visit('again-old', '/boats')).status).toBe(301);
    expect((await at.ada.call('DELETE', `/sites/${id}`, { name: 'Salt Works' })).status).toBe(200);
    for (const host of ['again-old', 'again-new'])
      expect([(await visit(host)).status, existsSync(folder(host))])
        .withContext(host)
        .toEqual([404, false]);
  });

  it('and the other settings are the owners’, whatever an editor sends', async () => {
    const cleo = new Client(at.running.port);
    await cleo.signIn('cleo@studio.example', 'scissors-and-glue');
    const members = at.running.service.database.getRepository(Memberships);
    await members.update({ account: 'cleo', site: 'tidewick' }, { role: 'editor' });
    const set = (field: (typeof ownersFields)[number] | 'host', value: string | number | true): AnyEdit[] => [
      { do: 'set', on: 'site', field: [field], value },
    ];
    for (const [field, value] of [
      ['name', 'Mine'],
      ['language', 'de'],
      ['keeps', 1],
      ['timeZone', 'Europe/London'],
      ['unlisted', true],
    ] as const) {
      expect((await cleo.store('tidewick-home', set(field, value))).status)
        .withContext(field)
        .toBe(403);
      expect((await at.ada.store('tidewick-home', set(field, value))).status)
        .withContext(field)
        .toBe(200);
    }
    expect((await at.ada.store('tidewick-home', set('host', 'mine'))).status).toBe(403);
    for (const [field, value] of [
      ['name', ''],
      ['name', 'x'.repeat(81)],
      ['keeps', 0],
      ['keeps', 1.5],
      ['timeZone', 'Mars/Base'],
      ['language', 'English'],
    ] as const)
      expect((await at.ada.store('tidewick-home', set(field, value))).status)
        .withContext(`${field} ${value}`)
        .toBe(422);
    for (const host of ['', 'UPPER', 'preview-x', 'a'.repeat(41), '../x', 'x.y', 'x\u0000'])
      expect((await move('tidewick', host)).status)
        .withContext(host)
        .toBe(host.includes('\u0000') ? 422 : 400);
  });

  it('decides how many releases are kept, where the site says so', async () => {
    const { id, home } = await begin('kept-few');
    const set: AnyEdit = { do: 'set', on: 'site', field: ['keeps'], value: 2 };
    expect((await at.ada.store(home, [set])).status).toBe(200);
    for (let number = 2; number <= 4; number++) await publish(id, [home]);
    const { releases } = (await at.ada.call('GET', `/sites/${id}/releases`)).json<{
      releases: { number: number }[];
    }>();
    expect(releases.map((one) => one.number)).toEqual([4, 3]);
  });
});
