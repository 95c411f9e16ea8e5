import { mkdir, readdir, readFile, rm } from 'node:fs/promises';
import { join } from 'node:path';
import PostalMime from 'postal-mime';
import writeFileAtomic from 'write-file-atomic';

/** A letter as it came, without its attachments. */
export interface Kept {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
  /** When it came: an ISO 8601 date and time. */
  readonly at: string;
}

/** So many letters are kept, the newest. */
const most = 500;

/** Letters in a folder, a file each, named by when they came. */
export class Box {
  private last = 0;

  constructor(private readonly folder: string) {}

  /** Keeps a letter as it came over SMTP; it is there whole or not at all. */
  async keep(raw: Buffer, to: readonly string[]): Promise<void> {
    const letter = await PostalMime.parse(raw);
    this.last = Math.max(this.last + 1, Date.now());
    const id = String(this.last);
    const kept: Kept = {
      id,
      from: letter.from?.address ?? '',
      to: to.join(', '),
      subject: letter.subject ?? '',
      text: letter.text ?? '',
      at: new Date(this.last).toISOString(),
    };
    await mkdir(this.folder, { recursive: true });
    await writeFileAtomic(join(this.folder, `${id}.json`), JSON.stringify(kept));
    for (const old of (await this.ids()).slice(most)) await rm(join(this.folder, `${old}.json`), { force: true });
  }

  /** All letters, the newest first. */
  async all(): Promise<Kept[]> {
    return Promise.all((await this.ids()).map((id) => this.one(id))).then((all) => all.flatMap((one) => one ?? []));
  }

  async one(id: string): Promise<Kept | undefined> {
    if (!/^\d{1,20}$/.test(id)) return undefined;
    const text = await readFile(join(this.folder, `${id}.json`), 'utf8').catch(() => undefined);
    return text === undefined ? undefined : (JSON.parse(text) as Kept); // as it was kept
  }

  private async ids(): Promise<string[]> {
    const names = await readdir(this.folder).catch(() => []);
    return names.flatMap((name) => /^(\d+)\.json$/.exec(name)?.[1] ?? []).sort((a, b) => Number(b) - Number(a));
  }
}
