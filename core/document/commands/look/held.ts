import { heldStyle, type SiteHolder } from '../../../style/holder';
import type { AnyEdit } from '../../edits/site-edit';
import type { Site } from '../../site';
import { states } from '../../style-map';
import { takeBack, type OwnValue } from '../overrides';
import { styleEdit } from '../style';

/** What a holder of the site sets at a breakpoint, over all states; only of these properties where any are named. */
export const heldValues = (
  site: Site,
  holder: SiteHolder,
  breakpoint: string,
  among?: ReadonlySet<string>,
): Omit<OwnValue, 'part'>[] =>
  states.flatMap((state) =>
    Object.entries(heldStyle(site, holder)[breakpoint]?.[state] ?? {}).flatMap(([property, value]) =>
      among === undefined || among.has(property) ? [{ breakpoint, state, property, value }] : [],
    ),
  );

/** Sets one value of a holder at a breakpoint, or takes it back when no value is given. */
export function holderEdit(
  holder: SiteHolder,
  { breakpoint, state, property, value }: Omit<OwnValue, 'part' | 'value'> & { readonly value?: string | undefined },
): AnyEdit {
  const at = [breakpoint, state, property] as const;
  return {
    do: 'set',
    on: 'site',
    field: holder.holds === 'class' ? ['classes', holder.id, 'style', ...at] : ['elements', holder.tag, ...at],
    ...(value !== undefined && { value }),
  };
}

/** Values of a part that a holder of the site takes over: they leave the part in the same step. */
export const giveTo = (holder: SiteHolder, values: readonly OwnValue[]): AnyEdit[] => [
  ...values.map((one) => holderEdit(holder, one)),
  ...takeBack(values),
];

/** Values of a holder that a part takes over for itself; the holder keeps them for the others. */
export const takeFrom = (part: string, values: readonly Omit<OwnValue, 'part'>[]): AnyEdit[] =>
  values.map(({ breakpoint, state, property, value }) => styleEdit(part, breakpoint, state, property, value));
