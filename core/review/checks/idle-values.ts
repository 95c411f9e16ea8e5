import { takeBack } from '../../document/commands/overrides';
import { namedValue } from '../../style/tokens/tokens';
import { overridesOf, type Override } from '../idle-overrides';
import type { Check } from '../check';

export const idleValues: Check = {
  name: 'idle values',
  severity: 'note',
  source: 'CSS Cascade 5 §4.2',
  looks: 'page',
  find: ({ site, page }) => {
    const byPart = new Map<string, Override[]>();
    for (const one of overridesOf(site, page))
      if (one.idle) byPart.set(one.part, [...(byPart.get(one.part) ?? []), one]);
    const nameOf = (id: string): string => site.breakpoints.find((one) => one.id === id)?.name ?? id;
    return [...byPart].map(([part, idle]) => {
      const list = idle
        .map((one) => `${one.property} ${namedValue(site, one.value, one.breakpoint)} at ${nameOf(one.breakpoint)}`)
        .join(', ');
      const says = idle.length === 1 ? 'Remove' : `Remove all ${idle.length}`;
      return {
        check: 'idle values',
        severity: 'note' as const,
        part,
        reason: `Redundant: ${list} ${idle.length === 1 ? 'changes' : 'change'} nothing.`,
        cure: {
          says,
          edits: takeBack(idle),
          before: idle.length === 1 ? '1 value' : `${idle.length} values`,
          after: 'the same page without',
        },
      };
    });
  },
};
