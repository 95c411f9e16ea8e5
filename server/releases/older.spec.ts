import { join } from 'node:path';
import { existsSync } from 'node:fs';
import type { ReleaseList, ReleasePages } from '@core/api/releases';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { ask } from '../testing/running';
import { withServer } from '../testing/with-server';
import { restoreReleases } from './restore';

describe('Releases of a site', () => {
  const at = withServer();
  const live = (path = '/') => ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' });
  const list = async (): Promise<ReleaseList> =>
    (await at.ada.call('GET', '/sites/tidewick/releases')).json<ReleaseList>();
  const titled = (value: string): AnyEdit[] => [
    { do: 'set', part: 'root', field: ['content', 'base', 'title'], value },
  ];
  const titleAt = async (path: string): Promise<string> =>
    /<title>(.*?)<\/title>/.exec((await live(path)).body)?.[1] ?? '';
  const several = (pages: readonly string[], more: object = {}) =>
    at.ada.call('POST', '/sites/tidewick/releases', { pages, ...more });
  const back = (number: number, body: object = {}) =>
    at.ada.call('POST', `/sites/tidewick/releases/${number}/back`, body);

  it('publish several pages in one, under a name and with a note, and say what they weigh', async () => {
    const made = await several(['tidewick-fares', 'tidewick-timetable', 'tidewick-home'], {
      name: 'Autumn',
      note: 'New fares',
    });
    expect([made.status, made.json<{ number: number }>().number]).toEqual([201, 2]);
    for (const path of ['/', '/fares', '/timetable'])
      expect((await live(path)).status)
        .withContext(path)
        .toBe(200);
    const { releases, site } = await list();
    expect(site).toBe('Tidewick Ferries');
    expect(releases.map((one) => [one.number, one.name, one.pages])).toEqual([
      [2, 'Autumn', 3],
      [1, '', 1],
    ]);
    expect(releases[0]!.bytes).toBeGreaterThan(50_000);
    expect((await at.ada.call('PATCH', '/sites/tidewick/releases/2', { note: 'Fares from November' })).status).toBe(
      204,
    );
    expect((await list()).releases[0]).toEqual(
      jasmine.objectContaining({ name: 'Autumn', note: 'Fares from November' }),
    );
    expect((await several([])).status).toBe(400);
    expect((await several(['nobody'])).status).toBe(404);
    expect((await several(['mill-home'])).status).toBe(404); // another site’s
  });

  it('come back whole as a new one, whatever was published since', async () => {
    const before = await titleAt('/fares');
    await at.ada.store('tidewick-fares', titled('Fares, and what they were'));
    expect((await several(['tidewick-fares'])).status).toBe(201);
    expect(await titleAt('/fares')).toBe('Fares, and what they were');
    const again = await back(2);
    expect(again.json<{ number: number }>().number).toBe(4);
    expect(await titleAt('/fares')).toBe(before);
    expect((await list()).releases[0]).toEqual(jasmine.objectContaining({ number: 4, name: 'Release 2 again' }));
    expect((await at.ada.open('tidewick-fares')).page.parts['root']!.content.base['title']).toBe(
      'Fares, and what they were',
    );
    expect((await back(99)).status).toBe(404);
  });

  it('give one page of them back, with what else is live as it is', async () => {
    const pages = (await at.ada.call('GET', '/sites/tidewick/releases/3')).json<ReleasePages>().pages;
    expect(pages.map((one) => one.path)).toEqual(['/', '/fares', '/timetable']);
    await at.ada.store('tidewick-home', titled('Home, newer'));
    await several(['tidewick-home']);
    expect((await back(3, { page: 'tidewick-fares' })).status).toBe(201);
    expect([await titleAt('/fares'), await titleAt('/')]).toEqual(['Fares, and what they were', 'Home, newer']);
    expect((await back(1, { page: 'tidewick-fares' })).status).toBe(404); // it was not in it
  });

  it('come back though the page was deleted since, and never as a mix with what is published meanwhile', async () => {
    const number = (await list()).releases[0]!.number;
    const rounds = Array.from({ length: 6 }, (_, round) =>
      round % 2 === 0 ? back(number) : several(['tidewick-home', 'tidewick-fares']),
    );
    const numbers = (await Promise.all(rounds)).map((one) => one.json<{ number: number }>().number);
    expect(new Set(numbers).size).toBe(6);
    expect(Math.max(...numbers)).toBe((await list()).releases[0]!.number);
    await at.ada.call('DELETE', '/pages/tidewick-timetable', {});
    expect((await live('/timetable')).status).toBe(404);
    expect((await back(number)).status).toBe(201);
    expect((await live('/timetable')).status).toBe(200);
  });

  it('are out of sight while the site is offline, with words for visitors, also after a server was killed', async () => {
    const set = (offline: object | null) => at.ada.call('PUT', '/sites/tidewick/offline', { offline });
    expect((await set({ status: 503, words: 'Back on Monday <b>&</b> </style>' })).status).toBe(204);
    const { status, body, headers } = await live('/fares');
    expect([status, headers['retry-after']]).toEqual([503, '3600']);
    expect(body).toContain('Back on Monday &lt;b&gt;&amp;&lt;/b&gt;');
    expect(body).toContain('<h1');
    expect((await live('/sitemap.xml')).status).toBe(503);
    expect((await set({ status: 410, words: 'We have closed.' })).status).toBe(204);
    expect((await live()).status).toBe(410);
    expect((await set({ status: 404, words: 'x' })).status).toBe(400);
    expect((await set({ status: 410, words: ' ' })).status).toBe(400);
    const file = join(at.running.service.config.liveFolder, 'sites', 'tidewick', 'offline.json');
    await at.running.service.database.query(`UPDATE sites SET offline = NULL WHERE id = 'tidewick'`); // and no more
    expect(existsSync(file)).toBeTrue();
    await restoreReleases(at.running.service);
    expect([(await live()).status, existsSync(file)]).toEqual([200, false]);
    expect((await set({ status: 503, words: 'Soon' })).status).toBe(204);
    expect((await set(null)).status).toBe(204);
    expect((await live()).status).toBe(200);
  });
});
