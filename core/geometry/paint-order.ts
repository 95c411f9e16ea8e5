import type { Point } from './box';
import { holds } from './box';
import { containingBlock, holdsFixed } from './containing-block';
import { inner, isFlexOrGrid, type Measured, type MeasuredPage } from './measured';

/** One thing painted: a part's box or its text, in paint order. */
export interface Painted {
  readonly part: string;
  readonly what: 'box' | 'text';
}

/** A part as it lies in the pile, with the stacking context it belongs to. */
export interface InPile {
  readonly part: string;
  /** The part that forms the stacking context this one is painted in; undefined for the page's own. */
  readonly context: string | undefined;
  /** Why the part forms a context of its own, or undefined when it forms none. */
  readonly forms: string | undefined;
  /** What decides its place, for a person. */
  readonly because: string;
}

const none = (value: string): boolean => value === 'none' || value === '';
const parentStyle = (page: MeasuredPage, one: Measured): Measured | undefined => {
  let up = one.parent === undefined ? undefined : page.parts.get(one.parent);
  while (up?.style.display === 'contents' && up.parent !== undefined) up = page.parts.get(up.parent);
  return up;
};
const isItem = (page: MeasuredPage, one: Measured): boolean => {
  const up = parentStyle(page, one);
  return (
    up !== undefined &&
    isFlexOrGrid(up.style.display) &&
    one.style.position !== 'absolute' &&
    one.style.position !== 'fixed'
  );
};
const zOf = (page: MeasuredPage, one: Measured): number | undefined => {
  const counts = one.style.position !== 'static' || isItem(page, one);
  const z = Number.parseInt(one.style['z-index'], 10);
  return counts && Number.isFinite(z) ? z : undefined;
};

/**
 * Why a part forms a stacking context, or undefined when it does not: CSS 2.2 §9.9.1, and later CSS Positioned Layout
 * 3 (fixed, sticky), CSS Flexbox 1 §5.4 and Grid 1 §17 (z-index of items),
 * CSS Color 3 §3.2 (opacity), Transforms, Filter Effects, Masking, Compositing, Containment and Will Change.
 */
export function formsContext(page: MeasuredPage, one: Measured): string | undefined {
  const { style } = one;
  if (one.parent === undefined) return 'it is the page';
  if (style.display === 'contents') return undefined;
  if (style.position === 'fixed' || style.position === 'sticky') return `its position is ${style.position}`;
  const z = zOf(page, one);
  if (z !== undefined) return `its z-index is ${z}`;
  if (Number(style.opacity) < 1) return `its opacity is ${style.opacity}`;
  if (!none(style['mix-blend-mode']) && style['mix-blend-mode'] !== 'normal')
    return `its mix-blend-mode is ${style['mix-blend-mode']}`;
  if (style.isolation === 'isolate') return 'it is isolated';
  if (!none(style['clip-path'])) return 'it has a clip-path';
  if (!none(style['mask-image'])) return 'it has a mask';
  if (/\b(opacity|z-index|isolation|mix-blend-mode|clip-path)\b/.test(style['will-change']))
    return `will-change is ${style['will-change']}`;
  return holdsFixed(one);
}

/** A node of the part tree as it is painted: parts without a box hand their children up. */
interface Node {
  readonly one: Measured;
  /** The place in tree order, by which those of equal z-index are told apart. */
  index: number;
  readonly children: readonly Node[];
}

/** Children in the order they are painted: document order, in flex and grid by `order` first (CSS Flexbox 1 §5.4). */
function treeOf(page: MeasuredPage): Node[] {
  const byParent = new Map<string | undefined, Measured[]>();
  for (const one of page.parts.values()) {
    const list = byParent.get(one.parent);
    if (list) list.push(one);
    else byParent.set(one.parent, [one]);
  }
  const build = (parent: string | undefined): Node[] =>
    (byParent.get(parent) ?? []).flatMap((one) => {
      if (one.style.display === 'none') return [];
      const children = build(one.id);
      return one.style.display === 'contents'
        ? children
        : [{ one, index: 0, children: isFlexOrGrid(one.style.display) ? sorted(children) : children }];
    });
  const roots = build(undefined);
  let count = 0;
  const number = (node: Node): void => {
    node.index = count++;
    node.children.forEach(number);
  };
  roots.forEach(number);
  return roots;
}

const orderOf = ({ one }: Node): number =>
  one.style.position === 'absolute' || one.style.position === 'fixed' ? 0 : Number.parseInt(one.style.order, 10) || 0;
const sorted = (nodes: readonly Node[]): Node[] => [...nodes].sort((a, b) => orderOf(a) - orderOf(b));

/** What a stacking context paints, collected layer by layer (CSS 2.2 Appendix E.2). */
interface Layers {
  readonly negative: { readonly node: Node; readonly z: number }[];
  readonly blocks: Painted[];
  readonly inline: Painted[];
  readonly positioned: { readonly node: Node; readonly z: number; readonly context: boolean }[];
}

function collect(page: MeasuredPage, node: Node, into: Layers): void {
  if (node.one.lines.length > 0) into.inline.push({ part: node.one.id, what: 'text' });
  for (const child of node.children) {
    const { one } = child;
    const context = formsContext(page, one) !== undefined;
    const z = zOf(page, one) ?? 0;
    if (context && z < 0) into.negative.push({ node: child, z });
    else if (context || one.style.position !== 'static') into.positioned.push({ node: child, z, context });
    else if (isItem(page, one) || /^inline-/.test(one.style.display) || !none(one.style.float)) {
      // Painted as if it formed a context of its own, while what is positioned in it takes part in this one.
      const own: Layers = { negative: into.negative, positioned: into.positioned, blocks: [], inline: [] };
      collect(page, child, own);
      into.inline.push({ part: one.id, what: 'box' }, ...own.blocks, ...own.inline);
    } else {
      (one.style.display === 'inline' ? into.inline : into.blocks).push({ part: one.id, what: 'box' });
      collect(page, child, into);
    }
  }
}

