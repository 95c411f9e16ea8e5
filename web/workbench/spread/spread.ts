import { DecimalPipe } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  OnDestroy,
  viewChild,
  afterNextRender,
} from '@angular/core';
import type { Breakpoint } from '@core/document/breakpoint';
import { ownCount } from '@core/document/commands/style';
import { Bench, leafGap } from '../bench';
import { Leaf } from '../leaf/leaf';
import { ScrollStep } from './scroll-sync';
import { WidthRuler } from './width-ruler';

/** The leaves side by side, each under its head. */
@Component({
  selector: 'fold-spread',
  imports: [DecimalPipe, Leaf, WidthRuler],
  templateUrl: './spread.html',
  styleUrl: './spread.css',
  providers: [ScrollStep],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Spread implements OnDestroy {
  protected readonly bench = inject(Bench);
  protected readonly gap = leafGap;
  private readonly sheets = viewChild.required<ElementRef<HTMLElement>>('sheets');
  private readonly watching = new ResizeObserver(
    ([entry]) => entry && this.bench.spreadWidth.set(entry.contentRect.width),
  );

  /** How many overrides the selection has at each breakpoint, for the spines. */
  protected readonly counts = computed(() => {
    const chosen = this.bench.selected();
    return new Map(
      this.bench.breakpoints().map((one) => [one.id, chosen ? ownCount(chosen.page, chosen.id, one.id) : 0]),
    );
  });

  constructor() {
    afterNextRender(() => this.watching.observe(this.sheets().nativeElement));
  }

  ngOnDestroy(): void {
    this.watching.disconnect();
  }

  protected reachOf(breakpoint: { reach: string; limit?: number | undefined }): string {
    if (breakpoint.reach === 'base') return 'base';
    return breakpoint.reach === 'down' ? `≤ ${breakpoint.limit}` : `≥ ${breakpoint.limit}`;
  }

  /** Lays a screen on its side; the leaf of the breakpoint that decides at that width shows it. */
  protected turn(breakpoint: Breakpoint, free: boolean): void {
    this.bench.free.set(free ? undefined : { width: breakpoint.preview.height, height: breakpoint.preview.width });
  }

  protected toggleOpen(id: string): void {
    this.bench.opened.update((opened) => (opened === id ? undefined : id));
  }
}
