import type { Page } from '../document/page';
import type { Site } from '../document/site';
import { parentOf, partOf } from '../document/tree';
import { resolve } from './cascade';

/** What decides whether a property applies to a part: its own layout, its parent's, and what it is. */
interface Layout {
  /**
   * The outer and inner display as it is used: inside flex and grid, and out of the flow, inline becomes block (CSS
   * Display 3, §2.7).
   */
  readonly display: string;
  readonly position: string;
  readonly parentDisplay: string;
  readonly replaced: boolean;
  /** The page itself, which scrolls with the screen. */
  readonly isRoot: boolean;
  /** The part an absolute box is placed against is a grid. */
  readonly insideGrid: boolean;
  value(name: string): string;
}

/** A sentence on why a property does nothing, or undefined when it applies. */
type Applies = (layout: Layout) => string | undefined;

/** Properties with one “applies to” line of the standards, and the test that line asks for. */
interface AppliesTo {
  readonly standard: readonly string[];
  readonly names: readonly string[];
  readonly applies: Applies;
}

const isFlex = (display: string): boolean => /^(inline-)?flex$/.test(display);
const isGrid = (display: string): boolean => /^(inline-)?grid$/.test(display);
const isBlockContainer = (display: string): boolean =>
  /^(block|flow-root|inline-block|list-item|table-cell)$/.test(display);
const isAbsolute = (position: string): boolean => position === 'absolute' || position === 'fixed';
/** A multi-column container (CSS Multicol 1, §2). */
const hasColumns = ({ display, value }: Layout): boolean =>
  isBlockContainer(display) && (value('column-count') !== 'auto' || value('column-width') !== 'auto');
const isInline = (layout: Layout): boolean => layout.display === 'inline' && !layout.replaced;

const named = (names: string): string[] => names.split(' ');
const sides = ['top', 'right', 'bottom', 'left'];

