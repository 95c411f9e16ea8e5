import { fillChanges, fillLayersOf, newLayer, type Fill, type FillLayer, type LayerProperty } from '../fill/fills';
import type { Gradient } from '../fill/gradient';
import { layersOf } from '../layers';

/**
 * How a mask's layers are said (CSS Masking 1 §4): as a background's are, save that a layer's place is one value, and
 * that what a background alone has is not said at all.
 */
const namedAs: Partial<Record<LayerProperty, string>> = {
  'background-image': 'mask-image',
  'background-size': 'mask-size',
  'background-repeat': 'mask-repeat',
};

/** A layer's place across and down, of `left 20%`, `top`, `center` and such; undefined where it is measured otherwise. */
function placeOf(position: string): readonly [x: string, y: string] | undefined {
  const words = position.trim().toLowerCase().split(/\s+/);
  if (words.length > 2 || !words.every((word) => /^(left|right|top|bottom|center|-?[\d.]+%|0)$/.test(word)))
    return undefined;
  const [first = '0%', second = 'center'] = words;
  const isTurned = /^(top|bottom)$/.test(first) || /^(left|right)$/.test(second);
  return isTurned ? [second, first] : [first, second];
}

/** What a background would say at the place of a mask. */
function asBackground(values: (property: string) => string, property: LayerProperty): string {
  const name = namedAs[property];
  if (name !== undefined) return values(name);
  if (property !== 'background-position-x' && property !== 'background-position-y') return '';
  const listed = layersOf(values('mask-position'));
  return (listed.length === 0 ? ['0% 0%'] : listed)
    .map((one) => placeOf(one) ?? [one, one])
    .map(([x, y]) => (property === 'background-position-x' ? x : y))
    .join(', ');
}

/** The layers of a mask, the topmost first; what each shows, the part shows there. */
export const maskLayersOf = (values: (property: string) => string): FillLayer[] =>
  fillLayersOf((property) => asBackground(values, property));

/** What has to be set so that a part is masked by these layers. */
export function maskChanges(
  values: (property: string) => string,
  layers: readonly FillLayer[],
): Record<string, string> {
  const changes = fillChanges((property) => asBackground(values, property), layers);
  const isMoved = 'background-position-x' in changes || 'background-position-y' in changes;
  const places = layers.map((one) => `${one.values['background-position-x']} ${one.values['background-position-y']}`);
  return Object.fromEntries([
    ...Object.entries(namedAs).flatMap(([property, name]) =>
      property in changes ? [[name, changes[property]!] as const] : [],
    ),
    ...(isMoved ? [['mask-position', (new Set(places).size > 1 ? places : places.slice(0, 1)).join(', ')]] : []),
  ]);
}

const fading: Pick<Gradient, 'stops'> = {
  stops: [
    { colour: 'black', at: 60 },
    { colour: 'transparent', at: 100 },
  ],
};
const plain = { isRepeating: false, angle: 180, corner: '', x: 50, y: 50, shape: '', mixing: '' };

/** The masks to begin with: what fades out downwards, and what is seen round a point. */
export const firstMasks = {
  fade: { is: 'gradient', gradient: { form: 'linear', ...plain, ...fading } },
  spot: { is: 'gradient', gradient: { form: 'radial', ...plain, shape: 'closest-side', ...fading } },
} as const satisfies Readonly<Record<string, Fill>>;

/** A mask of one layer: a picture is shown whole, once, in the middle. */
export function maskOf(fill: Fill): FillLayer {
  const layer = newLayer(fill);
  if (fill.is !== 'picture') return layer;
  return { ...layer, values: { ...layer.values, 'background-size': 'contain', 'background-repeat': 'no-repeat' } };
}
