import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Leaves } from '../../state/leaves';
import { PageRemarks } from '../../state/page-remarks';

/** Beside a leaf, what clients said at its breakpoint, each at the height of the part it is about. */
@Component({
  selector: 'fold-leaf-remarks',
  template: `
    @for (one of pins(); track one.id) {
      <button
        type="button"
        [style.top.px]="one.top"
        [class.chosen]="remarks.chosen() === one.id"
        [attr.aria-label]="'Remark ' + one.number + ' of ' + one.by"
        [title]="one.by + ': ' + one.words"
        [attr.data-remark-pin]="one.id"
        (click)="remarks.open(one.id)"
      >
        {{ one.number }}
      </button>
    }
  `,
  styles: `
    :host {
      position: absolute;
      left: 100%;
      top: 0;
      bottom: 0;
      width: 0;
      z-index: 3;
    }
    button {
      position: absolute;
      left: -12px;
      min-width: 22px;
      height: 22px;
      padding: 0 4px;
      translate: 0 -50%;
      font: 600 12px/18px var(--words);
      color: #fff;
      background: var(--madder);
      border: 2px solid var(--sheet);
      border-radius: 11px;
      cursor: pointer;
    }
    button.chosen {
      outline: 2px solid var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LeafRemarks {
  readonly breakpoint = input.required<string>();
  readonly scale = input.required<number>();
  /** How high the leaf is, in px of the page. */
  readonly height = input.required<number>();
  protected readonly remarks = inject(PageRemarks);
  private readonly leaves = inject(Leaves);

  /** Those whose parts are in view; two at one place stand below each other. */
  protected readonly pins = computed(() => {
    const said = this.remarks.at(this.breakpoint());
    if (said.length === 0) return [];
    this.leaves.version(this.breakpoint());
    const view = this.leaves.view(this.breakpoint());
    const placed = said.flatMap(({ remark: { id, part, y, by, words }, number }) => {
      const box = view?.element(part)?.getBoundingClientRect();
      const at = box ? box.top + y * box.height : -1;
      return box && at >= 0 && at <= this.height() ? [{ id, number, by, words, top: at * this.scale() }] : [];
    });
    let last = -Infinity;
    return placed.sort((a, b) => a.top - b.top).map((pin) => ({ ...pin, top: (last = Math.max(pin.top, last + 24)) }));
  });
}
