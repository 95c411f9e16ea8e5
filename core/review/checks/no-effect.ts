import { below } from '../../document/breakpoint';
import { ownValues, takeBack } from '../../document/commands/overrides';
import { noEffect } from '../../style/effect';
import { namedValue } from '../../style/tokens/tokens';
import type { Check } from '../check';

export const withoutEffect: Check = {
  name: 'no effect',
  severity: 'note',
  source: 'the standards’ “applies to” lines (@webref/css)',
  looks: 'part',
  find: ({ site, page }, id) =>
    site.breakpoints.flatMap((one) =>
      ownValues(page, id, one.id).flatMap((own) => {
        const why = noEffect(site, page, id, one.id, own.property);
        if (why === undefined) return [];
        const reached = below(site.breakpoints, one.id).filter(
          (other) => page.parts[id]!.style[other.id]?.[own.state]?.[own.property] === undefined,
        );
        if (reached.some((other) => noEffect(site, page, id, other.id, own.property) === undefined)) return [];
        return [
          {
            check: 'no effect',
            severity: 'note' as const,
            part: id,
            breakpoints: [one.id],
            reason: `${own.property} ${namedValue(site, own.value, one.id)} does nothing here: ${why}.`,
            cure: {
              says: 'Remove',
              edits: takeBack([own]),
              before: `${own.property} ${namedValue(site, own.value, one.id)}`,
              after: 'not set',
            },
          },
        ];
      }),
    ),
};
