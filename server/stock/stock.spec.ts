import sharp from 'sharp';
import express from 'express';
import type { LibraryPicture, StockFound } from '@core/api/pictures';
import { Refusal } from '@core/api/refusal';
import { scenes } from '../../stock/scenes';
import { Client, serving } from '../testing/running';
import { noUploadLeft } from '../testing/until';
import { withServer } from '../testing/with-server';
import { StockSource } from './source';

describe('Stock pictures', () => {
  const at = withServer();
  const search = async (query: string): Promise<StockFound> =>
    (await at.ada.call('GET', `/sites/mill/stock?${query}`)).json<StockFound>();

  it('are found by words, page by page, and can be looked at', async () => {
    const all = new Set<string>();
    for (let page = 0, more = true; more; page++) {
      const found = await search(`page=${page}`);
      found.pictures.forEach(({ id }) => all.add(id));
      more = found.more;
    }
    expect(all.size).toBe(scenes.length);
    const sea = await search('words=Sea%20sun');
    expect(sea.pictures.map((one) => one.title)).toContain('The sea at sunset');
    expect(sea.pictures.every((one) => /sea|sun/i.test(one.title))).toBeTrue();
    expect(await search('words=submarine')).toEqual({ pictures: [], more: false });
    const small = await at.ada.call('GET', `/sites/mill/stock/${sea.pictures[0]!.id}`);
    expect([small.status, small.headers['content-type'], (await sharp(small.bytes).metadata()).width]).toEqual([
      ...[200, 'image/jpeg', 400],
    ]);
  });

  it('are taken into the library with whose they are, in all widths, and leave no upload', async () => {
    const [one] = (await search('words=lavender')).pictures;
    const answer = await at.ada.call('POST', '/sites/mill/stock', { id: one!.id, title: one!.title, by: one!.by });
    expect(answer.status).toBe(201);
    const { id, picture } = answer.json<LibraryPicture>();
    expect([picture.name, picture.credit, picture.width, picture.type]).toEqual([
      ...['Lavender', one!.by, one!.width, 'image/jpeg'],
    ]);
    expect(picture.files.map((file) => file.width)).toEqual([400, 800, 1200, 1600, 2400]);
    const { site } = await at.ada.open('mill-home');
    expect(site.pictures[id]).toEqual(picture);
    await noUploadLeft(at.running);
  });

  it('that are not there, or are asked for in another way, are refused by a sentence', async () => {
    const cases: readonly (readonly [body: unknown, says: RegExp])[] = [
      [{ id: 'stock-9999', title: 'A', by: 'B' }, /no longer has this picture/],
      [{ id: '../search', title: 'A', by: 'B' }, /no such picture/],
      [{ id: 'stock-1', title: '', by: 'B' }, /./],
      [{ id: 'stock-1', title: 'A', by: 'B', more: 1 }, /./],
      [{}, /./],
    ];
    for (const [body, says] of cases) {
      const answer = await at.ada.call('POST', '/sites/mill/stock', body);
      expect(answer.status).withContext(JSON.stringify(body)).toBe(400);
      expect(answer.body).toMatch(says);
    }
    for (const query of ['page=-1', `words=${'a'.repeat(300)}`])
      expect((await at.ada.call('GET', `/sites/mill/stock?${query}`)).status)
        .withContext(query)
        .toBe(400);
    for (const name of ['A', 'a.b', '..%2Fsearch'])
      expect((await at.ada.call('GET', `/sites/mill/stock/${name}`)).status)
        .withContext(name)
        .toBe(404);
    const none = await at.ada.call('GET', '/sites/mill/stock/stock-9999');
    expect([none.status, none.headers['content-type'], none.headers['cache-control']]).toEqual([
      ...[400, 'application/json; charset=utf-8', 'no-store'],
    ]);
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect((await ben.call('POST', '/sites/mill/stock', { id: 'stock-1', title: 'A', by: 'B' })).status).toBe(404);
    await noUploadLeft(at.running);
  });

  it('of a source that is away, slow to end, or sends what it should not, are a sentence, and nothing is kept', async () => {
    const odd = express();
    const endless = 'x'.repeat(1_000_000);
    odd.get('/pictures/:id/whole', (_request, response) => {
      const more = (): void => void (response.write(endless) ? setImmediate(more) : response.once('drain', more));
      response.once('close', () => response.destroy());
      more();
    });
    odd.get('/pictures/:id/small', (_request, response) => response.redirect('http://127.0.0.1:9/secret'));
    odd.get('/search', (_request, response) =>
      response.json({ pictures: [{ id: 'A B', title: '<script>' }], more: 1 }),
    );
    const { port, stop } = await serving(odd);
    const source = new StockSource(`http://127.0.0.1:${port}`);
    const file = `${at.running.service.config.uploadFolder}/endless`;
    await expectAsync(source.search('', 0)).toBeRejectedWithError(Refusal, /can’t be reached/);
    await expectAsync(source.small('a')).toBeRejectedWithError(Refusal, /can’t be reached/);
    await expectAsync(source.write('a', file, 5_000_000)).toBeRejectedWithError(Refusal, /too large/);
    await stop();
    await expectAsync(source.search('', 0)).toBeRejectedWithError(Refusal, /can’t be reached/);
    await at.running.stock.stop();
    const answer = await at.ada.call('POST', '/sites/mill/stock', { id: 'stock-1', title: 'A', by: 'B' });
    expect([answer.status, answer.refusal().problem]).toEqual([
      ...[503, 'The source of stock pictures can’t be reached at the moment. Try again later.'],
    ]);
  });
});
