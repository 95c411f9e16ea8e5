import { nanoid } from 'nanoid';
import sharp from 'sharp';
import type { Log, Stored } from '@core/api/pages';
import type { AnyEdit, SiteEdit } from '@core/document/edits/site-edit';
import { Batches } from './database/entities';
import { until } from './testing/until';
import { withServer } from './testing/with-server';

const newClass = (id: string): SiteEdit => ({
  do: 'insert',
  on: 'site',
  into: 'classes',
  index: 0,
  item: { id, name: id, style: { wide: { normal: { color: 'red' } } } },
});
const named = (value: string): AnyEdit => ({ do: 'set', part: 'root', field: ['content', 'base', 'title'], value });

describe('Edits of a site', () => {
  const at = withServer();
  const listen = (page: string): { heard: Stored[]; stop: () => void } => {
    const heard: Stored[] = [];
    const stop = at.running.service.feed.listen({ page, site: 'tidewick' }, (stored) => heard.push(stored));
    return { heard, stop };
  };

  it('are stored with those of the page in one batch, and heard on the other pages without these', async () => {
    const [here, there] = [await at.ada.open('tidewick-home'), await at.ada.open('tidewick-fares')];
    const [own, other] = [listen('tidewick-home'), listen('tidewick-fares')];
    const edits: AnyEdit[] = [newClass('both'), { do: 'set', part: 'root', field: ['classes'], value: ['both'] }];
    const answer = (await at.ada.store('tidewick-home', edits)).json<Log>();
    await until(() => own.heard.length > 0 && other.heard.length > 0, 'it is not heard');
    own.stop();
    other.stop();
    expect(answer.log.map(({ revision, siteRevision }) => [revision, siteRevision])).toEqual([
      [here.revision + 1, here.siteRevision + 1],
    ]);
    expect(own.heard.map((one) => one.edits)).toEqual([edits]);
    expect(other.heard.map((one) => ({ ...one, id: '' }))).toEqual([
      { id: '', revision: null, siteRevision: there.siteRevision + 1, edits: [newClass('both')] },
    ]);
    const after = await at.ada.open('tidewick-fares');
    expect(after.revision).toBe(there.revision);
    expect(after.siteRevision).toBe(there.siteRevision + 1);
    expect(after.site.classes[0]!.id).toBe('both');
    expect((await at.ada.open('tidewick-home')).page.parts['root']!.classes).toEqual(['both']);
  });

  it('change neither page nor site when one of them does not fit', async () => {
    const before = await at.ada.open('tidewick-home');
    const refused = await at.ada.store('tidewick-home', [newClass('half'), { do: 'remove', part: 'gone' }]);
    expect(refused.status).toBe(422);
    expect(await at.ada.open('tidewick-home')).toEqual(before);
    const twice = await at.ada.store('tidewick-home', [named('Half'), newClass('card')]);
    expect(twice.status).toBe(422);
    expect(twice.refusal().place).toEqual({ field: 'classes.card' });
    expect(await at.ada.open('tidewick-home')).toEqual(before);
  });

  it('are stored once however often they are sent, and caught up with from what one knows', async () => {
    const { revision, siteRevision } = await at.ada.open('tidewick-lost');
    const body = { id: nanoid(), base: revision, siteBase: siteRevision, edits: [newClass('once')] };
    const first = (await at.ada.call('POST', '/pages/tidewick-lost/edits', body)).json<Log>();
    await at.ada.store('tidewick-home', [newClass('twice')]);
    const again = (await at.ada.call('POST', '/pages/tidewick-lost/edits', body)).json<Log>();
    expect(first.log.map((one) => one.siteRevision)).toEqual([siteRevision + 1]);
    expect(again.log.map((one) => one.siteRevision)).toEqual([siteRevision + 1, siteRevision + 2]);
    const missed = (
      await at.ada.call('GET', `/pages/tidewick-lost/log?since=${revision}&site=${siteRevision + 1}`)
    ).json<Log>();
    expect(missed.log.flatMap((one) => one.edits)).toEqual([newClass('twice')]);
  });

  it('sent at once from several pages all arrive, each page’s own with them', async () => {
    const pages = ['tidewick-home', 'tidewick-fares', 'tidewick-lost'];
    const before = await Promise.all(pages.map((page) => at.ada.open(page)));
    const answers = await Promise.all(
      Array.from({ length: 24 }, (_, index) =>
        at.ada.store(pages[index % 3]!, [newClass(`many-${index}`), named(`Title ${index}`)]),
      ),
    );
    expect(answers.map((one) => one.status)).toEqual(answers.map(() => 200));
    const after = await Promise.all(pages.map((page) => at.ada.open(page)));
    expect(after.map((one) => one.siteRevision)).toEqual(before.map((one) => one.siteRevision + 24));
    expect(after.map((one) => one.revision)).toEqual(before.map((one) => one.revision + 8));
    expect(new Set(after[0]!.site.classes.map((one) => one.id)).size).toBe(before[0]!.site.classes.length + 24);
  });

  it('stay in the site’s log when the page goes they were made on', async () => {
    const page = await at.ada.newPage('tidewick', '/goes');
    const { siteRevision } = await at.ada.open('tidewick-home');
    await at.ada.store(page, [newClass('stays'), named('Goes')]);
    await at.ada.store(page, [named('Goes too')]);
    expect((await at.ada.call('DELETE', `/pages/${page}`)).status).toBe(204);
    const left = (await at.ada.call('GET', `/pages/tidewick-home/log?since=99999&site=${siteRevision}`)).json<Log>();
    expect(left.log.map((one) => one.edits)).toEqual([[newClass('stays')]]);
    expect(await at.running.service.database.getRepository(Batches).countBy({ page })).toBe(0);
  });

  it('tell those at work of a picture that was uploaded', async () => {
    const { heard, stop } = listen('tidewick-home');
    const png = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#224466' } })
      .png()
      .toBuffer();
    const answer = await at.ada.upload('/sites/tidewick/pictures', 'sea.png', 'image/png', png);
    stop();
    const { id, picture } = answer.json<{ id: string; picture: object }>();
    expect(heard.map((one) => one.edits)).toEqual([
      [{ do: 'insert', on: 'site', into: 'pictures', id, item: picture } as SiteEdit],
    ]);
  });
});
