import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Slider } from 'primeng/slider';

/** One line of a slip: a word, a slider, and what it says. */
@Component({
  selector: 'fold-slip-slider',
  imports: [FormsModule, Slider],
  template: `
    <span class="word">{{ word() }}</span>
    <p-slider
      [class.through]="seesThrough()"
      [style]="{ '--track': track() }"
      [ariaLabel]="word().charAt(0).toUpperCase() + word().slice(1) + ' ' + of()"
      [min]="min()"
      [max]="max()"
      [step]="step()"
      [ngModel]="value()"
      (ngModelChange)="moved.emit($event)"
    />
    <output>{{ said() }}</output>
  `,
  styleUrl: './slip-slider.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SlipSlider {
  readonly word = input.required<string>();
  /** What it is of, for screen readers: `at Wide`, `of shadow 1 at Wide`. */
  readonly of = input.required<string>();
  readonly value = input.required<number>();
  readonly said = input.required<string>();
  readonly min = input(0);
  readonly max = input(100);
  readonly step = input(1);
  /** What its track is painted with. */
  readonly track = input('var(--line)');
  readonly seesThrough = input(false);
  readonly moved = output<number>();
}
