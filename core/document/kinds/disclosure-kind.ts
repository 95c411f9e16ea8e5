import * as z from 'zod';
import { linesToHtml } from './escape';
import type { Kind } from './kind';
import { noMargins } from './no-margins';

const summary = (inner: string): string => `<summary>${inner}</summary>`;
const attributes = (content: Record<string, unknown>): Record<string, string | undefined> => ({
  open: content['open'] === true ? '' : undefined,
  name: typeof content['group'] === 'string' && content['group'] !== '' ? content['group'] : undefined,
});
const label = (content: Record<string, unknown>): string => linesToHtml(String(content['text'] ?? ''));

export const disclosureKind: Kind = {
  kind: 'disclosure',
  word: 'Accordion item',
  purpose: 'A title that opens what it holds; several of them make an accordion.',
  synonyms: 'faq details toggle collapse questions',
  glyph: 'M1.5 2.5h11v3h-11z M1.5 7.5h11 M1.5 10h11 M1.5 12.5h7 M9.5 3.5l1 1 1-1',
  order: 7,
  interactive: true,
  examples: [{ text: 'One' }, { text: 'Two words', open: true }],
  tags: ['details'],
  group: 'box',
  holds: ['box', 'widget'],
  content: z.strictObject({
    text: z.string().max(500),
    open: z.boolean().optional(),
    group: z
      .string()
      .regex(/^[a-z0-9-]{0,40}$/i, 'A group is one word of letters, digits and hyphens.')
      .optional(),
  }),
  fields: [
    { key: 'text', label: 'title', editor: 'lines', varies: true },
    { key: 'open', label: 'starts open', editor: 'switch' },
    { key: 'group', label: 'group: one open at a time', editor: 'line', works: true },
  ],
  states: ['open'],
  mark: '_item',
  defaults: () => ({
    ...noMargins,
    'padding-top': '14px',
    'padding-bottom': '14px',
    'border-bottom-width': '1px',
    'border-bottom-style': 'solid',
  }),
  inside: ':where(._item)>summary{cursor:pointer;font-weight:600}',
  markup: (content) => ({ attributes: attributes(content), before: summary(label(content)) }),
  varied: (variants) => ({
    attributes: attributes(variants[0]!.content),
    before: summary(
      variants.map(({ className, content }) => `<span class="${className}">${label(content)}</span>`).join(''),
    ),
  }),
  fresh: () => ({ tag: 'details', content: { base: { text: 'A question, or a title' } }, style: {} }),
};
