import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  viewChild,
} from '@angular/core';
import { Tab, TabList, Tabs } from 'primeng/tabs';
import { Hint } from '../../theme/hint';
import { elementOf, listenerOf } from '../../theme/from-event';
import { PageSession } from '../../services/page-session';
import { Keys } from '../commands/keys';
import { Findings } from '../review/findings';
import { isApart, LedgerState, ledgerGroups, ledgerTabs } from '../state/ledger-state';
import { Selection } from '../state/selection';
import { SharedNote } from './shared-note';

/**
 * The divider between spread and ledger: the path to the selection, the ledger's groups; dragged, it makes the ledger
 * higher or lower.
 */
@Component({
  selector: 'fold-fold-line',
  imports: [Hint, SharedNote, Tab, TabList, Tabs],
  host: {
    '(pointerdown)': 'pressed($event)',
    '(pointermove)': 'moved($event)',
    '(pointerup)': 'released()',
  },
  templateUrl: './fold-line.html',
  styleUrl: './fold-line.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FoldLine {
  protected readonly selection = inject(Selection);
  protected readonly ledgerState = inject(LedgerState);
  protected readonly findings = inject(Findings);
  private readonly keys = inject(Keys);
  private readonly session = inject(PageSession);
  /** Whoever changes texts and pictures alone sees no values. */
  protected readonly groups = computed(() => ledgerGroups.filter(({ id }) => this.session.mayBuild() || isApart(id)));
  private readonly grip = viewChild.required<ElementRef<HTMLElement>>('grip');
  private readonly tabs = viewChild.required(Tabs);
  private resizing: { readonly y: number; readonly height: number } | undefined;

  constructor() {
    // The panels stand elsewhere: the ledger names itself after these tabs.
    effect(() => this.tabs().id.set(ledgerTabs));
    afterNextRender(() => this.hearKeysFirst());
  }

  /** A tab lets no key go further, not even an undo: the workbench hears them before it. */
  private hearKeysFirst(): void {
    const heard = (event: KeyboardEvent): void => {
      if (this.keys.handle(event)) event.stopPropagation();
    };
    this.tabs().el.nativeElement.addEventListener('keydown', heard, { capture: true });
  }

  protected choose(id: string | number | undefined): void {
    const group = this.groups().find((one) => one.id === id);
    if (group) this.ledgerState.group.set(group.id);
  }

  protected pressed(event: PointerEvent): void {
    if (event.target !== event.currentTarget && !elementOf(event).classList.contains('grip')) return;
    event.preventDefault();
    listenerOf(event).setPointerCapture(event.pointerId);
    this.grip().nativeElement.focus({ preventScroll: true });
    this.resizing = { y: event.clientY, height: this.ledgerState.height() };
  }

  protected moved(event: PointerEvent): void {
    if (this.resizing) this.ledgerState.resize(this.resizing.height + this.resizing.y - event.clientY);
  }

  protected released(): void {
    if (this.resizing) this.ledgerState.keepHeight();
    this.resizing = undefined;
  }

  protected keyed(event: KeyboardEvent): void {
    if (event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    this.ledgerState.resize(this.ledgerState.height() + (event.key === 'ArrowUp' ? 20 : -20));
    this.ledgerState.keepHeight();
  }
}
