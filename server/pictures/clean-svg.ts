import sanitizeHtml from 'sanitize-html';
import { Refusal } from '../http/answer';

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

/** Keeps an attribute only when what it refers to lies inside the same file. */
function inward(tagName: string, attribs: sanitizeHtml.Attributes): sanitizeHtml.Tag {
  const kept = Object.entries(attribs).filter(
    ([name, value]) =>
      (name !== 'href' || value.startsWith('#')) && !/url\(\s*["']?(?!#)/i.test(value.replace(/\s+/g, '')),
  );
  return { tagName, attribs: Object.fromEntries(kept) };
}

/**
 * An SVG with shapes, paints and filters alone: no script, no style, no foreign elements, nothing from outside.
 * @throws Refusal when nothing to draw is left
 */
export function cleanSvg(text: string): string {
  if (/<!ENTITY/i.test(text)) throw new Refusal(400, 'An SVG with entities of its own is not accepted.');
  const clean = sanitizeHtml(text, {
    allowedTags: [...structure, ...shapes, ...paints, ...filters],
    allowedAttributes: { '*': attributes },
    allowedSchemes: [],
    transformTags: { '*': inward },
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
  }).trim();
  if (!/^<svg[\s>]/.test(clean)) throw new Refusal(400, 'There is nothing to draw in this SVG.');
  return clean.includes('xmlns=') ? clean : clean.replace('<svg', '<svg xmlns="http://www.w3.org/2000/svg"');
}
