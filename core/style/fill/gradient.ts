import { generate, parse, type CssNode, type FunctionNode } from 'css-tree';
import { lexer } from '../lexer';

/** One stop of a gradient. */
export interface Stop {
  /** As CSS. */
  readonly colour: string;
  /** Where it lies: in percent of the gradient's line, or of a whole turn. */
  readonly at: number;
}

export const gradientForms = ['linear', 'radial', 'conic'] as const;

/** A gradient that can be drawn: along a line, outwards from a point, or round a point (CSS Images 4 §3). */
export interface Gradient {
  readonly form: (typeof gradientForms)[number];
  readonly isRepeating: boolean;
  /** Clockwise in degrees, 0 is up: where a line leads, or a turn begins. */
  readonly angle: number;
  /** The corner a line leads to instead, as `to top right`; empty where it leads by its angle. */
  readonly corner: string;
  /** The point in the middle, in percent of the box. */
  readonly x: number;
  readonly y: number;
  /** Shape and size of a radial one as CSS; empty for an ellipse to the farthest corner. */
  readonly shape: string;
  /** How colours are mixed, as `in oklch longer hue`; empty as the standard has it. */
  readonly mixing: string;
  readonly stops: readonly Stop[];
}

/** What stands before the stops. */
type Course = Pick<Gradient, 'angle' | 'corner' | 'x' | 'y' | 'shape' | 'mixing'>;

const perUnit: Readonly<Record<string, number>> = { deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 };

/** An angle in degrees; undefined for what is none. */
function degreesOf(text: string): number | undefined {
  const [, number, unit] = /^([-+]?[\d.]+(?:e[-+]?\d+)?)([a-z]*)$/i.exec(text) ?? [];
  const per = unit === '' && Number(number) === 0 ? 1 : perUnit[unit?.toLowerCase() ?? ''];
  return number === undefined || per === undefined ? undefined : Number(number) * per;
}

const percentOf = (text: string): number | undefined =>
  /^[-+]?[\d.]+(?:e[-+]?\d+)?%$/i.test(text) ? Number.parseFloat(text) : Number(text) === 0 ? 0 : undefined;

const keywordsOfPlace: Readonly<Record<string, number>> = { left: 0, top: 0, center: 50, right: 100, bottom: 100 };

/** A place of one or two words, in percent; undefined where it is measured otherwise. */
function placeOf(words: readonly string[]): { readonly x: number; readonly y: number } | undefined {
  if (words.length === 0 || words.length > 2) return undefined;
  const isUpright = (word: string | undefined): boolean => word === 'top' || word === 'bottom';
  const isLevel = (word: string | undefined): boolean => word === 'left' || word === 'right';
  const isSwapped = isUpright(words[0]) || isLevel(words[1]);
  if (isSwapped && words.length === 2 && words.some((word) => percentOf(word) !== undefined)) return undefined;
  const [across = 'center', down = 'center'] = isSwapped ? [words[1], words[0]] : words;
  const [x, y] = [across, down].map((word) => keywordsOfPlace[word] ?? percentOf(word));
  return x === undefined || y === undefined ? undefined : { x, y };
}

const sides: Readonly<Record<string, number>> = { top: 0, right: 90, bottom: 180, left: 270 };
const corners: Readonly<Record<string, number>> = {
  ...{ 'right top': 45, 'bottom right': 135, 'bottom left': 225, 'left top': 315 },
};

/** Where a line leads. */
function lineOf(words: readonly string[]): Pick<Course, 'angle' | 'corner'> | undefined {
  if (words.length === 0) return { angle: 180, corner: '' };
  if (words[0] === 'to') {
    const [first, second, ...more] = words.slice(1);
    if (first === undefined || more.length > 0) return undefined;
    const side = second === undefined ? sides[first] : undefined;
    if (side !== undefined) return { angle: side, corner: '' };
    const angle = corners[[first, second].sort().join(' ')];
    return angle === undefined ? undefined : { angle, corner: words.join(' ') };
  }
  const angle = words.length === 1 ? degreesOf(words[0]!) : undefined;
  return angle === undefined ? undefined : { angle, corner: '' };
}

