/** The ledger's groups, in its order. */
export const groups = ['flow', 'box', 'space', 'place', 'type', 'fill', 'edge', 'effect', 'motion'] as const;
export type Group = (typeof groups)[number];

/** A CSS property as the standards define it, with what the ledger needs to offer it. */
export interface Property {
  readonly name: string;
  readonly group: Group;
  /** The initial value as the standard states it. */
  readonly initial: string;
  readonly inherited: boolean;
  /** Keywords worth offering; any other value the standard's grammar allows may be typed. */
  readonly choices: readonly string[];
  /** Set seldom: out of the way in the ledger until it is set, or asked for. */
  readonly seldom: boolean;
}

type Row = readonly [name: string, initial: string, choices: string];

const inheritedNames = new Set(
  (
    'visibility font-family font-size font-weight font-style line-height letter-spacing text-transform ' +
    'text-align color text-wrap-style text-shadow text-underline-offset text-indent word-spacing text-wrap-mode ' +
    'overflow-wrap word-break hyphens text-align-last font-variant-caps font-variant-numeric font-variant-ligatures ' +
    'font-variant-position font-feature-settings font-variation-settings font-kerning font-optical-sizing ' +
    'writing-mode direction text-emphasis-style text-emphasis-color text-emphasis-position tab-size orphans widows ' +
    'scrollbar-color pointer-events accent-color caret-color color-scheme image-rendering print-color-adjust ' +
    'list-style-type list-style-position list-style-image quotes white-space-collapse font-stretch ' +
    'border-collapse border-spacing caption-side cursor'
  ).split(' '),
);

const sides = ['top', 'right', 'bottom', 'left'] as const;
const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'] as const;
const aligning = 'normal stretch start center end baseline';
const sizing = 'fit-content min-content max-content';

