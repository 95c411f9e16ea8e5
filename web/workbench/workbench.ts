import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  HostListener,
  inject,
  input,
  OnDestroy,
  OnInit,
  signal,
  viewChild,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { RouterLink } from '@angular/router';
import { firstValueFrom, Subscription } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DialogFocus } from '../theme/dialog-focus';
import { Menu } from 'primeng/menu';
import type { MenuItem } from 'primeng/api';
import { nameOf } from '@core/document/kinds/registry';
import { titleOf } from '@core/document/page';
import { Api, failureOf } from '../services/api';
import { PageSession } from '../services/page-session';
import { Bench } from './bench';
import { Clipboard } from './commands/clipboard';
import { BreakpointsDialog } from './dialogs/breakpoints-dialog';
import { Dragging } from './drag/part-drag';
import { Findings } from './review/findings';
import { arrowed, Keys, ledgerGroups } from './commands/keys';
import { Leaves } from './state/leaves';
import { Ledger } from './ledger/ledger';
import { Outline } from './outline/outline';
import { PartsDrawer } from './outline/parts-drawer';
import { PartMenu } from './commands/part-menu';
import { PinDrag } from './drag/pin-drag';
import { OverridesDialog } from './dialogs/overrides-dialog';
import { PlanDialog } from './dialogs/plan-dialog';
import { Sweeper } from './review/sweeper';
import { RefitDialog } from './refit/refit-dialog';
import { SectionsDialog } from './dialogs/sections-dialog';
import { PublishReview } from './dialogs/publish-dialog';
import { Spread } from './spread/spread';
import { elementOf, listenerOf, valueOf } from '../theme/from-event';

const leastLedger = 120;

