import { kindOf } from '../document/kinds/registry';
import type { FaultKind } from '../review/sweep/fault-kinds';
import { faultsAt } from '../review/sweep/faults';
import { interval } from './modular-scale';
import type { Slice } from '../review/sweep/slice';

/** How bad a layout is. */
export interface Trouble {
  /** How many things are wrong, each once a width. */
  readonly faults: number;
  /** How badly, and how far from calm: the less the better. */
  readonly weight: number;
}

/** What each kind of fault weighs, once, beside how large it is. */
const weights: Readonly<Record<FaultKind, number>> = {
  'too wide': 12,
  'texts overlap': 10,
  'text cut': 10,
  collapsed: 8,
  'short lines': 3,
  'long lines': 2,
};
/** WCAG 2.2, 2.5.8: targets of 24 by 24 px. */
const leastTarget = 24;

/**
 * A heading is seen as one when it is larger than what is read below it by a step of the scale at least (Bringhurst,
 * chapter 8; from memory); levels that follow each other may be alike, but never turned over.
 */
function imbalance(slice: Slice): number {
  const largest = new Map<number, number>();
  let reading = 0;
  for (const part of slice.parts.values()) {
    if (part.level !== undefined) largest.set(part.level, Math.max(largest.get(part.level) ?? 0, part.fontSize));
    if (kindOf(part.kind).text === 'prose' && part.characters > 60) reading = Math.max(reading, part.fontSize);
  }
  const sizes = [...largest].sort(([a], [b]) => a - b).map(([, size]) => size);
  let weight = 0;
  sizes.forEach((size, index) => {
    const below = sizes[index + 1];
    if (below !== undefined && below > size) weight += (below / size - 1) * 8;
  });
  const top = sizes[0];
  if (top !== undefined && reading > 0) weight += Math.max(0, interval - top / reading) * 20;
  return weight;
}

/** The share of a length above what is calm, weighed. */
const above = (share: number, calm: number, weight: number): number => Math.max(0, share - calm) * weight;

/**
 * The trouble of one layout: its faults by kind and size (overflow, overlap, cut text, lines), targets under 24 px,
 * headings that run over many lines or are larger than the screen can bear,
 * sizes whose order does not follow the headings' levels, and paddings that take more of the screen than they give.
 * @param height of the screen in px
 */
export function troubleAt(slice: Slice, height: number): Trouble {
  const faults = faultsAt(slice);
  let weight = imbalance(slice);
  for (const { kind, by } of faults) weight += weights[kind] + (kind === 'too wide' ? Math.min(by / 20, 12) : 0);
  for (const part of slice.parts.values()) {
    const { text, holds } = kindOf(part.kind);
    if (text === 'label' && part.box.height < leastTarget) weight += 1;
    if (text === 'title')
      weight += Math.max(0, part.lines.length - 4) * 1.2 + above(part.fontSize / slice.width, 0.115, 60);
    if (holds.includes('widget') && part.display !== 'none')
      weight +=
        above(part.paddingX / slice.width, 0.16, 24) +
        above(part.paddingY / height, 0.17, 16) +
        above(part.rowGap / height, 0.07, 16);
    if (kindOf(part.kind).text === 'prose' && part.lines.length > 1 && part.box.width < 130)
      weight += (130 - part.box.width) / 24;
  }
  return { faults: faults.length, weight };
}

export const sumOf = (all: readonly Trouble[]): Trouble => ({
  faults: all.reduce((sum, one) => sum + one.faults, 0),
  weight: all.reduce((sum, one) => sum + one.weight, 0),
});
