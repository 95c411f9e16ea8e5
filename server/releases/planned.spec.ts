import type { LiveSite, NextOfPage, PlannedRelease, ReleaseList } from '@core/api/releases';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { Memberships } from '../database/entities';
import { ask } from '../testing/running';
import { until } from '../testing/until';
import { withTwoServers } from '../testing/with-server';

const titled = (value: string): AnyEdit[] => [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }];

describe('A release at a time that is set', () => {
  const at = withTwoServers();
  const planned = async (): Promise<readonly PlannedRelease[]> =>
    (await at.there.call('GET', '/sites/tidewick/releases/planned')).json<{ planned: PlannedRelease[] }>().planned;
  const plan = (ms: number, more: object = {}): Promise<string> =>
    at.ada.begin('/sites/tidewick/releases', {
      pages: ['tidewick-fares'],
      at: new Date(Date.now() + ms).toISOString(),
      ...more,
    });
  const titleLive = async (): Promise<string> =>
    /<title>(.*?)<\/title>/.exec(
      (await ask(at.live.port, 'GET', '/fares', { host: 'tidewick.localhost' })).body,
    )?.[1] ?? '';
  const count = async (): Promise<number> =>
    (await at.ada.call('GET', '/sites/tidewick/releases')).json<ReleaseList>().releases.length;

  it('goes live once its time has come, once, as the pages are then; until then both servers know of it', async () => {
    const before = await count();
    const work = await plan(2500, { name: 'New fares' });
    await at.ada.store('tidewick-fares', titled('Fares from Monday'));
    expect(await planned()).toEqual([jasmine.objectContaining({ work, name: 'New fares', pages: 1, problem: null })]);
    expect(await count()).toBe(before);
    // stored first, live the moment after: its work is done once both are
    await until(async () => (await planned()).length === 0, 'the release is made', 2000);
    expect(await titleLive()).toBe('Fares from Monday');
    expect([await count(), await planned()]).toEqual([before + 1, []]);
  });

  it('says how many of its pages were deleted before', async () => {
    const gone = await at.ada.newPage('tidewick', '/soon-gone');
    await plan(1500, { name: 'Two pages', pages: ['tidewick-fares', gone] });
    expect((await at.ada.call('DELETE', `/pages/${gone}`, {})).status).toBeLessThan(300);
    await until(async () => (await planned()).length === 0, 'the release is made', 2000);
    const list = (await at.ada.call('GET', '/sites/tidewick/releases')).json<ReleaseList>().releases;
    expect([list[0]?.name, list[0]?.note]).toEqual([
      ...['Two pages', '1 of the 2 pages to be published was deleted before and is not in it.'],
    ]);
  });

  it('is let be where somebody says so, and cannot be where it is over or too far ahead', async () => {
    const work = await plan(3_600_000);
    expect((await at.there.call('DELETE', '/sites/mill/releases/planned/' + work)).status).toBe(404);
    expect((await at.there.call('DELETE', '/sites/tidewick/releases/planned/' + work)).status).toBe(204);
    expect(await planned()).toEqual([]);
    expect((await at.there.call('DELETE', '/sites/tidewick/releases/planned/' + work)).status).toBe(404);
    for (const when of ['2020-01-01T00:00:00Z', '2999-01-01T00:00:00Z'])
      expect((await at.ada.call('POST', '/sites/tidewick/releases', { pages: ['tidewick-fares'], at: when })).status)
        .withContext(when)
        .toBe(422);
    expect((await at.ada.call('POST', '/sites/tidewick/releases', { pages: ['x'], at: 'soon' })).status).toBe(400);
  });

  it('is kept for as long as it waits, and is not made by somebody who may publish there no more: both sides say so', async () => {
    const before = await count();
    await at.running.service.work.forget();
    await plan(1500);
    await at.running.service.database.query(`UPDATE work SET changed = now() - interval '9 days' WHERE due > now()`);
    await at.other.service.work.forget();
    expect((await planned()).length).toBe(1);
    const members = at.running.service.database.getRepository(Memberships);
    await members.update({ account: 'ada', site: 'tidewick' }, { role: 'content' });
    await until(async () => (await planned())[0]?.problem !== null, 'it says why not', 2000);
    await members.update({ account: 'ada', site: 'tidewick' }, { role: 'owner' });
    const [refused] = await planned();
    expect(refused?.problem).toMatch(/\w/);
    expect(await count()).toBe(before);
    expect((await at.ada.call('DELETE', `/sites/tidewick/releases/planned/${refused?.work}`)).status).toBe(204);
    expect(await planned()).toEqual([]);
  });
});