const table: Readonly<Record<Group, readonly Row[]>> = {
  flow: [
    ['display', 'inline', 'flex grid block none inline-block'],
    ['flex-direction', 'row', 'row column row-reverse column-reverse'],
    ['flex-wrap', 'nowrap', 'nowrap wrap wrap-reverse'],
    ['justify-content', 'normal', 'start center end space-between space-around space-evenly'],
    ['align-items', 'normal', aligning],
    ['justify-items', 'legacy', 'normal stretch start center end'],
    ['align-content', 'normal', 'normal start center end space-between stretch'],
    ['row-gap', 'normal', '0px 16px 24px'],
    ['column-gap', 'normal', '0px 16px 24px'],
    ['grid-template-columns', 'none', '1fr minmax(0,1fr) repeat(3,1fr) repeat(auto-fit,minmax(240px,1fr)) none'],
    ['grid-template-rows', 'none', 'auto'],
    ['grid-template-areas', 'none', 'none'],
    ['grid-auto-columns', 'auto', 'auto 1fr'],
    ['grid-auto-rows', 'auto', 'auto 1fr'],
    ['grid-auto-flow', 'row', 'row column dense'],
    ['align-self', 'auto', 'auto start center end stretch baseline'],
    ['justify-self', 'auto', 'auto start center end stretch'],
    ['order', '0', '0 1 -1'],
    ['flex-grow', '0', '0 1'],
    ['flex-shrink', '1', '0 1'],
    ['flex-basis', 'auto', 'auto 0px'],
    ['grid-column-start', 'auto', 'auto'],
    ['grid-column-end', 'auto', 'auto'],
    ['grid-row-start', 'auto', 'auto'],
    ['grid-row-end', 'auto', 'auto'],
    ['visibility', 'visible', 'visible hidden'],
  ],
  box: [
    ['width', 'auto', `auto 100% ${sizing}`],
    ['min-width', 'auto', 'auto 0px'],
    ['max-width', 'none', 'none 100% 60ch'],
    ['height', 'auto', `auto 100% 100vh 100svh 100dvh ${sizing}`],
    ['min-height', 'auto', 'auto 0px 100vh 100svh 100dvh'],
    ['max-height', 'none', 'none'],
    ['aspect-ratio', 'auto', 'auto 1/1 3/2 16/9'],
    ['box-sizing', 'content-box', 'border-box content-box'],
    ['overflow-x', 'visible', 'visible hidden clip scroll auto'],
    ['overflow-y', 'visible', 'visible hidden clip scroll auto'],
    ['scrollbar-width', 'auto', 'auto thin none'],
    ['object-fit', 'fill', 'fill cover contain none scale-down'],
    ['object-position', '50% 50%', 'center top bottom left right'],
    ['object-view-box', 'none', 'none inset(10%)'],
  ],
  space: [
    ...sides.map((side): Row => [`padding-${side}`, '0', '0px']),
    ...sides.map((side): Row => [`margin-${side}`, '0', '0px auto']),
  ],
  place: [
    ['position', 'static', 'static relative absolute sticky fixed'],
    ...sides.map((side): Row => [side, 'auto', 'auto 0px']),
    ['z-index', 'auto', 'auto 0 1'],
    ['isolation', 'auto', 'auto isolate'],
  ],
  type: [
    ['font-family', 'depends on user agent', ''],
    ['font-size', 'medium', '16px 1rem'],
    ['font-weight', 'normal', '400 500 600 700'],
    ['font-style', 'normal', 'normal italic'],
    ['line-height', 'normal', '1 1.2 1.5'],
    ['letter-spacing', 'normal', 'normal 0.02em'],
    ['text-transform', 'none', 'none uppercase lowercase capitalize'],
    ['text-align', 'start', 'start center end justify'],
    ['color', 'CanvasText', ''],
    ['text-decoration-line', 'none', 'none underline line-through'],
    ['text-wrap-style', 'auto', 'auto balance pretty'],
    ['text-decoration-style', 'solid', 'solid double dotted dashed wavy'],
    ['text-decoration-color', 'currentcolor', 'currentcolor'],
    ['text-decoration-thickness', 'auto', 'auto from-font 1px 2px 0.1em'],
    ['text-underline-offset', 'auto', 'auto 2px 0.2em'],
    ['text-shadow', 'none', 'none'],
  ],
  fill: [
    ['background-color', 'transparent', 'transparent'],
    ['background-image', 'none', 'none'],
    ['background-size', 'auto', 'cover contain auto'],
    ['background-position-x', '0%', 'left center right'],
    ['background-position-y', '0%', 'top center bottom'],
    ['background-repeat', 'repeat', 'no-repeat repeat'],
    ['opacity', '1', '1 0.5'],
    ['mix-blend-mode', 'normal', 'normal multiply screen overlay darken lighten soft-light difference luminosity'],
  ],
  edge: [
    ...corners.map((corner): Row => [`border-${corner}-radius`, '0', '0px 6px 50%']),
    ...sides.map((side): Row => [`border-${side}-width`, 'medium', '0px 1px 2px']),
    ...sides.map((side): Row => [`border-${side}-style`, 'none', 'none solid dashed dotted']),
    ...sides.map((side): Row => [`border-${side}-color`, 'currentcolor', 'currentcolor']),
    ['box-shadow', 'none', 'none'],
  ],
  effect: [
    ['translate', 'none', 'none'],
    ['rotate', 'none', 'none 5deg -10deg 45deg 90deg'],
    ['scale', 'none', 'none 0.5 1.05 1.5'],
    ['transform', 'none', 'none skewX(-8deg) skewY(4deg) matrix(1,0,0,1,0,0)'],
    ['transform-origin', '50% 50%', 'center top bottom left right'],
    ['filter', 'none', 'none blur(4px) grayscale(1) brightness(0.8) contrast(1.2) saturate(1.4) sepia(0.4)'],
    ['backdrop-filter', 'none', 'none blur(8px) saturate(1.4)'],
    ['clip-path', 'none', 'none circle(50%) inset(10%)'],
  ],
  motion: [
    ['transition-property', 'all', 'all none color background-color opacity transform box-shadow'],
    ['transition-duration', '0s', '0s 120ms 200ms 400ms'],
    ['transition-timing-function', 'ease', 'ease linear ease-in ease-out ease-in-out cubic-bezier(0.2,0,0,1)'],
    ['transition-delay', '0s', '0s 100ms'],
  ],
};

