import { createWriteStream } from 'node:fs';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { StockFound } from '@core/api/pictures';
import { Refusal } from '@core/api/refusal';

const patience = 10_000;
const mostFacts = 1_000_000;
const mostSmall = 2_000_000;

/** Passes on so many bytes at most. @throws Refusal */
async function* upTo(most: number, from: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array, void> {
  let sum = 0;
  for await (const bytes of from) {
    sum += bytes.length;
    if (sum > most) throw new Refusal('unavailable', 'What the source of stock pictures sent is too large.');
    yield bytes;
  }
}

async function together(parts: AsyncIterable<Uint8Array>): Promise<Buffer> {
  const all: Uint8Array[] = [];
  for await (const part of parts) all.push(part);
  return Buffer.concat(all);
}

const away = (): Refusal =>
  new Refusal('unavailable', 'The source of stock pictures can’t be reached at the moment. Try again later.');

/**
 * A source of stock pictures, wherever it is. What it sends comes from elsewhere: it is read up to a size, in an end
 * of time, by a schema. @throws Refusal
 */
export class StockSource {
  constructor(private readonly address: string) {}

  async search(words: string, page: number): Promise<StockFound> {
    const bytes = await this.whole(
      `/search?${new URLSearchParams({ words, page: String(page) }).toString()}`,
      mostFacts,
    );
    try {
      return StockFound.parse(JSON.parse(bytes.toString('utf8')));
    } catch {
      throw away();
    }
  }

  /** A small picture to look at. */
  small = (id: string): Promise<Buffer> => this.whole(`/pictures/${id}/small`, mostSmall);

  /** Writes a whole picture into a file. */
  async write(id: string, file: string, mostBytes: number): Promise<void> {
    const body = await this.ask(`/pictures/${id}/whole`, 6 * patience);
    await pipeline(upTo(mostBytes, body), createWriteStream(file, { flags: 'wx' })).catch(failed);
  }

  private async whole(path: string, most: number): Promise<Buffer> {
    return together(upTo(most, await this.ask(path, patience))).catch(failed);
  }

  private async ask(path: string, within: number): Promise<Readable> {
    const signal = AbortSignal.timeout(within);
    const answer = await fetch(new URL(path, this.address), { redirect: 'error', signal }).catch(failed);
    if (answer.status === 404) throw new Refusal('bad-input', 'The stock no longer has this picture.');
    if (!answer.ok || !answer.body) throw away();
    return Readable.fromWeb(answer.body as Parameters<typeof Readable.fromWeb>[0]); // the same, by another type
  }
}

/** What has a code of the machine's own, as a full disk has, is no fault of the source. */
function failed(error: unknown): never {
  if (error instanceof Refusal) throw error;
  if (error instanceof Error && 'code' in error && error.code === 'ENOSPC') throw error;
  throw away();
}
