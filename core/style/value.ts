import { generate, parse, walk, type CssNode } from 'css-tree';
import type { Site } from '../document/site';
import { lexer } from './lexer';
import { allOn, offLike, speaksOfOff } from './fill/fills';
import { layersOf } from './layers';
import { propertyOf } from './properties';
import { addressesIn, leadsOutside, wholeValue, type Whole } from './whole-value';

export type Checked = { readonly ok: true; readonly value: string } | { readonly ok: false; readonly problem: string };

const refuse = (problem: string): Checked => ({ ok: false, problem });
const wide = new Set(['inherit', 'initial', 'unset', 'revert', 'revert-layer']);
type References = 'there' | 'any';

const pictureAddress = /^picture:([a-z][a-z0-9-]{0,39})$/;

/** Ids of the library's pictures that a value shows, as in `url("picture:id")`. */
export function picturesIn(value: string): string[] {
  return [...value.matchAll(/url\(\s*["']?picture:([a-z][a-z0-9-]{0,39})["']?\s*\)/g)].map((match) => match[1]!);
}

const term = /^\s*([-+]?\d*\.?\d+)(%|[a-z]+)?/i;

/**
 * A typed sum of numbers, joined by + - * /, left to right with * and / first: `1280/3`, `24*2+8px`, `100% - 40px`.
 * Undefined when the text is none, divides by nothing, or multiplies two lengths.
 */
export function sumOf(typed: string): readonly { readonly number: number; readonly unit: string }[] | undefined {
  const terms: { number: number; unit: string }[] = [];
  let rest = typed;
  let sign = '';
  for (;;) {
    const match = term.exec(rest);
    if (!match) return undefined;
    const one = { number: Number(match[1]), unit: (match[2] ?? '').toLowerCase() };
    const last = terms.at(-1);
    if ((sign === '*' || sign === '/') && last) {
      if ((sign === '/' && (one.unit !== '' || one.number === 0)) || (one.unit !== '' && last.unit !== ''))
        return undefined;
      terms[terms.length - 1] = {
        number: sign === '*' ? last.number * one.number : last.number / one.number,
        unit: last.unit || one.unit,
      };
    } else terms.push(sign === '-' ? { ...one, number: -one.number } : one);
    rest = rest.slice(match[0].length);
    const next = /^\s*([-+*/])\s*/.exec(rest);
    if (rest.trim() === '') return terms;
    if (!next) return undefined;
    sign = next[1]!;
    rest = rest.slice(next[0].length);
  }
}

const rounded = (number: number): number => Math.round(number * 1000) / 1000;

/**
 * `45` → `45px`, `1280/3` → `426.667px`, `100% - 40px` → `calc(100% - 40px)`, where the property takes lengths and
 * not the text as it stands.
 */
function withUnit(name: string, typed: string): string {
  const sum = matches(name, typed) ? undefined : sumOf(typed);
  if (!sum) return typed;
  const unit = sum.find((one) => one.unit !== '')?.unit ?? 'px';
  const total = new Map<string, number>();
  for (const one of sum) total.set(one.unit || unit, (total.get(one.unit || unit) ?? 0) + one.number);
  const pieces = [...total].map(([each, number]) => ({ number: rounded(number), unit: each }));
  const plain = pieces.length === 1 && sum.every((one) => one.unit === '') ? [`${pieces[0]!.number}`] : [];
  const [first, ...others] = pieces;
  const length =
    pieces.length === 1
      ? `${first!.number}${first!.unit}`
      : `calc(${first!.number}${first!.unit}${others.map((one) => ` ${one.number < 0 ? '-' : '+'} ${Math.abs(one.number)}${one.unit}`).join('')})`;
  return [...plain, length].find((text) => matches(name, text)) ?? typed;
}

function matches(name: string, value: string): boolean {
  try {
    return lexer.matchProperty(name, parse(value, { context: 'value' })).error === null;
  } catch {
    return false;
  }
}

/** What a whole value refers to that the site does not have, or must not lead to; undefined where all is well. */
function problemInside(
  site: Site,
  tokens: Extract<Whole, { ok: true }>['tokens'],
  references: References,
): string | undefined {
  const outside = leadsOutside(tokens);
  if (outside !== undefined) return outside;
  for (const address of addressesIn(tokens)) {
    const id = pictureAddress.exec(address)?.[1];
    if (id === undefined) return 'A picture comes from the site’s library: url("picture:…").';
    if (references === 'there' && !Object.hasOwn(site.pictures, id)) return `The library has no picture "${id}".`;
  }
  if (references === 'any') return undefined;
  return tokens
    .flatMap(({ type, text }, index) =>
      type === 'function-token' && text.toLowerCase() === 'var(' ? [tokenProblem(site, tokens, index)] : [],
    )
    .find((one) => one !== undefined);
}

/** Whether the `var()` that begins at an index names a token of the site. */
function tokenProblem(site: Site, tokens: Extract<Whole, { ok: true }>['tokens'], index: number): string | undefined {
  const first = tokens.slice(index + 1).find(({ type }) => type !== 'whitespace-token');
  const token = first?.type === 'ident-token' && first.text.startsWith('--') ? first.text.slice(2) : '';
  return Object.hasOwn(site.tokens, token) ? undefined : `The look has no token "${token}".`;
}

/**
 * Why a text cannot be a token's value; undefined where it can. A token holds no addresses, so that it may stand
 * anywhere.
 */
export function tokenValueProblem(text: string): string | undefined {
  if (text.includes('<')) return 'A token holds no tags.';
  const whole = wholeValue(text);
  if (!whole.ok) return whole.problem;
  if (whole.value !== text) return `Write ${whole.value}.`;
  return (
    leadsOutside(whole.tokens) ?? (addressesIn(whole.tokens).length > 0 ? 'A token holds no addresses.' : undefined)
  );
}

/** Why a value does not fit, with an example of one that would. */
function mismatch(name: string, typed: string): string {
  const choices = propertyOf(name)?.choices ?? [];
  const sample = choices.length > 0 ? ` Try ${choices.slice(0, 4).join(', ')}.` : '';
  return `“${typed}” is not a value of ${name}.${sample}`;
}

/**
 * Checks a typed value of a property against the standard's grammar (css-tree's lexer) and
 * returns it as it is stored: a bare number becomes px where only a length fits.
 * `var()` is accepted for the site's own tokens, `url()` for its own pictures.
 * @param references whether those must be there, as for what is typed; what is stored may speak of tokens and
 * pictures that have gone
 */
export function checkValue(site: Site, name: string, typed: string, references: References = 'there'): Checked {
  const property = propertyOf(name);
  if (!property) return refuse(`“${name}” is not a property that can be set here.`);
  if (typed.length > 2000) return refuse('A value has at most 2,000 characters.');
  const value = withUnit(name, completed(typed.trim()));
  if (value === '') return refuse('Type a value, or take the value back.');
  if (/[{};\\]|\/\*|<\/|!\s*important/i.test(value))
    return refuse('A value holds no braces, semicolons, comments or !important.');
  if (wide.has(value.toLowerCase())) {
    const ok = ['inherit', 'initial'].includes(value.toLowerCase());
    return ok
      ? { ok, value: value.toLowerCase() }
      : refuse('Take the value back instead: that is what the cell’s menu does.');
  }
  const whole = wholeValue(value);
  if (!whole.ok) return refuse(whole.problem);
  if (speaksOfOff(value)) return switchedOffCheck(site, name, value, references);
  return grammarCheck(site, name, typed, whole, references);
}

/** Checks layers that are switched off as if they were on. */
function switchedOffCheck(site: Site, name: string, value: string, references: References): Checked {
  const on = allOn(value);
  if (name !== 'background-image' || speaksOfOff(on))
    return refuse('Only whole layers of a background can be switched off: off(…).');
  const checked = checkValue(site, name, on, references);
  if (!checked.ok) return checked;
  if (layersOf(checked.value).length !== layersOf(value).length) return refuse('Switch each layer off by itself.');
  return { ok: true, value: offLike(checked.value, value) };
}

/** The text with what was left open in it closed; as it stands where that cannot help. */
function completed(text: string): string {
  const whole = wholeValue(text);
  return whole.ok ? whole.value : text;
}

function grammarCheck(
  site: Site,
  name: string,
  typed: string,
  { value, tokens }: Extract<Whole, { ok: true }>,
  references: References,
): Checked {
  let tree: CssNode;
  try {
    tree = parse(value, {
      context: 'value',
      onParseError: (error) => {
        throw error;
      },
    });
  } catch {
    return refuse(mismatch(name, typed));
  }
  const problem = problemInside(site, tokens, references);
  if (problem !== undefined) return refuse(problem);
  if (tokens.some(({ type, text }) => type === 'function-token' && text.toLowerCase() === 'var('))
    return { ok: true, value };
  if (lexer.matchProperty(name, tree).error !== null) return refuse(mismatch(name, typed));
  if (/calc\(/i.test(value) && mixesUnits(tree)) return refuse('A sum cannot mix lengths with times or angles.');
  return { ok: true, value };
}

const lengthless = /^(s|ms|deg|rad|grad|turn|hz|khz|dpi|dppx)$/i;

/** css-tree accepts `calc(1px + 2s)`; a time or an angle in a sum beside a length is refused here. */
function mixesUnits(tree: CssNode): boolean {
  const units: string[] = [];
  walk(tree, (node) => {
    if (node.type === 'Dimension') units.push(node.unit);
  });
  return units.some((unit) => lengthless.test(unit)) && units.some((unit) => !lengthless.test(unit));
}

/** White space around commas goes, but not inside quoted texts. */
const tightCommas = (text: string): string =>
  text.replace(/"[^"]*"|'[^']*'|\s*,\s*/g, (one) => (/^["']/.test(one) ? one : ','));

/**
 * A stored value in its shortest spelling, printed from its parse: numbers, colours and white space trimmed.
 * Empty for what is no value at all, so that a sheet never holds half of one, however it came to be stored.
 */
export function shortest(value: string): string {
  if (value === 'transparent') return '#0000';
  const whole = wholeValue(value);
  if (!whole.ok) return '';
  const printed = printedFrom(whole.value);
  if (printed === '' || /var\(|url\(/i.test(printed)) return tightCommas(printed);
  return printed
    .replace(/#([0-9a-f])\1([0-9a-f])\2([0-9a-f])\3(?:([0-9a-f])\4)?(?![0-9a-f])/gi, '#$1$2$3$4')
    .replace(/(^|[\s,(/*])(-?)0+(\.\d+)/g, '$1$2$3')
    .replace(/(^|[\s,(])0(px|em|rem|vw|vh|ch)(?=$|[\s,)])/g, (all, before: string) =>
      printed.includes('(') ? all : `${before}0`,
    );
}

function printedFrom(value: string): string {
  try {
    return generate(
      parse(value, {
        context: 'value',
        onParseError: (error) => {
          throw error;
        },
      }),
    );
  } catch {
    return '';
  }
}
