import { generate, lexer, parse, walk, type CssNode } from 'css-tree';
import type { Site } from '../document/site';
import { propertyOf } from './properties';

export type Checked = { readonly ok: true; readonly value: string } | { readonly ok: false; readonly problem: string };

const refuse = (problem: string): Checked => ({ ok: false, problem });
const wide = new Set(['inherit', 'initial', 'unset', 'revert', 'revert-layer']);
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

/** `45` → `45px`, `1280/3` → `426.667px`, `100% - 40px` → `calc(100% - 40px)`, where the property takes lengths and not the text as it stands. */
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

function problemInside(tree: CssNode, site: Site): { problem?: string; variable: boolean } {
  let problem: string | undefined;
  let variable = false;
  walk(tree, (node) => {
    if (node.type === 'Url') {
      const id = pictureAddress.exec(node.value)?.[1];
      if (id === undefined) problem = 'A picture comes from the site’s library: url("picture:…").';
      else if (!Object.hasOwn(site.pictures, id)) problem = `The library has no picture "${id}".`;
    }
    if (node.type === 'Function' && ['image-set', 'src', 'element', 'attr', 'env'].includes(node.name.toLowerCase()))
      problem = `${node.name}() cannot be used here.`;
    if (node.type === 'Function' && node.name.toLowerCase() === 'var') {
      variable = true;
      const first = node.children.first;
      const token = first?.type === 'Identifier' ? first.name.replace(/^--/, '') : '';
      if (!Object.hasOwn(site.tokens, token)) problem = `The look has no token "${token}".`;
    }
    if (node.type === 'Raw' && /[{};]/.test(node.value)) problem = 'A value holds no braces and no semicolons.';
  });
  return problem === undefined ? { variable } : { problem, variable };
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
 */
export function checkValue(site: Site, name: string, typed: string): Checked {
  const property = propertyOf(name);
  if (!property) return refuse(`“${name}” is not a property that can be set here.`);
  const value = withUnit(name, typed.trim());
  if (value === '') return refuse('Type a value, or take the value back.');
  if (value.length > 2000) return refuse('A value has at most 2,000 characters.');
  if (/[{};\\]|\/\*|<\/|!\s*important/i.test(value))
    return refuse('A value holds no braces, semicolons, comments or !important.');
  if (wide.has(value.toLowerCase())) {
    const ok = ['inherit', 'initial'].includes(value.toLowerCase());
    return ok
      ? { ok, value: value.toLowerCase() }
      : refuse('Take the value back instead: that is what the cell’s menu does.');
  }
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
  const inside = problemInside(tree, site);
  if (inside.problem !== undefined) return refuse(inside.problem);
  if (!inside.variable && lexer.matchProperty(name, tree).error !== null) return refuse(mismatch(name, typed));
  if (!inside.variable && /calc\(/i.test(value) && mixesUnits(tree))
    return refuse('A sum cannot mix lengths with times or angles.');
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

/** A checked value in its shortest spelling: numbers, colours and white space trimmed. */
export function shortest(value: string): string {
  if (value === 'transparent') return '#0000';
  if (/var\(|url\(/.test(value)) return value.replace(/\s*,\s*/g, ',');
  return generate(parse(value, { context: 'value' }))
    .replace(/#([0-9a-f])\1([0-9a-f])\2([0-9a-f])\3(?:([0-9a-f])\4)?(?![0-9a-f])/gi, '#$1$2$3$4')
    .replace(/(^|[\s,(/*])(-?)0+(\.\d+)/g, '$1$2$3')
    .replace(/(^|[\s,(])0(px|em|rem|vw|vh|ch)(?=$|[\s,)])/g, (whole, before: string) =>
      value.includes('(') ? whole : `${before}0`,
    );
}
