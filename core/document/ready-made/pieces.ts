import type { Declarations } from '../style-map';
import { around, gap, radius, type Tree } from '../sections/planting';

/** The pieces ready-made sections are made of. */
export const heading = (text: string, tag = 'h2', base?: Declarations): Tree => ({
  kind: 'heading',
  tag,
  content: { text },
  ...(base && { base }),
});
export const text = (words: string, base: Declarations = { 'max-width': '60ch' }): Tree => ({
  kind: 'text',
  content: { text: words },
  base,
});
export const picture = (ratio: string, base: Declarations = {}): Tree => ({
  kind: 'image',
  content: { alt: '' },
  base: { 'aspect-ratio': ratio, 'object-fit': 'cover', ...base },
});
export const button = (label: string): Tree => ({ kind: 'button', content: { text: label } });
export const rounded: Declarations = radius('12px');
/** A wash of the text's own colour, so that it suits any look. */
export const wash: Declarations = { 'background-color': 'color-mix(in srgb, currentcolor 7%, transparent)' };
/** A band as wide as the page whose contents keep to a width and are centred. */
export const band = (block: number, width = 1120): Declarations => ({
  ...around('padding', block, `max(5%, calc((100% - ${width}px) / 2))`),
  ...gap(24),
});
export const narrowBand = (block: number): Declarations => around('padding', block, 20);
