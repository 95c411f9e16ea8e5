import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { strToU8, unzipSync, zipSync } from 'fflate';
import { BadZip, Unpacked } from './read';
import { packed } from './write';

describe('An archive', () => {
  const folder = mkdtempSync(join(tmpdir(), 'fold-zip-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  let count = 0;
  const laid = (bytes: Uint8Array): string => {
    const file = join(folder, `${++count}.zip`);
    writeFileSync(file, bytes);
    return file;
  };
  const bytes = Buffer.from(Array.from({ length: 300_000 }, (_, at) => (at * 7919) % 251));
  const files = () => [
    { name: 'index.html', text: '<!doctype html><p>Ålesund · 港</p>'.repeat(500) },
    {
      name: 'files/pier.webp',
      bytes: () => Promise.resolve(Readable.from([bytes.subarray(0, 1000), bytes.subarray(1000)])),
    },
    { name: 'empty.txt', text: '' },
  ];

  it('is read by another library than the one that wrote it, and by ours', async () => {
    const whole = await buffer(packed(files()));
    const read = unzipSync(whole);
    expect(Object.keys(read)).toEqual(['index.html', 'files/pier.webp', 'empty.txt']);
    expect(Buffer.from(read['files/pier.webp']!).equals(bytes)).toBeTrue();
    expect(Buffer.from(read['index.html']!).toString()).toBe('<!doctype html><p>Ålesund · 港</p>'.repeat(500));
    const zip = await Unpacked.open(laid(whole));
    expect(zip.names).toEqual(['index.html', 'files/pier.webp', 'empty.txt']);
    expect((await zip.read('files/pier.webp', 1e6))?.equals(bytes)).toBeTrue();
    expect((await zip.read('empty.txt', 10))?.length).toBe(0);
    expect(await zip.read('none', 10)).toBeUndefined();
    zip.close();
  });

  it('of the same files is the same, whenever and wherever it is packed', async () => {
    const one = await buffer(packed(files()));
    jasmine.clock().install().mockDate(new Date('2031-05-06T07:08:09Z'));
    try {
      expect((await buffer(packed(files()))).equals(one)).toBeTrue();
    } finally {
      jasmine.clock().uninstall();
    }
  });

  it('ends with the error of a file that can’t be fetched, instead of being a whole one without it', async () => {
    const broken = [...files(), { name: 'gone.webp', bytes: () => Promise.reject(new Error('the database is away')) }];
    await expectAsync(buffer(packed(broken))).toBeRejectedWithError('the database is away');
    const torn = Readable.from(
      (async function* () {
        yield bytes;
        await Promise.resolve();
        throw new Error('cut off');
      })(),
    );
    await expectAsync(buffer(packed([{ name: 'torn', bytes: () => Promise.resolve(torn) }]))).toBeRejected();
  });

  it('that is none, is torn, lies about sizes or leads out of its folder is refused', async () => {
    const fine = zipSync({ 'a.txt': strToU8('a'.repeat(5000)), 'b.txt': strToU8('b') });
    const opened = async (data: Uint8Array): Promise<Buffer | undefined> => {
      const zip = await Unpacked.open(laid(data));
      try {
        return await zip.read('a.txt', 10_000);
      } finally {
        zip.close();
      }
    };
    expect((await opened(fine))?.length).toBe(5000);
    await expectAsync(opened(strToU8('no archive at all'))).toBeRejectedWithError(BadZip);
    await expectAsync(opened(new Uint8Array())).toBeRejectedWithError(BadZip);
    await expectAsync(opened(fine.slice(0, fine.length - 30))).toBeRejectedWithError(BadZip);
    await expectAsync(opened(fine.slice(40))).toBeRejectedWithError(BadZip);
    // a byte changed within a file that is stored as it is: its CRC-32 is another (APPNOTE 4.4.7)
    const damaged = Buffer.from(zipSync({ 'a.txt': strToU8('a'.repeat(5000)) }, { level: 0 }));
    damaged[damaged.indexOf('aaaa') + 100] = 0x62;
    await expectAsync(opened(damaged)).toBeRejectedWithError(BadZip, /check sum/);
    await expectAsync(opened(zipSync({ '../a.txt': strToU8('x') }))).toBeRejectedWithError(BadZip);
    await expectAsync(opened(zipSync({ '/etc/a.txt': strToU8('x') }))).toBeRejectedWithError(BadZip);
    // a file that unpacks to more than it says (the central directory’s size, APPNOTE 4.4.9)
    const liar = Buffer.from(zipSync({ 'a.txt': strToU8('a'.repeat(900_000)) }));
    const at = liar.indexOf(Buffer.from('PK\x01\x02', 'latin1'));
    liar.writeUInt32LE(20, at + 24);
    await expectAsync(opened(liar)).toBeRejectedWithError(BadZip);
    await expectAsync(opened(zipSync({ 'a.txt': strToU8('a'.repeat(20_000)) }))).toBeRejectedWithError(/too large/);
    // the same name twice
    const twice = Buffer.from(zipSync({ 'a.txt': strToU8('a'), 'b.txt': strToU8('b') }));
    for (let from = twice.indexOf('b.txt'); from !== -1; from = twice.indexOf('b.txt', from))
      twice.write('a.txt', from);
    await expectAsync(opened(twice)).toBeRejectedWithError(/twice/);
  });
});
