/** The ledger's groups, in its order. */
export const groups = ['flow', 'box', 'space', 'place', 'type', 'fill', 'edge'] as const;
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
}

type Row = readonly [name: string, initial: string, choices: string];

const inheritedNames = new Set(
  (
    'visibility font-family font-size font-weight font-style line-height letter-spacing text-transform ' +
    'text-align color text-wrap-style'
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
  ],
  fill: [
    ['background-color', 'transparent', 'transparent'],
    ['background-image', 'none', 'none'],
    ['background-size', 'auto', 'cover contain auto'],
    ['background-position-x', '0%', 'left center right'],
    ['background-position-y', '0%', 'top center bottom'],
    ['background-repeat', 'repeat', 'no-repeat repeat'],
    ['opacity', '1', '1 0.5'],
  ],
  edge: [
    ...corners.map((corner): Row => [`border-${corner}-radius`, '0', '0px 6px 50%']),
    ...sides.map((side): Row => [`border-${side}-width`, 'medium', '0px 1px 2px']),
    ...sides.map((side): Row => [`border-${side}-style`, 'none', 'none solid dashed dotted']),
    ...sides.map((side): Row => [`border-${side}-color`, 'currentcolor', 'currentcolor']),
    ['box-shadow', 'none', 'none'],
  ],
};

/** Every property a style may set, in the ledger's order. */
export const properties: readonly Property[] = groups.flatMap((group) =>
  table[group].map(([name, initial, choices]) => ({
    name,
    group,
    initial,
    inherited: inheritedNames.has(name),
    choices: choices === '' ? [] : choices.split(' '),
  })),
);

const byName = new Map(properties.map((property) => [property.name, property]));

/** The property of this name, or undefined when a style may not set it. */
export const propertyOf = (name: string): Property | undefined => byName.get(name);