/** What the words before the stops say; undefined where they say what cannot be drawn. */
function courseOf(form: Gradient['form'], all: readonly string[]): Course | undefined {
  const mixes = all.indexOf('in');
  const mixed = mixes === -1 ? 0 : all[mixes + 3] === 'hue' ? 4 : 2;
  const words = mixes === -1 ? all : all.toSpliced(mixes, mixed);
  const mixing = mixes === -1 ? '' : all.slice(mixes, mixes + mixed).join(' ');
  const centre = words.indexOf('at');
  const place = centre === -1 ? { x: 50, y: 50 } : placeOf(words.slice(centre + 1));
  const before = centre === -1 ? words : words.slice(0, centre);
  if (!place || (form === 'linear' && centre !== -1)) return undefined;
  if (form === 'radial') return { ...place, angle: 180, corner: '', shape: before.join(' '), mixing };
  const [from, turn, ...more] = before;
  const isTurned = form === 'conic' && from === 'from' && turn !== undefined && more.length === 0;
  const begins = isTurned ? degreesOf(turn) : from === undefined ? 0 : undefined;
  const line = form === 'linear' ? lineOf(before) : begins === undefined ? undefined : { angle: begins, corner: '' };
  return line && { ...place, ...line, shape: '', mixing };
}

const isComma = (node: CssNode): boolean => node.type === 'Operator' && node.value === ',';

/** What commas divide in a function. */
function groupsOf(node: FunctionNode): CssNode[][] {
  const groups: CssNode[][] = [[]];
  for (const child of node.children) {
    if (isComma(child)) groups.push([]);
    else groups.at(-1)!.push(child);
  }
  return groups;
}

const courseWords = /^(to|from|at|in|circle|ellipse|(closest|farthest)-(side|corner))$/i;

const isCourse = ([first]: readonly CssNode[]): boolean =>
  first !== undefined &&
  (['Dimension', 'Number', 'Percentage'].includes(first.type) ||
    (first.type === 'Identifier' && courseWords.test(first.name)));

/** A place of a stop in percent; NaN where it is measured otherwise. */
function stopPlace(form: Gradient['form'], text: string): number {
  const turn = form === 'conic' ? degreesOf(text) : undefined;
  return (turn === undefined ? percentOf(text) : turn / 3.6) ?? Number.NaN;
}

/** A node as it was written. */
const writtenAs = (text: string, { loc }: CssNode): string => (loc ? text.slice(loc.start.offset, loc.end.offset) : '');

