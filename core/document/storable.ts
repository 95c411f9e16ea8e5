import { Problem } from './problem';

/** A value on the walk, with its key and the step to its parent. */
interface Step {
  readonly value: unknown;
  readonly key: string;
  readonly around: Step | undefined;
}

const unstorable = /\0|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/;

/** Whether a text can be stored: it is well-formed (Unicode 16, D85) and has no U+0000, which PostgreSQL refuses. */
export const isStorable = (text: string): boolean => !text.includes('\0') && text.isWellFormed();

/** Returns a text that can be stored: U+0000 is removed, halves of surrogate pairs become U+FFFD. */
export const storableText = (text: string): string =>
  isStorable(text) ? text : text.replaceAll('\0', '').toWellFormed();

/** Returns JSON data in which every text and key can be stored; the same object if all can be already. */
export const storable = <T>(data: T): T =>
  firstUnstorable(data) === undefined ? data : (withStorableTexts(data) as T); // only texts differ

function withStorableTexts(data: unknown): unknown {
  if (typeof data === 'string') return storableText(data);
  if (Array.isArray(data)) return data.map(withStorableTexts);
  if (typeof data !== 'object' || data === null) return data;
  return Object.fromEntries(Object.entries(data).map(([key, value]) => [storableText(key), withStorableTexts(value)]));
}

function pathOf(step: Step | undefined): string {
  const keys: string[] = [];
  for (let at = step; at?.around; at = at.around) keys.unshift(at.key);
  return keys.join('.');
}

/** Finds a text that cannot be stored. Walks without recursion: data from outside may be nested deeply. */
function firstUnstorable(data: unknown): { readonly text: string; readonly path: string } | undefined {
  const open: Step[] = [{ value: data, key: '', around: undefined }];
  for (let step = open.pop(); step; step = open.pop()) {
    const { value } = step;
    if (typeof value === 'string') {
      if (!isStorable(value)) return { text: value, path: pathOf(step) };
    } else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) {
        if (!isStorable(key)) return { text: key, path: pathOf(step) };
        open.push({ value: inner, key, around: step });
      }
  }
  return undefined;
}

/**
 * Checks that every text and key of JSON data can be stored.
 * @throws Problem that names the place and the position of the character, counted from 1 in UTF-16 code units
 */
export function checkStorable(data: unknown): void {
  const found = firstUnstorable(data);
  if (!found) return;
  const at = found.text.search(unstorable);
  const code = found.text.charCodeAt(at).toString(16).toUpperCase().padStart(4, '0');
  const where = found.path === '' ? '' : `${found.path}: `;
  throw new Problem(
    `${where}The character at position ${at + 1} can’t be stored (U+${code}). Delete it, then type it again.`,
    { field: found.path },
  );
}

/** Truncates a text to at most `most` UTF-16 code units, without splitting a surrogate pair. */
export const cutText = (text: string, most: number): string =>
  text.slice(0, /[\ud800-\udbff]/.test(text.charAt(most - 1)) ? most - 1 : most);
