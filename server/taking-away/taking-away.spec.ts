import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { strFromU8, strToU8, unzipSync, zipSync, type Unzipped } from 'fflate';
import type { SiteHistory } from '@core/api/history';
import type { DeskFacts, MadeSite } from '@core/api/sites';
import { fonts } from '@core/style/faces/fonts';
import { PictureFiles, Sites } from '../database/entities';
import { fontPath } from '../releases/write';
import { Client, type Answer } from '../testing/running';
import { noUploadLeft } from '../testing/until';
import { withServer } from '../testing/with-server';

describe('A site', () => {
  const at = withServer();
  const filesOf = (zip: Buffer): Unzipped => unzipSync(zip);
  const fetched = async (path: string): Promise<Answer> => {
    const answer = await at.ada.call('GET', path);
    expect(answer.status).withContext(answer.body.slice(0, 200)).toBe(200);
    return answer;
  };
  let count = 0;
  const takeIn = (
    zip: Uint8Array,
    facts: { name?: string; host?: string } = {},
    as: Client = at.ada,
  ): Promise<Answer> => {
    const query = new URLSearchParams({ name: 'Taken In', host: `taken-in-${++count}`, ...facts });
    return as.upload(`/archives?${query}`, 'archive.zip', 'application/zip', Buffer.from(zip));
  };
  const sites = () => at.running.service.database.getRepository(Sites).count();

  it('goes as plain files: every page, picture and typeface, as it is now or as it is live', async () => {
    const { headers, bytes } = await fetched('/sites/tidewick/files?as=now&address=https://ferries.example');
    expect([headers['content-type'], headers['content-disposition']]).toEqual([
      'application/zip',
      'attachment; filename=tidewick-files.zip',
    ]);
    const files = filesOf(bytes);
    expect(Object.keys(files)).toEqual(
      jasmine.arrayContaining(['index.html', 'fares/index.html', 'files/icon.svg', 'sitemap.xml', 'robots.txt']),
    );
    const html = strFromU8(files['index.html']!);
    expect(html).toContain('<link rel="canonical" href="https://ferries.example/">');
    for (const [, name] of html.matchAll(/(?:src|href)="(files\/[^"]+)"/g))
      expect(files[name!]?.length ?? 0)
        .withContext(name!)
        .toBeGreaterThan(0);
    expect(Object.keys(files).filter((name) => name.endsWith('.woff2')).length).toBeGreaterThan(0);

    const wanted = { name: 'Salt', host: 'salt', language: 'en', breakpoints: 'three', home: 'Salt' };
    const { id, home } = (await at.ada.call('POST', '/sites', wanted)).json<MadeSite>();
    const unpublished = await at.ada.call('GET', `/sites/${id}/files?as=live`);
    expect([unpublished.status, unpublished.body.includes('has been published')]).toEqual([422, true]);
    expect((await at.ada.call('POST', `/pages/${home}/releases`, {})).status).toBe(201);
    await at.ada.newPage(id, '/not-yet');
    const live = filesOf((await fetched(`/sites/${id}/files?as=live`)).bytes);
    expect(Object.keys(live)).toContain('index.html');
    expect(Object.keys(live)).not.toContain('not-yet/index.html');
  });

  it('is asked for with an address that is one, or with none', async () => {
    for (const query of [
      '',
      '?as=other',
      '?as=now&address=ferries',
      '?as=now&address=javascript:alert(1)',
      '?as=now&address=https://a.example/b?c',
    ])
      expect((await at.ada.call('GET', `/sites/tidewick/files${query}`)).status)
        .withContext(query)
        .toBe(400);
  });

  it('goes as an archive, is taken in elsewhere, and goes as the same archive again', async () => {
    const first = (await fetched('/sites/tidewick/archive')).bytes;
    expect((await fetched('/sites/tidewick/archive')).bytes.equals(first)).toBeTrue();
    const taken = await takeIn(first, { name: 'Other Ferries', host: 'other-ferries' });
    expect(taken.status).withContext(taken.body).toBe(201);
    const { id } = taken.json<{ id: string }>();
    const desk = (await at.ada.call('GET', `/sites/${id}`)).json<DeskFacts>();
    expect([desk.site.name, desk.site.host, desk.role]).toEqual(['Other Ferries', 'other-ferries', 'owner']);
    expect(desk.pages.map((one) => one.path)).toEqual(['/', '/fares', '/lost-property', '/timetable']);
    // as plain files both say the same: ids are the only thing that differs, since those of the first are taken
    const plain = async (site: string): Promise<Record<string, string>> => {
      const files = filesOf((await fetched(`/sites/${site}/files?as=now`)).bytes);
      return Object.fromEntries(
        Object.entries(files).map(([name, bytes]) => [name, Buffer.from(bytes).toString('base64')]),
      );
    };
    const [mine, theirs] = [await plain('tidewick'), await plain(id)];
    expect(Object.keys(theirs)).toEqual(Object.keys(mine));
    for (const name of Object.keys(mine).filter((one) => one !== 'files/icon.svg'))
      expect(theirs[name] === mine[name])
        .withContext(name)
        .toBeTrue();
    const { entries } = (await at.ada.call('GET', `/sites/${id}/history`)).json<SiteHistory>();
    expect(entries.at(-1)?.lines).toEqual(['began the site from an archive of Tidewick Ferries']);

    // once nothing goes by the ids it had, it gets them back
    const before = filesOf((await fetched(`/sites/${id}/archive`)).bytes);
    expect((await at.ada.call('DELETE', `/sites/${id}`, { name: 'Other Ferries' })).status).toBe(200);
    const again = await takeIn(zipSync(before), { name: 'Other Ferries', host: 'other-ferries' });
    expect(again.json<{ id: string }>().id).toBe(id);
    expect(filesOf((await fetched(`/sites/${id}/archive`)).bytes)).toEqual(before);
  });

  it('is begun from an archive by who works at the studio, under a host name that is free', async () => {
    const archive = (await fetched('/sites/tidewick/archive')).bytes;
    const ben = new Client(at.running.port);
    await ben.signIn('ben@elsewhere.example', 'another-studio');
    expect((await takeIn(archive, {}, ben)).status).toBe(403);
    expect((await takeIn(archive, { host: 'tidewick' })).status).toBe(409);
    expect((await takeIn(archive, { host: 'No Host' })).status).toBe(400);
    expect((await takeIn(archive, { name: '' })).status).toBe(400);
    const both = await Promise.all([1, 2].map(() => takeIn(archive, { host: 'at-once' })));
    expect(both.map((one) => one.status).sort()).toEqual([201, 409]);
  });

  it('is not begun from an archive that is torn, lies or carries something else, and nothing of it stays', async () => {
    const archive = (await fetched('/sites/tidewick/archive')).bytes;
    const files = filesOf(archive);
    const picture = Object.keys(files).find((name) => /^files\/.*\.webp$/.test(name))!;
    const count = await sites();
    const changed = (name: string, bytes: Uint8Array | undefined): Uint8Array => {
      const { [name]: _old, ...others } = files;
      return zipSync(bytes ? { ...others, [name]: bytes } : others);
    };
    const edited = (name: string, change: (text: string) => string): Uint8Array =>
      changed(name, strToU8(change(strFromU8(files[name]!))));
    /** The archive with other bytes in the place of a picture’s, and with the facts that fit them. */
    const swapped = (bytes: Uint8Array): Uint8Array => {
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const file = picture.slice('files/'.length);
      const contents = JSON.parse(strFromU8(files['archive.json']!)) as { files: { file: string }[] };
      const entries = contents.files.map((one) => (one.file === file ? { file, size: bytes.length, sha256 } : one));
      return zipSync({
        ...files,
        [picture]: bytes,
        'archive.json': strToU8(JSON.stringify({ ...contents, files: entries })),
      });
    };
    const cases: readonly (readonly [string, Uint8Array, RegExp])[] = [
      ['torn', archive.subarray(0, archive.length - 2000), /can’t be read/],
      ['not a zip', strToU8('hello'), /can’t be read/],
      ['no contents', changed('archive.json', undefined), /no archive\.json/],
      ['a page less', changed('pages/tidewick-fares.json', undefined), /no pages\/tidewick-fares\.json/],
      ['a page that is none', changed('pages/tidewick-fares.json', strToU8('{}')), /pages\/tidewick-fares\.json: /],
      [
        'a script',
        edited('pages/tidewick-home.json', (text) => text.replace('"kind": "heading"', '"kind": "script"')),
        /tidewick-home/,
      ],
      [
        'style that breaks out',
        edited('site.json', (text) => text.replace(/"color": "[^"]*"/, '"color": "red;}</style><script>"')),
        /site\.json: /,
      ],
      [
        'redirects in a circle',
        edited('site.json', (text) => text.replace(/^\{/, '{"redirects": {"/a-way": "/b-way", "/b-way": "/a-way"},')),
        /site\.json: Visitors would go round in a circle/,
      ],
      [
        'tokens in a circle',
        edited('site.json', (text) => {
          const site = JSON.parse(text) as { tokens: object };
          return JSON.stringify({
            ...site,
            tokens: { ...site.tokens, rounda: 'var(--roundb)', roundb: 'var(--rounda)' },
          });
        }),
        /site\.json: Tokens can’t name each other in a circle/,
      ],
      ['a picture less', changed(picture, undefined), /has no files/],
      ['another picture than it says', changed(picture, strToU8('<script>')), /not the file/],
      [
        'a page in the place of a picture',
        swapped(strToU8('<!doctype html><script>alert(1)</script>')),
        /not what its name says/,
      ],
    ];
    for (const [what, zip, reason] of cases) {
      const answer = await takeIn(zip);
      expect([answer.status, reason.test(answer.body)])
        .withContext(`${what}: ${answer.body}`)
        .toEqual([400, true]);
    }
    expect(await sites()).toBe(count);
    await noUploadLeft(at.running);
    const kept = at.running.service.database.getRepository(PictureFiles);
    expect(await kept.createQueryBuilder().where('site NOT IN (SELECT id FROM sites)').getCount()).toBe(0);
  });

  it('brings its typefaces, if they can be read as typefaces', async () => {
    const files = filesOf((await fetched('/sites/tidewick/archive')).bytes);
    const withFace = (bytes: Uint8Array): Uint8Array => {
      const [file, size] = ['0123456789abcdef.woff2', bytes.length];
      const sha256 = createHash('sha256').update(bytes).digest('hex');
      const site = JSON.parse(strFromU8(files['site.json']!)) as object;
      const contents = JSON.parse(strFromU8(files['archive.json']!)) as { files: object[] };
      const face = { id: 'brought', family: 'Brought Face', weights: '400', italic: false, file, size };
      return zipSync({
        ...files,
        [`files/${file}`]: bytes,
        'site.json': strToU8(JSON.stringify({ ...site, faces: [face] })),
        'archive.json': strToU8(JSON.stringify({ ...contents, files: [...contents.files, { file, size, sha256 }] })),
      });
    };
    const whole = readFileSync(fontPath(fonts[0]!.file));
    expect((await takeIn(withFace(whole))).status).toBe(201);
    const noise = Buffer.from(whole);
    for (let at = 100; at < noise.length; at++) noise[at] = (at * 7919) % 251;
    const bomb = Buffer.from(whole);
    bomb.writeUInt32BE(4_000_000_000, 16); // what all its tables have unpacked (WOFF 2.0, section 4.1)
    for (const bytes of [noise, whole.subarray(0, 3000), bomb]) {
      const answer = await takeIn(withFace(bytes));
      expect([answer.status, /typeface/i.test(answer.body)])
        .withContext(answer.body)
        .toEqual([400, true]);
    }
    await noUploadLeft(at.running);
  });

  it('leaves what is dangerous in a drawing behind', async () => {
    const drawing =
      '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>alert(1)</script><rect width="9" height="9" onclick="x()"/></svg>';
    const files = filesOf((await fetched('/sites/tidewick/archive')).bytes);
    const bytes = strToU8(drawing);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const site = JSON.parse(strFromU8(files['site.json']!)) as { pictures: Record<string, unknown> };
    site.pictures['drawn'] = {
      name: 'D',
      alt: '',
      width: 9,
      height: 9,
      type: 'image/svg+xml',
      files: [{ width: 9, file: 'drawn.svg' }],
    };
    const contents = JSON.parse(strFromU8(files['archive.json']!)) as { files: object[] };
    contents.files.push({ file: 'drawn.svg', size: bytes.length, sha256 });
    const taken = await takeIn(
      zipSync({
        ...files,
        'files/drawn.svg': bytes,
        'site.json': strToU8(JSON.stringify(site)),
        'archive.json': strToU8(JSON.stringify(contents)),
      }),
    );
    const { id } = taken.json<{ id: string }>();
    const kept = await at.ada.call('GET', `/sites/${id}/files/drawn.svg`);
    expect(kept.body).toContain('<rect');
    expect(kept.body).not.toMatch(/script|onclick/);
  });
});
