import * as z from 'zod';

const VersionOne = z.looseObject({
  format: z.literal('fold-line/site'),
  version: z.literal(1),
  breakpoints: z.array(z.looseObject({ id: z.string(), reach: z.unknown() })),
  classes: z.array(z.looseObject({ name: z.string() })),
  formerBreakpoints: z
    .array(z.looseObject({ removed: z.array(z.string()), heirs: z.record(z.string(), z.string()) }))
    .optional(),
});

/**
 * A site as this version writes it, from what an earlier one wrote; anything else comes back as it is.
 * Version 1 knew classes by their names alone: the names become ids too, so that pages stay as they are.
 * It called the side of a breakpoint its reach. It kept each set of breakpoints it had been through: of those, the
 * breakpoints that went and their heirs are kept, which pages of earlier releases need.
 */
export function upgradedSite(data: unknown): unknown {
  const old = VersionOne.safeParse(data);
  if (!old.success) return data;
  const { formerBreakpoints = [], ...site } = old.data;
  const there = new Set(site.breakpoints.map((one) => one.id));
  const retired = formerBreakpoints.flatMap(({ removed, heirs }) =>
    removed
      .filter((id) => !there.has(id))
      .map((id) => [id, Object.hasOwn(heirs, id) ? { heir: heirs[id] } : {}] as const),
  );
  return {
    ...site,
    version: 2,
    breakpoints: site.breakpoints.map(({ reach, ...one }) => ({ ...one, side: reach })),
    classes: site.classes.map((one) => ({ id: one.name, ...one })),
    ...(retired.length > 0 && { retired: Object.fromEntries(retired) }),
  };
}
