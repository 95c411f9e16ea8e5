import { layersOf } from '../layers';
import { propertyOf } from '../properties';
import { gradientOf, gradientText, type Gradient } from './gradient';

/** What one layer of a background is made of. */
export type Fill =
  | { readonly is: 'colour'; readonly colour: string }
  | { readonly is: 'gradient'; readonly gradient: Gradient }
  | { readonly is: 'picture'; readonly picture: string }
  /** Nothing at all, or what can only be typed. */
  | { readonly is: 'text'; readonly text: string };

/** The properties of which each layer has its own value, the image first (CSS Backgrounds 3 §3.1). */
export const layerProperties = [
  'background-image',
  'background-size',
  'background-position-x',
  'background-position-y',
  'background-repeat',
  'background-attachment',
  'background-origin',
  'background-clip',
  'background-blend-mode',
] as const;
export type LayerProperty = (typeof layerProperties)[number];

/** What a layer has besides its image. */
type LayerValues = Readonly<Record<Exclude<LayerProperty, 'background-image'>, string>>;

/** One layer of a background, with its own value of each property. */
export interface FillLayer {
  /** Switched off: kept, and painted nowhere. */
  readonly isOff: boolean;
  readonly fill: Fill;
  readonly values: LayerValues;
}

const eachOf = (of: (property: LayerProperty) => string): LayerValues => ({
  'background-size': of('background-size'),
  'background-position-x': of('background-position-x'),
  'background-position-y': of('background-position-y'),
  'background-repeat': of('background-repeat'),
  'background-attachment': of('background-attachment'),
  'background-origin': of('background-origin'),
  'background-clip': of('background-clip'),
  'background-blend-mode': of('background-blend-mode'),
});
const initialOf = (property: LayerProperty): string => propertyOf(property)?.initial ?? '';

/**
 * How a layer that is switched off stands in a value: as what a custom property nobody sets would fall back to. Sheets
 * have `none` in its place.
 */
const switchedOff = /^var\(\s*--_off\s*,([^]*)\)$/i;
const mark = '--_off';

/** Whether a value holds a layer that is switched off, or seems to. */
export const speaksOfOff = (value: string): boolean => value.toLowerCase().includes(mark);

const mapLayers = (value: string, to: (layer: string, isOff: boolean) => string): string =>
  layersOf(value)
    .map((layer) => {
      const inside = switchedOff.exec(layer)?.[1];
      return to(inside?.trim() ?? layer, inside !== undefined);
    })
    .join(', ');

/** A background with `none` for each layer that is switched off: what is painted of it. */
export const paintedLayers = (value: string): string =>
  speaksOfOff(value) ? mapLayers(value, (layer, isOff) => (isOff ? 'none' : layer)) : value;

/** A background with every layer switched on. */
export const allOn = (value: string): string => mapLayers(value, (layer) => layer);

/** A background whose layers are switched off where another's are. */
export function offLike(value: string, other: string): string {
  const off = layersOf(other).map((layer) => switchedOff.test(layer));
  return layersOf(value)
    .map((layer, index) => (off[index] === true ? `var(${mark}, ${layer})` : layer))
    .join(', ');
}

/** A background as a person reads it: `off(…)` for each layer that is switched off. */
export const readLayers = (value: string): string =>
  speaksOfOff(value) ? mapLayers(value, (layer, isOff) => (isOff ? `off(${layer})` : layer)) : value;

/** A background as it is stored, from what a person types: `off(…)` switches a layer off. */
export const typedLayers = (typed: string): string =>
  /\boff\(/i.test(typed)
    ? layersOf(typed)
        .map((layer) => layer.replace(/^off\(\s*([^]*)\)$/i, (_, inside: string) => `var(${mark}, ${inside.trim()})`))
        .join(', ')
    : typed;

const picture = /^url\(\s*["']?picture:([a-z][a-z0-9-]{0,39})["']?\s*\)$/i;

function fillOf(layer: string): Fill {
  const id = picture.exec(layer)?.[1];
  if (id !== undefined) return { is: 'picture', picture: id };
  const gradient = gradientOf(layer);
  if (!gradient) return { is: 'text', text: layer };
  const [first] = gradient.stops;
  return first && gradient.stops.every(({ colour }) => colour === first.colour)
    ? { is: 'colour', colour: first.colour }
    : { is: 'gradient', gradient };
}

/** What a layer is made of, as CSS: a colour is a gradient that does not change. */
export function fillText(fill: Fill): string {
  switch (fill.is) {
    case 'colour':
      return `linear-gradient(${fill.colour}, ${fill.colour})`;
    case 'gradient':
      return gradientText(fill.gradient);
    case 'picture':
      return `url("picture:${fill.picture}")`;
    case 'text':
      return fill.text;
  }
}

/** The values of a list; what it begins with, where it says none of its own. */
function valuesIn(property: LayerProperty, value: string): string[] {
  const listed = /^(inherit|initial)$/i.test(value) ? [] : layersOf(value);
  return listed.length === 0 ? [initialOf(property)] : listed;
}

/** The layers of a background, the topmost first; a list that is shorter begins again (CSS Backgrounds 3 §3.1). */
export function fillLayersOf(values: (property: LayerProperty) => string): FillLayer[] {
  const image = values('background-image');
  const layers = layersOf(/^(inherit|initial)$/i.test(image) ? '' : image);
  const lists = new Map(layerProperties.map((property) => [property, valuesIn(property, values(property))]));
  return layers.map((layer, index) => {
    const inside = switchedOff.exec(layer)?.[1];
    return {
      isOff: inside !== undefined,
      fill: fillOf(inside?.trim() ?? layer),
      values: eachOf((property) => {
        const list = lists.get(property) ?? [];
        return list[index % list.length] ?? initialOf(property);
      }),
    };
  });
}

const imageText = ({ isOff, fill }: FillLayer): string => (isOff ? `var(${mark}, ${fillText(fill)})` : fillText(fill));

/** What a property says of layers: one value where all have the same. */
function listText(property: LayerProperty, layers: readonly FillLayer[]): string {
  if (property === 'background-image') return layers.map(imageText).join(', ');
  const values = layers.map((layer) => layer.values[property]);
  return new Set(values).size > 1 ? values.join(', ') : (values[0] ?? '');
}

/** What has to be set so that a background has these layers: the properties that say something else as yet. */
export function fillChanges(
  values: (property: LayerProperty) => string,
  layers: readonly FillLayer[],
): Record<string, string> {
  if (layers.length === 0) return { 'background-image': 'none' };
  const before = fillLayersOf(values);
  const said = (property: LayerProperty): string =>
    before.length > 0 ? listText(property, before) : valuesIn(property, values(property)).join(', ');
  return Object.fromEntries(
    layerProperties
      .map((property) => [property, listText(property, layers)] as const)
      .filter(([property, text]) => text !== said(property)),
  );
}

/** A layer of its own, as the standard has the rest; a picture covers its box from the middle. */
export function newLayer(fill: Fill): FillLayer {
  const covering: Readonly<Record<string, string>> = {
    ...{ 'background-size': 'cover', 'background-position-x': 'center', 'background-position-y': 'center' },
  };
  return {
    isOff: false,
    fill,
    values: eachOf((property) => (fill.is === 'picture' && covering[property]) || initialOf(property)),
  };
}