describe('What the next release would be', () => {
  const at = withTwoServers();
  const next = async (page: string): Promise<NextOfPage> =>
    (await at.ada.call('GET', `/sites/tidewick/releases/next/${page}`)).json<NextOfPage>();

  it('says page by page what is live and what is not, and which changes with the site alone', async () => {
    await at.ada.call('POST', '/sites/tidewick/releases', { pages: ['tidewick-home'] });
    const live = (await at.ada.call('GET', '/sites/tidewick/releases/next')).json<LiveSite>();
    expect(live.number).toBe(2);
    const [home, fares] = [await next('tidewick-home'), await next('tidewick-fares')];
    expect([home.live, home.changesWithSite]).toEqual([home.page, false]);
    expect([fares.live, fares.changesWithSite]).toEqual([null, false]);
    await at.ada.store('tidewick-fares', [
      { do: 'set', on: 'site', field: ['elements', 'body', 'wide', 'normal', 'color'], value: 'teal' },
    ]);
    expect((await next('tidewick-home')).changesWithSite).toBeTrue();
    expect((await next('tidewick-fares')).changesWithSite).toBeFalse(); // it is not live
    await at.running.service.database.query(`DELETE FROM releases WHERE site = 'mill'`);
    const mill = await at.ada.call('GET', '/sites/mill/releases/next');
    expect(mill.json<LiveSite>()).toEqual({ number: null, site: null });
    expect((await at.ada.call('GET', '/sites/mill/releases/next/tidewick-home')).status).toBe(404);
  });

  it('is not published where a page was changed since it was looked at', async () => {
    const { revision } = await next('tidewick-fares');
    const count = async (): Promise<number> =>
      (await at.ada.call('GET', '/sites/tidewick/releases')).json<ReleaseList>().releases.length;
    const before = await count();
    const wanted = { pages: ['tidewick-fares'], revisions: { 'tidewick-fares': revision } };
    await at.ada.store('tidewick-fares', titled('Changed since'));
    const refused = await at.there.call('POST', '/sites/tidewick/releases', wanted);
    expect([refused.status, refused.refusal().problem]).toEqual([
      422,
      '“Changed since” was changed meanwhile. Look at it again first.',
    ]);
    expect(await count()).toBe(before);
    const now = { ...wanted, revisions: { 'tidewick-fares': (await next('tidewick-fares')).revision } };
    expect((await at.there.call('POST', '/sites/tidewick/releases', now)).status).toBe(201);
  });

  it('weighs a page as it is sent: what the live host sends of it is no more, and its text as much', async () => {
    await at.ada.call('POST', '/sites/tidewick/releases', { pages: ['tidewick-home'] });
    const { weight } = await next('tidewick-home');
    const get = (path: string) =>
      ask(at.live.port, 'GET', path, { host: 'tidewick.localhost', headers: { 'accept-encoding': 'br' } });
    const page = await get('/');
    const plain = (await ask(at.live.port, 'GET', '/', { host: 'tidewick.localhost' })).body;
    const sheet = await get(/href="(\/files\/style-[^"]+)"/.exec(plain)![1]!);
    const sent = Number(page.headers['content-length']) + Number(sheet.headers['content-length']);
    expect(Math.abs(weight.text - sent) / sent).toBeLessThan(0.05); // an address and the names of files apart
    const css = (
      await ask(at.live.port, 'GET', /href="(\/files\/style-[^"]+)"/.exec(plain)![1]!, { host: 'tidewick.localhost' })
    ).body;
    const named = new Set(
      [...(plain + css).matchAll(/\/files\/[\w-]+\.(?:webp|jpg|png|svg|avif)/g)].map(([file]) => file),
    );
    let all = 0;
    for (const file of named)
      all += Number((await ask(at.live.port, 'GET', file, { host: 'tidewick.localhost' })).headers['content-length']);
    expect(weight.pictures).toBeGreaterThan(10_000);
    expect(weight.pictures).toBeLessThanOrEqual(all);
    expect(weight.faces).toBeGreaterThan(10_000);
  });
});