/** What is set seldom, after the others of its group. */
const seldom: Readonly<Partial<Record<Group, readonly Row[]>>> = {
  flow: [
    ['column-count', 'auto', 'auto 2 3'],
    ['column-width', 'auto', 'auto 240px 20em'],
    ['column-fill', 'balance', 'balance auto'],
    ['column-span', 'none', 'none all'],
    ['column-rule-width', 'medium', '0px 1px 2px'],
    ['column-rule-style', 'none', 'none solid dashed dotted'],
    ['column-rule-color', 'currentcolor', 'currentcolor'],
    ['break-before', 'auto', 'auto avoid column page'],
    ['break-after', 'auto', 'auto avoid column page'],
    ['break-inside', 'auto', 'auto avoid'],
    ['orphans', '2', '2 3'],
    ['widows', '2', '2 3'],
    ['container-type', 'normal', 'normal inline-size size'],
    ['contain', 'none', 'none layout paint content strict'],
    ['content-visibility', 'visible', 'visible auto hidden'],
    ['table-layout', 'auto', 'auto fixed'],
    ['border-collapse', 'separate', 'separate collapse'],
    ['border-spacing', '0px 0px', '0px 8px'],
    ['caption-side', 'top', 'top bottom'],
  ],
  box: [
    ['scroll-snap-type', 'none', 'none x y'],
    ['scroll-snap-align', 'none', 'none start center end'],
    ['scroll-snap-stop', 'normal', 'normal always'],
    ['scroll-behavior', 'auto', 'auto smooth'],
    ...sides.map((side): Row => [`scroll-margin-${side}`, '0', '0px 80px']),
    ...sides.map((side): Row => [`scroll-padding-${side}`, 'auto', 'auto 24px']),
    ['overscroll-behavior-x', 'auto', 'auto contain none'],
    ['overscroll-behavior-y', 'auto', 'auto contain none'],
    ['scrollbar-color', 'auto', 'auto'],
    ['scrollbar-gutter', 'auto', 'auto stable'],
    ['overflow-anchor', 'auto', 'auto none'],
    ['image-rendering', 'auto', 'auto crisp-edges pixelated'],
    ['contain-intrinsic-width', 'none', 'none 320px'],
    ['contain-intrinsic-height', 'none', 'none 400px'],
    ['resize', 'none', 'none both horizontal vertical'],
    ['zoom', '1', '1 0.8 1.25'],
  ],
  place: [
    ['float', 'none', 'none left right'],
    ['clear', 'none', 'none left right both'],
    ['shape-outside', 'none', 'none circle(50%) margin-box'],
    ['shape-margin', '0', '0px 16px'],
    ['anchor-name', 'none', 'none --menu'],
    ['position-anchor', 'normal', 'auto --menu'],
    ['position-area', 'none', 'none top bottom left right center'],
  ],
  type: [
    ['text-indent', '0', '0px 1em'],
    ['word-spacing', 'normal', 'normal 0.1em'],
    ['text-wrap-mode', 'wrap', 'wrap nowrap'],
    ['overflow-wrap', 'normal', 'normal break-word anywhere'],
    ['word-break', 'normal', 'normal break-all keep-all'],
    ['hyphens', 'manual', 'manual auto none'],
    ['text-overflow', 'clip', 'clip ellipsis'],
    ['text-align-last', 'auto', 'auto start center end justify'],
    ['font-variant-caps', 'normal', 'normal small-caps all-small-caps'],
    ['font-variant-numeric', 'normal', 'normal tabular-nums oldstyle-nums lining-nums'],
    ['font-variant-ligatures', 'normal', 'normal none discretionary-ligatures'],
    ['font-variant-position', 'normal', 'normal sub super'],
    ['font-feature-settings', 'normal', 'normal "ss01" "liga"'],
    ['font-variation-settings', 'normal', 'normal'],
    ['font-kerning', 'auto', 'auto normal none'],
    ['font-optical-sizing', 'auto', 'auto none'],
    ['writing-mode', 'horizontal-tb', 'horizontal-tb vertical-rl vertical-lr'],
    ['direction', 'ltr', 'ltr rtl'],
    ['text-emphasis-style', 'none', 'none dot circle sesame'],
    ['text-emphasis-color', 'currentcolor', 'currentcolor'],
    ['text-emphasis-position', 'over right', 'over under'],
    ['tab-size', '8', '8 4 2'],
    ['-webkit-line-clamp', 'none', 'none 2 3 4'],
    ['-webkit-box-orient', 'horizontal', 'horizontal vertical'],
    ['white-space-collapse', 'collapse', 'collapse preserve preserve-breaks break-spaces'],
    ['vertical-align', 'baseline', 'baseline middle top bottom sub super'],
    ['list-style-type', 'disc', 'disc circle square decimal lower-alpha upper-roman none'],
    ['list-style-position', 'outside', 'outside inside'],
    ['list-style-image', 'none', 'none'],
    ['quotes', 'auto', 'auto none'],
    ['font-stretch', 'normal', 'normal condensed expanded 75%'],
  ],
  fill: [
    ['background-attachment', 'scroll', 'scroll fixed local'],
    ['background-clip', 'border-box', 'border-box padding-box content-box text'],
    ['background-origin', 'padding-box', 'padding-box border-box content-box'],
    ['background-blend-mode', 'normal', 'normal multiply screen overlay luminosity'],
    ['accent-color', 'auto', 'auto'],
    ['caret-color', 'auto', 'auto'],
    ['color-scheme', 'normal', 'normal light dark'],
    ['print-color-adjust', 'economy', 'economy exact'],
  ],
  edge: [
    ['outline-width', 'medium', '0px 1px 2px'],
    ['outline-style', 'none', 'none solid dashed dotted'],
    ['outline-color', 'auto', 'currentcolor'],
    ['outline-offset', '0', '0px 2px 4px'],
  ],
  effect: [
    ['mask-image', 'none', 'none linear-gradient(black,transparent)'],
    ['mask-size', 'auto', 'auto cover contain'],
    ['mask-position', '0% 0%', 'center top bottom left right'],
    ['mask-repeat', 'repeat', 'repeat no-repeat'],
    ['mask-composite', 'add', 'add subtract intersect exclude'],
    ['perspective', 'none', 'none 800px'],
    ['perspective-origin', '50% 50%', 'center top bottom left right'],
    ['transform-style', 'flat', 'flat preserve-3d'],
    ['backface-visibility', 'visible', 'visible hidden'],
    ['pointer-events', 'auto', 'auto none'],
    ['user-select', 'auto', 'auto none text all'],
    ['touch-action', 'auto', 'auto none pan-x pan-y manipulation'],
    ['cursor', 'auto', 'auto default pointer text help zoom-in grab not-allowed'],
    ['appearance', 'none', 'none auto'],
  ],
  motion: [
    ['transition-behavior', 'normal', 'normal allow-discrete'],
    ['will-change', 'auto', 'auto transform opacity'],
  ],
};

const propertyOfRow = (group: Group, [name, initial, choices]: Row, isSeldom: boolean): Property => ({
  ...{ name, group, initial },
  inherited: inheritedNames.has(name),
  choices: choices === '' ? [] : choices.split(' '),
  seldom: isSeldom,
});

/** Every property a style may set, in the ledger's order. */
export const properties: readonly Property[] = groups.flatMap((group) => [
  ...table[group].map((row) => propertyOfRow(group, row, false)),
  ...(seldom[group] ?? []).map((row) => propertyOfRow(group, row, true)),
]);

const byName = new Map(properties.map((property) => [property.name, property]));

/** The property of this name, or undefined when a style may not set it. */
export const propertyOf = (name: string): Property | undefined => byName.get(name);
