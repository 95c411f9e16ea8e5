import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import subsetFont from 'subset-font';

/** A typeface of a name nobody has: one that ships, as a file of another kind and called otherwise. */
export async function unheardOf(letters = 'Fares and passes, £4.20'): Promise<Buffer> {
  const path = createRequire(import.meta.url).resolve('@fontsource-variable/karla/files/karla-latin-wght-normal.woff2');
  const made = await subsetFont(readFileSync(path), letters, { targetFormat: 'truetype' });
  const renamed = made.toString('latin1').replaceAll('\0K\0a\0r\0l\0a', '\0B\0r\0i\0n\0e').replaceAll('Karla', 'Brine');
  return Buffer.from(renamed, 'latin1');
}
