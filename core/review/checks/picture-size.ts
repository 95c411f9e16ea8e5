import { kindOf } from '../../document/kinds/registry';
import { contentAt } from '../../document/content';
import { outwards } from '../../document/breakpoint';
import type { Check } from '../check';

export const pictureSize: Check = {
  name: 'picture size',
  severity: 'warning',
  source: 'common practice: twice the px of the place on a 2× screen',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    const part = page.parts[id]!;
    if (kindOf(part.kind).shows !== 'picture') return [];
    const places = outwards(site.breakpoints).flatMap((one) => {
      const box = leaves?.get(one.id)?.measured.parts.get(id)?.box;
      const picture = contentAt(site, part, one.id)['picture'];
      const known =
        typeof picture === 'string' && Object.hasOwn(site.pictures, picture) ? site.pictures[picture] : undefined;
      if (!box || box.width === 0 || !known || known.type === 'image/svg+xml') return [];
      // A place of another ratio is filled by cover: the side that is cropped less decides.
      return [{ one, known, needs: Math.max(box.width, box.height * (known.width / known.height)) }];
    });
    const worst = places.reduce<(typeof places)[number] | undefined>(
      (a, b) => (a && a.known.width / a.needs <= b.known.width / b.needs ? a : b),
      undefined,
    );
    if (!worst) return [];
    const { one, known, needs } = worst;
    if (known.width < needs - 1)
      return [
        {
          check: 'picture size',
          severity: 'error',
          part: id,
          breakpoints: [one.id],
          reason: `“${known.name}” is ${known.width} px wide and stands ${Math.round(needs)} px wide on ${one.name}: it is blurred on every screen.`,
        },
      ];
    if (known.width < 2 * needs - 1)
      return [
        {
          check: 'picture size',
          severity: 'warning',
          part: id,
          breakpoints: [one.id],
          reason: `“${known.name}” is ${known.width} px wide; at ${Math.round(needs)} px on ${one.name} a 2× screen wants ${Math.round(2 * needs)} px.`,
        },
      ];
    if (known.files.length === 1 && known.width > 4 * needs)
      return [
        {
          check: 'picture size',
          severity: 'note',
          part: id,
          reason: `“${known.name}” is ${known.width} px wide, and nowhere is more than ${Math.round(2 * needs)} px of it seen.`,
        },
      ];
    return [];
  },
};
