import type { Readable } from 'node:stream';
import { ZipFile } from 'yazl';

/** All files of an archive have this moment, so that what holds the same is the same. */
const moment = { mtime: new Date(1980, 0, 1), mode: 0o100644, forceDosTimestamp: true };

/** What is packed: a text, or bytes that are fetched when their turn comes. */
export type Packed =
  { readonly name: string; readonly text: string } | { readonly name: string; readonly bytes: () => Promise<Readable> };

/**
 * An archive as a stream (PKWARE APPNOTE 6.3). Texts are compressed; bytes are laid in as they are, since pictures and
 * typefaces are compressed already. Whatever goes wrong ends the stream with its error.
 */
export function packed(files: Iterable<Packed>): Readable {
  const zip = new ZipFile();
  // the library reads from what it hands out; it is typed by what it needs of streams
  const out = zip.outputStream as unknown as Readable;
  zip.on('error', (error: Error) => out.destroy(error));
  for (const file of files)
    if ('text' in file) zip.addBuffer(Buffer.from(file.text), file.name, { ...moment, compress: true });
    else
      zip.addReadStreamLazy(file.name, { ...moment, compress: false }, (done) => {
        file.bytes().then(
          (stream) => {
            stream.once('error', (error) => out.destroy(error));
            done(null, stream);
          },
          (error: unknown) => out.destroy(error instanceof Error ? error : new Error(String(error))),
        );
      });
  zip.end();
  return out;
}
