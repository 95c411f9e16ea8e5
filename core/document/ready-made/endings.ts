import { gap, type Tree } from '../sections/planting';
import { band, button, heading, narrowBand, text, wash } from './pieces';
import type { ReadyMade } from './ready-made';

const question = (title: string, answer: string): Tree => ({
  kind: 'disclosure',
  content: { text: title },
  holds: [text(answer)],
});

/** Questions, a call to action, a way to get in touch: what pages usually end with. */
export const endings: readonly ReadyMade[] = [
  {
    id: 'questions-list',
    name: 'Questions that open',
    purpose: 'questions',
    words: 'faq answers accordion details help',
    tree: {
      kind: 'section',
      name: 'Questions',
      base: band(88, 760),
      narrowest: narrowBand(56),
      holds: [
        heading('Good to know'),
        {
          kind: 'container',
          name: 'Questions',
          base: gap(0),
          holds: [
            question('What does it cost?', 'A short answer, with the number in it.'),
            question('How long does it take?', 'Another one, that says when it may take longer.'),
            question('Whom do I ask?', 'A name, and the way to reach them.'),
          ],
        },
      ],
    },
  },
  {
    id: 'call-centred',
    name: 'A strong call, centred',
    purpose: 'call to action',
    words: 'banner button book order sign up',
    tree: {
      kind: 'section',
      name: 'Call to action',
      base: { ...band(104, 760), 'align-items': 'center', 'text-align': 'center', ...wash },
      narrowest: narrowBand(64),
      holds: [
        {
          ...heading('Ready when you are', 'h2', { 'font-size': '44px', 'text-wrap-style': 'balance' }),
          narrowest: { 'font-size': '32px' },
        },
        text('One sentence that takes away the last doubt.'),
        button('Do it now'),
      ],
    },
  },
  {
    id: 'contact-columns',
    name: 'Where, when, how',
    purpose: 'contact',
    words: 'address phone hours footer',
    tree: {
      kind: 'section',
      name: 'Contact',
      base: band(72),
      narrowest: narrowBand(48),
      holds: [
        heading('Get in touch'),
        {
          kind: 'columns',
          base: { 'grid-template-columns': '1fr 1fr 1fr', ...gap(24, 32) },
          narrowest: { 'grid-template-columns': '1fr' },
          holds: [
            { kind: 'column', base: gap(6), holds: [heading('Where', 'h3'), text('A street and a number\nA town')] },
            { kind: 'column', base: gap(6), holds: [heading('When', 'h3'), text('Monday to Friday\n9 to 17')] },
            { kind: 'column', base: gap(6), holds: [heading('How', 'h3'), text('A telephone number\nA mail address')] },
          ],
        },
      ],
    },
  },
];
