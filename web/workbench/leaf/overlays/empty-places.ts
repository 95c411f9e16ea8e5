import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Button } from 'primeng/button';
import { ownSections } from '@core/document/frames/shown-frame';
import { kindOf, nameOf, whatFits } from '@core/document/kinds/registry';
import { Commands } from '../../commands/commands';
import { Dialogs } from '../../state/dialogs';
import { Leaves } from '../../state/leaves';
import { PaintedPage } from '../../state/painted-page';
import { Selection } from '../../state/selection';

/** So many empty boxes are marked on a leaf. */
const mostMarked = 30;

/** What to do where nothing is yet: a blank page invites, an empty box says what it takes. */
@Component({
  selector: 'fold-empty-places',
  imports: [Button],
  template: `
    @if (isBlank()) {
      <div class="invitation" [style.margin-top.px]="below()">
        <p>This page is empty.</p>
        <p-button label="Add a section" size="small" (onClick)="commands.add('section')" data-invite="section" />
        <p-button
          label="Ready-made sections …"
          size="small"
          [outlined]="true"
          (onClick)="dialogs.open('sections')"
          data-invite="sections"
        />
        <p-button
          label="Plan the page …"
          size="small"
          [outlined]="true"
          (onClick)="dialogs.open('plan')"
          data-invite="plan"
        />
      </div>
    }
    @for (place of places(); track place.id) {
      <button
        type="button"
        class="place"
        [style.left.px]="place.left"
        [style.top.px]="place.top"
        [style.max-width.px]="place.width"
        [title]="place.words + '. Press to add a part here.'"
        [attr.data-empty]="place.id"
        (click)="choose(place.id)"
      >
        {{ place.words }}
      </button>
    }
  `,
  styles: `
    :host {
      position: absolute;
      inset: 0;
      overflow: hidden;
      pointer-events: none;
    }
    .invitation {
      display: flex;
      flex-direction: column;
      align-items: center;
      gap: 8px;
      padding: 32px 8px 16px;
      text-align: center;
      color: var(--ink-soft);
    }
    .invitation p-button {
      pointer-events: auto;
    }
    .place {
      position: absolute;
      padding: 1px 6px;
      font: 12px/1.5 var(--words);
      white-space: nowrap;
      overflow: hidden;
      text-overflow: ellipsis;
      color: var(--ink-soft);
      background: rgb(255 253 248 / 0.9);
      border: 1px dashed var(--ink-soft);
      border-radius: 3px;
      cursor: pointer;
      pointer-events: auto;
    }
    .place:hover {
      color: var(--madder);
      border-color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EmptyPlaces {
  readonly breakpoint = input.required<string>();
  readonly scale = input.required<number>();
  private readonly painted = inject(PaintedPage);
  private readonly selection = inject(Selection);
  private readonly leaves = inject(Leaves);
  protected readonly commands = inject(Commands);
  protected readonly dialogs = inject(Dialogs);

  protected readonly isBlank = computed(() => {
    const page = this.painted.page();
    return page !== undefined && ownSections(page).length === 0;
  });
  /** Below what the page's frame shows, in px of the leaf as it is drawn. */
  protected readonly below = computed(() => {
    const page = this.painted.page();
    this.leaves.version(this.breakpoint());
    const view = this.leaves.view(this.breakpoint());
    const ends = (page?.parts[page.root]?.children ?? []).map(
      (id) => view?.element(id)?.getBoundingClientRect().bottom,
    );
    return Math.max(0, ...ends.map((end) => end ?? 0)) * this.scale();
  });

  private readonly empty = computed(() => {
    const page = this.painted.page();
    if (!page) return [];
    return Object.entries(page.parts)
      .filter(([id, part]) => id !== page.root && part.children.length === 0 && kindOf(part.kind).holds.length > 0)
      .slice(0, mostMarked)
      .map(([id, part]) => ({ id, words: `${nameOf(part)}: empty, takes ${whatFits(part.kind)}` }));
  });

  protected readonly places = computed(() => {
    if (this.empty().length === 0) return [];
    this.leaves.version(this.breakpoint());
    const [view, scale] = [this.leaves.view(this.breakpoint()), this.scale()];
    return this.empty().flatMap((one) => {
      const box = view?.element(one.id)?.getBoundingClientRect();
      if (!box || box.width * scale < 24) return [];
      return [{ ...one, left: box.left * scale + 2, top: box.top * scale + 2, width: box.width * scale - 4 }];
    });
  });

  /** Selects an empty box, so that what is added next goes into it, and leads to the parts drawer. */
  protected choose(id: string): void {
    this.selection.select(id, this.breakpoint());
    document.querySelector<HTMLElement>('[data-parts-search]')?.focus();
  }
}
