import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import { heldBy, takeHold } from '../hold';
import { gradientText, type Gradient } from '@core/style/fill/gradient';

/** The stops of a gradient on its line: dragged, or moved by arrow keys; a click between them puts one more there. */
@Component({
  selector: 'fold-stop-strip',
  template: `
    <span class="line" [style.background]="drawn()" title="Click: one stop more, here" data-line></span>
    @for (stop of gradient().stops; track $index; let index = $index) {
      <span
        class="stop"
        role="slider"
        tabindex="0"
        aria-valuemin="0"
        aria-valuemax="100"
        [class.on]="index === at()"
        [style.left.%]="stop.at"
        [attr.data-stop]="index"
        [attr.aria-label]="'Stop ' + (index + 1) + ' ' + of()"
        [attr.aria-valuenow]="stop.at"
        [attr.aria-valuetext]="stop.at.toFixed(0) + ' %'"
        (pointerdown)="taken($event, index)"
        (pointermove)="dragged($event, index)"
        (focus)="chosen.emit(index)"
        (keydown)="keyed($event, index)"
      >
        <i [style.background]="colours()[index]"></i>
      </span>
    }
  `,
  styleUrl: './stop-strip.css',
  host: { '(click)': 'between($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StopStrip {
  readonly gradient = input.required<Gradient>();
  /** The colours of the stops without tokens. */
  readonly colours = input.required<readonly string[]>();
  /** The stop that is chosen. */
  readonly at = input.required<number>();
  readonly of = input.required<string>();
  readonly chosen = output<number>();
  readonly moved = output<{ readonly index: number; readonly to: number }>();
  /** By how much it is moved: two quick keys both count, whatever is drawn between them. */
  readonly nudged = output<{ readonly index: number; readonly by: number }>();
  readonly added = output<number>();
  readonly removed = output<number>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** The stops from left to right, whatever the gradient's form. */
  protected readonly drawn = computed(() => {
    const stops = this.gradient().stops.map((stop, index) => ({
      ...stop,
      colour: this.colours()[index] ?? stop.colour,
    }));
    const { mixing } = this.gradient();
    const line = { form: 'linear', isRepeating: false, angle: 90, corner: '', x: 50, y: 50, shape: '' } as const;
    return `${gradientText({ ...line, mixing, stops })}, repeating-conic-gradient(var(--line) 0 25%, #fff 0 50%) 0 0 / 8px 8px`;
  });

  private shareAt({ clientX }: MouseEvent): number {
    const { left, width } = this.host.nativeElement.getBoundingClientRect();
    return Math.round(Math.min(Math.max((clientX - left) / width, 0), 1) * 100);
  }

  protected between(event: MouseEvent): void {
    if (event.target instanceof HTMLElement && event.target.matches('[data-line]'))
      this.added.emit(this.shareAt(event));
  }

  protected taken(event: PointerEvent, index: number): void {
    takeHold(event);
    this.chosen.emit(index);
  }

  protected dragged(event: PointerEvent, index: number): void {
    if (heldBy(event)) this.moved.emit({ index, to: this.shareAt(event) });
  }

  protected keyed(event: KeyboardEvent, index: number): void {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    const way = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1 }[event.key] ?? 0;
    const isRemoved = event.key === 'Delete' || event.key === 'Backspace';
    if (way === 0 && !isRemoved) return;
    event.preventDefault();
    event.stopPropagation();
    if (isRemoved) return this.removed.emit(index);
    this.nudged.emit({ index, by: way * (event.shiftKey ? 10 : 1) });
  }
}
