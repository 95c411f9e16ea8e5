import { kindOf } from '../../document/kinds/registry';
import type { Widths } from '../../document/breakpoint';
import { sweptFrom, sweptTo, type FaultKind } from './fault-kinds';
import type { Fault } from './faults';
import { faultsAt } from './faults';
import type { Slice } from './slice';

/** Something wrong over stretches of widths. */
export interface SweptFault {
  readonly kind: FaultKind;
  readonly part: string;
  readonly other?: string;
  readonly widths: readonly Widths[];
  /** The worst of it, and the width where it is worst. */
  readonly worst: number;
  readonly worstAt: number;
}

/** A part that is somewhere else or another size when the screen is one px wider. */
export interface Jump {
  readonly part: string;
  /** The wider of the two widths. */
  readonly at: number;
  readonly by: number;
}

/**
 * The order to measure widths in: the ends and the edges of breakpoints first, then ever closer between, so that what
 * is known soon covers everything.
 */
export function sweepOrder(edges: readonly number[], from = sweptFrom, to = sweptTo): number[] {
  const order = new Set<number>([from, to, ...edges.filter((edge) => edge >= from && edge <= to)]);
  for (let step = 256; step >= 1; step /= 2) for (let width = from; width <= to; width += step) order.add(width);
  return [...order];
}

interface Kept {
  readonly left: number;
  readonly width: number;
}

/** Keeps what a part measures at a width of the screen. */
function keep(all: Map<string, Map<number, number>>, part: string, screen: number, measured: number): void {
  const known = all.get(part) ?? new Map<number, number>();
  known.set(screen, measured);
  all.set(part, known);
}

/** Gathers what slices show, one width after another in any order. */
export class Sweep {
  private readonly faults = new Map<string, { first: Fault; byWidth: Map<number, number> }>();
  private readonly boxes = new Map<number, ReadonlyMap<string, Kept>>();
  /** The widths of each picture, by width of the screen. */
  readonly pictures = new Map<string, Map<number, number>>();
  /** How wide the pictures behind parts have to be, by width of the screen. */
  readonly backdrops = new Map<string, Map<number, number>>();

  get measured(): number {
    return this.boxes.size;
  }

  add(slice: Slice): void {
    this.boxes.set(
      slice.width,
      new Map([...slice.parts].map(([id, { box }]) => [id, { left: box.left, width: box.width }])),
    );
    for (const fault of faultsAt(slice)) {
      const key = `${fault.kind} ${fault.part} ${fault.other ?? ''}`;
      const known = this.faults.get(key) ?? { first: fault, byWidth: new Map<number, number>() };
      known.byWidth.set(slice.width, fault.by);
      this.faults.set(key, known);
    }
    for (const part of slice.parts.values()) {
      if (part.backdrop !== undefined) keep(this.backdrops, part.id, slice.width, part.backdrop);
      if (kindOf(part.kind).shows === 'picture' && part.box.width > 0)
        keep(this.pictures, part.id, slice.width, part.box.width * (part.widerBy ?? 1));
    }
  }

  /**
   * What is wrong, as stretches of the widths measured so far; a stretch goes on while no width between was measured
   * without the fault.
   */
  results(): SweptFault[] {
    const all = [...this.boxes.keys()].sort((a, b) => a - b);
    return [...this.faults.values()].map(({ first, byWidth }) => {
      const widths: { from: number; to: number }[] = [];
      let open = false;
      for (const width of all) {
        if (!byWidth.has(width)) open = false;
        else if (open) widths.at(-1)!.to = width;
        else {
          widths.push({ from: width, to: width });
          open = true;
        }
      }
      const least = first.kind === 'short lines' || first.kind === 'collapsed';
      const [worstAt, worst] = [...byWidth].reduce((a, b) => ((least ? b[1] < a[1] : b[1] > a[1]) ? b : a));
      return {
        kind: first.kind,
        part: first.part,
        ...(first.other !== undefined && { other: first.other }),
        widths,
        worst,
        worstAt,
      };
    });
  }

  /**
   * Parts that move or change size by more than a 25th of the screen, and 32 px at least, from one px of width to the
   * next; only the outermost of those that go together.
   */
  jumps(parentOf: (id: string) => string | undefined): Jump[] {
    const jumps: Jump[] = [];
    for (const [width, boxes] of this.boxes) {
      const before = this.boxes.get(width - 1);
      if (!before) continue;
      const limit = Math.max(32, width / 25);
      const by = (id: string): number => {
        const [old, now] = [before.get(id), boxes.get(id)];
        return old && now && old.width > 0 && now.width > 0
          ? Math.max(Math.abs(now.left - old.left), Math.abs(now.width - old.width))
          : 0;
      };
      for (const id of boxes.keys()) {
        const parent = parentOf(id);
        if (by(id) > limit && (parent === undefined || by(parent) <= limit))
          jumps.push({ part: id, at: width, by: by(id) });
      }
    }
    return jumps.sort((a, b) => a.at - b.at);
  }
}
