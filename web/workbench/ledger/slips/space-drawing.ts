import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ownValue } from '@core/document/commands/style';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { ResolvedValues } from '../../state/resolved-values';

const sides = ['top', 'right', 'bottom', 'left'] as const;

/** Margins and paddings of the selection at one breakpoint as a box in a box; a number opens its cell. */
@Component({
  selector: 'fold-space-drawing',
  template: `
    @if (shown(); as space) {
      <div class="boxes">
        <em>margin</em>
        @for (side of sides; track side) {
          <button
            type="button"
            [class]="side"
            [class.own]="space.margin[side].own"
            [title]="'margin-' + side"
            [attr.aria-label]="'Edit margin-' + side + ': ' + space.margin[side].value"
            (click)="open('margin-' + side)"
          >
            {{ space.margin[side].value }}
          </button>
        }
        <div class="inner">
          <em>padding</em>
          @for (side of sides; track side) {
            <button
              type="button"
              [class]="side"
              [class.own]="space.padding[side].own"
              [title]="'padding-' + side"
              [attr.aria-label]="'Edit padding-' + side + ': ' + space.padding[side].value"
              (click)="open('padding-' + side)"
            >
              {{ space.padding[side].value }}
            </button>
          }
          <div class="core"></div>
        </div>
      </div>
    }
  `,
  styleUrls: ['./drawing.css', './controls.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SpaceDrawing {
  readonly breakpoint = input.required<string>();
  private readonly values = inject(ResolvedValues);
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  protected readonly sides = sides;

  protected readonly shown = computed(() => {
    const chosen = this.selection.selected();
    if (!chosen) return undefined;
    const of = (what: string) =>
      Object.fromEntries(
        sides.map((side) => {
          const property = `${what}-${side}`;
          const value = this.values.value(chosen.id, this.breakpoint(), property);
          const own = ownValue(chosen.page, chosen.id, this.breakpoint(), 'normal', property) !== undefined;
          return [side, { value: value.replace(/^0(px)?$/, '0').replace(/px$/, ''), own }];
        }),
      ) as Record<(typeof sides)[number], { value: string; own: boolean }>; // one entry a side
    return { margin: of('margin'), padding: of('padding') };
  });

  protected open(property: string): void {
    document.querySelector<HTMLElement>(`[data-cell="${property}@${this.breakpoint()}"]`)?.click();
  }
}
