import { generate, parse, walk, type CssNode } from 'css-tree';
import { wholeValue } from './whole-value';

/** The layers of a value whose parts commas divide, the topmost first (CSS Backgrounds 3, §3.1); `none` has none. */
export function layersOf(value: string): string[] {
  const whole = wholeValue(value.trim());
  if (!whole.ok || whole.value === '' || whole.value.toLowerCase() === 'none') return [];
  const layers: string[] = [];
  let depth = 0;
  let layer = '';
  for (const { type, text } of whole.tokens) {
    if (type === 'function-token' || type === '(-token' || type === '[-token') depth++;
    if (type === ')-token' || type === ']-token') depth--;
    if (type === 'comma-token' && depth === 0) {
      layers.push(layer.trim());
      layer = '';
    } else layer += text;
  }
  return [...layers, layer.trim()];
}

const isPicture = (layer: string): boolean => /^url\(/i.test(layer);

/**
 * A background with a picture of the library in place of the one it had, or below all it had: gradients and overlays
 * stay.
 */
export function withPicture(background: string, picture: string): string {
  const layers = /^(inherit|initial)$/i.test(background) ? [] : layersOf(background);
  const url = `url("picture:${picture}")`;
  const at = layers.findIndex(isPicture);
  return (at === -1 ? [...layers, url] : layers.with(at, url)).join(', ');
}

/** Families every browser has under these names (CSS Fonts 4, §2.1.3). */
const generic = new Set(
  'serif sans-serif monospace cursive fantasy system-ui ui-serif ui-sans-serif ui-monospace ui-rounded math emoji fangsong inherit initial'.split(
    ' ',
  ),
);

function nameIn(node: CssNode): string {
  return generate(node)
    .replace(/^["']|["']$/g, '')
    .trim();
}

/** The families a `font-family` names that are neither generic nor among the ones given. */
export function unknownFamilies(value: string, known: readonly string[]): string[] {
  const names = new Set([...known].map((one) => one.toLowerCase()));
  const found: string[] = [];
  for (const layer of layersOf(value)) {
    let isToken = false;
    const tree = parse(layer, { context: 'value' });
    walk(tree, (node) => {
      if (node.type === 'Function') isToken = true;
    });
    const name = nameIn(tree);
    if (!isToken && !generic.has(name.toLowerCase()) && !names.has(name.toLowerCase())) found.push(name);
  }
  return found;
}
