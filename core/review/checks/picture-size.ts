import { kindOf } from '../../document/kinds/registry';
import type { Check } from '../check';
import type { Finding } from '../finding';
import { picturePlaces, type PicturePlace } from '../picture-places';

/** What a picture is said to be where it is asked most of, if anything. */
function saysOf({ breakpoint, picture, needs }: PicturePlace): Omit<Finding, 'check' | 'part'> | undefined {
  const { name, width, files } = picture;
  const place = Math.round(needs);
  if (width < needs - 1)
    return {
      severity: 'error',
      breakpoints: [breakpoint.id],
      reason: `“${name}” is ${width} px wide and stands ${place} px wide on ${breakpoint.name}: it is blurred on every screen.`,
    };
  if (width < 2 * needs - 1)
    return {
      severity: 'warning',
      breakpoints: [breakpoint.id],
      reason: `“${name}” is ${width} px wide; at ${place} px on ${breakpoint.name} a 2× screen wants ${Math.round(2 * needs)} px.`,
    };
  if (files.length === 1 && width > 4 * needs)
    return {
      severity: 'note',
      reason: `“${name}” is ${width} px wide, and nowhere is more than ${Math.round(2 * needs)} px of it seen.`,
    };
  return undefined;
}

export const pictureSize: Check = {
  name: 'picture size',
  severity: 'warning',
  source: 'common practice: twice the px of the place on a 2× screen',
  looks: 'leaves',
  find: (reviewed, id) => {
    if (kindOf(reviewed.page.parts[id]!.kind).shows !== 'picture') return [];
    const [worst] = picturePlaces(reviewed, id)
      .filter(({ picture }) => picture.type !== 'image/svg+xml')
      .sort((a, b) => a.picture.width / a.needs - b.picture.width / b.needs);
    const says = worst && saysOf(worst);
    return says ? [{ check: 'picture size', part: id, ...says }] : [];
  },
};
