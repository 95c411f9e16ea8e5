import { outwards, type Breakpoint } from '../../document/breakpoint';
import { contentAt } from '../../document/content';
import { kindOf } from '../../document/kinds/registry';
import type { Picture } from '../../document/site';
import { resolve } from '../../style/cascade';
import { widerBy } from '../../style/drawn/crops';
import type { Check, Reviewed } from '../check';
import type { Finding } from '../finding';

/** A picture where it stands at a breakpoint, and the px of width it would need there at density 1. */
interface Place {
  readonly breakpoint: Breakpoint;
  readonly picture: Picture;
  readonly needs: number;
}

function placesOf({ site, page, leaves }: Reviewed, id: string): Place[] {
  return outwards(site.breakpoints).flatMap((breakpoint) => {
    const box = leaves?.get(breakpoint.id)?.measured.parts.get(id)?.box;
    const named = contentAt(site, page.parts[id]!, breakpoint.id)['picture'];
    const picture = typeof named === 'string' && Object.hasOwn(site.pictures, named) ? site.pictures[named] : undefined;
    if (!box || box.width === 0 || !picture || picture.type === 'image/svg+xml') return [];
    // A place of another ratio is filled by cover: the side that is cropped less decides.
    const filled = Math.max(box.width, box.height * (picture.width / picture.height));
    const view = resolve(site, page, id, breakpoint.id, 'normal', 'object-view-box').value;
    return [{ breakpoint, picture, needs: filled * widerBy(view) }];
  });
}

/** What a picture is said to be where it is asked most of, if anything. */
function saysOf({ breakpoint, picture, needs }: Place): Omit<Finding, 'check' | 'part'> | undefined {
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
    const [worst] = placesOf(reviewed, id).sort((a, b) => a.picture.width / a.needs - b.picture.width / b.needs);
    const says = worst && saysOf(worst);
    return says ? [{ check: 'picture size', part: id, ...says }] : [];
  },
};
