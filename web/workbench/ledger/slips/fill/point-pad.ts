import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import { arrowWay, heldBy, takeHold } from '../hold';

/** A point of a picture, or of a box, in percent: dragged, or moved by arrow keys. */
@Component({
  selector: 'fold-point-pad',
  template: `<i [style.left.%]="x()" [style.top.%]="y()"></i>`,
  styleUrl: './point-pad.css',
  host: {
    role: 'slider',
    tabindex: '0',
    'aria-valuemin': '0',
    'aria-valuemax': '100',
    '[attr.aria-label]': 'label()',
    '[attr.aria-valuenow]': 'x()',
    '[attr.aria-valuetext]': 'valueText()',
    '[style.background]': 'drawn()',
    '[style.aspect-ratio]': 'ratio()',
    '(pointerdown)': 'taken($event)',
    '(pointermove)': 'dragged($event)',
    '(keydown)': 'keyed($event)',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointPad {
  readonly x = input.required<number>();
  readonly y = input.required<number>();
  readonly label = input.required<string>();
  /** What it is a point of, as a background. */
  readonly drawn = input.required<string>();
  readonly ratio = input('3/2');
  readonly moved = output<{ readonly x: number; readonly y: number }>();
  /** By how much it is moved: two quick keys both count, whatever is drawn between them. */
  readonly nudged = output<{ readonly x: number; readonly y: number }>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly valueText = computed(() => `${this.x()} % across, ${this.y()} % down`);

  protected taken(event: PointerEvent): void {
    takeHold(event);
    this.to(event);
  }

  protected dragged(event: PointerEvent): void {
    if (heldBy(event)) this.to(event);
  }

  private to({ clientX, clientY }: PointerEvent): void {
    const { left, top, width, height } = this.host.nativeElement.getBoundingClientRect();
    const share = (part: number): number => Math.round(Math.min(Math.max(part, 0), 1) * 100);
    this.moved.emit({ x: share((clientX - left) / width), y: share((clientY - top) / height) });
  }

  protected keyed(event: KeyboardEvent): void {
    const way = event.altKey ? undefined : arrowWay(event);
    if (way) this.nudged.emit(way);
  }
}
