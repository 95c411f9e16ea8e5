import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { create, type Font, type FontCollection } from 'fontkit';
import subsetFont from 'subset-font';
import type { Face } from '@core/document/library/face';
import { fonts } from '@core/style/faces/fonts';
import { fontPath } from '../releases/write';
import { Client } from '../testing/running';
import { noUploadLeft } from '../testing/until';
import { withServer } from '../testing/with-server';
import { madeReady } from './made-ready';

const path = fontPath('literata-latin-wght-normal.woff2');
const literata = readFileSync(path);
const greek = readFileSync(path.replace('-latin-', '-greek-'));

/** A file as fontkit, which has no part in making it smaller, reads it. */
function read(bytes: Buffer): Font {
  const font: Font | FontCollection = create(bytes);
  if ('fonts' in font) throw new Error('A collection.');
  return font;
}
const letters = 'Sailings, 7:40 — Ærø & Çeşme';
const formats = { woff2: 'woff2', woff: 'woff', ttf: 'truetype' } as const;

describe('An uploaded face', () => {
  for (const [kind, targetFormat] of Object.entries(formats))
    it(`of the kind ${kind} becomes a WOFF2 with its letters, axes and metrics`, async () => {
      const given = await subsetFont(literata, `${letters}abcdefgh`, { targetFormat });
      const { face, bytes } = await madeReady(given, `anything.${kind}`, 'latin');
      expect(bytes.subarray(0, 4).toString('latin1')).toBe('wOF2');
      expect([face.family, face.weights, face.italic, face.size]).toEqual(['Literata', '200 900', false, bytes.length]);
      const [was, is] = [read(given), read(bytes)];
      expect(new Set(is.characterSet)).toEqual(new Set(was.characterSet));
      expect([is.ascent, is.descent, is.lineGap, is.unitsPerEm]).toEqual([
        was.ascent,
        was.descent,
        was.lineGap,
        was.unitsPerEm,
      ]);
      expect(is.variationAxes).toEqual(was.variationAxes);
      expect(is.layout('Sailings').advanceWidth).toBe(was.layout('Sailings').advanceWidth);
      expect(face.licence).toMatch(/Open Font License|OFL|scripts\.sil\.org|Copyright/i);
    });

  it('keeps the letters that are asked for, and says when it has none of them', async () => {
    const both = await subsetFont(greek, 'αβγΔ', { targetFormat: 'woff2' });
    expect(read((await madeReady(both, 'a', 'european')).bytes).characterSet).toContain('α'.codePointAt(0)!);
    expect(read((await madeReady(both, 'a', 'all')).bytes).characterSet).toContain('Δ'.codePointAt(0)!);
    await expectAsync(madeReady(both, 'a', 'latin')).toBeRejectedWithError(/none of these letters/);
    const few = await madeReady(literata, 'a', 'latin');
    expect(few.bytes.length).toBeLessThan(literata.length * 1.1);
  });

  // Capsize's collection of metrics.
  it('is measured, so that another can stand in for it until its letters are there', async () => {
    for (const { family, file, metrics } of fonts) {
      const { face } = await madeReady(readFileSync(fontPath(file)), file, 'all');
      expect(face.metrics)
        .withContext(family)
        .toEqual({ ...metrics, width: face.metrics?.width ?? 0 });
      expect(Math.abs(face.metrics!.width / metrics.width - 1))
        .withContext(family)
        .toBeLessThan(0.02);
    }
  });

  it('that leans says so, and a fixed weight is one number', async () => {
    const leaning = readFileSync(fontPath('karla-latin-wght-normal.woff2').replace('normal', 'italic'));
    expect((await madeReady(leaning, 'a', 'all')).face.italic).toBeTrue();
    const fixed = await subsetFont(literata, letters, { targetFormat: 'truetype', variationAxes: { wght: 700 } });
    expect((await madeReady(fixed, 'a', 'latin')).face.weights).toMatch(/^\d{3}$/);
  });

  it('that is none, or means harm, is refused with a sentence', async () => {
    const lying = Buffer.from(literata);
    lying.writeUInt32BE(4_000_000_000, 16);
    const unkind: Readonly<Record<string, Buffer>> = {
      empty: Buffer.alloc(0),
      short: Buffer.from('wOF2'),
      text: Buffer.from('<html><script>alert(1)</script>'),
      picture: Buffer.from('\u0089PNG\r\n\u001a\n', 'latin1'),
      collection: Buffer.concat([Buffer.from('ttcf'), Buffer.alloc(64)]),
      'cut short': literata.subarray(0, literata.length / 2),
      lying,
      'a head alone': Buffer.concat([Buffer.from([0, 1, 0, 0, 0xff, 0xff]), Buffer.alloc(2000, 0xff)]),
    };
    for (const [name, bytes] of Object.entries(unkind))
      await expectAsync(madeReady(bytes, name, 'all'))
        .withContext(name)
        .toBeRejectedWithError(/typeface|faces/);
  });

  it('with damage anywhere is refused, or still a face', async () => {
    const plain = await subsetFont(literata, letters, { targetFormat: 'truetype' });
    let refused = 0;
    for (let at = 0; at < 40; at++) {
      const bytes = Buffer.from(plain);
      for (let hit = 0; hit < 8; hit++)
        bytes[(at * 7919 + hit * 104_729) % Math.min(bytes.length, 1 + at * 400)] = (at * 31 + hit * 57) & 0xff;
      const made = await madeReady(bytes, 'a', 'all').catch((error: Error) => error);
      if (made instanceof Error) {
        refused++;
        expect(made.message)
          .withContext(`${at}`)
          .toMatch(/typeface|faces|letters/);
      } else expect(read(made.bytes).numGlyphs).toBeGreaterThan(0);
    }
    expect(refused).toBeGreaterThan(5);
  });
});

