import { styleEdit } from '../../document/commands/style';
import { states } from '../../document/style-map';
import { nearToken } from '../../style/tokens/near-token';
import type { Check } from '../check';
import type { Finding } from '../finding';

const check = 'nearly a token';
const rounded = (by: number): number => Math.round(by * 10) / 10;

export const nearlyToken: Check = {
  name: check,
  severity: 'note',
  source: 'common practice: within 2 px, or ΔE 2000 of 3',
  looks: 'part',
  find: ({ site, page }, part) =>
    site.breakpoints.flatMap(({ id: breakpoint, name }) =>
      states.flatMap((state) =>
        Object.entries(page.parts[part]!.style[breakpoint]?.[state] ?? {}).flatMap(([property, value]): Finding[] => {
          const near = nearToken(site, property, value, breakpoint);
          if (!near) return [];
          const { token, says, by } = near;
          const how = property.endsWith('color') ? `ΔE ${rounded(by)} from` : `${rounded(by)} px from`;
          return [
            {
              ...{ check, severity: 'note', part, breakpoints: [breakpoint] },
              reason: `Its ${property} at ${name} is ${value}, ${by === 0 ? 'which is' : how} the token ${token.name}${by === 0 ? '' : ` (${says})`}: a change of the token would leave it behind.`,
              cure: {
                says: `Use the token ${token.name}`,
                edits: [styleEdit(part, breakpoint, state, property, `var(--${token.id})`)],
                before: value,
                after: says,
              },
            },
          ];
        }),
      ),
    ),
};
