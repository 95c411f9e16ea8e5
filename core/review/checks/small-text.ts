import { kindOf } from '../../document/kinds/registry';
import { baseOf, outwards } from '../../document/breakpoint';
import { styleEdit } from '../../document/commands/style';
import type { Check } from '../check';
import { inPlain } from '../../document/text/words';

const readingLength = 60;

export const smallText: Check = {
  name: 'small text',
  severity: 'warning',
  source: 'common practice',
  looks: 'leaves',
  find: ({ site, page, leaves }, id) => {
    const part = page.parts[id]!;
    const phone =
      outwards(site.breakpoints)
        .filter((one) => one.side === 'down')
        .at(-1) ?? baseOf(site.breakpoints);
    const measured = leaves?.get(phone.id)?.measured.parts.get(id);
    const size = Number.parseFloat(measured?.style['font-size'] ?? '');
    if (
      kindOf(part.kind).text !== 'prose' ||
      !measured ||
      measured.lines.length === 0 ||
      !(size < 15.95) ||
      inPlain(part.content.base['text']).length < readingLength
    )
      return [];
    const inWords = `${Math.round(size * 10) / 10}px`;
    return [
      {
        check: 'small text',
        severity: 'warning',
        part: id,
        breakpoints: [phone.id],
        reason: `Text to read is ${inWords} on ${phone.name}; below 16px people zoom.`,
        cure: {
          says: `16px on ${phone.name}`,
          edits: [styleEdit(id, phone.id, 'normal', 'font-size', '16px')],
          before: inWords,
          after: '16px',
        },
      },
    ];
  },
};
