import { readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';

/** Removes uploads that a server which was killed left behind. */
export async function clearUploads(folder: string): Promise<void> {
  for (const name of await readdir(folder).catch(() => [])) {
    const file = join(folder, name);
    const made = await stat(file).then(
      (one) => one.mtimeMs,
      () => Date.now(),
    );
    if (Date.now() - made > 3_600_000) await rm(file, { force: true });
  }
}
