import { tokenize, tokenNames } from 'css-tree';

declare module 'css-tree' {
  /** Cuts a text into tokens; the types published for the library leave it out. */
  export function tokenize(text: string, each: (type: number, start: number, end: number) => void): void;
  export const tokenNames: readonly string[];
}

/** A piece of a value, as CSS Syntax Level 3 §4 cuts it. */
interface Token {
  readonly type: string;
  readonly text: string;
}

/** What a value would be once nothing in it is left open, or why it can never be one. */
export type Whole =
  | { readonly ok: true; readonly value: string; readonly tokens: readonly Token[] }
  | { readonly ok: false; readonly problem: string };

const closing: Readonly<Record<string, string>> = {
  'function-token': ')',
  '(-token': ')',
  '[-token': ']',
  '{-token': '}',
};
const opening = new Set([')-token', ']-token', '}-token']);

/** Tokens that end or hide a declaration, whatever stands around them. */
const never: Readonly<Record<string, string>> = {
  'bad-string-token': 'A quoted text ends on its own line.',
  'bad-url-token': 'The address in url(…) holds a sign that must be quoted.',
  'semicolon-token': 'A value holds no semicolons.',
  '{-token': 'A value holds no braces.',
  '}-token': 'A value holds no braces.',
  'at-keyword-token': 'A value holds no @ words.',
  'CDO-token': 'A value holds no comments.',
  'CDC-token': 'A value holds no comments.',
  'comment-token': 'A value holds no comments.',
};

function tokensOf(text: string): Token[] {
  const tokens: Token[] = [];
  tokenize(text, (type, start, end) => tokens.push({ type: tokenNames[type] ?? '', text: text.slice(start, end) }));
  return tokens;
}

/** What has to follow a token that the end of the text cut short (CSS Syntax Level 3 §4.3.5 and §4.3.6). */
function endOf({ type, text }: Token): string {
  if (type === 'string-token') return text.length > 1 && text.endsWith(text[0]!) ? '' : text[0]!;
  return type === 'url-token' && !text.endsWith(')') ? ')' : '';
}

/**
 * A value with its open quotes and brackets closed, as every browser reads it at the end of a sheet; in the middle of
 * one it would swallow what follows.
 * Refused where a token or a bracket can stand in no value at all.
 */
export function wholeValue(text: string): Whole {
  if (text.includes('\\')) return { ok: false, problem: 'A value holds no backslashes.' };
  const tokens = tokensOf(text);
  const open: string[] = [];
  for (const token of tokens) {
    const problem = never[token.type];
    if (problem !== undefined) return { ok: false, problem };
    const close = closing[token.type];
    if (close !== undefined) open.push(close);
    else if (opening.has(token.type) && open.pop() !== token.text)
      return { ok: false, problem: `A “${token.text}” closes nothing.` };
  }
  const last = tokens.at(-1);
  const ending = (last ? endOf(last) : '') + open.reverse().join('');
  return ending === ''
    ? { ok: true, value: text, tokens }
    : { ok: true, value: text + ending, tokens: tokensOf(text + ending) };
}

/** Functions that lead to another address, take what the page holds elsewhere, or run something. */
const barred = /^(-\w+-)?(image-set|image|cross-fade|src|element|attr|env|paint|expression)$/;

/** The first function that leads outside a value's own site, with a sentence; undefined where there is none. */
export function leadsOutside(tokens: readonly Token[]): string | undefined {
  const inside: string[] = [];
  for (const { type, text } of tokens) {
    if (type === 'function-token') {
      const name = text.slice(0, -1).toLowerCase();
      if (barred.test(name)) return `${name}() cannot be used here.`;
      inside.push(name);
    } else if (closing[type] !== undefined) inside.push('');
    else if (opening.has(type)) inside.pop();
    else if (type === 'string-token' && inside.some((name) => !['url', 'var', ''].includes(name)))
      return `Quoted text cannot stand in ${inside.at(-1)}(…).`;
  }
  return undefined;
}

/** Every address in a value, as `url()` has it, also where a `var()` would fall back to it. */
export function addressesIn(tokens: readonly Token[]): string[] {
  const found: string[] = [];
  tokens.forEach(({ type, text }, index) => {
    if (type === 'url-token') found.push(text.replace(/^url\(\s*/i, '').replace(/\s*\)$/, ''));
    if (type !== 'function-token' || text.toLowerCase() !== 'url(') return;
    const held = tokens.slice(index + 1).find((one) => one.type !== 'whitespace-token');
    found.push(held?.type === 'string-token' ? held.text.slice(1, -1) : '');
  });
  return found;
}
