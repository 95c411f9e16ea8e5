import type { Bin, Linked } from '@core/api/pages';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { keepSection } from '@core/document/commands/sharing/shared';
import { BinnedPages } from '../database/entities';
import { emptyBins } from '../sites/life';
import { ask } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('A page that is deleted', () => {
  const at = withServer();
  const live = (path: string) => ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' });
  const page = async (path: string, from?: string): Promise<string> => {
    const made = await at.ada.call('POST', '/sites/tidewick/pages', { title: 'A page', path, ...(from && { from }) });
    expect(made.status).withContext(made.body).toBe(201);
    return made.json<{ id: string }>().id;
  };
  const publish = async (id: string): Promise<void> =>
    void expect((await at.ada.call('POST', `/pages/${id}/releases`, {})).status).toBe(201);
  const bin = async (): Promise<Bin['pages']> => (await at.ada.call('GET', '/sites/tidewick/bin')).json<Bin>().pages;
  const back = (id: string, body: object = {}) => at.ada.call('POST', `/sites/tidewick/bin/${id}`, body);

  it('waits in the bin and comes back as it was, under its id, with what was edited last', async () => {
    const id = await page('/pier', 'about');
    const before = await at.ada.open(id);
    await at.ada.store(id, [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value: 'The pier' }]);
    expect((await at.ada.call('DELETE', `/pages/${id}`)).status).toBe(204);
    expect((await at.ada.call('GET', `/pages/${id}`)).status).toBe(404);
    expect(await bin()).toEqual([
      jasmine.objectContaining({ id, title: 'The pier', path: '/pier', by: 'Ada Lindqvist' }),
    ]);
    expect((await back(id)).status).toBe(204);
    const after = await at.ada.open(id);
    expect(after.page.parts['root']!.content.base['title']).toBe('The pier');
    expect(Object.keys(after.page.parts)).toEqual(Object.keys(before.page.parts));
    expect(after.revision).toBeGreaterThan(before.revision + 1);
    expect(await bin()).toEqual([]);
    expect((await at.ada.store(id, [{ do: 'set', part: 'root', field: ['path'], value: '/jetty' }])).status).toBe(200);
    expect((await back(id)).status).toBe(404);
  });

  it('gives its path to another meanwhile, and comes back at a path of its own', async () => {
    const id = await page('/shared-path');
    await at.ada.call('DELETE', `/pages/${id}`);
    await page('/shared-path');
    const refused = await back(id);
    expect([refused.status, refused.refusal().code]).toEqual([409, 'path-taken']);
    expect((await back(id, { path: '/other-path' })).status).toBe(204);
    expect((await at.ada.open(id)).page.path).toBe('/other-path');
  });

  it('is offline at once, or stays until something is published; its visitors are led where one says', async () => {
    const [gone, stays, led] = [await page('/gone'), await page('/stays'), await page('/led')];
    for (const id of [gone, stays, led]) await publish(id);
    expect((await at.ada.call('DELETE', `/pages/${gone}`, {})).status).toBe(204);
    expect((await at.ada.call('DELETE', `/pages/${stays}`, { staysLive: true })).status).toBe(204);
    expect((await at.ada.call('DELETE', `/pages/${led}`, { redirect: 'page:tidewick-home' })).status).toBe(204);
    expect([(await live('/gone')).status, (await live('/stays')).status]).toEqual([404, 200]);
    const answer = await live('/led');
    expect([answer.status, answer.headers['location']]).toEqual([301, '/']);
    expect((await live('/led?from=mail')).headers['location']).toBe('/?from=mail');
    await publish('tidewick-home');
    expect((await live('/stays')).status).toBe(404);
    expect((await at.ada.open('tidewick-home')).site.redirects).toEqual({ '/led': 'page:tidewick-home' });
    expect((await at.ada.call('DELETE', `/pages/${await page('/x1')}`, { redirect: '#place' })).status).toBe(400);
  });

  it('says what leads to it, and lets that lead elsewhere when it goes, also while somebody writes there', async () => {
    const [old, next] = [await page('/old-fares'), await page('/new-fares')];
    const home = await at.ada.open('tidewick-home');
    const button = Object.keys(home.page.parts).find((id) => home.page.parts[id]!.kind === 'button')!;
    const link = (to: string): AnyEdit => ({ do: 'set', part: button, field: ['content', 'base', 'link'], value: to });
    expect((await at.ada.store('tidewick-home', [link(`page:${old}`)])).status).toBe(200);
    const entry: AnyEdit = {
      ...{ do: 'set', on: 'site', field: ['menus', 'main', 'entries', 'to-old'] },
      value: { to: '/old-fares', place: 90 },
    };
    expect((await at.ada.store('tidewick-home', [entry])).status).toBe(200);
    const linked = (await at.ada.call('GET', `/pages/${old}/linked`)).json<Linked>();
    expect([linked.menus, linked.pages.map((one) => [one.path, one.links])]).toEqual([['Main'], [['/', 1]]]);
    const title = (value: string): AnyEdit => ({
      ...{ do: 'set', part: home.page.root, field: ['content', 'base', 'title'] },
      value,
    });
    for (const refused of [old, 'mill-home', 'nowhere'])
      expect((await at.ada.call('DELETE', `/pages/${old}`, { relink: refused })).status)
        .withContext(refused)
        .toBe(422);
    const writing = Array.from({ length: 8 }, (_, count) =>
      at.ada.store('tidewick-home', [title(`Title ${count}`)], home.revision),
    );
    const deleting = at.ada.call('DELETE', `/pages/${old}`, { relink: next });
    for (const answer of await Promise.all([deleting, ...writing])) expect([200, 204]).toContain(answer.status);
    const after = await at.ada.open('tidewick-home');
    expect(after.page.parts[button]!.content.base['link']).toBe(`page:${next}`);
    expect(after.page.parts[home.page.root]!.content.base['title']).toMatch(/^Title \d$/);
    expect(after.site.menus!.find((one) => one.id === 'main')!.entries['to-old']!.to).toBe(`page:${next}`);
    expect((await at.ada.call('GET', `/pages/${next}/linked`)).json<Linked>().pages.length).toBe(1);
  });

  it('makes room for another at its path: it moves or goes, what all pages share follows, once for each request', async () => {
    const whole: AnyEdit = {
      ...{ do: 'set', on: 'site', field: ['menus', 'main', 'entries', 'to-home'] },
      value: { to: 'page:tidewick-home', place: 91 },
    };
    expect((await at.ada.store('tidewick-home', [whole])).status).toBe(200);
    const home = await at.ada.open('tidewick-home');
    const make = (body: object) =>
      at.ada.call('POST', '/sites/tidewick/pages', { title: 'Home', path: '/', from: 'home', ...body });
    const moving = { instead: { page: 'tidewick-home', path: '/home-earlier' }, request: 'a-new-home-page-of-adas' };
    for (const [refused, status] of [
      [{ instead: { page: 'tidewick-fares' } }, 422],
      [{ instead: { page: 'mill-home' } }, 422],
      [{ instead: { page: 'tidewick-home', path: '/fares' } }, 409],
      [{ instead: { page: 'tidewick-home', path: 'x' } }, 400],
      [{}, 409],
    ] as const)
      expect((await make(refused)).status)
        .withContext(JSON.stringify(refused))
        .toBe(status);
    expect((await at.ada.open('tidewick-home')).page.path).toBe('/');
    const tries = await Promise.all([make(moving), make(moving), make(moving)]);
    const [first] = tries.map((one) => one.json<{ id: string }>().id);
    for (const one of tries) expect(one.json<{ id: string }>().id).toBe(first!);
    const after = await at.ada.open('tidewick-home');
    expect(after.page.path).toBe('/home-earlier');
    expect((await at.ada.open(first!)).page.path).toBe('/');
    const led = (site: typeof after.site): string[] =>
      Object.values(site.menus!.find((one) => one.id === 'main')!.entries).map((one) => one.to);
    expect(led(home.site)).toContain('page:tidewick-home');
    expect(led(after.site)).toContain(`page:${first!}`);
    expect(led(after.site)).not.toContain('page:tidewick-home');
    expect(led(after.site)).toContain('page:tidewick-home#crew'); // the place is there
    // and back again, with the new one in the bin
    const again = (await make({ title: 'Third', instead: { page: first! } })).json<{ id: string }>().id;
    expect((await bin()).map((one) => one.id)).toContain(first!);
    expect(led((await at.ada.open(again)).site)).toContain(`page:${again}`);
    expect((await live('/')).status)
      .withContext('what is live stays')
      .toBe(200);
  });

  it('comes back without the shared sections that have gone meanwhile', async () => {
    const id = await page('/sharing', 'about');
    const { page: now, site } = await at.ada.open(id);
    const section = now.parts['root']!.children[1]!;
    const keep = keepSection(now, section, { name: 'Kept', purpose: 'cards', shared: true }, site);
    expect((await at.ada.store(id, keep)).status).toBe(200);
    const shared = (await at.ada.open(id)).site.sections!.at(-1)!.id;
    await at.ada.call('DELETE', `/pages/${id}`);
    const gone = { do: 'remove', on: 'site', from: 'sections', id: shared } as const;
    expect((await at.ada.store('tidewick-lost', [gone])).status).toBe(200);
    expect((await back(id)).status).toBe(204);
    expect((await at.ada.open(id)).page.parts['root']!.children).toHaveSize(now.parts['root']!.children.length - 1);
  });

  it('goes for good after thirty days, or when one says so; of two who delete it, one is told it is gone', async () => {
    const [old, now] = [await page('/old-one'), await page('/now-one')];
    const both = await Promise.all([1, 2].map(() => at.ada.call('DELETE', `/pages/${old}`)));
    expect(both.map((one) => one.status).sort()).toEqual([204, 404]);
    await at.ada.call('DELETE', `/pages/${now}`);
    expect((await at.ada.call('DELETE', `/sites/tidewick/bin/${now}`)).status).toBe(204);
    await emptyBins(at.running.service);
    expect((await bin()).map((one) => one.id)).toContain(old);
    await at.running.service.database.getRepository(BinnedPages).update({ id: old }, { ends: new Date(0) });
    await emptyBins(at.running.service);
    expect((await bin()).map((one) => one.id)).not.toContain(old);
  });

  it('keeps every edit that was stored before it, however they race', async () => {
    for (let round = 0; round < 6; round++) {
      const id = await page(`/race-${round}`);
      const set = (value: string) =>
        at.ada.store(id, [{ do: 'set', part: 'root', field: ['content', 'base', 'title'], value }], 0);
      const [stored] = await Promise.all([set('Stored'), at.ada.call('DELETE', `/pages/${id}`)]);
      await back(id);
      const title = (await at.ada.open(id)).page.parts['root']!.content.base['title'];
      if (stored.status === 200) expect(title).withContext(`round ${round}`).toBe('Stored');
      else expect(stored.status).toBe(404);
    }
  });
});
