import { generate, parse, type CssNode, type FunctionNode } from 'css-tree';

/** One track as it is written: its minimum and maximum sizing function. */
export interface TrackSize {
  readonly min: Breadth;
  readonly max: Breadth;
  /** The track as text, for a person. */
  readonly text: string;
}
export type Breadth =
  | { readonly kind: 'length'; readonly px: number }
  | { readonly kind: 'percent'; readonly share: number }
  | { readonly kind: 'flex'; readonly factor: number }
  | { readonly kind: 'content' };

/** A track list as written, with the place of its repeated part when it is filled automatically. */
export interface TrackList {
  readonly tracks: readonly TrackSize[];
  readonly auto: { readonly at: number; readonly tracks: readonly TrackSize[] } | undefined;
}

type ToPx = (number: number, unit: string) => number | undefined;

function breadth(node: CssNode, toPx: ToPx): Breadth | undefined {
  if (node.type === 'Dimension' && node.unit === 'fr') return { kind: 'flex', factor: Number(node.value) };
  if (node.type === 'Dimension') {
    const px = toPx(Number(node.value), node.unit);
    return px === undefined ? undefined : { kind: 'length', px };
  }
  if (node.type === 'Number' && Number(node.value) === 0) return { kind: 'length', px: 0 };
  if (node.type === 'Percentage') return { kind: 'percent', share: Number(node.value) / 100 };
  if (node.type === 'Identifier' && /^(auto|min-content|max-content)$/.test(node.name)) return { kind: 'content' };
  return undefined;
}

const parts = (node: FunctionNode): CssNode[] =>
  node.children.toArray().filter((one) => one.type !== 'Operator' && one.type !== 'WhiteSpace');

function trackOf(node: CssNode, toPx: ToPx): TrackSize | undefined {
  const text = generate(node);
  if (node.type === 'Function' && node.name === 'minmax') {
    const [low, high] = parts(node).map((one) => breadth(one, toPx));
    return low && high ? { min: low, max: high, text } : undefined;
  }
  const one = breadth(node, toPx);
  if (!one) return undefined;
  return { min: one.kind === 'flex' ? { kind: 'content' } : one, max: one, text };
}

function sequence(nodes: readonly CssNode[], toPx: ToPx): TrackSize[] | undefined {
  const out: TrackSize[] = [];
  for (const node of nodes) {
    if (node.type === 'Brackets' || node.type === 'WhiteSpace') continue; // line names take no room
    const track = trackOf(node, toPx);
    if (!track) return undefined;
    out.push(track);
  }
  return out;
}

/**
 * Reads a track list (CSS Grid 1 §7.2): lengths, percentages, fr, minmax() and repeat() with a number, auto-fill or
 * auto-fit. Undefined for anything else.
 * @param toPx px of a length with a unit
 */
export function readTracks(value: string, toPx: ToPx): TrackList | undefined {
  if (value.trim() === 'none') return { tracks: [], auto: undefined };
  let tree: CssNode;
  try {
    tree = parse(value, { context: 'value' });
  } catch {
    return undefined;
  }
  if (tree.type !== 'Value') return undefined;
  const tracks: TrackSize[] = [];
  let auto: TrackList['auto'];
  for (const node of tree.children.toArray()) {
    if (node.type === 'Function' && node.name === 'repeat') {
      const [count, ...held] = parts(node);
      const each = sequence(held, toPx);
      if (!count || !each || each.length === 0) return undefined;
      if (count.type === 'Number') for (let left = Number(count.value); left > 0; left--) tracks.push(...each);
      else if (count.type === 'Identifier' && /^auto-fi(t|ll)$/.test(count.name))
        auto = { at: tracks.length, tracks: each };
      else return undefined;
      continue;
    }
    const own = sequence([node], toPx);
    if (!own) return undefined;
    tracks.push(...own);
  }
  return { tracks, auto };
}

const definite = (size: Breadth, room: number): number | undefined =>
  size.kind === 'length' ? size.px : size.kind === 'percent' ? size.share * room : undefined;