/** The registry's properties by what they apply to, with the standards' own words (checked against @webref/css). */
export const appliesTo: readonly AppliesTo[] = [
  {
    standard: ['flex containers'],
    names: named('flex-direction flex-wrap'),
    applies: ({ display }) => (isFlex(display) ? undefined : `display is ${display}, not flex`),
  },
  {
    standard: ['grid containers'],
    names: named(
      'grid-template-columns grid-template-rows grid-template-areas grid-auto-columns grid-auto-rows grid-auto-flow',
    ),
    applies: ({ display }) => (isGrid(display) ? undefined : `display is ${display}, not grid`),
  },
  {
    standard: [
      'multicol containers, flex containers, and grid containers',
      'multi-column containers, flex containers, grid containers, and grid lanes containers',
    ],
    names: named('justify-content row-gap column-gap'),
    applies: (layout) =>
      isFlex(layout.display) || isGrid(layout.display) || hasColumns(layout)
        ? undefined
        : `display is ${layout.display}, neither flex nor grid`,
  },
  {
    standard: ['block containers, multicol containers, flex containers, and grid containers'],
    names: ['align-content'],
    applies: ({ display, value }) => {
      if (isFlex(display) && value('flex-wrap') === 'nowrap')
        return 'the lines do not wrap, so there is only one (flex-wrap is nowrap)';
      return isFlex(display) || isGrid(display) || isBlockContainer(display) ? undefined : `display is ${display}`;
    },
  },
  {
    standard: ['flex items, grid items, and absolutely-positioned boxes'],
    names: ['align-self'],
    applies: ({ parentDisplay, position }) =>
      isFlex(parentDisplay) || isGrid(parentDisplay) || isAbsolute(position)
        ? undefined
        : 'the parent is neither flex nor grid',
  },
  {
    standard: ['block-level boxes, absolutely-positioned boxes, and grid items'],
    names: ['justify-self'],
    applies: ({ display, parentDisplay, position }) => {
      if (isAbsolute(position) || isGrid(parentDisplay)) return undefined;
      if (isFlex(parentDisplay)) return 'the parent is flex: there justify-content and auto margins decide';
      return display.startsWith('inline') ? `display is ${display}` : undefined;
    },
  },
  {
    standard: ['flex items and grid items'],
    names: ['order'],
    applies: ({ parentDisplay, position }) => {
      if (isAbsolute(position)) return `position is ${position}, so it has no place in the order`;
      return isFlex(parentDisplay) || isGrid(parentDisplay) ? undefined : 'the parent is neither flex nor grid';
    },
  },
  {
    standard: ['flex items'],
    names: named('flex-grow flex-shrink flex-basis'),
    applies: ({ parentDisplay, position }) => {
      if (isAbsolute(position)) return `position is ${position}, so it is no flex item`;
      return isFlex(parentDisplay) ? undefined : 'the parent is not flex';
    },
  },
  {
    standard: ['grid items and absolutely-positioned boxes whose containing block is a grid container'],
    names: named('grid-column-start grid-column-end grid-row-start grid-row-end'),
    applies: ({ parentDisplay, position, insideGrid }) => {
      if (isAbsolute(position)) return insideGrid ? undefined : 'what it is placed against is not grid';
      return isGrid(parentDisplay) ? undefined : 'the parent is not grid';
    },
  },
  {
    standard: [
      'all elements except non-replaced inlines',
      'all elements that accept width or height',
      'all elements except inline boxes and internal ruby or table boxes',
    ],
    names: named('width height min-width max-width min-height max-height box-sizing aspect-ratio'),
    applies: (layout) => (isInline(layout) ? 'display is inline' : undefined),
  },
  {
    standard: [
      'block containers [CSS2], flex containers [CSS-FLEXBOX-1], grid containers [CSS-GRID-1], and table grid boxes [CSS-TABLES-3]',
    ],
    names: named('overflow-x overflow-y'),
    applies: (layout) => (isInline(layout) ? 'display is inline' : undefined),
  },
  {
    standard: ['scroll containers', 'scroll container elements', 'all elements'],
    names: [
      ...named('scrollbar-width scrollbar-gutter scrollbar-color scroll-behavior scroll-snap-type'),
      ...named('overscroll-behavior-x overscroll-behavior-y'),
      ...sides.map((side) => `scroll-padding-${side}`),
    ],
    applies: ({ value, isRoot }) =>
      isRoot || ['overflow-x', 'overflow-y'].some((name) => /^(hidden|scroll|auto)$/.test(value(name)))
        ? undefined
        : 'the part does not scroll (overflow)',
  },
  {
    standard: ['block containers except table wrapper boxes', ''],
    names: named('column-count column-width'),
    applies: ({ display, replaced }) => {
      if (replaced) return 'a picture has no columns';
      return isBlockContainer(display) ? undefined : `display is ${display}, not block`;
    },
  },
  {
    standard: ['multicol containers'],
    names: ['column-fill'],
    applies: (layout) => (hasColumns(layout) ? undefined : 'the part has no columns (column-count)'),
  },
  {
    standard: ['grid containers, flex containers, multicol containers, and grid lanes containers'],
    names: named('column-rule-width column-rule-style column-rule-color'),
    applies: (layout) =>
      hasColumns(layout) || isFlex(layout.display) || isGrid(layout.display)
        ? undefined
        : 'the part has no columns (column-count)',
  },
  {
    standard: ['in-flow block-level elements', 'block-level elements, floats, regions, pages', 'all elements.'],
    names: named('column-span clear float'),
    applies: ({ parentDisplay, position }) => {
      if (isAbsolute(position)) return `position is ${position}, so it is out of the flow`;
      return isFlex(parentDisplay) || isGrid(parentDisplay)
        ? 'the parent is flex or grid, where nothing floats'
        : undefined;
    },
  },
  {
    standard: ['floats and initial letter boxes'],
    names: named('shape-outside shape-margin'),
    applies: ({ value }) => (value('float') === 'none' ? 'the part does not float' : undefined),
  },
  {
    standard: [
      'transformable elements',
      'elements for which size containment can apply',
      'See below',
      'all elements except: non-replaced inline elements, table rows, row groups, table columns, and column groups.',
      'all elements except inline-level boxes, internal ruby boxes, table column boxes, table column group boxes, absolutely-positioned boxes',
      'block-level boxes, grid items, flex items, table row groups, table rows (but see prose)',
    ],
    names: named(
      'translate rotate scale transform transform-origin perspective perspective-origin transform-style backface-visibility ' +
        'contain content-visibility touch-action break-inside break-before break-after',
    ),
    applies: (layout) => (isInline(layout) ? 'display is inline' : undefined),
  },
  {
    standard: ['table grid boxes'],
    names: ['table-layout'],
    applies: ({ display }) => (/^(inline-)?table$/.test(display) ? undefined : `display is ${display}, not table`),
  },
  {
    standard: ['absolutely positioned boxes', 'positioned boxes with a default anchor box'],
    names: named('position-anchor position-area'),
    applies: ({ position }) =>
      isAbsolute(position) ? undefined : `position is ${position}, neither absolute nor fixed`,
  },
  {
    standard: ['elements with size containment'],
    names: named('contain-intrinsic-width contain-intrinsic-height'),
    applies: ({ value }) =>
      /\b(size|strict|inline-size)\b/.test(value('contain')) || value('content-visibility') !== 'visible'
        ? undefined
        : 'its size is not contained (contain, content-visibility)',
  },
  {
    standard: [
      'elements that are scroll containers and optionally replaced elements such as images, videos, and iframes',
    ],
    names: ['resize'],
    applies: ({ value }) => (value('overflow-x') === 'visible' ? 'the part does not scroll (overflow)' : undefined),
  },
  {
    standard: ['see individual properties', ''],
    names: named('-webkit-line-clamp -webkit-box-orient'),
    applies: ({ display }) => (display === '-webkit-box' ? undefined : `display is ${display}, not -webkit-box`),
  },
  {
    standard: ['see individual properties'],
    names: ['vertical-align'],
    applies: ({ display }) =>
      display.startsWith('inline') || display === 'table-cell'
        ? undefined
        : `display is ${display}, so it stands on no line of text`,
  },
  {
    standard: ['replaced elements'],
    names: named('object-fit object-position object-view-box'),
    applies: ({ replaced }) => (replaced ? undefined : 'only pictures have it'),
  },
  {
    standard: ['positioned elements'],
    names: [...sides, 'z-index'],
    applies: ({ position }) => (position === 'static' ? 'position is static' : undefined),
  },
  {
    standard: [
      'text',
      'inline boxes and text',
      'non-replaced inline boxes and SVG text content elements',
      'block containers',
      'block containers hat establish an inline formatting context',
      'block containers that establish an inline formatting context',
      'all elements and text',
      'text or elements that accept text input',
      'list items',
      'table grid boxes',
      'table grid boxes when border-collapse is separate',
      'table-caption boxes',
    ],
    names: named(
      'text-transform letter-spacing line-height text-align text-wrap-style color font-family font-size font-weight font-style ' +
        'text-shadow word-spacing text-wrap-mode overflow-wrap word-break hyphens text-emphasis-style text-emphasis-color ' +
        'text-emphasis-position tab-size text-indent text-overflow text-align-last font-variant-caps font-variant-numeric ' +
        'font-variant-ligatures font-variant-position font-feature-settings font-variation-settings font-kerning ' +
        'font-optical-sizing orphans widows caret-color white-space-collapse list-style-type list-style-position ' +
        'list-style-image border-collapse border-spacing caption-side',
    ),
    applies: ({ replaced }) => (replaced ? 'a picture holds no text' : undefined),
  },
];

