import { outwards } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import { nameOf } from '../../document/kinds/registry';
import { pathTo } from '../../document/tree';
import { resolve } from '../../style/cascade';
import { overlayThatSuffices } from '../../style/colour/contrast';
import { legibilityOf, saidRatio } from '../text-background';
import type { Check, Reviewed } from '../check';
import type { Cure, Finding } from '../finding';

/**
 * An overlay as the top layer of what a part paints, where that leaves nothing to chance: the text stands in it with
 * nothing painted between, and its layers share one size and place.
 */
function overlaid(
  { site, page }: Reviewed,
  text: string,
  painter: string,
  breakpoint: string,
  { colour, percent }: { readonly colour: 'black' | 'white'; readonly percent: number },
): Cure | undefined {
  const value = (part: string, property: string): string =>
    resolve(site, page, part, breakpoint, 'normal', property).value;
  const present = value(painter, 'background-image');
  const path = pathTo(page, text);
  const between = path.slice(path.indexOf(painter) + 1);
  const layered = [
    'background-size',
    'background-position-x',
    'background-position-y',
    'background-repeat',
    'background-attachment',
  ].some((property) => value(painter, property).includes(','));
  const paints = (part: string): boolean =>
    value(part, 'background-image') !== 'none' ||
    !/^(transparent|rgba\(0, ?0, ?0, ?0\))$/.test(value(part, 'background-color'));
  if (present === 'none' || !path.includes(painter) || layered || between.some(paints)) return undefined;
  const shade = `rgb(${colour === 'black' ? '0 0 0' : '255 255 255'} / ${percent / 100})`;
  const edit = styleEdit(
    painter,
    breakpoint,
    'normal',
    'background-image',
    `linear-gradient(${shade}, ${shade}), ${present}`,
  );
  return {
    says: `Lay ${colour} at ${percent} % over ${nameOf(page.parts[painter]!)}`,
    edits: [edit],
    before: 'as it is',
    after: `${colour} at ${percent} %`,
  };
}

export const textContrast: Check = {
  name: 'text contrast',
  severity: 'error',
  source: 'WCAG 2.2, 1.4.3 (AA), on the pixels behind the text',
  looks: 'leaves',
  find: (reviewed, id) =>
    outwards(reviewed.site.breakpoints).flatMap((one): Finding[] => {
      const ground = reviewed.leaves?.get(one.id)?.textBackgrounds.find((each) => each.part === id);
      const known = ground && legibilityOf(ground);
      if (!known || known.suffices) return [];
      const { ratio, needed } = known;
      const painter =
        ground.painter !== undefined && Object.hasOwn(reviewed.page.parts, ground.painter) ? ground.painter : undefined;
      const finding: Finding = {
        check: 'text contrast',
        severity: 'error',
        part: id,
        breakpoints: [one.id],
        degree: needed / ratio,
        reason: `Contrast is ${saidRatio(ratio)} : 1; ${needed} : 1 is needed.`,
      };
      if (painter === undefined) return [finding];
      const name = nameOf(reviewed.page.parts[painter]!);
      const overlay = overlayThatSuffices(ground.colour, ground.samples, needed);
      const advice = overlay ? ` An overlay of ${overlay.colour} at ${overlay.percent} % on ${name} suffices.` : '';
      const cure = overlay && overlaid(reviewed, id, painter, one.id, overlay);
      return [
        {
          ...finding,
          reason: `Contrast is ${saidRatio(ratio)} : 1 where it is hardest to read over ${name}; ${needed} : 1 is needed.${advice}`,
          ...(cure && { cure }),
        },
      ];
    }),
};
