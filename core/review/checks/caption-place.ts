import { isAtAnEnd, standsWell } from '../../document/commands/captions';
import { isList } from '../../document/commands/list-item';
import { partOf, placeOf } from '../../document/tree';
import type { Check } from '../check';
import type { Finding } from '../finding';

/** A caption stands in a figure with what it is of, before or after everything else. */
export const captionPlace: Check = {
  name: 'caption without figure',
  severity: 'error',
  source: 'HTML: figcaption is the first or last child of a figure, which has one at most (sections 4.4.12 and 4.4.13)',
  looks: 'page',
  find: ({ page }) =>
    Object.keys(page.parts).flatMap((id): Finding[] => {
      if (partOf(page, id).tag !== 'figcaption' || standsWell(page, id)) return [];
      const { parent } = placeOf(page, id);
      const { kind, tag } = partOf(page, parent);
      const reason =
        kind === 'container' && tag === 'figure'
          ? 'A figure has one caption, before or after everything else in it.'
          : 'A caption says what a figure shows, and stands in none.';
      const becomes = kind === 'container' && tag !== 'figure' && !isList(page, parent) && isAtAnEnd(page, id);
      return [
        {
          ...{ check: captionPlace.name, severity: captionPlace.severity, part: id, reason },
          cure: becomes
            ? {
                says: 'Make the box around it a figure',
                edits: [{ do: 'set', part: parent, field: ['tag'], value: 'figure' }],
                ...{ before: tag, after: 'figure' },
              }
            : {
                says: 'Make it plain words',
                edits: [{ do: 'set', part: id, field: ['tag'], value: 'p' }],
                ...{ before: 'figcaption', after: 'p' },
              },
        },
      ];
    }),
};