const isColour = (text: string): boolean =>
  /^var\(/i.test(text) || lexer.match('<color>', parse(text, { context: 'value' })).error === null;

/** A colour with its places; one with two stands for two stops. */
function stopsIn(form: Gradient['form'], texts: readonly string[]): { colour: string; at: number | undefined }[] {
  const [colour, ...places] = texts;
  if (colour === undefined || !isColour(colour) || places.length > 2) return [{ colour: '', at: Number.NaN }];
  if (places.length === 0) return [{ colour, at: undefined }];
  return places.map((place) => ({ colour, at: stopPlace(form, place) }));
}

/** Stops with the places that are left out, and none before the one it follows (CSS Images 3 §3.4.3). */
function placed(stops: readonly { readonly colour: string; readonly at: number | undefined }[]): Stop[] {
  const places = stops.map(({ at }) => at);
  places[0] ??= 0;
  places[places.length - 1] ??= 100;
  let most = Number.NEGATIVE_INFINITY;
  places.forEach((at, index) => {
    if (at !== undefined) places[index] = most = Math.max(at, most);
  });
  for (let from = 0; from < places.length - 1;) {
    const to = places.findIndex((at, index) => index > from && at !== undefined);
    const step = (places[to]! - places[from]!) / (to - from);
    for (let between = from + 1; between < to; between++) places[between] = places[from]! + step * (between - from);
    from = to;
  }
  return stops.map(({ colour }, index) => ({ colour, at: places[index]! }));
}

const name = /^(repeating-)?(linear|radial|conic)-gradient$/i;

/** The gradient a layer is, where it can be drawn: its places in percent or degrees, no hints between its stops. */
export function gradientOf(layer: string): Gradient | undefined {
  const value = parse(layer, { context: 'value', positions: true });
  const node = value.type === 'Value' && value.children.size === 1 ? value.children.first : null;
  const [whole, repeating, kind] = (node?.type === 'Function' && name.exec(node.name)) || [];
  const form = gradientForms.find((one) => one === kind?.toLowerCase());
  if (node?.type !== 'Function' || whole === undefined || !form) return undefined;
  const groups = groupsOf(node);
  const hasCourse = isCourse(groups[0]!);
  const course = courseOf(form, hasCourse ? groups[0]!.map((one) => generate(one).toLowerCase()) : []);
  const stops = groups.slice(hasCourse ? 1 : 0);
  if (!course || stops.length < 2 || stops.some((stop) => stop.length === 0 || isCourse(stop))) return undefined;
  const all = placed(
    stops.flatMap((stop) =>
      stopsIn(
        form,
        stop.map((one) => writtenAs(layer, one)),
      ),
    ),
  );
  return all.some(({ at }) => Number.isNaN(at))
    ? undefined
    : { form, isRepeating: repeating !== undefined, ...course, stops: all };
}

const rounded = (number: number): number => Number(number.toFixed(2)) + 0;

function courseText({ form, angle, corner, x, y, shape, mixing }: Gradient): string {
  const isCentred = x === 50 && y === 50;
  const place = form === 'linear' || isCentred ? '' : `at ${rounded(x)}% ${rounded(y)}%`;
  const turned = {
    linear: angle === 180 ? '' : `${rounded(angle)}deg`,
    conic: angle === 0 ? '' : `from ${rounded(angle)}deg`,
  };
  const way = form === 'radial' ? shape : form === 'linear' && corner !== '' ? corner : turned[form];
  return [way, place, mixing].filter((one) => one !== '').join(' ');
}

/** A gradient as CSS; stops that lie evenly are written without their places. */
export function gradientText(gradient: Gradient): string {
  const { form, isRepeating, stops } = gradient;
  const isEven = stops.every(({ at }, index) => Math.abs(at - (100 * index) / (stops.length - 1)) < 0.01);
  const said = stops.map(({ colour, at }) => (isEven ? colour : `${colour} ${rounded(at)}%`));
  const course = courseText(gradient);
  return `${isRepeating ? 'repeating-' : ''}${form}-gradient(${[...(course === '' ? [] : [course]), ...said].join(', ')})`;
}

/** A gradient to begin with: dark below, for words over a picture. */
export const firstGradient: Gradient = {
  ...{ form: 'linear', isRepeating: false, angle: 180, corner: '', x: 50, y: 50, shape: '', mixing: '' },
  stops: [
    { colour: 'rgb(0 0 0 / 0)', at: 0 },
    { colour: 'rgb(0 0 0 / 0.7)', at: 100 },
  ],
};

/** A gradient with one of its stops moved, no further than to those beside it. */
export function withStopMoved(gradient: Gradient, index: number, to: number): Gradient {
  const { stops } = gradient;
  const stop = stops[index];
  if (!stop) return gradient;
  const [least, most] = [stops[index - 1]?.at ?? Math.min(0, stop.at), stops[index + 1]?.at ?? Math.max(100, stop.at)];
  return { ...gradient, stops: stops.with(index, { ...stop, at: Math.min(Math.max(to, least), most) }) };
}

/** A gradient with one stop more, of a given colour, and which one it is. */
export function withStop(gradient: Gradient, at: number, colour: string): { gradient: Gradient; index: number } {
  const later = gradient.stops.findIndex((one) => one.at > at);
  const index = later === -1 ? gradient.stops.length : later;
  return { gradient: { ...gradient, stops: gradient.stops.toSpliced(index, 0, { colour, at }) }, index };
}