/**
 * Everything painted by a node that is positioned but forms no context: what is positioned in it, and contexts of
 * negative z-index, join the layers of the context around it.
 */
function paintOwn(page: MeasuredPage, node: Node, around: Layers): Painted[] {
  const layers: Layers = { negative: around.negative, positioned: around.positioned, blocks: [], inline: [] };
  collect(page, node, layers);
  return [{ part: node.one.id, what: 'box' }, ...layers.blocks, ...layers.inline];
}

/** Everything a stacking context paints, from back to front. */
function paintContext(page: MeasuredPage, node: Node): Painted[] {
  const layers: Layers = { negative: [], positioned: [], blocks: [], inline: [] };
  collect(page, node, layers);
  const above = positionedOf(page, layers); // first: it may find contexts of negative z-index
  const below = [...layers.negative]
    .sort((a, b) => a.z - b.z || a.node.index - b.node.index)
    .flatMap((each) => paintContext(page, each.node));
  return [{ part: node.one.id, what: 'box' }, ...below, ...layers.blocks, ...layers.inline, ...above];
}

/** The positioned layers: z-index 0 and auto in tree order, then the positive ones. */
function positionedOf(page: MeasuredPage, layers: Layers): Painted[] {
  const flat: { z: number; painted: Painted[] }[] = [];
  const visit = (list: Layers['positioned']): void => {
    for (const { node, z, context } of list) {
      const inside: Layers = { negative: layers.negative, positioned: [], blocks: [], inline: [] };
      flat.push({ z, painted: context ? paintContext(page, node) : paintOwn(page, node, inside) });
      visit(inside.positioned);
    }
  };
  visit(layers.positioned);
  return flat.sort((a, b) => a.z - b.z).flatMap((each) => each.painted);
}

/** Everything on a page from back to front (CSS 2.2 Appendix E). Parts without a box are left out. */
export const paintOrder = (page: MeasuredPage): Painted[] => treeOf(page).flatMap((root) => paintContext(page, root));

/**
 * Whether a box around the part cuts it off at the point (CSS Overflow 3 §3): overflow clips what stands in it, and
 * so does paint containment, along the chain of containing blocks.
 */
function isCut(page: MeasuredPage, one: Measured, point: Point): boolean {
  let at: string | undefined = containingBlock(page, one.id).part;
  for (
    let up = at === undefined ? undefined : page.parts.get(at);
    up;
    up = at === undefined ? undefined : page.parts.get(at)
  ) {
    if (up.parent !== undefined) {
      const box = inner(up.box, up.border);
      const contained = /\b(paint|strict|content)\b/.test(up.style.contain);
      if (
        (contained || up.style['overflow-x'] !== 'visible') &&
        (point.x < box.left || point.x >= box.left + box.width)
      )
        return true;
      if ((contained || up.style['overflow-y'] !== 'visible') && (point.y < box.top || point.y >= box.top + box.height))
        return true;
    }
    at = containingBlock(page, up.id).part;
  }
  return false;
}

/**
 * The parts that lie over each other at a point, the topmost first, as CSSOM View 1 §5 `elementsFromPoint` lists
 * them: by their boxes, whatever text they hold. Round corners and clip-path are not considered.
 * @param point px of the viewport the page was measured in
 */
export function pileAt(page: MeasuredPage, point: Point, painted = paintOrder(page)): string[] {
  const pile: string[] = [];
  for (let index = painted.length - 1; index >= 0; index--) {
    const { part, what } = painted[index]!;
    const one = page.parts.get(part);
    if (!one || pile.includes(part) || one.style.visibility !== 'visible' || one.style['pointer-events'] === 'none')
      continue;
    if (what === 'box' && holds(one.box, point) && !isCut(page, one, point)) pile.push(part);
  }
  return pile;
}

/** The part whose stacking context a part is painted in; undefined for the page's own. */
export function stackingContextOf(page: MeasuredPage, id: string): string | undefined {
  for (let at = page.parts.get(id)?.parent; at !== undefined; at = page.parts.get(at)?.parent) {
    const one = page.parts.get(at);
    if (one && one.parent !== undefined && formsContext(page, one) !== undefined) return one.id;
  }
  return undefined;
}

/** The pile at a point with the reason for each part's place, the topmost first. */
export function pileWithReasons(page: MeasuredPage, point: Point): InPile[] {
  return pileAt(page, point).flatMap((part) => {
    const one = page.parts.get(part);
    return one
      ? [
          {
            part,
            context: stackingContextOf(page, part),
            forms: one.parent === undefined ? undefined : formsContext(page, one),
            because: reason(page, one),
          },
        ]
      : [];
  });
}

function reason(page: MeasuredPage, one: Measured): string {
  if (one.parent === undefined) return 'under everything';
  const z = zOf(page, one);
  if (z !== undefined) return z < 0 ? `z-index ${z} puts it behind its context’s contents` : `z-index ${z}`;
  if (one.style['z-index'] !== 'auto') return `z-index ${one.style['z-index']} does not count: position is static`;
  if (one.style.position !== 'static') return `${one.style.position}, over what is in the flow`;
  const forms = formsContext(page, one);
  if (forms !== undefined) return `${forms}, so it lies over what is in the flow`;
  return 'in the flow, over what comes before it';
}