describe('Uploading a face', () => {
  const at = withServer();
  const upload = (client: Client, name: string, bytes: Buffer, query = 'letters=latin', site = 'mill') =>
    client.upload(`/sites/${site}/faces?${query}`, name, 'font/woff2', bytes);

  it('enters it into the site, serves it to members, and publishes it with the pages that name it', async () => {
    const named = await subsetFont(literata, letters, { targetFormat: 'truetype' });
    const answer = await upload(at.ada, 'Tidewick Text.ttf', named);
    expect(answer.status).toBe(201);
    const { face } = answer.json<{ face: Face }>();
    expect((await at.ada.open('mill-home')).site.faces).toEqual([face]);
    const served = await at.ada.call('GET', `/sites/mill/files/${face.file}`);
    expect([served.status, served.headers['content-type']]).toEqual([200, 'font/woff2']);

    const live = async (): Promise<string[]> => {
      expect((await at.ada.call('POST', '/pages/mill-home/releases', {})).status).toBe(201);
      const releases = join(at.running.service.config.liveFolder, 'sites/oxbow-mill/releases');
      return readdirSync(join(releases, readFileSync(join(releases, '../current'), 'utf8'), 'files'));
    };
    expect(await live()).not.toContain(face.file);
    await at.ada.store('mill-home', [
      { do: 'set', part: 'root', field: ['style', 'wide', 'normal', 'font-family'], value: '"Literata", sans-serif' },
    ]);
    expect(await live()).toContain(face.file);

    await at.ada.store('mill-home', [{ do: 'remove', on: 'site', from: 'faces', id: face.id }]);
    expect((await at.ada.open('mill-home')).site.faces).toBeUndefined();
    await noUploadLeft(at.running);
  });

  it('is refused to strangers, with letters nobody knows, without a file, and where the file is none', async () => {
    const bea = new Client(at.running.port);
    expect((await upload(bea, 'a.woff2', literata)).status).toBe(401);
    expect((await upload(at.ada, 'a.woff2', literata, 'letters=latin', 'nobody-s')).status).toBe(404);
    for (const query of ['', 'letters=runes', 'letters=latin&letters=all']) {
      const answer = await upload(at.ada, 'a.woff2', literata, query);
      expect([answer.status, answer.refusal().problem]).toEqual([400, 'Say which letters of the typeface to keep.']);
    }
    const none = await upload(at.ada, 'a.woff2', Buffer.from('not a font'));
    expect([none.status, none.refusal().problem]).toEqual([
      400,
      'A typeface is a file of the kind woff2, woff, ttf or otf.',
    ]);
    expect((await at.ada.call('POST', '/sites/mill/faces?letters=all', {})).status).toBe(400);
    await noUploadLeft(at.running);
  });
});