/** Where the “applies to” line lets a property through and another value still takes its effect away. */
function silenced(name: string, { value, display, replaced }: Layout): string | undefined {
  if (name === 'align-items' && !isFlex(display) && !isGrid(display))
    // CSS Box Alignment 3 §6.2: what inherits it as align-self takes no notice
    return `display is ${display}, neither flex nor grid`;
  if (name === 'justify-items' && !isGrid(display)) return `display is ${display}, not grid`; // §6.1
  if (name === 'align-content' && replaced) return 'a picture holds no lines';
  const border = /^border-(top|right|bottom|left)-(width|color)$/.exec(name);
  if (border && /^(none|hidden)$/.test(value(`border-${border[1]!}-style`)))
    return `border-${border[1]!}-style is ${value(`border-${border[1]!}-style`)}`;
  if (
    /^background-(size|position|repeat|attachment|origin|blend-mode)/.test(name) &&
    value('background-image') === 'none'
  )
    return 'there is no background picture';
  return silencedByAnother(name, value);
}

/** A property that says how something is that another one has not asked for, by that other one. */
const askedFor: Readonly<Record<string, readonly [property: string, nothing: string]>> = {
  'text-decoration-style': ['text-decoration-line', 'none'],
  'text-decoration-color': ['text-decoration-line', 'none'],
  'text-decoration-thickness': ['text-decoration-line', 'none'],
  'text-emphasis-color': ['text-emphasis-style', 'none'],
  'text-emphasis-position': ['text-emphasis-style', 'none'],
  'column-rule-width': ['column-rule-style', 'none'],
  'column-rule-color': ['column-rule-style', 'none'],
  'outline-width': ['outline-style', 'none'],
  'outline-color': ['outline-style', 'none'],
  'outline-offset': ['outline-style', 'none'],
  'mask-size': ['mask-image', 'none'],
  'mask-position': ['mask-image', 'none'],
  'mask-repeat': ['mask-image', 'none'],
  'mask-composite': ['mask-image', 'none'],
  'transition-delay': ['transition-duration', '0s'],
  'transition-timing-function': ['transition-duration', '0s'],
  'transition-property': ['transition-duration', '0s'],
  'text-overflow': ['overflow-x', 'visible'],
};