/**
 * A list with its automatic repetition written out: as often as fits without overflow, at least once (CSS Grid 1
 * §7.2.3.2).
 */
export function expanded({ tracks, auto }: TrackList, room: number, gap: number): TrackSize[] {
  if (!auto) return [...tracks];
  const fixed = (one: TrackSize): number =>
    Math.max(definite(one.max, room) ?? definite(one.min, room) ?? 0, definite(one.min, room) ?? 0, 1);
  const others = tracks.reduce((sum, one) => sum + fixed(one) + gap, 0);
  const each = auto.tracks.reduce((sum, one) => sum + fixed(one) + gap, 0);
  const times = Math.max(Math.floor((room - others + gap) / each), 1);
  const repeated = Array.from({ length: times }, () => auto.tracks).flat();
  return [...tracks.slice(0, auto.at), ...repeated, ...tracks.slice(auto.at)];
}

/**
 * Track sizes in px for a definite room: CSS Grid 1 §11.3 to §11.8 with the contents' contributions given by the
 * caller.
 * @param contents the smallest and the largest size each track's contents ask for, in px; nothing when left out
 */
export function trackSizes(
  tracks: readonly TrackSize[],
  room: number,
  gap: number,
  contents: readonly { readonly min: number; readonly max: number }[] = [],
): number[] {
  const bases = tracks.map((one, index) => definite(one.min, room) ?? contents[index]?.min ?? 0);
  const limits = tracks.map((one, index) =>
    one.max.kind === 'flex'
      ? bases[index]!
      : Math.max(definite(one.max, room) ?? contents[index]?.max ?? 0, bases[index]!),
  );
  const free = (): number => room - gap * Math.max(tracks.length - 1, 0) - bases.reduce((sum, size) => sum + size, 0);
  maximise(bases, limits, free());
  const flexes = tracks.map((one) => (one.max.kind === 'flex' ? one.max.factor : 0));
  const space = room - gap * Math.max(tracks.length - 1, 0);
  if (flexes.some((factor) => factor > 0)) {
    const size = frSize(bases, flexes, space);
    flexes.forEach((factor, index) => factor > 0 && (bases[index] = Math.max(bases[index]!, factor * size)));
  }
  stretch(tracks, bases, free());
  return bases;
}

/** §11.6: free space goes to tracks below their limits, equally, until they meet them. */
function maximise(bases: number[], limits: readonly number[], space: number): void {
  let free = space;
  for (
    let open = bases.map((_, index) => index).filter((index) => limits[index]! > bases[index]! + 1e-6);
    free > 1e-6 && open.length > 0;
    open = open.filter((index) => limits[index]! > bases[index]! + 1e-6)
  ) {
    const step = Math.min(free / open.length, ...open.map((index) => limits[index]! - bases[index]!));
    for (const index of open) bases[index]! += step;
    free -= step * open.length;
  }
}

/** §11.7.1: the size of one fr, leaving out tracks whose base is larger than their share. */
function frSize(bases: readonly number[], flexes: readonly number[], space: number): number {
  const rigid = new Set(flexes.flatMap((factor, index) => (factor > 0 ? [] : [index])));
  for (;;) {
    const left = space - [...rigid].reduce((sum, index) => sum + bases[index]!, 0);
    const factors = Math.max(
      flexes.reduce((sum, factor, index) => sum + (rigid.has(index) ? 0 : factor), 0),
      1,
    );
    const size = left / factors;
    const larger = flexes.findIndex((factor, index) => !rigid.has(index) && factor * size < bases[index]! - 1e-6);
    if (larger === -1) return Math.max(size, 0);
    rigid.add(larger);
  }
}

/** §11.8: what is left goes to auto tracks, equally, as `justify-content: normal` stretches them. */
function stretch(tracks: readonly TrackSize[], bases: number[], free: number): void {
  const auto = tracks.flatMap((one, index) => (one.max.kind === 'content' && one.text.includes('auto') ? [index] : []));
  if (free > 0) for (const index of auto) bases[index]! += free / auto.length;
}