/** Where a page is composed: leaves above, their values below, the fold line between. */
@Component({
  selector: 'fold-workbench',
  imports: [
    RouterLink,
    BreakpointsDialog,
    Button,
    Dialog,
    DialogFocus,
    Menu,
    Ledger,
    Outline,
    PartMenu,
    PartsDrawer,
    OverridesDialog,
    PlanDialog,
    PublishReview,
    RefitDialog,
    SectionsDialog,
    Spread,
  ],
  templateUrl: './workbench.html',
  styleUrl: './workbench.css',
  providers: [PageSession, Bench, Leaves, PinDrag, Clipboard, Dragging, Keys, Sweeper, Findings],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Workbench implements OnInit, OnDestroy {
  /** The page's id, from the address. */
  readonly page = input.required<string>();

  protected readonly bench = inject(Bench);
  protected readonly session = inject(PageSession);
  protected readonly dragging = inject(Dragging);
  protected readonly arrowed = arrowed;
  protected readonly keys = inject(Keys);
  protected readonly findings = inject(Findings);
  private readonly pinDrag = inject(PinDrag);
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  private readonly title = inject(Title);
  private readonly review = viewChild(PublishReview);

  protected readonly groups = ledgerGroups;
  protected readonly failure = signal<string | undefined>(undefined);
  protected readonly ledgerHeight = signal(Number(localStorage.getItem('fold ledger')) || 286);
  protected readonly pageTitle = computed(() => {
    const page = this.session.page();
    return page ? titleOf(page) : '';
  });
  protected readonly saved = computed(() => {
    const count = this.session.waiting().length;
    const state = this.session.state();
    if (state === 'saved') return 'saved';
    return state === 'saving'
      ? 'saving …'
      : `${count} ${count === 1 ? 'edit waits' : 'edits wait'} here · ${this.session.problem() ?? ''}`;
  });
  protected readonly unpublished = computed(() => {
    const count = this.session.changes().length;
    const release = this.session.release();
    if (!release?.page) return 'not published yet';
    if (count === 0) return `release ${release.number} is live`;
    return `${count} ${count === 1 ? 'change' : 'changes'} not live yet`;
  });
  protected readonly more = computed<MenuItem[]>(() => [
    { label: 'Plan the page …', icon: 'pi pi-list', command: () => this.bench.dialogs.next('plan') },
    { label: 'Table of values …', icon: 'pi pi-table', command: () => this.bench.dialogs.next('values') },
    { label: 'Breakpoints …', icon: 'pi pi-sliders-h', command: () => this.bench.dialogs.next('breakpoints') },
    {
      label: 'View live',
      icon: 'pi pi-external-link',
      disabled: !this.session.release()?.page,
      command: () => this.viewLive(),
    },
    { label: 'Export page.json', icon: 'pi pi-download', url: `/api/pages/${this.page()}/export/page.json` },
    { label: 'Export site.json', icon: 'pi pi-download', url: `/api/pages/${this.page()}/export/site.json` },
    { separator: true },
    { label: 'Keys', icon: 'pi pi-question-circle', command: () => this.bench.helpOpen.set(true) },
  ]);
  private readonly notices = new Subscription();
  private resizing: { readonly y: number; readonly height: number } | undefined;

  constructor() {
    effect(() => this.title.setTitle(`${this.pageTitle()} · Fold Line`));
  }

  ngOnInit(): void {
    this.notices.add(
      this.session.notices.subscribe((detail) => this.messages.add({ severity: 'warn', detail, life: 8000 })),
    );
    this.session
      .open(this.page())
      .then(() => {
        this.bench.recall(this.page());
        this.bench.select(this.session.page()?.root);
      })
      .catch((error: unknown) => {
        const failure = failureOf(error);
        this.failure.set(
          failure.status === 404 ? 'There is no page at this address, or you don’t have access.' : failure.problem,
        );
      });
  }

  ngOnDestroy(): void {
    this.notices.unsubscribe();
  }

  @HostListener('window:keydown', ['$event'])
  protected keyed(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.pinDrag.cancel();
    if (event.key === 'Escape' && this.bench.dragged()) return this.dragging.cancel();
    this.keys.handle(event);
  }

  @HostListener('window:pointermove', ['$event'])
  protected pointerMoved(event: PointerEvent): void {
    if (event.buttons === 1 && this.pinDrag.move({ x: event.clientX, y: event.clientY }, event.shiftKey)) return;
    if (event.buttons === 1) this.dragging.move({ x: event.clientX, y: event.clientY });
  }

  @HostListener('window:pointerup')
  protected pointerUp(): void {
    this.pinDrag.release();
    this.dragging.release();
  }

  @HostListener('window:beforeunload', ['$event'])
  protected leaving(event: BeforeUnloadEvent): void {
    if (this.session.state() === 'waiting') event.preventDefault();
  }

  protected foldLinePressed(event: PointerEvent): void {
    if (event.target !== event.currentTarget && !elementOf(event).classList.contains('grip')) return;
    event.preventDefault();
    listenerOf(event).setPointerCapture(event.pointerId);
    document.querySelector<HTMLElement>('.fold .grip')?.focus({ preventScroll: true });
    this.resizing = { y: event.clientY, height: this.ledgerHeight() };
  }

  protected foldLineMoved(event: PointerEvent): void {
    if (this.resizing) this.setLedger(this.resizing.height + this.resizing.y - event.clientY);
  }

  protected foldLineReleased(): void {
    this.resizing = undefined;
    localStorage.setItem('fold ledger', String(this.ledgerHeight()));
  }

  protected foldLineKeyed(event: KeyboardEvent): void {
    if (event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    this.setLedger(this.ledgerHeight() + (event.key === 'ArrowUp' ? 20 : -20));
    this.foldLineReleased();
  }

  private setLedger(height: number): void {
    this.ledgerHeight.set(Math.round(Math.min(Math.max(height, leastLedger), window.innerHeight - 220)));
  }

  protected viewLive(): void {
    window.open(this.session.live(), '_blank', 'noopener');
  }

  /** Opens the preview in a tab of its own, at once, so that no browser takes it for an unasked window. */
  protected async preview(): Promise<void> {
    const tab = window.open('', '_blank');
    try {
      await this.session.settled();
      const { address } = await firstValueFrom(this.api.preview(this.page()));
      if (tab) tab.location.href = address;
    } catch (error) {
      tab?.close();
      this.messages.add({ severity: 'error', detail: failureOf(error).problem });
    }
  }

  /** What a doubtful command would move, a line a part. */
  protected readonly doubts = computed(() => {
    const doubt = this.bench.doubt();
    const page = this.session.page();
    return (doubt?.moved ?? []).slice(0, 8).map(({ part, breakpoint, by }) => ({
      part: page?.parts[part] ? nameOf(page.parts[part]) : part,
      where: this.session.site()?.breakpoints.find((one) => one.id === breakpoint)?.name ?? breakpoint,
      by: Math.round(by),
    }));
  });

  protected go(): void {
    const doubt = this.bench.doubt();
    this.bench.doubt.set(undefined);
    doubt?.go();
  }

  protected searchOutline(event: Event): void {
    this.bench.outlineQuery.set(valueOf(event));
  }

  protected publish(): void {
    this.review()?.show();
  }
}
