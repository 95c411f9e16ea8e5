import type { BroughtPictures } from '@core/api/pictures';
import type { MadePage, MadeSite, WouldBring } from '@core/api/sites';
import { filesOfPicture } from '@core/document/library/picture-files';
import { usesOfParts } from '@core/document/library/uses';
import { linksOfPart } from '@core/document/links/links';
import { Memberships, PictureFiles } from '../database/entities';
import { ask, Client } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('A page copied to another site', () => {
  const at = withServer();
  let to: string;
  const filesOf = (site: string): Promise<number> =>
    at.running.service.database.getRepository(PictureFiles).countBy({ site });
  const copied = (more: object = {}) =>
    at.ada.call('POST', `/sites/${to}/pages`, {
      ...{ title: 'Fares', path: '/fares', copyOf: 'tidewick-fares', onClash: 'both' },
      ...more,
    });

  beforeAll(async () => {
    const wanted = { name: 'Salt Works', host: 'salt-works', language: 'en', breakpoints: 'three', home: 'Salt' };
    to = (await at.ada.call('POST', '/sites', wanted)).json<MadeSite>().id;
  });

  it('brings its pictures, is whole, and goes live with them', async () => {
    const would = (await at.ada.call('GET', `/sites/${to}/pages/from/tidewick-home`)).json<WouldBring>();
    const made = await copied({ copyOf: 'tidewick-home', title: 'Ferries', path: '/ferries' });
    expect(made.status).withContext(made.body).toBe(201);
    const { page, site } = await at.ada.open(made.json<MadePage>().id);
    const used = Object.keys(usesOfParts(page.parts).pictures);
    expect(used.length).toBeGreaterThan(0);
    expect(would.brings.pictures).toBe(used.length);
    expect(used.filter((id) => !Object.hasOwn(site.pictures, id))).toEqual([]);
    const files = used.flatMap((id) => filesOfPicture(site.pictures[id]!));
    expect(await filesOf(to)).toBe(new Set(files).size);
    expect((await at.ada.call('POST', `/sites/${to}/releases`, { pages: [page.id] })).status).toBe(201);
    const host = 'salt-works.localhost';
    const { body } = await ask(at.live.port, 'GET', '/ferries', { host });
    const pictures = [...body.matchAll(/\/files\/[a-z0-9.-]+\.(?:jpg|webp|png|avif)/g)].map(([address]) => address);
    expect(pictures.length).toBeGreaterThan(0);
    for (const address of new Set(pictures))
      expect((await ask(at.live.port, 'GET', address, { host })).status)
        .withContext(address)
        .toBe(200);
    // its home page is asked for at the path this site has one at
    const leads = Object.values(page.parts)
      .flatMap(linksOfPart)
      .map((one) => one.to);
    expect(leads.filter((one) => one.startsWith('page:tidewick'))).toEqual([]);
  });

  it('is all there or not at all: a path that is taken brings nothing', async () => {
    const before = (await at.ada.call('GET', `/sites/${to}`)).body;
    const refused = await copied({ path: '/ferries' });
    expect([refused.status, refused.body.includes('/ferries')]).toEqual([409, true]);
    expect((await at.ada.call('GET', `/sites/${to}`)).body).toBe(before);
    expect((await copied({ path: '/other', frame: 'gone' })).status).toBe(400);
    expect((await at.ada.call('GET', `/sites/${to}`)).body).toBe(before);
  });

  it('is made of what one may look at alone, where one may build', async () => {
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    const members = at.running.service.database.getRepository(Memberships);
    await members.insert({ account: 'ben', site: to, role: 'owner' });
    const facts = { title: 'Taken', path: '/taken', copyOf: 'tidewick-fares' };
    expect((await ben.call('POST', `/sites/${to}/pages`, facts)).status).toBe(404);
    expect((await ben.call('GET', `/sites/${to}/pages/from/tidewick-fares`)).status).toBe(404);
    expect((await ben.call('POST', `/sites/${to}/pictures/from/tidewick`, { pictures: ['x'] })).status).toBe(404);
    expect((await at.ada.call('POST', `/sites/${to}/pictures/from/${to}`, { pictures: ['x'] })).status).toBe(404);
  });

  it('finds at the site what came there before: the same pictures come once', async () => {
    const { site: from } = await at.ada.open('tidewick-home');
    const [first, second] = Object.keys(from.pictures);
    const bring = async (pictures: readonly string[]): Promise<BroughtPictures['pictures']> =>
      (await at.ada.call('POST', `/sites/${to}/pictures/from/tidewick`, { pictures })).json<BroughtPictures>().pictures;
    const names = await bring([first!, second!, 'gone']);
    expect(Object.keys(names).sort()).toEqual([first!, second!].sort());
    const before = (await at.ada.call('GET', `/sites/${to}`)).body;
    expect(await bring([first!, second!])).toEqual(names);
    expect((await at.ada.call('GET', `/sites/${to}`)).body).toBe(before);
    const there = (await at.ada.call('GET', `/sites/${to}`)).json<{ site: typeof from }>().site.pictures;
    expect(there[names[first!]!]!.files).toEqual(from.pictures[first!]!.files);
  });

  it('comes in once of twenty that are asked for at once at one path, whatever else is stored', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => copied({ path: '/at-once' })));
    expect(answers.map((one) => one.status).sort()).toEqual([201, ...Array.from({ length: 19 }, () => 409)]);
  });
});
