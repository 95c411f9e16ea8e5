import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { boxedWidth, commonWidths, setBoxed } from '@core/document/commands/boxed';
import { PageSession } from '../../../services/page-session';
import { Selection } from '../../state/selection';
import { Commands } from '../../commands/commands';
import { valueOf } from '../../../theme/from-event';

/** Whether the selection is full or keeps to a width at one breakpoint, and how it is sized against the screen. */
@Component({
  selector: 'fold-box-drawing',
  template: `
    @if (shown(); as boxed) {
      <div class="line">
        <span>{{ boxed.section ? 'contents' : 'width' }}</span>
        <button
          type="button"
          [class.on]="boxed.width === undefined"
          (click)="box(undefined)"
          [title]="boxed.section ? 'From edge to edge, inside the paddings' : 'No maximum of its own'"
        >
          full
        </button>
        @for (width of widths; track width) {
          <button
            type="button"
            [class.on]="boxed.width === width"
            [attr.data-boxed]="width"
            (click)="box(width)"
            title="Kept to this width and centred, without a wrapper"
          >
            {{ width }}
          </button>
        }
        <input
          class="own"
          [value]="boxed.width ?? ''"
          placeholder="px"
          inputmode="numeric"
          [attr.aria-label]="'Content width at ' + breakpoint()"
          (change)="typed($event)"
        />
      </div>
    }
  `,
  styles: `
    .own {
      width: 52px;
    }
  `,
  styleUrls: ['./drawing.css', './controls.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BoxDrawing {
  readonly breakpoint = input.required<string>();
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly commands = inject(Commands);
  protected readonly widths = commonWidths;

  protected readonly shown = computed(() => {
    const chosen = this.selection.selected();
    const site = this.session.site();
    if (!chosen || !site || chosen.id === chosen.page.root) return undefined;
    return {
      section: chosen.part.kind === 'section',
      width: boxedWidth(site, chosen.page, chosen.id, this.breakpoint()),
    };
  });

  protected box(width: number | undefined): void {
    const id = this.selection.selected()?.id;
    this.selection.breakpoint.set(this.breakpoint());
    if (id !== undefined) this.commands.attempt((site, page) => setBoxed(site, page, id, this.breakpoint(), width));
  }

  protected typed(event: Event): void {
    const text = valueOf(event).trim();
    this.box(text === '' ? undefined : Number.parseFloat(text));
  }
}
