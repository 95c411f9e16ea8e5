import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { stickyTravel } from '@core/geometry/sticky';
import { Selection } from '../../state/selection';
import { LedgerState } from '../../state/ledger-state';
import { Leaves } from '../../state/leaves';

/**
 * Beside a leaf, the page's whole scroll as a rail, with the stretch on which the selected sticky part stays at its
 * edge.
 */
@Component({
  selector: 'fold-leaf-travel',
  template: `
    @if (shown(); as rail) {
      <div class="rail" [title]="rail.says">
        <div class="stretch" [style.top.%]="rail.from" [style.height.%]="rail.size"></div>
        <div class="now" [style.top.%]="rail.now"></div>
      </div>
      <span class="px" [style.top.%]="rail.from">{{ rail.start }}</span>
      <span class="px" [style.top.%]="rail.from + rail.size">{{ rail.end }}</span>
    }
  `,
  styles: `
    :host {
      position: absolute;
      left: 100%;
      top: 0;
      bottom: 0;
      width: 12px;
      pointer-events: none;
    }
    .rail {
      position: absolute;
      left: 3px;
      width: 7px;
      top: 0;
      bottom: 0;
      background: var(--bench-deep);
      pointer-events: auto;
    }
    .stretch {
      position: absolute;
      left: 0;
      right: 0;
      min-height: 2px;
      background: var(--lichen);
    }
    .now {
      position: absolute;
      left: -2px;
      right: -2px;
      height: 2px;
      background: var(--ink);
    }
    .px:last-of-type {
      translate: 0 -100%;
    }
    .px:first-of-type {
      translate: 0;
    }
    .px {
      position: absolute;
      right: 100%;
      padding: 0 3px;
      font: 10px/1.4 var(--values);
      color: #fff;
      background: var(--lichen);
      border-radius: 2px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeafTravel {
  readonly breakpoint = input.required<string>();
  private readonly selection = inject(Selection);
  private readonly ledgerState = inject(LedgerState);
  private readonly leaves = inject(Leaves);

  protected readonly shown = computed(() => {
    const chosen = this.selection.selected();
    if (!chosen || this.ledgerState.group() !== 'place') return undefined;
    this.leaves.version(this.breakpoint());
    const near = this.leaves.near(this.breakpoint(), chosen.id);
    if (near?.parts.get(chosen.id)?.style.position !== 'sticky') return undefined;
    const page = this.leaves.around(this.breakpoint(), chosen.id)!; // what is near it is measured
    const natural = this.leaves.natural(this.breakpoint(), chosen.id);
    const travel =
      natural && stickyTravel(page, chosen.id, natural).find((one) => one.edge === 'top' || one.edge === 'bottom');
    const root = this.leaves.view(this.breakpoint())?.document?.documentElement;
    if (!travel || !root || travel.to - travel.from < 1) return undefined;
    const whole =
      travel.scroller === undefined
        ? root.scrollHeight - root.clientHeight
        : (page.parts.get(travel.scroller)?.scroll.height ?? 1);
    const share = (px: number): number => Math.min(Math.max((px / Math.max(whole, 1)) * 100, 0), 100);
    const at =
      travel.scroller === undefined ? page.viewport.scrollY : (page.parts.get(travel.scroller)?.scroll.top ?? 0);
    const [start, end] = [Math.round(travel.from), Math.round(travel.to)];
    return {
      from: share(travel.from),
      size: share(travel.to) - share(travel.from),
      now: share(at),
      start,
      end,
      says: `Sticks from ${start} to ${end} px of scroll; then its parent takes it along.`,
    };
  });
}
