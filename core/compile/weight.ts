import { filesOfPicture } from '../document/library/picture-files';
import type { Picture } from '../document/site';

/**
 * What the pictures of a page weigh together, in bytes, where each is loaded in the heaviest of the files the page
 * offers: no visit loads more of them (HTML, `srcset`: a browser takes one of the candidates). The file for what reads
 * neither WebP nor AVIF counts for nothing: no browser of today loads it.
 * @param named the picture files the page refers to; one that is of no picture of the library counts as it is
 * @param bytesOf what a file weighs
 */
export function picturesAtMost(
  pictures: Readonly<Record<string, Pick<Picture, 'files' | 'avif' | 'plain'>>>,
  named: readonly string[],
  bytesOf: (file: string) => number,
): number {
  const pictureOf = new Map(
    Object.entries(pictures).flatMap(([id, one]) => filesOfPicture(one).map((file) => [file, id] as const)),
  );
  const heaviest = new Map<string, number>();
  const plain = new Set(Object.values(pictures).flatMap((one) => one.plain?.file ?? []));
  for (const file of new Set(named)) {
    if (plain.has(file)) continue;
    const picture = pictureOf.get(file) ?? `file ${file}`;
    heaviest.set(picture, Math.max(heaviest.get(picture) ?? 0, bytesOf(file)));
  }
  return [...heaviest.values()].reduce((sum, one) => sum + one, 0);
}
