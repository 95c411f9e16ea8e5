import sanitizeHtml from 'sanitize-html';
import { Refusal } from '@core/api/refusal';

const shapes = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'text', 'tspan'];
const structure = ['svg', 'g', 'defs', 'symbol', 'use', 'title', 'desc', 'clipPath', 'mask', 'pattern'];
const paints = ['linearGradient', 'radialGradient', 'stop'];
const filters = [
  'filter',
  'feGaussianBlur',
  'feOffset',
  'feBlend',
  'feColorMatrix',
  'feFlood',
  'feComposite',
  'feMerge',
  'feMergeNode',
  'feTurbulence',
];

const attributes = (
  'id class x y x1 y1 x2 y2 dx dy cx cy r rx ry fx fy d points width height viewBox preserveAspectRatio transform xmlns version ' +
  'fill fill-opacity fill-rule stroke stroke-width stroke-opacity stroke-linecap stroke-linejoin stroke-dasharray stroke-dashoffset stroke-miterlimit ' +
  'opacity color offset stop-color stop-opacity gradientUnits gradientTransform spreadMethod patternUnits patternTransform clip-path clip-rule mask ' +
  'maskUnits filter filterUnits in in2 result stdDeviation mode type values baseFrequency numOctaves seed flood-color flood-opacity operator ' +
  'font-family font-size font-weight text-anchor letter-spacing role aria-label href'
).split(' ');

const svgSpace = 'http://www.w3.org/2000/svg';

/** Functions an attribute may hold besides a `url(#…)`: colours and transforms. */
const harmless = /^(rgba?|hsla?|hwb|lab|lch|oklab|oklch|matrix|translate|scale|rotate|skewx|skewy)$/i;

/**
 * Whether every function in an attribute's value stays within the file. Escapes hide a function's name: none is
 * needed in a drawing.
 */
function staysInside(value: string): boolean {
  if (value.includes('\\') || value.includes('/*')) return false;
  return [...value.matchAll(/([\w-]*)\s*\(\s*(["']?)(.?)/g)].every(
    ([, name = '', , first]) => harmless.test(name) || (name.toLowerCase() === 'url' && first === '#'),
  );
}

/** Keeps an attribute only when what it refers to lies inside the same file. */
function inward(tagName: string, attribs: sanitizeHtml.Attributes): sanitizeHtml.Tag {
  const kept = Object.entries(attribs).filter(([name, value]) => {
    if (name === 'href') return /^#[\w-]+$/.test(value);
    if (name === 'xmlns') return value === svgSpace;
    return ['aria-label', 'id', 'class'].includes(name) || staysInside(value);
  });
  return { tagName, attribs: Object.fromEntries(kept) };
}

/**
 * An SVG with shapes, paints and filters alone: no script, no style, no foreign elements, nothing from outside, and
 * nothing before or after it.
 * @throws Refusal when nothing to draw is left
 */
export function cleanSvg(text: string): string {
  if (/<!ENTITY/i.test(text)) throw new Refusal('bad-input', 'An SVG with entities of its own is not accepted.');
  const clean = sanitizeHtml(text, {
    allowedTags: [...structure, ...shapes, ...paints, ...filters],
    allowedAttributes: { '*': attributes },
    allowedSchemes: [],
    transformTags: { '*': inward },
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
  });
  const [begin, end] = [clean.search(/<svg[\s>]/), clean.lastIndexOf('</svg>')];
  if (begin === -1 || end < begin) throw new Refusal('bad-input', 'There is nothing to draw in this SVG.');
  const drawing = clean.slice(begin, end + '</svg>'.length);
  return /^<svg[^>]*\sxmlns=/.test(drawing) ? drawing : drawing.replace('<svg', `<svg xmlns="${svgSpace}"`);
}
