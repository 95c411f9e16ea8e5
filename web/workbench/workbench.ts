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
  untracked,
} from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Title } from '@angular/platform-browser';
import { map, Subscription } from 'rxjs';
import { MessageService } from 'primeng/api';
import { titleOf } from '@core/document/page';
import { failureOf } from '../services/api';
import { PageSession } from '../services/page-session';
import { FoldLine } from './bar/fold-line';
import { TopBar } from './bar/top-bar';
import { Keys } from './commands/keys';
import { PartMenu } from './commands/part-menu';
import { Dragging } from './drag/part-drag';
import { PinDrag } from './drag/pin-drag';
import { Ledger } from './ledger/ledger';
import { Outline } from './outline/outline';
import { PartActions } from './outline/part-actions';
import { PartsDrawer } from './outline/parts-drawer';
import { Findings } from './review/findings';
import { Sweeper } from './review/sweeper';
import { workbenchServices } from './services';
import { Spread } from './spread/spread';
import { DragState } from './state/drag-state';
import { EditorOnly } from './state/editor-only';
import { LateFields } from './state/late-fields';
import { LedgerState } from './state/ledger-state';
import { PageRemarks } from './state/page-remarks';
import { Progress } from './state/progress';
import { Requests } from './state/requests';
import { Selection } from './state/selection';
import { NotShown } from '../theme/not-shown';

/** Where a page is composed: leaves above, their values below, the fold line between. */
@Component({
  selector: 'fold-workbench',
  imports: [NotShown, FoldLine, Ledger, Outline, PartActions, PartMenu, PartsDrawer, Spread, TopBar],
  templateUrl: './workbench.html',
  styleUrl: './workbench.css',
  providers: [PageSession, ...workbenchServices, ...[Sweeper, Findings]],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Workbench implements OnInit, OnDestroy {
  /** The page's id, from the address. */
  readonly page = input.required<string>();
  /** The remark to be shown, where the address names one. */
  readonly remark = input<string>();

  protected readonly session = inject(PageSession);
  protected readonly dragState = inject(DragState);
  protected readonly ledgerState = inject(LedgerState);
  protected readonly progress = inject(Progress);
  private readonly selection = inject(Selection);
  private readonly remarks = inject(PageRemarks);
  private readonly editorOnly = inject(EditorOnly);
  private readonly dragging = inject(Dragging);
  private readonly pinDrag = inject(PinDrag);
  private readonly keys = inject(Keys);
  private readonly messages = inject(MessageService);
  private readonly title = inject(Title);

  /** What somebody may do who doesn’t build the site. */
  protected readonly roleSays = this.session.whyNot;
  protected readonly failure = signal<string | undefined>(undefined);
  private readonly notices = new Subscription();
  /** The menu of a part loads when it is first asked for. */
  protected readonly menuAsked = toSignal(inject(Requests).menus.pipe(map(() => true)), { initialValue: false });

  constructor() {
    inject(LateFields);
    const asked = computed(() => this.remarks.all().find(({ remark }) => remark.id === this.remark())?.remark.id);
    effect(() => {
      const id = asked();
      if (id !== undefined) untracked(() => this.remarks.open(id));
    });
    effect(() => {
      const page = this.session.page();
      this.title.setTitle(`${page ? titleOf(page) : ''} · Fold Line`);
    });
  }

  ngOnInit(): void {
    this.notices.add(
      this.session.notices.subscribe((detail) => this.messages.add({ severity: 'warn', detail, life: 8000 })),
    );
    this.session
      .open(this.page())
      .then(() => {
        if (!this.session.mayBuild()) this.ledgerState.group.set('content');
        this.editorOnly.recall(this.page());
        this.selection.select(this.session.page()?.root);
      })
      .catch((error: unknown) => {
        const failure = failureOf(error);
        this.failure.set(
          failure.code === 'not-found'
            ? 'There is no page at this address, or you don’t have access.'
            : failure.problem,
        );
      });
  }

  ngOnDestroy(): void {
    this.notices.unsubscribe();
  }

  @HostListener('window:keydown', ['$event'])
  protected keyed(event: KeyboardEvent): void {
    if (event.key === 'Escape') this.pinDrag.cancel();
    if (event.key === 'Escape' && this.dragState.dragged()) return this.dragging.cancel();
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
    if (!this.session.keepAll()) event.preventDefault();
  }
}
