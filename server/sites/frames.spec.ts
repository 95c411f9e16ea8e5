import type { DeskFacts } from '@core/api/sites';
import type { ChangedBesides } from '@core/api/releases';
import { frameFromPage, intoFrame } from '@core/document/commands/frames';
import { addressed } from '@core/document/edits/addressed';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { frameNamedBy } from '@core/document/frames/shown-frame';
import { seenPage } from '@core/document/seen/seen-page';
import { ask } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('The page frames of a site', () => {
  const at = withServer();
  const frame = 'every-page';
  const desk = async (): Promise<DeskFacts> => (await at.ada.call('GET', '/sites/tidewick')).json<DeskFacts>();
  const frameOn = async (id: string): Promise<string | null | undefined> =>
    (await desk()).pages.find((one) => one.id === id)?.frame;
  const live = async (path: string): Promise<string> =>
    (await ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' })).body;
  const setFrame = (value?: string): AnyEdit => ({
    ...{ do: 'set', part: 'root', field: ['content', 'base', 'frame'] },
    ...(value !== undefined && { value }),
  });
  const removed: AnyEdit = { do: 'remove', on: 'site', from: 'frames', id: frame };

  it('are named by pages, as the desk lists them; new pages can begin in one', async () => {
    expect(await frameOn('tidewick-home')).toBe(frame);
    expect(await frameOn('tidewick-lost')).toBeNull();
    const made = await at.ada.call('POST', '/sites/tidewick/pages', { title: 'In it', path: '/in-it', frame });
    expect(made.status).toBe(201);
    const { id } = made.json<{ id: string }>();
    expect(await frameOn(id)).toBe(frame);
    const none = await at.ada.call('POST', '/sites/tidewick/pages', { title: 'No', path: '/no', frame: 'nowhere' });
    expect([none.status, none.body]).toEqual([400, jasmine.stringContaining('no longer has this page frame')]);
    const copy = await at.ada.newPage('tidewick', '/copy-in-it', 'tidewick-home');
    expect(await frameOn(copy)).toBe(frame); // a copy stands where its original does
    for (const one of [id, copy]) await at.ada.call('DELETE', `/pages/${one}`);
  });

  it('lead somewhere by their menus: the pages these name are in a menu as long as a page has the frame', async () => {
    expect((await desk()).menus).toContain('page:tidewick-fares');
    for (const page of ['tidewick-home', 'tidewick-fares', 'tidewick-timetable'])
      expect((await at.ada.store(page, [setFrame()])).status).toBe(200);
    expect((await desk()).menus).not.toContain('page:tidewick-fares');
    for (const page of ['tidewick-home', 'tidewick-fares', 'tidewick-timetable'])
      expect((await at.ada.store(page, [setFrame(frame)])).status).toBe(200);
    expect((await desk()).menus).toContain('page:tidewick-fares');
  });

  it('stay while a page has them, which is named; a page in the bin comes back without one that has gone', async () => {
    for (const page of ['tidewick-home', 'tidewick-fares']) await at.ada.store(page, [setFrame()]);
    const refused = await at.ada.store('tidewick-home', [removed]);
    expect([refused.status, refused.body]).toEqual([422, jasmine.stringContaining('“Winter timetable” still has')]);
    const { id } = (
      await at.ada.call('POST', '/sites/tidewick/pages', { title: 'Binned', path: '/binned', frame })
    ).json<{ id: string }>();
    expect((await at.ada.call('DELETE', `/pages/${id}`)).status).toBeLessThan(300);
    const { site } = await at.ada.open('tidewick-home');
    await at.ada.store('tidewick-timetable', [setFrame()]);
    expect((await at.ada.store('tidewick-home', [removed])).status).toBe(200);
    const back = await at.ada.call('POST', `/sites/tidewick/bin/${id}`, {});
    expect(back.status).withContext(back.body).toBeLessThan(300);
    expect(frameNamedBy((await at.ada.open(id)).page)).toBeUndefined();
    const insert: AnyEdit = { do: 'insert', on: 'site', into: 'frames', index: 0, item: site.frames![0]! };
    expect((await at.ada.store('tidewick-home', [insert])).status).toBe(200);
    for (const page of ['tidewick-home', 'tidewick-fares', 'tidewick-timetable'])
      expect((await at.ada.store(page, [setFrame(frame)])).status).toBe(200);
    await at.ada.call('DELETE', `/pages/${id}`);
  });

  it('go live on every live page that has them, which is said before, and no sooner', async () => {
    for (const page of ['tidewick-home', 'tidewick-fares'])
      expect((await at.ada.call('POST', `/pages/${page}/releases`, {})).status).toBe(201);
    const { site } = await at.ada.open('tidewick-home');
    const footer = site.sections!.find((one) => one.id === 'footer')!;
    const words = Object.keys(footer.parts).find((id) => footer.parts[id]!.kind === 'text')!;
    const value = 'Below every page';
    await at.ada.store('tidewick-home', [
      { do: 'set', on: 'site', section: 'footer', part: words, field: ['content', 'base', 'text'], value },
    ]);
    const next = (await at.ada.call('GET', '/pages/tidewick-home/releases/next')).json<ChangedBesides>();
    expect(next.pages.map(({ path, because }) => [path, because])).toEqual([['/fares', 'section']]);
    expect(await live('/fares')).not.toContain(value);
    expect((await at.ada.call('POST', '/pages/tidewick-home/releases', {})).status).toBe(201);
    expect(await live('/fares')).toContain(value);
    const { release } = await at.ada.open('tidewick-home');
    expect(release!.frames).toEqual(site.frames);
  });

  it('lose nothing to two people: one puts a page in it while the other takes it away', async () => {
    const made = frameFromPage({}, (await at.ada.open('tidewick-lost')).page, 'Side');
    expect((await at.ada.store('tidewick-lost', made.edits)).status).toBe(200);
    const { site, page } = await at.ada.open('tidewick-fares');
    const side = site.frames!.find((one) => one.name === 'Side')!;
    const into = addressed({ site, page }, intoFrame(seenPage(site, page), side, { replacing: true })).edits;
    await at.ada.store('tidewick-lost', [setFrame()]);
    const both = await Promise.all([
      at.ada.store('tidewick-fares', into),
      at.ada.store('tidewick-lost', [{ do: 'remove', on: 'site', from: 'frames', id: side.id }]),
    ]);
    expect(both.map((one) => one.status).sort()).toEqual([200, 422]); // whoever was first
    const after = await at.ada.open('tidewick-fares');
    const named = frameNamedBy(after.page);
    expect(after.site.frames!.map((one) => one.id)).toContain(named!);
  });
});
