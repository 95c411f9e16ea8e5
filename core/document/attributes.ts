import * as z from 'zod';
import type { Edit, SetField } from './edits/edit';
import { AttributeName, AttributeValue } from './page';
import { Problem } from './problem';

/** An attribute that people set by hand, and what it means. */
export interface KnownAttribute {
  readonly name: string;
  readonly says: string;
  /** The values there are, where they are few. */
  readonly values?: readonly string[];
}

const booleans = ['true', 'false'];

/** Roles of WAI-ARIA 1.2 that an element of a page may need beside its own. */
export const roles = [
  ...['alert', 'article', 'banner', 'button', 'cell', 'columnheader', 'complementary', 'contentinfo', 'definition'],
  ...['dialog', 'directory', 'document', 'feed', 'figure', 'form', 'group', 'heading', 'img', 'link', 'list'],
  ...['listitem', 'log', 'main', 'marquee', 'math', 'menu', 'menubar', 'menuitem', 'meter', 'navigation', 'none'],
  ...['note', 'presentation', 'progressbar', 'region', 'row', 'rowgroup', 'rowheader', 'search', 'separator'],
  ...['status', 'tab', 'table', 'tablist', 'tabpanel', 'term', 'timer', 'toolbar', 'tooltip'],
] as const;

/** Attributes by how often they are set; the id has a field of its own. HTML, and WAI-ARIA 1.2 §6. */
export const knownAttributes: readonly KnownAttribute[] = [
  { name: 'title', says: 'A hint under the pointer. Phones and keyboards never show it.' },
  { name: 'lang', says: 'The language of what stands in it: de, en-GB. Screen readers speak it so.' },
  { name: 'dir', says: 'The direction of writing.', values: ['ltr', 'rtl', 'auto'] },
  { name: 'role', says: 'What it is to screen readers, where its tag doesn’t say so.', values: roles },
  { name: 'tabindex', says: '0: the Tab key stops at it. −1: it does not.', values: ['0', '-1'] },
  { name: 'aria-label', says: 'Its name for screen readers, in place of the words in it.' },
  { name: 'aria-labelledby', says: 'The ids of what names it, separated by spaces.' },
  { name: 'aria-describedby', says: 'The ids of what explains it, read after its name.' },
  { name: 'aria-hidden', says: 'true: screen readers pass it by. For decoration alone.', values: booleans },
  {
    name: 'aria-current',
    says: 'It stands for where one is: this page, this step, today.',
    values: ['page', 'step', 'location', 'date', 'time', ...booleans],
  },
  {
    name: 'aria-live',
    says: 'What changes in it is read out: when one pauses, or at once.',
    values: ['polite', 'assertive', 'off'],
  },
  { name: 'aria-atomic', says: 'When something in it changes, all of it is read out.', values: booleans },
  { name: 'aria-expanded', says: 'Whether what it opens is open.', values: booleans },
  { name: 'aria-controls', says: 'The ids of what it changes.' },
  { name: 'aria-details', says: 'The ids of what tells more about it.' },
  {
    name: 'aria-haspopup',
    says: 'What it opens.',
    values: ['menu', 'listbox', 'tree', 'grid', 'dialog', ...booleans],
  },
  { name: 'aria-level', says: 'Its level among headings or in a tree: 1, 2, 3 …' },
  { name: 'aria-roledescription', says: 'What it is called in place of its role, in the language of the page.' },
  { name: 'aria-keyshortcuts', says: 'Keys that activate it.' },
  { name: 'aria-busy', says: 'It is being changed: wait before reading it.', values: booleans },
];

const idsIn = ['aria-labelledby', 'aria-describedby', 'aria-controls', 'aria-details'];

const knownAttribute = (name: string): KnownAttribute | undefined => knownAttributes.find((one) => one.name === name);

/** What an attribute means, in a sentence. */
export function meaningOf(name: string): string {
  if (name.startsWith('data-')) return 'For your own CSS and scripts. Visitors notice nothing of it.';
  return knownAttribute(name)?.says ?? 'One of the attributes of WAI-ARIA, for screen readers.';
}

const isLanguage = (value: string): boolean => {
  try {
    return Intl.getCanonicalLocales(value).length === 1; // BCP 47
  } catch {
    return false;
  }
};

/**
 * Sets an attribute of a part, or takes it away without a value. @throws Problem where there is no such attribute, or
 * the value cannot be
 */
export function setAttribute(part: string, name: string, value: string | undefined): Edit[] {
  const place = { part, field: name };
  const parsed = z.tuple([AttributeName, AttributeValue]).safeParse([name, value ?? '']);
  if (!parsed.success) throw new Problem(parsed.error.issues[0]?.message ?? 'This attribute cannot be set.', place);
  const field: SetField['field'] = ['attributes', name];
  if (value === undefined) return [{ do: 'set', part, field }];
  const { values } = knownAttribute(name) ?? {};
  if (values && !values.includes(value))
    throw new Problem(
      values.length > 12 ? `“${value}” isn’t a role of WAI-ARIA.` : `${name} is one of ${values.join(', ')}.`,
      place,
    );
  if (name === 'lang' && !isLanguage(value))
    throw new Problem(`“${value}” isn’t a language: de, en-GB, pt-BR …`, place);
  if (name === 'aria-level' && !/^[1-9]$/.test(value)) throw new Problem('A level is 1 to 9.', place);
  if (idsIn.includes(name) && !/^[A-Za-z][\w-]*(\s+[A-Za-z][\w-]*)*$/.test(value))
    throw new Problem('These are ids, separated by spaces.', place);
  return [{ do: 'set', part, field, value }];
}
