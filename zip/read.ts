import { crc32 } from 'node:zlib';
import { openPromise, type Entry, type ZipFile } from 'yauzl';

/** What is wrong with an archive; nothing of it can be used. */
export class BadZip extends Error {}

/** An archive may hold so many files, and so many bytes once it is unpacked. */
const mostFiles = 110_000;
const mostBytes = 4_000_000_000;

/** An archive on disk, opened for reading one file after another. */
export class Unpacked {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
  ) {}

  /** @throws BadZip where it is none, is too large, or names a file twice */
  static async open(file: string): Promise<Unpacked> {
    const zip = await openPromise(file, { lazyEntries: true, autoClose: false, strictFileNames: true }).catch(
      unreadable,
    );
    try {
      return new Unpacked(zip, await entriesOf(zip));
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  get names(): readonly string[] {
    return [...this.entries.keys()];
  }

  /** The bytes of a file; nothing where there is none of this name. @throws BadZip where it is larger than said */
  async read(name: string, most: number): Promise<Buffer | undefined> {
    const entry = this.entries.get(name);
    if (!entry) return undefined;
    if (entry.uncompressedSize > most) throw new BadZip(`${name} is too large.`);
    const stream = await this.zip.openReadStreamPromise(entry).catch(unreadable);
    const chunks: Buffer[] = [];
    try {
      // what is unpacked is counted: a file that says it is small and is not is cut off
      for await (const chunk of stream) chunks.push(chunk as Buffer);
    } catch {
      throw new BadZip(`${name} can’t be unpacked.`);
    }
    const bytes = Buffer.concat(chunks);
    if (crc32(bytes) !== entry.crc32) throw new BadZip(`${name} is damaged: its check sum is another.`);
    return bytes;
  }

  close(): void {
    this.zip.close();
  }
}

function unreadable(error: unknown): never {
  throw new BadZip(error instanceof Error && 'code' in error ? error.message : 'This is no zip file, or part of one.');
}

async function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  if (zip.entryCount > mostFiles) throw new BadZip('There are too many files in it.');
  const entries = new Map<string, Entry>();
  let bytes = 0;
  try {
    for await (const entry of zip.eachEntry()) {
      if (entry.fileName.endsWith('/')) continue;
      bytes += entry.uncompressedSize;
      if (bytes > mostBytes) throw new BadZip('Unpacked, it is too large.');
      if (entries.has(entry.fileName)) throw new BadZip(`It holds ${entry.fileName} twice.`);
      entries.set(entry.fileName, entry);
    }
  } catch (error) {
    throw error instanceof BadZip ? error : new BadZip('This is no zip file, or part of one.');
  }
  return entries;
}
