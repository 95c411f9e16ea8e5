import type { RichWriting } from './rich-writing';

/** A key that works while a text is written; those without `run` are the editor's own. */
export interface TextKey {
  readonly keys: string;
  readonly says: string;
  readonly run?: (writing: RichWriting) => void;
}

/** The keys of a text that is written, as they are listed under `?`. */
export const textKeys: readonly TextKey[] = [
  { keys: 'Ctrl+B', says: 'Bold' },
  { keys: 'Ctrl+I', says: 'Italic' },
  { keys: 'Ctrl+U', says: 'Underline' },
  { keys: 'Ctrl+,', says: 'Subscript' },
  { keys: 'Ctrl+.', says: 'Superscript' },
  { keys: 'Alt+Shift+J', says: 'Link', run: (writing) => writing.asksForLink.next() },
  { keys: 'Alt+Shift+E', says: 'Go to the bar of the text', run: (writing) => writing.asksForBar.next() },
  { keys: 'Alt+Shift+1', says: 'Paragraph', run: (writing) => writing.become('p') },
  ...[2, 3, 4, 5, 6].map((level): TextKey => ({
    keys: `Alt+Shift+${level}`,
    says: `Heading ${level}`,
    run: (writing) => writing.become(`h${level}`),
  })),
  { keys: 'Alt+Shift+7', says: 'Numbered list', run: (writing) => writing.become('ol') },
  { keys: 'Alt+Shift+8', says: 'List', run: (writing) => writing.become('ul') },
  { keys: 'Alt+Shift+9', says: 'Quote', run: (writing) => writing.become('blockquote') },
  { keys: 'Tab', says: 'In a list: one level deeper, with Shift one level up' },
  { keys: 'Shift+Enter', says: 'Line break' },
  { keys: 'Escape', says: 'Done writing' },
];
