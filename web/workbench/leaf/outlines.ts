import { signal, untracked } from '@angular/core';
import { kindOf } from '@core/document/kinds/registry';
import type { Page } from '@core/document/page';
import type { Box } from '@core/geometry/box';
import type { DragState } from '../state/drag-state';
import type { SpreadState } from '../state/spread-state';
import type { Companion } from '../state/company';
import type { Leaves } from '../state/leaves';
import type { LeafFrame } from './leaf-frame';

/** What a leaf draws outlines around. */
export interface Outlined {
  readonly chosen: string | undefined;
  readonly hover: ReturnType<DragState['hover']>;
  readonly others: readonly string[];
  readonly into: string | undefined;
  /** Others on the page, whose selections are marked. */
  readonly people: readonly Companion[];
  /** Parts that the values shown in the ledger reach besides. */
  readonly reached: readonly string[];
  readonly scale: number;
}

export interface Outline {
  readonly box: Box;
  readonly name: string;
}

/** So many parts that are reached are marked at once. */
const mostReached = 400;

/** What somebody else has selected. */
export interface TheirOutline {
  readonly box: Box;
  readonly word: string;
  readonly colour: number;
}

/** The outlines over a leaf: around what is selected, pointed at and dropped into, as it was last laid out. */
export class Outlines {
  readonly selected = signal<Outline | undefined>(undefined);
  readonly others = signal<readonly Outline[]>([]);
  readonly hovered = signal<Outline | undefined>(undefined);
  readonly into = signal<Box | undefined>(undefined);
  readonly people = signal<readonly TheirOutline[]>([]);
  readonly reached = signal<readonly Box[]>([]);
  /** The page's own height while the leaf is unrolled. */
  readonly pageHeight = signal(0);
  private outlined: Outlined = {
    ...{ chosen: undefined, hover: undefined, others: [], into: undefined, people: [], reached: [], scale: 1 },
  };
  private drawing = 0;

  constructor(
    private readonly leaf: LeafFrame,
    private readonly spread: SpreadState,
    private readonly leaves: Leaves,
  ) {}

  stop(): void {
    cancelAnimationFrame(this.drawing);
  }

  /** Draws outlines around these from now on. */
  around(outlined: Outlined): void {
    this.outlined = outlined;
    untracked(() => this.soon());
  }

  /** Draws them anew before the next frame, and tells that what was measured of the leaf holds no more. */
  soon(): void {
    cancelAnimationFrame(this.drawing);
    this.drawing = requestAnimationFrame(() => {
      this.draw();
      this.leaves.changed(this.leaf.name);
    });
  }

  private draw(): void {
    const body = this.leaf.painter?.document.body;
    if (this.spread.unrolled() && body)
      this.pageHeight.set(
        Math.min(Math.ceil(body.getBoundingClientRect().bottom + (this.leaf.view()?.scrollY ?? 0)), 60_000),
      );
    const page = this.leaf.page();
    const { chosen, hover, others, into, people, reached } = this.outlined;
    this.selected.set(page && chosen !== undefined && chosen !== page.root ? this.of(page, chosen) : undefined);
    this.hovered.set(
      page && hover && hover.breakpoint === this.leaf.name && hover.part !== chosen && hover.part !== page.root
        ? this.of(page, hover.part)
        : undefined,
    );
    this.others.set(page ? others.flatMap((id) => (id === chosen ? [] : (this.of(page, id) ?? []))) : []);
    this.into.set(page && into !== undefined ? this.of(page, into)?.box : undefined);
    if (reached.length > 0 || this.reached().length > 0)
      this.reached.set(
        page
          ? reached.slice(0, mostReached).flatMap((id) => (id === chosen ? [] : (this.of(page, id)?.box ?? [])))
          : [],
      );
    if (people.length > 0 || this.people().length > 0)
      this.people.set(page ? people.flatMap((one) => this.theirs(page, one)) : []);
  }

  private theirs = (page: Page, { at, word, colour }: Companion): TheirOutline[] =>
    at.flatMap((id) => {
      const box = id === page.root || !Object.hasOwn(page.parts, id) ? undefined : this.of(page, id)?.box;
      return box ? [{ box, word, colour }] : [];
    });

  private of(page: Page, id: string): Outline | undefined {
    const part = page.parts[id];
    const element = this.leaf.element(id);
    if (!part || !element) return undefined;
    const { left, top, width, height } = element.getBoundingClientRect();
    if (width === 0 && height === 0) return undefined;
    return {
      box: { left, top, width, height },
      name: `${part.name ? `${part.name} · ` : ''}${kindOf(part.kind).word.toLowerCase()}  ${Math.round(width)} × ${Math.round(height)}`,
    };
  }
}
