import { styleWithPictures, withPictures } from '../../carrying/names';
import { usesOfParts, usesOfSite } from '../../library/uses';
import { blankSite } from '../../site';
import type { Clip } from './clip';

/** The pictures that what was copied shows or leads to, by their ids at its site. */
export const picturesOf = ({ parts, classes }: Clip): string[] => [
  ...new Set(
    [usesOfParts(parts), usesOfSite({ ...blankSite('none', 'None', 'none'), classes })].flatMap((uses) =>
      Object.keys(uses.pictures),
    ),
  ),
];

/** What was copied, with its pictures by the names they have at another site. */
export function clipNaming(clip: Clip, names: Readonly<Record<string, string>>): Clip {
  const pictures = new Map(Object.entries(names));
  return {
    ...clip,
    parts: Object.fromEntries(Object.entries(clip.parts).map(([id, part]) => [id, withPictures(part, pictures)])),
    classes: clip.classes.map((one) => ({ ...one, style: styleWithPictures(one.style, pictures) })),
  };
}
