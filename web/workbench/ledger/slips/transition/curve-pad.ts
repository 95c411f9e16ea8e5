import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { arrowWay, heldBy, takeHold } from '../hold';
import { bendOf, type Transition } from '@core/style/drawn/transitions';

/** The side of the square from beginning to end, and the room around it for curves that go too far. */
const side = 60;
const room = 24;

/** One of the two points that bend a curve. */
export type BendPoint = 1 | 2;

/** A curve of a transition, bent by two points: time runs to the right, the way goes up. */
@Component({
  selector: 'fold-curve-pad',
  template: `
    <svg [attr.viewBox]="view" aria-hidden="true">
      <rect [attr.width]="side" [attr.height]="side" class="field" />
      @if (bend(); as at) {
        <path class="arm" [attr.d]="arms()" />
        <path class="curve" [attr.d]="path()" />
      }
    </svg>
    @if (bend(); as at) {
      @for (point of points(); track point.which) {
        <span
          class="point"
          role="slider"
          tabindex="0"
          aria-valuemin="0"
          aria-valuemax="100"
          [style.left.px]="point.left"
          [style.top.px]="point.top"
          [attr.data-bend]="point.which"
          [attr.aria-label]="'Bend ' + point.which + ' ' + of()"
          [attr.aria-valuenow]="point.x * 100"
          [attr.aria-valuetext]="
            (point.x * 100).toFixed(0) + ' % of the time, ' + (point.y * 100).toFixed(0) + ' % of the way'
          "
          (pointerdown)="taken($event)"
          (pointermove)="dragged($event, point.which)"
          (keydown)="keyed($event, point.which)"
        ></span>
      }
    }
    <button type="button" class="play" [attr.aria-label]="'Play ' + of()" title="Play it" (click)="play()">
      <i class="pi pi-play"></i>
    </button>
    <span class="track"><i #dot></i></span>
  `,
  styleUrl: './curve-pad.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CurvePad {
  readonly transition = input.required<Transition>();
  readonly of = input.required<string>();
  readonly moved = output<{ readonly which: BendPoint; readonly x: number; readonly y: number }>();
  /** By how much a point is moved: two quick keys both count, whatever is drawn between them. */
  readonly nudged = output<{ readonly which: BendPoint; readonly x: number; readonly y: number }>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly dot = viewChild.required<ElementRef<HTMLElement>>('dot');
  protected readonly side = side;
  protected readonly view = `0 ${-room} ${side} ${side + 2 * room}`;
  protected readonly bend = computed(() => bendOf(this.transition().curve));
  private readonly at = (x: number, y: number): string => `${x * side} ${(1 - y) * side}`;
  protected readonly path = computed(() => {
    const { x1, y1, x2, y2 } = this.bend()!; // drawn where there is one
    return `M${this.at(0, 0)}C${this.at(x1, y1)} ${this.at(x2, y2)} ${this.at(1, 1)}`;
  });
  protected readonly arms = computed(() => {
    const { x1, y1, x2, y2 } = this.bend()!; // the same
    return `M${this.at(0, 0)}L${this.at(x1, y1)}M${this.at(1, 1)}L${this.at(x2, y2)}`;
  });
  protected readonly points = computed(() => {
    const { x1, y1, x2, y2 } = this.bend()!; // the same
    const placed = (which: BendPoint, x: number, y: number) => ({
      ...{ which, x, y, left: x * side },
      top: Math.min(Math.max((1 - y) * side, -room), side + room) + room,
    });
    return [placed(1, x1, y1), placed(2, x2, y2)];
  });

  protected taken(event: PointerEvent): void {
    takeHold(event);
  }

  protected dragged(event: PointerEvent, which: BendPoint): void {
    if (!heldBy(event)) return;
    const { left, top } = this.host.nativeElement.getBoundingClientRect();
    const share = (px: number): number => Math.round((px / side) * 100) / 100;
    this.moved.emit({ which, x: share(event.clientX - left), y: 1 - share(event.clientY - top - room) });
  }

  protected keyed(event: KeyboardEvent, which: BendPoint): void {
    const way = event.altKey ? undefined : arrowWay(event);
    if (way) this.nudged.emit({ which, x: way.x / 100, y: -way.y / 100 });
  }

  /** Shows how it goes, at its own pace. */
  protected play(): void {
    const { duration, delay, curve } = this.transition();
    const { nativeElement } = this.dot();
    const easing = CSS.supports('transition-timing-function', curve) ? curve : 'ease';
    nativeElement.animate([{ translate: '0' }, { translate: `${side - 9}px` }], {
      ...{ duration, easing, delay: Math.max(delay, 0), fill: 'backwards' },
      endDelay: 300,
    });
  }
}