function silencedByAnother(name: string, value: Layout['value']): string | undefined {
  const [other, nothing] = Object.hasOwn(askedFor, name) ? askedFor[name]! : [];
  if (other !== undefined && value(other) === nothing) return `${other} is ${nothing}`;
  if (name === 'object-position' && value('object-fit') === 'fill')
    return 'object-fit is fill, which leaves nothing to move';
  return undefined;
}

const appliesToOf = new Map(
  appliesTo.flatMap((applies) => applies.names.map((name): [string, AppliesTo] => [name, applies])),
);
/**
 * These applies further than their line says: z-index counts for flex and grid items too (CSS Flexbox 1 §5.4, CSS
 * Grid 1 §17).
 */
const itemsToo = new Set(['z-index']);

/** What was found for a page last: a ledger asks for a part's layout once a cell. */
const found = new WeakMap<Page, { readonly site: Site; readonly layouts: Map<string, Layout> }>();

function layoutOf(site: Site, page: Page, id: string, breakpoint: string): Layout {
  let known = found.get(page);
  if (known?.site !== site) found.set(page, (known = { site, layouts: new Map() }));
  const key = `${breakpoint} ${id}`;
  const layout = known.layouts.get(key) ?? findLayout(site, page, id, breakpoint);
  known.layouts.set(key, layout);
  return layout;
}

function findLayout(site: Site, page: Page, id: string, breakpoint: string): Layout {
  const of = (at: string, name: string): string => resolve(site, page, at, breakpoint, 'normal', name).value;
  const parent = parentOf(page, id);
  const position = of(id, 'position');
  const parentDisplay = parent === undefined ? 'block' : boxDisplay(parent);
  /** The display of the nearest ancestor that has a box. */
  function boxDisplay(at: string): string {
    // what it holds stands in a block of its own (HTML, section 15.5.4)
    if (partOf(page, at).tag === 'details') return 'block';
    const display = of(at, 'display');
    const up = parentOf(page, at);
    return display === 'contents' && up !== undefined ? boxDisplay(up) : display;
  }
  const own = of(id, 'display');
  const blockified = isFlex(parentDisplay) || isGrid(parentDisplay) || isAbsolute(position);
  let holder = parent;
  while (holder !== undefined && of(holder, 'position') === 'static') holder = parentOf(page, holder);
  return {
    display: blockified ? own.replace(/^inline$|^inline-block$/, 'block').replace(/^inline-/, '') : own,
    position,
    parentDisplay,
    replaced: partOf(page, id).tag === 'img',
    isRoot: parent === undefined,
    insideGrid: holder !== undefined && isGrid(of(holder, 'display')),
    value: (name) => of(id, name),
  };
}

/**
 * Why a property has no effect on a part at a breakpoint, in a sentence, or undefined when it has one:
 * where the standard's “applies to” line excludes the part as it is now, where the part has no box, and where another
 * value silences it.
 */
export function noEffect(site: Site, page: Page, id: string, breakpoint: string, property: string): string | undefined {
  const layout = layoutOf(site, page, id, breakpoint);
  const own = layout.value('display');
  if (own === 'none') return property === 'display' ? undefined : 'No effect: the part is off the page here.';
  const applies = appliesToOf.get(property);
  const textual = applies?.standard.includes('text') === true;
  if (own === 'contents' && property !== 'display' && !textual)
    return 'No effect: the part has no box of its own (display is contents).';
  const item = isFlex(layout.parentDisplay) || isGrid(layout.parentDisplay);
  const why = itemsToo.has(property) && item ? undefined : (applies?.applies(layout) ?? silenced(property, layout));
  return why === undefined ? undefined : `No effect: ${why}.`;
}
