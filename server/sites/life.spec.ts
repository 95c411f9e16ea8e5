import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { HostFacts, MadeSite } from '@core/api/sites';
import { readyLooks } from '@core/document/ready-made/looks';
import { linksOfPart } from '@core/document/links/links';
import { PictureFiles, Sites } from '../database/entities';
import { restoreReleases } from '../releases/restore';
import { ask, Client } from '../testing/running';
import { withServer } from '../testing/with-server';
import { emptyBins } from './life';

describe('A client', () => {
  const at = withServer();
  const wanted = (host: string, more: object = {}) => ({
    ...{ name: 'Salt Works', host, language: 'en', breakpoints: 'three', home: 'Salt from the sea' },
    ...more,
  });
  const begin = async (host: string, more: object = {}): Promise<MadeSite> => {
    const made = await at.ada.call('POST', '/sites', wanted(host, more));
    expect(made.status).withContext(made.body).toBe(201);
    return made.json<MadeSite>();
  };
  const folder = (host: string): string => join(at.running.service.config.liveFolder, 'sites', host);
  const live = (host: string) => ask(at.live.port, 'GET', '/', { host: `${host}.localhost` }).then((one) => one.status);
  const remove = (id: string, body: object) => at.ada.call('DELETE', `/sites/${id}`, body);

  it('is begun with a look and a home page by who works at the studio, and by nobody else', async () => {
    const { id, home } = await begin('salt-works', { look: readyLooks[0]!.name });
    const { site, page } = await at.ada.open(home);
    expect([site.id, site.name, page.path]).toEqual([id, 'Salt Works', '/']);
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect((await ben.call('POST', '/sites', wanted('bens-own'))).status).toBe(403);
    expect((await ben.call('GET', '/hosts/salt-works')).status).toBe(403);
    expect((await ben.call('GET', `/sites/${id}`)).status).toBe(404);
  });

  it('has a host name of its own, which is said while it is typed, and held where two ask for it at once', async () => {
    const facts = async (host: string): Promise<HostFacts> =>
      (await at.ada.call('GET', `/hosts/${encodeURIComponent(host)}`)).json<HostFacts>();
    expect(await facts('tidewick')).toEqual({ free: false, problem: 'Another site has the host name tidewick.' });
    expect((await facts('Über uns')).problem).toContain('lower-case');
    expect((await facts('preview-one')).free).toBeFalse();
    expect(await facts('free-one')).toEqual({ free: true, problem: null });
    const both = await Promise.all([1, 2].map(() => at.ada.call('POST', '/sites', wanted('at-once'))));
    expect(both.map((one) => one.status).sort()).toEqual([201, 409]);
    expect((await at.ada.call('POST', '/sites', wanted('xyz', { breakpoints: 'nine' }))).status).toBe(422);
  });

  it('and a page are made once when their answer is lost and they are asked for again, also at once', async () => {
    const tries = (method: string, path: string, body: object): Promise<MadeSite[]> =>
      Promise.all(
        Array.from({ length: 5 }, async () => {
          const answer = await at.ada.call(method, path, body);
          expect(answer.status).withContext(answer.body).toBe(201);
          return answer.json<MadeSite>();
        }),
      );
    const site = wanted('asked-again', { request: 'a-request-of-adas' });
    const made = [...(await tries('POST', '/sites', site)), ...(await tries('POST', '/sites', site))];
    expect(new Set(made.map((one) => `${one.id} ${one.home}`)).size).toBe(1);
    expect((await at.ada.open(made[0]!.home)).site.host).toBe('asked-again');
    const [{ id } = { id: '' }] = made;
    for (const more of [{}, { copyOf: made[0]!.home }, { copyOf: 'tidewick-home', onClash: 'here' }]) {
      const path = `/page-${Object.keys(more).length}-${JSON.stringify(more).length}`;
      const page = { title: 'Boats', path, request: `request-for${path.replaceAll('/', '-')}`, ...more };
      const pages = [
        ...(await tries('POST', `/sites/${id}/pages`, page)),
        ...(await tries('POST', `/sites/${id}/pages`, page)),
      ];
      expect(new Set(pages.map((one) => one.id)).size).toBe(1);
      // another request, and the same one of somebody else
      const { request: _request, ...other } = page;
      expect((await at.ada.call('POST', `/sites/${id}/pages`, other)).status).toBe(409);
    }
    const cleo = new Client(at.running.port);
    await cleo.signIn('cleo@studio.example', 'scissors-and-glue');
    expect((await cleo.call('POST', '/sites', site)).status).toBe(409);
  });

  it('is copied with its pages, pictures and links, and without what was published', async () => {
    const copied = await at.ada.call('POST', '/sites/tidewick/copy', { name: 'Other Ferries', host: 'other-ferries' });
    expect(copied.status).withContext(copied.body).toBe(201);
    const { id } = copied.json<{ id: string }>();
    const desk = (await at.ada.call('GET', `/sites/${id}`)).json<{
      pages: { id: string; path: string; live: number | null }[];
    }>();
    expect(desk.pages.map((one) => one.path)).toEqual(['/', '/fares', '/lost-property', '/timetable']);
    expect(desk.pages.every((one) => one.live === null)).toBeTrue();
    const ids = new Set(desk.pages.map((one) => `page:${one.id}`));
    const { page, site } = await at.ada.open(desk.pages[0]!.id);
    const links = Object.values(page.parts).flatMap((part) => linksOfPart(part).map((one) => one.to));
    expect(links.filter((one) => one.startsWith('page:')).every((one) => ids.has(one))).toBeTrue();
    const files = at.running.service.database.getRepository(PictureFiles);
    expect(await files.countBy({ site: id })).toBe(await files.countBy({ site: 'tidewick' }));
    expect(
      (await at.ada.call('GET', `/sites/${id}/files/${Object.values(site.pictures)[0]!.files[0]!.file}`)).status,
    ).toBe(200);
    expect((await at.ada.call('POST', '/sites/tidewick/copy', { name: 'X', host: 'other-ferries' })).status).toBe(409);
  });

  it('is archived: nothing of it changes, what is live stays, and it is brought back', async () => {
    const { id, home } = await begin('laid-up');
    expect((await at.ada.call('POST', `/pages/${home}/releases`, {})).status).toBe(201);
    expect((await at.ada.call('PUT', `/sites/${id}/archived`, { archived: true })).status).toBe(204);
    const title = [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'T' } as never];
    expect((await at.ada.store(home, title)).body).toContain('This client is archived.');
    expect((await at.ada.call('POST', `/pages/${home}/releases`, {})).status).toBe(403);
    expect([await live('laid-up'), (await at.ada.call('GET', `/sites/${id}`)).status]).toEqual([200, 200]);
    expect((await at.ada.call('PUT', `/sites/${id}/archived`, { archived: false })).status).toBe(204);
    expect((await at.ada.store(home, title)).status).toBe(200);
  });

  it('goes thirty days after it was deleted, unless it is brought back, or at once by its name', async () => {
    const { service } = at.running;
    const [later, back, now] = [await begin('goes-later'), await begin('comes-back'), await begin('goes-now')];
    for (const { home } of [later, back, now]) await at.ada.call('POST', `/pages/${home}/releases`, {});
    for (const { id } of [later, back]) expect((await remove(id, {})).json<{ goes: string }>().goes).toMatch(/^20/);
    expect((await at.ada.call('PUT', `/sites/${back.id}/archived`, { archived: false })).status).toBe(204);
    await emptyBins(service);
    expect((await at.ada.call('GET', `/sites/${later.id}`)).status).toBe(200); // not yet
    await service.database.getRepository(Sites).update({ id: later.id }, { goes: new Date(Date.now() - 1000) });
    await emptyBins(service);
    expect((await at.ada.call('GET', `/sites/${later.id}`)).status).toBe(404);
    expect([await live('goes-later'), existsSync(folder('goes-later'))]).toEqual([404, false]);
    expect((await at.ada.call('GET', `/sites/${back.id}`)).status).toBe(200);
    expect((await remove(now.id, { name: 'Salt' })).status).toBe(422);
    expect([await live('goes-now'), (await remove(now.id, { name: 'Salt Works' })).status]).toEqual([200, 200]);
    expect([await live('goes-now'), (await at.ada.call('GET', `/pages/${now.home}`)).status]).toEqual([404, 404]);
    const name = (await at.ada.call('GET', '/hosts/goes-now')).json<HostFacts>();
    expect(name.free).toBeTrue();
  });

  it('that was deleted leaves nothing live, also where a release was being made or its server was killed', async () => {
    for (let round = 0; round < 5; round++) {
      const host = `racing-${round}`;
      const { id, home } = await begin(host);
      const [gone] = await Promise.all([
        remove(id, { name: 'Salt Works' }),
        // published, or refused because the site has been deleted
        at.ada.call('POST', `/pages/${home}/releases`, {}).then((answer) => answer.status),
      ]);
      expect(gone.status).toBe(200);
      expect(await live(host))
        .withContext(host)
        .toBe(404);
    }
    const { id, home } = await begin('killed');
    await at.ada.call('POST', `/pages/${home}/releases`, {});
    await at.running.service.database.getRepository(Sites).delete({ id }); // and no more
    expect(await live('killed')).toBe(200);
    await restoreReleases(at.running.service);
    expect([await live('killed'), await live('tidewick')]).toEqual([404, 200]);
  });
});
