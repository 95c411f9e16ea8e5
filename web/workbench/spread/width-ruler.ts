import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal, viewChild } from '@angular/core';
import { breakpointAt, rangeOf } from '@core/document/breakpoint';
import { nameOf } from '@core/document/kinds/registry';
import { faultKinds, sweptFrom, sweptTo, type FaultKind } from '@core/review/sweep/fault-kinds';
import type { SweptFault } from '@core/review/sweep/sweep';
import { faultSentence } from '@core/review/sweep/sentences';
import { fluidCurve, type SizeAt } from '@core/style/fluid';
import { plainValue } from '@core/style/tokens/tokens';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { Holding } from '../state/holding';
import { LedgerState } from '../state/ledger-state';
import { SpreadState } from '../state/spread-state';
import { Dialogs } from '../state/dialogs';
import { Commands } from '../commands/commands';
import { Sweeper } from '../review/sweeper';
import { Hint } from '../../theme/hint';

interface Band {
  readonly fault: SweptFault;
  readonly from: number;
  readonly size: number;
  readonly says: string;
}

/** The width ruler: dragging along it gives a leaf that width at once; after a sweep, what is wrong lies along it. */
@Component({
  selector: 'fold-width-ruler',
  imports: [Hint],
  templateUrl: './width-ruler.html',
  styleUrl: './width-ruler.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WidthRuler {
  private readonly session = inject(PageSession);
  protected readonly mayBuild = this.session.mayBuild;
  private readonly selection = inject(Selection);
  protected readonly spread = inject(SpreadState);
  protected readonly dialogs = inject(Dialogs);
  private readonly holding = inject(Holding);
  private readonly ledgerState = inject(LedgerState);
  private readonly commands = inject(Commands);
  protected readonly sweeper = inject(Sweeper);
  private readonly scale = viewChild.required<ElementRef<HTMLElement>>('scale');
  protected readonly from = sweptFrom;
  protected readonly to = sweptTo;
  private dragging = false;
  /** What writing the pictures’ sizes came to. */
  protected readonly said = signal('');

  protected readonly ticks = Array.from({ length: 8 }, (_, at) => ({
    px: 400 + at * 200,
    at: this.percent(400 + at * 200),
  }));
  protected readonly stretches = computed(() => {
    const all = this.spread.breakpoints();
    return all
      .map((one) => ({ one, ...rangeOf(all, one) }))
      .filter(({ from, to }) => to >= sweptFrom && from <= sweptTo)
      .map(({ one, from, to }) => ({
        id: one.id,
        name: one.name,
        from: this.percent(Math.max(from, sweptFrom)),
        size: this.percent(Math.min(to, sweptTo) + 1) - this.percent(Math.max(from, sweptFrom)),
      }));
  });
  protected readonly width = computed(() => this.spread.anySize()?.width);
  protected readonly decider = computed(() => {
    const width = this.width();
    return width === undefined ? '' : breakpointAt(this.spread.breakpoints(), width).name;
  });

  protected readonly lanes = computed(() => {
    const page = this.session.page();
    const swept = this.sweeper.swept();
    if (!page || !swept) return [];
    const bands = (kind: FaultKind): Band[] =>
      swept.faults
        .filter((one) => one.kind === kind && Object.hasOwn(page.parts, one.part))
        .flatMap((fault) =>
          fault.widths.map(({ from, to }) => ({
            fault,
            from: this.percent(from),
            size: Math.max(this.percent(to + 1) - this.percent(from), 0.15),
            says: `${faultSentence(page, fault)} From ${from} to ${to} px.`,
          })),
        );
    return faultKinds.map((kind) => ({ kind, bands: bands(kind) })).filter((lane) => lane.bands.length > 0);
  });
  /** Whether the lanes are shown. They keep their height from the start of a sweep on, so that the leaves never move. */
  protected readonly hasLanes = computed(() => this.sweeper.running() || this.sweeper.swept() !== undefined);
  protected readonly fitsEverywhere = computed(
    () => this.sweeper.swept()?.done && this.sweeper.swept()?.faults.length === 0,
  );
  protected readonly jumps = computed(() => {
    const page = this.session.page();
    const edges = new Set(
      this.stretches().map(({ id }) => rangeOf(this.spread.breakpoints(), this.spread.breakpointOf(id)).from),
    );
    return (this.sweeper.swept()?.jumps ?? [])
      .filter((jump) => !edges.has(jump.at) && page && Object.hasOwn(page.parts, jump.part))
      .map((jump) => ({
        ...jump,
        place: this.percent(jump.at),
        says: `${nameOf(page!.parts[jump.part]!)} changes by ${Math.round(jump.by)} px between ${jump.at - 1} and ${jump.at} px.`,
      }));
  });
  protected readonly sweepState = computed(() => {
    if (this.sweeper.running()) return 'running';
    return this.sweeper.swept()?.done ? 'done' : '';
  });
  protected readonly summary = computed(() => {
    const swept = this.sweeper.swept();
    if (!swept) return '';
    if (!swept.done) return `${Math.round((swept.measured / swept.total) * 100)} %`;
    return swept.faults.length === 0
      ? 'Every width fits'
      : `${swept.faults.length} found${this.sweeper.stale() ? ', before the last edits' : ''}`;
  });

  /** How the size worked in last goes over the widths, where it is fluid; drawn from its least to its most. */
  protected readonly curve = computed(() => {
    const [site, property] = [this.session.site(), this.ledgerState.property()];
    if (!site || property === undefined || !this.selection.selected()) return undefined;
    const said = (at: string): string => plainValue(site, this.holding.cellNow(at, property)?.value ?? '', at);
    const lines = fluidCurve(site.breakpoints, said, { from: sweptFrom, to: sweptTo });
    const sizes = lines.flat().map((one) => one.px);
    if (sizes.length === 0) return undefined;
    const [least, most] = [Math.min(...sizes), Math.max(...sizes)];
    const high = ({ px }: SizeAt): number => (most === least ? 10 : 18 - ((px - least) / (most - least)) * 16);
    return {
      lines: lines.map((line) => line.map((one) => `${this.percent(one.width)},${high(one)}`).join(' ')),
      least,
      most,
      says: `${property} goes from ${least}px to ${most}px`,
    };
  });

  private percent(px: number): number {
    return ((px - sweptFrom) / (sweptTo - sweptFrom)) * 100;
  }

  private widthAt(event: PointerEvent): number {
    const { left, width } = this.scale().nativeElement.getBoundingClientRect();
    return Math.round(
      Math.min(Math.max(sweptFrom + ((event.clientX - left) / width) * (sweptTo - sweptFrom), sweptFrom), sweptTo),
    );
  }

  protected pressed(event: PointerEvent): void {
    if (event.button !== 0) return;
    event.preventDefault();
    this.scale().nativeElement.setPointerCapture(event.pointerId);
    this.scale().nativeElement.focus({ preventScroll: true });
    this.dragging = true;
    this.spread.anySize.set({ width: this.widthAt(event) });
  }
  protected moved(event: PointerEvent): void {
    if (this.dragging) this.spread.anySize.set({ width: this.widthAt(event) });
  }
  protected released(): void {
    this.dragging = false;
  }

  protected keyed(event: KeyboardEvent): void {
    if (event.key === 'Escape') return this.spread.anySize.set(undefined);
    const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key];
    if (way === undefined || event.altKey) return;
    event.preventDefault();
    const width =
      this.width() ??
      this.spread.leaves().find((one) => one.breakpoint.id === this.selection.active())?.breakpoint.preview.width ??
      sweptFrom;
    this.spread.anySize.set({ width: Math.min(Math.max(width + way * (event.shiftKey ? 10 : 1), sweptFrom), sweptTo) });
  }

  protected measure(): void {
    this.said.set('');
    void this.sweeper.start();
  }

  protected show({ fault }: Band): void {
    this.spread.anySize.set({ width: fault.worstAt });
    this.selection.select(fault.part, breakpointAt(this.spread.breakpoints(), fault.worstAt).id);
  }

  protected writeSizes(): void {
    const edits = this.sweeper.sizes();
    if (edits.length > 0) this.commands.attempt(() => edits);
    this.said.set(edits.length > 0 ? `written for ${edits.length}` : 'written already');
  }
}
