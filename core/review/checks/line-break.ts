import { kindOf } from '../../document/kinds/registry';
import type { Check } from '../check';
import { baseOf } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import { resolve } from '../../style/cascade';
import { asValue } from '../../document/edits/edit';
import type { Words } from '../../document/text/running-text';
import { inPlain, wordsIn } from '../../document/text/words';

/** A line whose breaks are spaces, phrase by phrase. */
const withoutBreaks = (words: Words): Words =>
  typeof words === 'string'
    ? words.trim().replace(/\s*\n\s*/g, ' ')
    : words.map((one) =>
        typeof one === 'string' ? one.replace(/\s*\n\s*/g, ' ') : { ...one, text: one.text.replace(/\s*\n\s*/g, ' ') },
      );

export const lineBreak: Check = {
  name: 'line break in a heading',
  severity: 'warning',
  source: 'common practice',
  looks: 'part',
  find: ({ site, page }, id) => {
    const part = page.parts[id]!;
    if (kindOf(part.kind).text !== 'title') return [];
    return Object.entries(part.content).flatMap(([at, own]) => {
      const text = inPlain(own['text']).trim();
      if (!text.includes('\n')) return [];
      const joined = text.replace(/\s*\n\s*/g, ' ');
      const base = baseOf(site.breakpoints).id;
      const balanced = resolve(site, page, id, base, 'normal', 'text-wrap-style').value === 'balance';
      return [
        {
          check: 'line break in a heading',
          severity: 'warning' as const,
          part: id,
          ...(at !== 'base' && { breakpoints: [at] }),
          reason: 'A hard line break fits one width and leaves holes at others. Balanced wrapping breaks well at all.',
          cure: {
            says: 'Join the lines and balance them',
            edits: [
              {
                do: 'set' as const,
                part: id,
                field: ['content', at, 'text'],
                value: asValue(withoutBreaks(wordsIn(own['text']))),
              },
              ...(balanced ? [] : [styleEdit(id, base, 'normal', 'text-wrap-style', 'balance')]),
            ],
            before: text.replace(/\s*\n\s*/g, ' ⏎ '),
            after: joined,
          },
        },
      ];
    });
  },
};
