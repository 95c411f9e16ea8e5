import * as z from 'zod';
import { escapeHtml } from './escape';
import { nothingInside } from '../text/words';
import type { Kind } from './kind';
import { noBox } from './no-margins';

const types = ['text', 'email', 'tel', 'search'] as const;

function labelled(content: Record<string, unknown>): string {
  const placeholder = String(content['placeholder'] ?? '');
  const input = `<input type="${escapeHtml(String(content['type'] ?? 'text'))}" name="${escapeHtml(String(content['name'] ?? ''))}"${placeholder === '' ? '' : ` placeholder="${escapeHtml(placeholder)}"`}>`;
  return `<label>${escapeHtml(String(content['label'] ?? ''))}${input}</label>`;
}

export const fieldKind: Kind = {
  kind: 'field',
  word: 'Field',
  purpose: 'A label and a line to type in.',
  synonyms: 'form input email contact textarea',
  glyph: 'M1.5 6h11v5h-11z M1.5 3h5 M3.5 7.5v2',
  order: 14,
  interactive: true,
  examples: [{ label: 'Two words', placeholder: 'Less < more & "quoted"', name: 'name', type: 'text' }],
  tags: ['div'],
  group: 'widget',
  holds: [],
  content: z.strictObject({
    label: z.string().trim().min(1, 'A field needs a label: a placeholder is gone once one types.').max(200),
    placeholder: z.string().max(200),
    name: z
      .string()
      .regex(/^[a-z][a-z0-9-]{0,39}$/i, 'A field’s name is a letter followed by letters, digits or hyphens.'),
    type: z.enum(types),
  }),
  fields: [
    { key: 'placeholder', label: 'placeholder', editor: 'line', varies: true },
    { key: 'label', label: 'label', editor: 'line' },
    { key: 'name', label: 'name it is sent under', editor: 'line', works: true },
    { key: 'type', label: 'what is typed', editor: 'choice', choices: types },
  ],
  uses: () => ({ ...nothingInside, tags: ['label', 'input'] }),
  mark: '_field',
  defaults: () => ({ ...noBox, width: '100%' }),
  inside:
    ':where(._field) label{display:block}:where(._field) input{display:block;width:100%;margin-top:6px;padding:10px 12px;font:inherit;color:inherit;background:#fff;border:1px solid;border-radius:6px}',
  markup: (content) => ({ inner: labelled(content) }),
  fresh: () => ({
    tag: 'div',
    content: { base: { label: 'Your name', placeholder: 'As on the ticket', name: 'name', type: 'text' } },
    style: {},
  }),
};
