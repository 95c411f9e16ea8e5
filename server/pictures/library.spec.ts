import sharp from 'sharp';
import type { LibraryFacts } from '@core/api/pictures';
import type { Picture } from '@core/document/site';
import { ask, type Answer } from '../testing/running';
import { withServer } from '../testing/with-server';

describe('The library of a site', () => {
  const at = withServer();
  const photograph = (width: number, height: number): Promise<Buffer> =>
    sharp({ create: { width, height, channels: 3, background: '#4060c0' } })
      .jpeg()
      .toBuffer();
  const facts = async (site = 'tidewick'): Promise<LibraryFacts> =>
    (await at.ada.call('GET', `/sites/${site}/uses`)).json<LibraryFacts>();
  const upload = async (bytes: Buffer): Promise<string> =>
    (await at.ada.upload('/sites/tidewick/pictures', 'ferry.jpg', 'image/jpeg', bytes)).json<{ id: string }>().id;
  /** Sends another file for a picture, the way a form does. */
  const replace = (id: string, bytes: Buffer, site = 'tidewick'): Promise<Answer> =>
    at.ada.call(
      'PUT',
      `/sites/${site}/pictures/${id}`,
      Buffer.concat([
        Buffer.from('--edge\r\ncontent-disposition: form-data; name="file"; filename="new.jpg"\r\n\r\n'),
        bytes,
        Buffer.from('\r\n--edge--\r\n'),
      ]),
      { 'content-type': 'multipart/form-data; boundary=edge' },
    );
  const pictureNow = async (id: string): Promise<Picture> => (await at.ada.open('tidewick-home')).site.pictures[id]!;

  it('tells where each picture is used, and what every file of it weighs', async () => {
    const { pages, site, weights } = await facts();
    const home = pages.find((one) => one.id === 'tidewick-home')!;
    expect(Object.keys(home.uses.pictures).length).toBeGreaterThan(1);
    const { pictures } = (await at.ada.open('tidewick-home')).site;
    for (const id of Object.keys({ ...home.uses.pictures, ...site.pictures }))
      for (const { file } of pictures[id]!.files) expect(weights[file]).withContext(file).toBeGreaterThan(100);
    expect((await at.ada.call('GET', '/sites/tidewick/weights')).json()).toEqual(weights);
    const id = await upload(await photograph(50, 50));
    expect((await facts()).pages.some((one) => id in one.uses.pictures)).toBeFalse();
    const { root } = (await at.ada.open('tidewick-fares')).page;
    await at.ada.store('tidewick-fares', [{ do: 'set', part: root, field: ['content', 'base', 'share'], value: id }]);
    const fares = (await facts()).pages.find((one) => one.id === 'tidewick-fares');
    expect(fares?.uses.pictures[id]).toBe(1);
  });

  it('has another file take the place of a picture, with all that is said of it, everywhere it is shown', async () => {
    const id = await upload(await photograph(900, 600));
    for (const [key, value] of [
      ['alt', 'The ferry at noon'],
      ['tags', ['boats', 'noon']],
    ] as const)
      await at.ada.store('tidewick-home', [
        { do: 'set', on: 'site', field: ['pictures', id, key], value: value as string },
      ]);
    const before = await pictureNow(id);
    const answer = await replace(id, await photograph(500, 700));
    expect([answer.status, answer.json<{ id: string }>().id]).toEqual([201, id]);
    const after = await pictureNow(id);
    expect([after.name, after.alt, after.tags]).toEqual(['ferry.jpg', 'The ferry at noon', ['boats', 'noon']]);
    expect([after.width, after.height]).toEqual([500, 700]);
    expect(after.files.map((one) => one.width)).toEqual([400, 500]);
    // what was live goes on being served
    const { weights } = await facts();
    for (const { file } of [...before.files, ...after.files]) expect(weights[file]).toBeGreaterThan(0);
  });

  it('refuses a file that is none, of a picture that isn’t there, and of another site', async () => {
    const id = await upload(await photograph(60, 60));
    const before = await pictureNow(id);
    expect((await replace(id, Buffer.from('not a picture'))).status).toBe(400);
    expect((await replace('nobody', await photograph(60, 60))).status).toBe(422);
    expect((await replace(id, await photograph(60, 60), 'mill')).status).toBe(422);
    expect(await pictureNow(id)).toEqual(before);
  });

  it('of two files sent for one picture at once ends with one of them whole', async () => {
    const id = await upload(await photograph(60, 60));
    await Promise.all([replace(id, await photograph(300, 200)), replace(id, await photograph(200, 300))]);
    const { width, height, files } = await pictureNow(id);
    expect([
      [300, 200],
      [200, 300],
    ]).toContain([width, height]);
    expect(files.at(-1)!.width).toBe(width);
  });

  it('has a picture stand for the site: in square files, named by what is released, with a manifest', async () => {
    const id = await upload(await photograph(1200, 800));
    const set = (picture: string) => at.ada.call('PUT', '/sites/tidewick/icon', { picture });
    expect((await set(id)).status).toBe(204);
    const { icon } = (await at.ada.open('tidewick-home')).site;
    expect(icon?.picture).toBe(id);
    expect((await at.ada.call('POST', '/pages/tidewick-home/releases', {})).status).toBe(201);
    const visit = (path: string): Promise<Answer> => ask(at.live.port, 'GET', path, { host: 'tidewick.localhost' });
    const home = await visit('/');
    expect(home.body).toContain('rel="apple-touch-icon"');
    expect(home.headers['content-security-policy']).toContain("manifest-src 'self'");
    const manifest = await visit('/manifest.webmanifest');
    expect(manifest.headers['content-type']).toContain('application/manifest+json');
    for (const { size, file } of icon!.files) {
      const served = await visit(`/files/${file}`);
      expect(served.status).withContext(file).toBe(200);
      const { width, height, format } = await sharp(served.bytes).metadata();
      expect([width, height, format]).withContext(file).toEqual([size, size, 'png']);
    }
    for (const [picture, status] of [
      ['nobody', 422],
      ['__proto__', 400],
    ] as const)
      expect((await set(picture)).status).toBe(status);
    expect((await facts()).site.pictures[id]).toBe(1);
  });
});
