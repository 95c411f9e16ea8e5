import type { Tongue } from '../document/language';
import { backgroundFor } from './backgrounds';
import type { Picture, Site } from '../document/site';
import type { Declarations } from '../document/style-map';
import { paintedLayers } from '../style/fill/fills';
import { propertyOf } from '../style/properties';
import { shortest } from '../style/value';

/** How compile turns the document's pictures and fonts into addresses. */
export interface Addresses {
  /** Stands before the file name of a picture. */
  readonly pictures: string;
  /** Stands before the file name of a font. */
  readonly fonts: string;
  /** The paths of the pages there are, by id; where this is left out, a link to a page leads nowhere in particular. */
  readonly pages?: Readonly<Record<string, string>>;
  /** The titles of pages by id, for menus; the page that is written is known by itself. */
  readonly titles?: Readonly<Record<string, string>>;
  /** What pages say of their languages, by id; of those that say nothing, nothing. */
  readonly tongues?: Readonly<Record<string, Tongue>>;
  /** What an address within the site (`/path?query#place`) is written as; as it is, where this is left out. */
  readonly within?: (link: string) => string;
  /**
   * The screen in px whose heights and shorter and longer sides units mean, where the page is drawn unrolled: in a
   * frame as high as itself.
   */
  readonly unrolled?: { readonly width: number; readonly height: number };
  /**
   * What visitors are served: backgrounds in a file for each screen and density, and what stands in for typefaces
   * that are on their way. On a leaf, one file does for all.
   */
  readonly forVisitors?: boolean;
  /** On a leaf: the page as visitors see it who prefer dark pages. */
  readonly dark?: boolean;
}

/** How wide a background is taken to be where one file has to do for all screens. */
const backgroundWidth = 1600;

const spelled = new Map<string, string>();

function spell(value: string): string {
  let short = spelled.get(value);
  if (short === undefined) {
    if (spelled.size > 5000) spelled.clear();
    spelled.set(value, (short = shortest(paintedLayers(value))));
  }
  return short;
}

/** A value in which the units of the screen's height are px of a screen of that size. */
export function unrolledValue(
  value: string,
  { width, height }: { readonly width: number; readonly height: number },
): string {
  if (!/\d(?:[sld]?vh|[sld]?vb|[sld]?vmin|[sld]?vmax)\b/i.test(value)) return value;
  const share = (unit: string): number =>
    unit.endsWith('vmin') ? Math.min(width, height) : unit.endsWith('vmax') ? Math.max(width, height) : height;
  // Quoted text and addresses stay; numbers elsewhere are whole tokens.
  return value.replace(
    /"[^"]*"|'[^']*'|url\([^)]*\)|(?<![\w.-])(-?\d*\.?\d+)([sld]?(?:vh|vb|vmin|vmax))\b/gi,
    (whole, size?: string, unit?: string) =>
      size === undefined || unit === undefined
        ? whole
        : `${Math.round(Number(size) * share(unit.toLowerCase()) * 100) / 10_000}px`,
  );
}

/** A picture as a background of a screen of that width, or of all. */
function backgroundText(picture: Picture, { pictures: folder }: Addresses, screen: number | undefined): string {
  if (screen !== undefined) return backgroundFor(picture, folder, screen);
  const { file } = picture.files.find((one) => one.width >= backgroundWidth) ?? picture.files.at(-1)!;
  return `url(${folder}${file})`;
}

/** A stored value as it stands in a style sheet. */
function valueText(site: Site, value: string, addresses: Addresses, screen: number | undefined): string {
  const spelt = addresses.unrolled ? unrolledValue(spell(value), addresses.unrolled) : spell(value);
  if (!spelt.includes('picture:')) return spelt;
  return spelt.replace(/url\(\s*["']?picture:([a-z0-9-]+)["']?\s*\)/g, (_, id: string) => {
    const picture = Object.hasOwn(site.pictures, id) ? site.pictures[id] : undefined;
    return picture ? backgroundText(picture, addresses, screen) : 'none';
  });
}

const sides = ['top', 'right', 'bottom', 'left'];

/** A shorthand and the longhands it stands for; `alike` ones are written with both values even when they are equal. */
interface Shorthand {
  readonly short: string;
  readonly long: readonly string[];
  readonly alike: boolean;
}

const shorthands: readonly Shorthand[] = [
  { short: 'padding', long: sides.map((side) => `padding-${side}`), alike: false },
  { short: 'margin', long: sides.map((side) => `margin-${side}`), alike: false },
  { short: 'inset', long: sides, alike: false },
  { short: 'border-width', long: sides.map((side) => `border-${side}-width`), alike: false },
  { short: 'border-style', long: sides.map((side) => `border-${side}-style`), alike: false },
  { short: 'border-color', long: sides.map((side) => `border-${side}-color`), alike: false },
  {
    short: 'border-radius',
    long: ['top-left', 'top-right', 'bottom-right', 'bottom-left'].map((corner) => `border-${corner}-radius`),
    alike: false,
  },
  { short: 'gap', long: ['row-gap', 'column-gap'], alike: false },
  { short: 'overflow', long: ['overflow-x', 'overflow-y'], alike: false },
  { short: 'background-position', long: ['background-position-x', 'background-position-y'], alike: true },
];
const wide = /^(inherit|initial)$/;

/** Values in CSS's order (top, right, bottom, left, or row, column), without those that repeat. */
function few([top, right, bottom = top, left = right]: readonly string[]): string {
  if (right !== left) return `${top} ${right} ${bottom} ${left}`;
  if (top !== bottom) return `${top} ${right} ${bottom}`;
  return top === right ? top! : `${top} ${right}`;
}

/** The values of a whole set of longhands, where a shorthand can say the same; undefined otherwise. */
function wholeSet(values: ReadonlyMap<string, string>, long: readonly string[]): string[] | undefined {
  const found: string[] = [];
  for (const name of long) {
    const value = values.get(name);
    if (value === undefined || /var\(|,|\s|\//.test(value)) return undefined;
    found.push(value);
  }
  return found.some((value) => wide.test(value)) && new Set(found).size > 1 ? undefined : found;
}

/** Longhands joined into shorthands wherever a whole set is present and means the same. */
function joined(values: Map<string, string>): void {
  for (const shorthand of shorthands) {
    const found = values.has(shorthand.long[0]!) ? wholeSet(values, shorthand.long) : undefined;
    if (!found) continue;
    shorthand.long.forEach((one) => values.delete(one));
    values.set(shorthand.short, shorthand.alike && !wide.test(found[0]!) ? found.join(' ') : few(found));
  }
  const [width, style, color] = [values.get('border-width'), values.get('border-style'), values.get('border-color')];
  if (width === undefined || style === undefined || color === undefined) return;
  if ([width, style, color].some((value) => /\s/.test(value) || wide.test(value))) return;
  ['border-width', 'border-style', 'border-color'].forEach((name) => values.delete(name));
  values.set('border', `${width} ${style} ${color}`);
}

/**
 * Declarations as the inside of a rule, minified: `color:red;gap:8px`.
 * @param screen the width in px of the widest screen they are for; backgrounds are in one file for all without it
 */
export function declarationsText(
  site: Site,
  declarations: Declarations,
  addresses: Addresses,
  screen?: number,
): string {
  const values = new Map<string, string>();
  for (const name in declarations) {
    const value = propertyOf(name) ? valueText(site, declarations[name]!, addresses, screen) : '';
    if (value !== '') values.set(name, value);
  }
  if (values.size > 1) joined(values);
  let text = '';
  for (const [name, value] of values) text += text === '' ? `${name}:${value}` : `;${name}:${value}`;
  return text;
}
