import { generate, parse } from 'css-tree';

/** What a filter function is set by, and between which amounts a slider goes. */
export interface FilterFunction {
  readonly name: string;
  readonly unit: 'px' | '%' | 'deg';
  readonly most: number;
  /** The amount that changes nothing. */
  readonly none: number;
  /** The amount it begins with. */
  readonly begins: number;
}

/** The functions of one amount (Filter Effects 1 §6), with the amount each changes nothing with. */
export const filterFunctions: readonly FilterFunction[] = [
  { name: 'blur', unit: 'px', most: 40, none: 0, begins: 4 },
  { name: 'brightness', unit: '%', most: 200, none: 100, begins: 80 },
  { name: 'contrast', unit: '%', most: 200, none: 100, begins: 120 },
  { name: 'saturate', unit: '%', most: 300, none: 100, begins: 140 },
  { name: 'grayscale', unit: '%', most: 100, none: 0, begins: 100 },
  { name: 'sepia', unit: '%', most: 100, none: 0, begins: 60 },
  { name: 'hue-rotate', unit: 'deg', most: 360, none: 0, begins: 90 },
  { name: 'invert', unit: '%', most: 100, none: 0, begins: 100 },
  { name: 'opacity', unit: '%', most: 100, none: 100, begins: 60 },
];

/** One function of a filter: with an amount in its unit, or as it is written where that says more. */
export type Filter =
  { readonly name: string; readonly amount: number } | { readonly name: string; readonly text: string };

const functionOf = (name: string): FilterFunction | undefined => filterFunctions.find((one) => one.name === name);

/** An amount in the function's unit: `0.5` is 50 %, `1turn` 360 degrees, and nothing said is all of it. */
function amountIn({ unit, none }: FilterFunction, text: string): number | undefined {
  if (text === '') return unit === '%' ? 100 : none; // Filter Effects 1 §6: omitted, blur and hue-rotate change nothing
  const [, number, said] = /^([+-]?(?:\d+\.?\d*|\.\d+))([a-z%]*)$/i.exec(text) ?? [];
  if (number === undefined || said === undefined) return undefined;
  const amount = Number(number);
  const by: Readonly<Record<string, number>> =
    unit === 'px'
      ? { px: 1 }
      : unit === 'deg'
        ? { deg: 1, turn: 360, grad: 0.9, rad: 180 / Math.PI }
        : { '%': 1, '': 100 };
  const factor = by[said.toLowerCase()] ?? (amount === 0 && said === '' ? 1 : undefined);
  return factor === undefined ? undefined : Math.round(amount * factor * 100) / 100;
}

/** The functions of a value of `filter` or `backdrop-filter`; undefined where it is none that can be taken apart. */
export function filtersOf(value: string): Filter[] | undefined {
  if (value.trim() === '' || value.trim() === 'none') return [];
  const list: Filter[] = [];
  const tree = parse(value, { context: 'value', onParseError: () => list.splice(0) });
  if (tree.type !== 'Value') return undefined;
  for (const node of tree.children.toArray()) {
    if (node.type === 'WhiteSpace') continue;
    if (node.type === 'Url') list.push({ name: 'url', text: generate(node) });
    else if (node.type === 'Function') {
      const name = node.name.toLowerCase();
      if (name === 'var') return undefined; // a token is the whole of it
      const known = functionOf(name);
      const amount =
        known &&
        amountIn(
          known,
          node.children
            .toArray()
            .map((one) => generate(one))
            .join(''),
        );
      list.push(amount === undefined ? { name, text: generate(node) } : { name, amount });
    } else return undefined;
  }
  return list;
}

/** Functions as a value: `none` where there are none. */
export const filterText = (list: readonly Filter[]): string =>
  list.length === 0
    ? 'none'
    : list
        .map((one) => ('text' in one ? one.text : `${one.name}(${one.amount}${functionOf(one.name)?.unit ?? ''})`))
        .join(' ');
