import type { Box } from './box';
import { distancesTo, type Edge, type Values } from './pins';
import type { Measured } from './measured';
import { snapToRound } from './snap';
import type { Held } from './resize';
import { readTracks, type TrackSize } from './grid-tracks';
import { lengthIn, unitOf, type Basis, type LengthUnit } from './units';

/** The unit a dragged value is written in: the one it has, or the one given for values without. */
export const unitKept = (value: string, otherwise: LengthUnit): LengthUnit => unitOf(value) ?? otherwise;

/** What a resized part is told: which property carries its height, and its present values. */
export interface SizeFacts {
  readonly width: string;
  readonly height: string;
  readonly heightProperty: 'height' | 'min-height';
  /** Its insets when it is out of the flow, with the box it is placed against. */
  readonly pinned: { readonly block: Box; readonly insets: Readonly<Record<Edge, string>> } | undefined;
}

/**
 * The values that give a part the box it was dragged to. A width that had no unit becomes a share of what holds it,
 * so that it goes on responding; a part out of the flow stays on its pins.
 * @param across what percentages of widths, and `down` what those of heights, are measured by
 */
export function sizeValues(part: Measured, after: Box, facts: SizeFacts, across: Basis, down: Basis): Values {
  const values: Record<string, string> = {};
  const { box } = part;
  if (Math.abs(after.width - box.width) > 0.01)
    values['width'] = lengthIn(after.width, unitKept(facts.width, facts.pinned ? 'px' : '%'), across);
  if (Math.abs(after.height - box.height) > 0.01)
    values[facts.heightProperty] = lengthIn(after.height, unitKept(facts.height, 'px'), down);
  if (!facts.pinned) return values;
  const { block, insets } = facts.pinned;
  const away = distancesTo({ ...part, box: after }, block);
  const before = distancesTo(part, block);
  for (const edge of ['top', 'right', 'bottom', 'left'] as const)
    if (insets[edge] !== 'auto' && Math.abs(away[edge] - before[edge]) > 0.01)
      values[edge] = lengthIn(away[edge], unitKept(insets[edge], 'px'), {
        ...(edge === 'top' || edge === 'bottom' ? down : across),
        whole: edge === 'top' || edge === 'bottom' ? block.height : block.width,
      });
  return values;
}

const opposite: Readonly<Record<Edge, Edge>> = { top: 'bottom', bottom: 'top', left: 'right', right: 'left' };

/**
 * A padding or margin after a drag of so many px, in the unit it has; the opposite side too when both are held.
 * Paddings are never below nothing.
 */
export function spaceValues(
  what: 'padding' | 'margin',
  side: Edge,
  now: number,
  by: number,
  value: string,
  basis: Basis,
  held: Held,
): Values {
  const wanted = what === 'padding' ? Math.max(now + by, 0) : now + by;
  const px = held.unsnapped ? Math.round(wanted) : snapToRound(wanted);
  const text = lengthIn(px, unitKept(value, 'px'), basis);
  return { [`${what}-${side}`]: text, ...(held.both && { [`${what}-${opposite[side]}`]: text }) };
}

/** A gap after a drag; both gaps when both are held. */
export function gapValues(
  axis: 'row' | 'column',
  now: number,
  by: number,
  value: string,
  basis: Basis,
  held: Held,
): Values {
  const wanted = Math.max(now + by, 0);
  const text = lengthIn(held.unsnapped ? Math.round(wanted) : snapToRound(wanted), unitKept(value, 'px'), basis);
  return { [`${axis}-gap`]: text, ...(held.both && { [`${axis === 'row' ? 'column' : 'row'}-gap`]: text }) };
}

const corners = ['top-left', 'top-right', 'bottom-right', 'bottom-left'];

/**
 * Round corners after a drag: all four, or the one alone when both are held, in whole px up to half the shorter side.
 */
export function radiusValues(box: Box, px: number, held: Held): Values {
  const most = Math.min(box.width, box.height) / 2;
  const wanted = Math.min(Math.max(px, 0), most);
  const text = `${Math.min(held.unsnapped ? Math.round(wanted) : snapToRound(wanted, [4], 1), Math.floor(most))}px`;
  return Object.fromEntries((held.both ? ['top-left'] : corners).map((corner) => [`border-${corner}-radius`, text]));
}

/**
 * A track list after the line behind one of its tracks is dragged by so many px: two neighbours in fr share what they
 * have together anew, otherwise the first
 * track that is no fr gets a length. Undefined when the list cannot be read.
 * @param sizes the used sizes of the tracks, in px
 */
export function dragLine(list: string, sizes: readonly number[], line: number, by: number): string | undefined {
  const read = readTracks(list, () => 0);
  if (!read || read.auto || read.tracks.length !== sizes.length || line < 0 || line + 1 >= sizes.length)
    return undefined;
  const [left, right] = [read.tracks[line]!, read.tracks[line + 1]!];
  const texts = read.tracks.map((one) => one.text);
  const both = sizes[line]! + sizes[line + 1]!;
  const moved = Math.min(Math.max(sizes[line]! + by, 8), both - 8);
  const factor = (one: TrackSize): number | undefined => (one.max.kind === 'flex' ? one.max.factor : undefined);
  const [a, b] = [factor(left), factor(right)];
  if (a !== undefined && b !== undefined && left.text.endsWith('fr') && right.text.endsWith('fr')) {
    const total = a + b;
    const share = Math.round((total * moved * 1000) / both) / 1000;
    texts[line] = `${share}fr`;
    texts[line + 1] = `${Math.round((total - share) * 1000) / 1000}fr`;
  } else if (a === undefined) texts[line] = `${Math.round(moved)}px`;
  else texts[line + 1] = `${Math.round(both - moved)}px`;
  return texts.join(' ');
}
