import { kindOf } from '../../document/kinds/registry';
import type { Picture, Site } from '../../document/site';
import { bytesInWords } from '../bytes-in-words';
import type { Check, Reviewed } from '../check';
import { fileLoaded, picturePlaces, type PicturePlace } from '../picture-places';

/** So many bytes a picture may have at most where the site sets its pages no budget. */
const heavy = 500_000;

/** What one picture may weigh, in bytes, and why in words: no more than half of what the site allows a whole page. */
const limitOf = ({ budget }: Pick<Site, 'budget'>): { readonly bytes: number; readonly says: string } =>
  budget !== undefined && budget * 500 < heavy
    ? { bytes: budget * 500, says: `half of the ${bytesInWords(budget * 1000)} the site allows a page` }
    : { bytes: heavy, says: `the ${bytesInWords(heavy)} a picture has at most, as a rule` };

const helpFor = ({ type, files, avif }: Picture): string => {
  if (type === 'image/svg+xml') return 'Simplify the drawing, or upload it as a PNG.';
  if (avif === undefined && files.length > 1) return 'If it moves, a video weighs far less.';
  return 'One with less fine detail weighs less.';
};

interface Loaded {
  readonly place: PicturePlace;
  readonly bytes: number;
}

/** What a 2× screen loads at each breakpoint, as far as its weight is known. */
function loadedBy(reviewed: Reviewed, id: string): Loaded[] {
  return picturePlaces(reviewed, id).flatMap((place) => {
    const { file } = fileLoaded(place, 2);
    const known = reviewed.weights !== undefined && Object.hasOwn(reviewed.weights, file);
    return known ? [{ place, bytes: reviewed.weights[file]! }] : [];
  });
}

export const pictureWeight: Check = {
  name: 'picture weight',
  severity: 'warning',
  source: 'common practice: no picture of a page has more than half a megabyte, nor half of the page’s budget',
  looks: 'leaves',
  find: (reviewed, id) => {
    if (kindOf(reviewed.page.parts[id]!.kind).shows !== 'picture') return [];
    const limit = limitOf(reviewed.site);
    const tooHeavy = loadedBy(reviewed, id)
      .filter(({ bytes }) => bytes > limit.bytes)
      .sort((a, b) => b.bytes - a.bytes);
    const [worst] = tooHeavy;
    if (!worst) return [];
    const { picture, breakpoint, needs } = worst.place;
    return [
      {
        ...{ check: 'picture weight', severity: 'warning', part: id, degree: worst.bytes },
        breakpoints: tooHeavy.map((one) => one.place.breakpoint.id),
        reason: `“${picture.name}” is too heavy: on ${breakpoint.name}, where it stands ${Math.round(needs)} px wide, a 2× screen loads ${bytesInWords(worst.bytes)} of it, more than ${limit.says}. ${helpFor(picture)}`,
      },
    ];
  },
};
