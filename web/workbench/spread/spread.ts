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
import { Selection } from '../state/selection';
import { SpreadState } from '../state/spread-state';
import { leafGap } from '../state/spread-state';
import { Leaf } from '../leaf/leaf';
import { ScrollStep } from '../canvas/scroll-sync';
import { WidthRuler } from './width-ruler';
import { Hint } from '../../theme/hint';

/** The leaves side by side, each under its head. */
@Component({
  selector: 'fold-spread',
  imports: [DecimalPipe, Hint, Leaf, WidthRuler],
  templateUrl: './spread.html',
  styleUrl: './spread.css',
  providers: [ScrollStep],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Spread implements OnDestroy {
  protected readonly selection = inject(Selection);
  protected readonly spread = inject(SpreadState);
  protected readonly gap = leafGap;
  private readonly sheets = viewChild.required<ElementRef<HTMLElement>>('sheets');
  private readonly watching = new ResizeObserver(([entry]) => entry && this.spread.width.set(entry.contentRect.width));

  /** How many overrides the selection has at each breakpoint, for the spines. */
  protected readonly counts = computed(() => {
    const chosen = this.selection.selected();
    return new Map(
      this.spread.breakpoints().map((one) => [one.id, chosen ? ownCount(chosen.page, chosen.id, one.id) : 0]),
    );
  });

  constructor() {
    afterNextRender(() => this.watching.observe(this.sheets().nativeElement));
  }

  ngOnDestroy(): void {
    this.watching.disconnect();
  }

  protected rangeOf(breakpoint: { side: string; limit?: number | undefined }): string {
    if (breakpoint.side === 'base') return 'base';
    return breakpoint.side === 'down' ? `≤ ${breakpoint.limit}` : `≥ ${breakpoint.limit}`;
  }

  /** Lays a screen on its side; the leaf of the breakpoint that decides at that width shows it. */
  protected layOnSide(breakpoint: Breakpoint, isAnySize: boolean): void {
    this.spread.anySize.set(
      isAnySize ? undefined : { width: breakpoint.preview.height, height: breakpoint.preview.width },
    );
  }

  protected toggleOpen(id: string): void {
    this.spread.opened.update((opened) => (opened === id ? undefined : id));
  }
}
