import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { landingOfUse, useThing } from '@core/document/commands/sharing/own-parts';
import { newThing, type NewThing } from '@core/document/commands/thing';
import { kindsFound } from '@core/document/kinds/registry';
import type { KeptSection } from '@core/document/sections/kept-section';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { DragState } from '../state/drag-state';
import { Leaves } from '../state/leaves';
import { Dialogs } from '../state/dialogs';
import { Commands } from '../commands/commands';
import { Dragging } from '../drag/part-drag';
import { Glyph } from '../../theme/glyph';
import { valueOf } from '../../theme/from-event';

/** So many own parts stand in the drawer while nothing is searched for. */
const mostOwn = 8;

/** What can be added, searched by typing: a click adds by the selection, a drag lands where it is dropped. */
@Component({
  selector: 'fold-parts-drawer',
  imports: [Glyph],
  template: `
    <div class="find">
      <input
        type="search"
        placeholder="Add a part …"
        aria-label="Find a part to add"
        data-parts-search
        [value]="query()"
        (input)="search($event)"
        (keydown.enter)="addFirst()"
        (keydown.escape)="query.set('')"
      />
      <button
        type="button"
        class="tuck"
        [attr.aria-expanded]="unfolded()"
        [title]="unfolded() ? 'Fold the drawer; typing still finds every part' : 'Show all parts'"
        aria-label="All parts"
        (click)="toggle()"
      >
        <i [class]="unfolded() ? 'pi pi-angle-up' : 'pi pi-angle-down'"></i>
      </button>
    </div>
    @if (unfolded() || query() !== '') {
      <div class="parts">
        @for (kind of found(); track kind.kind) {
          <button
            type="button"
            [title]="kind.purpose"
            [attr.data-add]="kind.kind"
            (pointerdown)="press($event, kind.kind)"
            (click)="add(kind.kind)"
          >
            <fold-glyph [kind]="kind.kind" />{{ kind.word }}
          </button>
        }
        @for (own of ownFound().first; track own.id) {
          <button
            type="button"
            [title]="'Own part: the same wherever it is used'"
            [attr.data-add-own]="own.id"
            (pointerdown)="pressOwn($event, own)"
            (click)="addOwn(own)"
          >
            <fold-glyph kind="own" /><span class="own">{{ own.name }}</span>
          </button>
        }
        @if (ownFound().more > 0) {
          <button type="button" class="whole" (click)="dialogs.open('sections')">
            and {{ ownFound().more }} more own parts
          </button>
        }
        @if (found().length + ownFound().first.length === 0) {
          <p>No matching parts</p>
        }
        <button
          type="button"
          class="whole"
          aria-label="Plan the page …"
          title="Lay a whole skeleton of sections in one step (Alt+Shift+P)"
          (click)="dialogs.open('plan')"
        >
          <i class="pi pi-list"></i>Plan
        </button>
        <button
          type="button"
          class="whole"
          aria-label="Sections …"
          title="Ready-made sections, and those this site keeps (Alt+Shift+S)"
          (click)="dialogs.open('sections')"
        >
          <i class="pi pi-objects-column"></i>Sections
        </button>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 8px 8px 6px;
      border-bottom: 1px solid var(--line);
    }
    .find {
      display: flex;
      gap: 4px;
    }
    .tuck {
      padding: 0 6px;
      cursor: pointer;
    }
    .whole {
      cursor: pointer;
    }
    .own {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .whole i {
      font-size: 13px;
    }
    input {
      flex: 1;
      min-width: 0;
      font: inherit;
      padding: 4px 8px;
      border: 1px solid var(--line);
      border-radius: 4px;
      background: var(--sheet);
      color: inherit;
    }
    .parts {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 0 4px;
      margin-top: 5px;
      font-size: 13px;
    }
    button {
      display: flex;
      align-items: center;
      gap: 7px;
      padding: 0 6px;
      font: inherit;
      line-height: 1.25; /* the outline below needs the room */
      color: inherit;
      text-align: left;
      background: none;
      border: 1px solid transparent;
      border-radius: 4px;
      cursor: grab;
      touch-action: none;
    }
    button:hover {
      background: var(--sheet);
      border-color: var(--line);
    }
    p {
      grid-column: 1 / -1;
      padding: 4px 6px;
      color: var(--ink-soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartsDrawer {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly dragState = inject(DragState);
  protected readonly dialogs = inject(Dialogs);
  private readonly commands = inject(Commands);
  private readonly dragging = inject(Dragging);
  private readonly leaves = inject(Leaves);
  protected readonly query = signal('');
  protected readonly found = computed(() =>
    kindsFound(this.query()).filter((kind) => kind.group !== 'page' && !kind.refers),
  );
  /** The own parts of the site; while nothing is searched for, the first of many. */
  protected readonly ownFound = computed(() => {
    const words = this.query().trim().toLowerCase();
    const all = (this.session.site()?.sections ?? []).filter(
      (one) => one.own && `${one.name} own part`.toLowerCase().includes(words),
    );
    const first = words === '' ? all.slice(0, mostOwn) : all;
    return { first, more: all.length - first.length };
  });
  protected readonly unfolded = signal(localStorage.getItem('fold drawer') !== 'folded');
  private dragged = false;

  protected toggle(): void {
    this.unfolded.update((unfolded) => !unfolded);
    localStorage.setItem('fold drawer', this.unfolded() ? 'unfolded' : 'folded');
  }

  protected search(event: Event): void {
    this.query.set(valueOf(event));
  }

  protected addFirst(): void {
    const [first, own] = [this.found()[0], this.ownFound().first[0]];
    const words = this.query().trim().toLowerCase();
    if (own && (!first || own.name.toLowerCase().startsWith(words))) this.useOwn(own);
    else if (first) this.commands.add(first.kind);
  }

  protected add(kind: string): void {
    if (!this.dragged) this.adding(() => this.commands.add(kind));
    this.dragged = false;
  }

  protected addOwn(own: KeptSection): void {
    if (!this.dragged) this.adding(() => this.useOwn(own));
    this.dragged = false;
  }

  /** Adds a part and moves the focus to its leaf, so that Enter writes in it instead of adding another. */
  private adding(add: () => void): void {
    const before = this.selection.id();
    add();
    if (this.selection.id() !== before) this.leaves.view(this.selection.active())?.document?.defaultView?.focus();
  }

  private useOwn(own: KeptSection): void {
    const page = this.session.page();
    const thing = useThing(own);
    if (page) this.commands.put(thing, landingOfUse(page, this.selection.selected()?.id, thing));
  }

  protected press(event: PointerEvent, kind: string): void {
    const site = this.session.site();
    if (site) this.drag(event, newThing(site, kind));
  }

  protected pressOwn(event: PointerEvent, own: KeptSection): void {
    this.drag(event, useThing(own));
  }

  private drag(event: PointerEvent, thing: NewThing): void {
    if (event.button !== 0) return;
    this.dragged = false;
    this.dragging.press(thing, { x: event.clientX, y: event.clientY });
    window.addEventListener('pointerup', () => (this.dragged = this.dragState.dragged() !== undefined), {
      once: true,
      capture: true,
    });
  }
}
