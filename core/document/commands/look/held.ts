import { resolve } from '../../../style/cascade';
import { heldStyle, reachedBy, type SiteHolder } from '../../../style/holder';
import { applyBatch } from '../../edits/batch';
import type { AnyEdit } from '../../edits/site-edit';
import type { Page } from '../../page';
import type { Site } from '../../site';
import { states } from '../../style-map';
import { partOf } from '../../tree';
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

/**
 * Gives values of a part to a holder of the site, and takes the very same off the other parts of the page it reaches,
 * as far as each of them goes on saying what it said: a stronger class may stand between.
 */
export function gatherTo(site: Site, page: Page, holder: SiteHolder, values: readonly OwnValue[]): AnyEdit[] {
  const given = giveTo(holder, values);
  const from = new Set(values.map((one) => one.part));
  const same = reachedBy(page, holder)
    .filter((part) => !from.has(part))
    .flatMap((part) =>
      values
        .filter(({ breakpoint, state, property, value }) => {
          const { style, tag, classes } = partOf(page, part);
          const reached = holder.holds === 'class' ? classes.includes(holder.id) : tag === holder.tag; // not within it
          return reached && style[breakpoint]?.[state]?.[property] === value;
        })
        .map((one) => ({ ...one, part })),
    );
  if (same.length === 0) return given;
  const after = applyBatch({ site, page }, [...given, ...takeBack(same)]);
  const stays = ({ part, state, property }: OwnValue): boolean =>
    site.breakpoints.every(
      ({ id }) =>
        resolve(site, page, part, id, state, property).value ===
        resolve(after.site, after.page, part, id, state, property).value,
    );
  return [...given, ...takeBack(same.filter(stays))];
}
