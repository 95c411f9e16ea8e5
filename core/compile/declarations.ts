import type { Picture, Site } from '../document/site';
import type { Declarations } from '../document/style-map';
import { propertyOf } from '../style/properties';
import { shortest } from '../style/value';

/** How compile turns the document's pictures and fonts into addresses. */
export interface Addresses {
  /** Stands before the file name of a picture. */
  readonly pictures: string;
  /** Stands before the file name of a font. */
  readonly fonts: string;
}

const backgroundWidth = 1600;

/** The file of a picture that serves as a background: the narrowest of at least 1600 px, else the widest. */
const backgroundFile = (picture: Picture): string =>
  (picture.files.find((one) => one.width >= backgroundWidth) ?? picture.files.at(-1)!).file;

const spelled = new Map<string, string>();

function spell(value: string): string {
  let short = spelled.get(value);
  if (short === undefined) {
    if (spelled.size > 5000) spelled.clear();
    spelled.set(value, (short = shortest(value)));
  }
  return short;
}

/** A stored value as it stands in a style sheet. */
function valueText(site: Site, value: string, addresses: Addresses): string {
  const spelt = spell(value).replace(/var\(\s*(?:--)?/g, 'var(--');
  if (!spelt.includes('picture:')) return spelt;
  return spelt.replace(/url\(\s*["']?picture:([a-z0-9-]+)["']?\s*\)/g, (_, id: string) => {
    const picture = Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined;
    return picture ? `url(${addresses.pictures}${backgroundFile(picture)})` : 'none';
  });
}

const sides = ['top', 'right', 'bottom', 'left'];
const quads: readonly { readonly short: string; readonly long: readonly string[] }[] = [
  { short: 'padding', long: sides.map((side) => `padding-${side}`) },
  { short: 'margin', long: sides.map((side) => `margin-${side}`) },
  { short: 'inset', long: sides },
  { short: 'border-width', long: sides.map((side) => `border-${side}-width`) },
  { short: 'border-style', long: sides.map((side) => `border-${side}-style`) },
  { short: 'border-color', long: sides.map((side) => `border-${side}-color`) },
  { short: 'border-radius', long: ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`) },
];
const pairs: readonly { readonly short: string; readonly long: readonly [string, string]; readonly alike: boolean }[] = [
  { short: 'gap', long: ['row-gap', 'column-gap'], alike: false },
  { short: 'overflow', long: ['overflow-x', 'overflow-y'], alike: false },
  { short: 'background-position', long: ['background-position-x', 'background-position-y'], alike: true },
];
const keyword = /^(inherit|initial)$|var\(|\/|,/;

/** Four values in CSS's order top, right, bottom, left, without those that repeat. */
function four([top, right, bottom, left]: readonly string[]): string {
  if (right !== left) return `${top} ${right} ${bottom} ${left}`;
  if (top !== bottom) return `${top} ${right} ${bottom}`;
  return top === right ? top! : `${top} ${right}`;
}

/** Longhands joined into shorthands wherever a whole set is present and means the same. */
function joined(values: Map<string, string>): void {
  const take = (long: readonly string[]): string[] | undefined => {
    const found = long.map((name) => values.get(name));
    if (found.some((value) => value === undefined || (keyword.test(value) && new Set(found).size > 1) || /var\(|,|\s|\//.test(value))) return undefined;
    long.forEach((name) => values.delete(name));
    return found.filter((value) => value !== undefined);
  };
  for (const { short, long } of quads) {
    const found = take(long);
    if (found) values.set(short, four(found));
  }
  for (const { short, long, alike } of pairs) {
    const found = take(long);
    if (found) values.set(short, found[0] === found[1] && !alike ? found[0]! : keyword.test(found[0]!) ? found[0]! : found.join(' '));
  }
  const border = ['border-width', 'border-style', 'border-color'].map((name) => values.get(name));
  if (border.every((value) => value !== undefined && !/\s/.test(value) && !/^(inherit|initial)$/.test(value))) {
    ['border-width', 'border-style', 'border-color'].forEach((name) => values.delete(name));
    values.set('border', border.join(' '));
  }
}

/** Declarations as the inside of a rule, minified: `color:red;gap:8px`. */
export function declarationsText(site: Site, declarations: Declarations, addresses: Addresses): string {
  const values = new Map<string, string>();
  for (const [name, value] of Object.entries(declarations))
    if (propertyOf(name)) values.set(name, valueText(site, value, addresses));
  joined(values);
  return [...values].map(([name, value]) => `${name}:${value}`).join(';');
}
