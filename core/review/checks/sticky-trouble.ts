import { outwards } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import { nameOf } from '../../document/kinds/registry';
import { stickyStops } from '../../geometry/sticky';
import type { Check } from '../check';

export const stickyTrouble: Check = {
  name: 'sticky trouble',
  severity: 'warning',
  source: 'CSS Positioned Layout 3 §3.4',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    const seen = new Set<string>();
    return outwards(site.breakpoints).flatMap((one) => {
      const facts = leaves?.get(one.id);
      const measured = facts?.measured;
      const part = measured?.parts.get(id);
      if (!measured || part?.style.position !== 'sticky') return [];
      return stickyStops(measured, id, facts?.natural.get(id) ?? part.box, (other) =>
        other === page.root ? 'the page' : page.parts[other] ? nameOf(page.parts[other]) : other,
      )
        .filter(({ kind, sentence }) => kind !== 'no-scroll' && !seen.has(sentence) && seen.add(sentence))
        .map(({ kind, sentence, cure }) => ({
          check: 'sticky trouble',
          severity: kind === 'covered' || kind === 'covers' ? ('note' as const) : ('warning' as const),
          part: id,
          breakpoints: [one.id],
          reason: sentence,
          ...(cure && {
            cure: {
              says: cure.label,
              edits: cure.properties.map((property) => styleEdit(cure.part, one.id, 'normal', property, cure.value)),
              before: cure.properties.join(', '),
              after: `${cure.properties.join(', ')} ${cure.value}`,
            },
          }),
        }));
    });
  },
};
