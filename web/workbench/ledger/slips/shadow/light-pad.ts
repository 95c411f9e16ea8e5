import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output } from '@angular/core';
import { arrowWay, heldBy, takeHold } from '../hold';
import { lightOf, type Shadow } from '@core/style/drawn/shadows';

/** How far from the middle of the pad, in px, the light stands for each px the shadow is thrown. */
const scale = 0.9;
const half = 34;

/** A pad with the light that throws a shadow: dragged, or moved by arrow keys; the shadow falls on the other side. */
@Component({
  selector: 'fold-light-pad',
  template: `
    <i class="shade" [style.translate]="shade()"></i>
    <i class="box"></i>
    <i class="light" [style.translate]="light()"></i>
  `,
  styleUrl: './light-pad.css',
  host: {
    role: 'slider',
    tabindex: '0',
    'aria-valuemin': '0',
    'aria-valuemax': '359',
    '[attr.aria-label]': 'label()',
    '[attr.aria-valuenow]': 'said().angle',
    '[attr.aria-valuetext]': 'valueText()',
    '(pointerdown)': 'taken($event)',
    '(pointermove)': 'dragged($event)',
    '(keydown)': 'keyed($event)',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LightPad {
  readonly shadow = input.required<Shadow>();
  readonly label = input.required<string>();
  /** How far the shadow is thrown, in px. */
  readonly thrown = output<{ readonly x: number; readonly y: number }>();
  /** By how much further it is thrown: two quick keys both count, whatever is drawn between them. */
  readonly nudged = output<{ readonly x: number; readonly y: number }>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly said = computed(() => lightOf(this.shadow()));
  protected readonly valueText = computed(() => `${this.said().angle} degrees, thrown ${this.said().distance} px`);
  protected readonly light = computed(() => this.at(-1));
  protected readonly shade = computed(() => this.at(1 / 3));

  private at(way: number): string {
    const { x, y } = this.shadow();
    const held = (length: number): number => Math.min(Math.max(length * scale * way, -half), half);
    return `${held(x)}px ${held(y)}px`;
  }

  protected taken(event: PointerEvent): void {
    takeHold(event);
    this.to(event);
  }

  protected dragged(event: PointerEvent): void {
    if (heldBy(event)) this.to(event);
  }

  private to({ clientX, clientY }: PointerEvent): void {
    const { left, top, width, height } = this.host.nativeElement.getBoundingClientRect();
    const thrown = (from: number): number => Math.round(-from / scale) + 0;
    this.thrown.emit({ x: thrown(clientX - left - width / 2), y: thrown(clientY - top - height / 2) });
  }

  /** Arrow keys move the light: the shadow goes the other way. */
  protected keyed(event: KeyboardEvent): void {
    const way = event.altKey ? undefined : arrowWay(event);
    if (way) this.nudged.emit({ x: -way.x + 0, y: -way.y + 0 });
  }
}
