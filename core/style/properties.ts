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
  readonly says: string;
}

type Row = readonly [name: string, initial: string, choices: string, says: string];

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
    [
      'display',
      'inline',
      'flex grid block none inline-block',
      'How the part lays out what it holds; none takes it off the page.',
    ],
    [
      'flex-direction',
      'row',
      'row column row-reverse column-reverse',
      'Whether the parts inside stand in a row or in a column.',
    ],
    ['flex-wrap', 'nowrap', 'nowrap wrap wrap-reverse', 'Whether parts that do not fit go on a next line.'],
    [
      'justify-content',
      'normal',
      'start center end space-between space-around space-evenly',
      'Where the parts inside stand along the direction they flow in.',
    ],
    ['align-items', 'normal', aligning, 'Where the parts inside stand across the direction they flow in.'],
    [
      'justify-items',
      'legacy',
      'normal stretch start center end',
      'Where the parts inside stand in the width of their cells.',
    ],
    [
      'align-content',
      'normal',
      'normal start center end space-between stretch',
      'Where the lines stand when there are several.',
    ],
    ['row-gap', 'normal', '0px 16px 24px', 'The space between rows.'],
    ['column-gap', 'normal', '0px 16px 24px', 'The space between columns.'],
    [
      'grid-template-columns',
      'none',
      '1fr minmax(0,1fr) repeat(3,1fr) repeat(auto-fit,minmax(240px,1fr)) none',
      'The widths of the grid’s columns.',
    ],
    ['grid-template-rows', 'none', 'auto', 'The heights of the grid’s rows.'],
    ['grid-template-areas', 'none', 'none', 'Names for the grid’s cells, a text a row: "head head" "side main".'],
    ['grid-auto-columns', 'auto', 'auto 1fr', 'The width of columns the grid adds by itself.'],
    ['grid-auto-rows', 'auto', 'auto 1fr', 'The height of rows the grid adds by itself.'],
    ['grid-auto-flow', 'row', 'row column dense', 'Which way parts fill the grid.'],
    [
      'align-self',
      'auto',
      'auto start center end stretch baseline',
      'Where this part stands across its parent’s direction.',
    ],
    ['justify-self', 'auto', 'auto start center end stretch', 'Where this part stands in its grid cell.'],
    ['order', '0', '0 1 -1', 'The place in the parent’s order; reading order stays as it is.'],
    ['flex-grow', '0', '0 1', 'The share of free space this part takes.'],
    ['flex-shrink', '1', '0 1', 'How readily this part gives up space.'],
    ['flex-basis', 'auto', 'auto 0px', 'The size this part starts from before it grows or shrinks.'],
    ['grid-column-start', 'auto', 'auto', 'The column line this part begins at.'],
    ['grid-column-end', 'auto', 'auto', 'The column line this part ends at, or “span 2”.'],
    ['grid-row-start', 'auto', 'auto', 'The row line this part begins at.'],
    ['grid-row-end', 'auto', 'auto', 'The row line this part ends at, or “span 2”.'],
    ['visibility', 'visible', 'visible hidden', 'Hidden keeps the part’s room; display none gives it up.'],
  ],
  box: [
    ['width', 'auto', `auto 100% ${sizing}`, 'The width, with padding and border in it.'],
    ['min-width', 'auto', 'auto 0px', 'Never narrower than this.'],
    ['max-width', 'none', 'none 100% 60ch', 'Never wider than this.'],
    ['height', 'auto', `auto 100% 100vh 100svh 100dvh ${sizing}`, 'The height, with padding and border in it.'],
    ['min-height', 'auto', 'auto 0px 100vh 100svh 100dvh', 'Never lower than this; grows with what it holds.'],
    ['max-height', 'none', 'none', 'Never higher than this.'],
    ['aspect-ratio', 'auto', 'auto 1/1 3/2 16/9', 'Width to height, where one of them is free.'],
    ['box-sizing', 'content-box', 'border-box content-box', 'Whether width and height include padding and border.'],
    ['overflow-x', 'visible', 'visible hidden clip scroll auto', 'What happens to what is too wide.'],
    ['overflow-y', 'visible', 'visible hidden clip scroll auto', 'What happens to what is too high.'],
    [
      'scrollbar-width',
      'auto',
      'auto thin none',
      'The scrollbar of a part that scrolls; none hides it, the wheel still scrolls.',
    ],
    ['object-fit', 'fill', 'fill cover contain none scale-down', 'How a picture fills its box.'],
    ['object-position', '50% 50%', 'center top bottom left right', 'Which point of a picture stays in view.'],
  ],
  space: [
    ...sides.map((side): Row => [`padding-${side}`, '0', '0px', `Space inside, ${side}.`]),
    ...sides.map((side): Row => [`margin-${side}`, '0', '0px auto', `Space outside, ${side}.`]),
  ],
  place: [
    [
      'position',
      'static',
      'static relative absolute sticky fixed',
      'Whether the part stands in the flow, sticks, or is taken out of it.',
    ],
    ...sides.map((side): Row => [side, 'auto', 'auto 0px', `The distance kept from the ${side} edge.`]),
    ['z-index', 'auto', 'auto 0 1', 'What lies over what; higher is nearer.'],
    ['isolation', 'auto', 'auto isolate', 'Isolate keeps the z-indexes of what it holds among themselves.'],
  ],
  type: [
    ['font-family', 'depends on user agent', '', 'The typeface, then what to fall back to.'],
    ['font-size', 'medium', '16px 1rem', 'The size of the letters.'],
    ['font-weight', 'normal', '400 500 600 700', 'How heavy the letters are.'],
    ['font-style', 'normal', 'normal italic', 'Upright or italic.'],
    ['line-height', 'normal', '1 1.2 1.5', 'From line to line, as a multiple of the size.'],
    ['letter-spacing', 'normal', 'normal 0.02em', 'Space added between letters.'],
    ['text-transform', 'none', 'none uppercase lowercase capitalize', 'Capitals or small letters.'],
    ['text-align', 'start', 'start center end justify', 'Where lines stand in their box.'],
    ['color', 'CanvasText', '', 'The colour of the letters.'],
    ['text-decoration-line', 'none', 'none underline line-through', 'A line under or through the letters.'],
    ['text-wrap-style', 'auto', 'auto balance pretty', 'How lines break; balance makes a heading’s lines alike.'],
  ],
  fill: [
    ['background-color', 'transparent', 'transparent', 'The colour behind the part.'],
    ['background-image', 'none', 'none', 'A picture or gradient behind the part; the first one lies on top.'],
    ['background-size', 'auto', 'cover contain auto', 'How large the picture is.'],
    ['background-position-x', '0%', 'left center right', 'Where the picture stands, across.'],
    ['background-position-y', '0%', 'top center bottom', 'Where the picture stands, down.'],
    ['background-repeat', 'repeat', 'no-repeat repeat', 'Whether the picture repeats.'],
    ['opacity', '1', '1 0.5', 'How solid the part is, with all it holds.'],
  ],
  edge: [
    ...corners.map((corner): Row => [
      `border-${corner}-radius`,
      '0',
      '0px 6px 50%',
      `How round the ${corner.replace('-', ' ')} corner is.`,
    ]),
    ...sides.map((side): Row => [`border-${side}-width`, 'medium', '0px 1px 2px', `How thick the ${side} border is.`]),
    ...sides.map((side): Row => [
      `border-${side}-style`,
      'none',
      'none solid dashed dotted',
      `What the ${side} border looks like.`,
    ]),
    ...sides.map((side): Row => [
      `border-${side}-color`,
      'currentcolor',
      'currentcolor',
      `The colour of the ${side} border.`,
    ]),
    ['box-shadow', 'none', 'none', 'A shadow under the part.'],
  ],
};

/** Every property a style may set, in the ledger's order. */
export const properties: readonly Property[] = groups.flatMap((group) =>
  table[group].map(([name, initial, choices, says]) => ({
    name,
    group,
    initial,
    inherited: inheritedNames.has(name),
    choices: choices === '' ? [] : choices.split(' '),
    says,
  })),
);

const byName = new Map(properties.map((property) => [property.name, property]));

/** The property of this name, or undefined when a style may not set it. */
export const propertyOf = (name: string): Property | undefined => byName.get(name);
