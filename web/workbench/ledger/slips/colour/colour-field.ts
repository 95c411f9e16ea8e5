import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { Problem, problemOf } from '@core/document/problem';
import { plainValue, tokensFor } from '@core/style/tokens/tokens';
import { shownValue, typedValue } from '@core/style/typed-value';
import { checkValue } from '@core/style/value';
import { PageSession } from '../../../../services/page-session';
import { valueOf } from '../../../../theme/from-event';
import { ColourMixer } from './colour-mixer';

/** One colour within a drawing: typed, by the name of a token, or mixed below it. */
@Component({
  selector: 'fold-colour-field',
  imports: [ColourMixer],
  template: `
    <button
      type="button"
      class="swatch"
      [style.background]="plain()"
      [title]="'Mix the colour ' + of()"
      [attr.aria-label]="'Mix the colour ' + of()"
      [attr.aria-expanded]="isMixed()"
      (click)="isMixed.set(!isMixed())"
    ></button>
    <input
      [placeholder]="whenEmpty()"
      spellcheck="false"
      autocomplete="off"
      [attr.list]="listId"
      [value]="shown()"
      [attr.aria-label]="'Colour ' + of()"
      [attr.aria-invalid]="refused() !== undefined"
      (change)="type($event)"
    />
    <datalist [id]="listId">
      @for (colour of colours(); track colour) {
        <option [value]="colour"></option>
      }
    </datalist>
    @if (refused(); as says) {
      <span class="stop" role="alert">{{ says }}</span>
    }
    @if (isMixed()) {
      <fold-colour-mixer
        [value]="value()"
        [breakpoint]="breakpoint()"
        [of]="of()"
        (chosen)="refused.set(undefined); chosen.emit($event)"
      />
    }
  `,
  styleUrls: ['../drawing.css', '../controls.css', './colour-field.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ColourField {
  private static count = 0;

  /** As it is stored. */
  readonly value = input.required<string>();
  readonly breakpoint = input.required<string>();
  /** What it is of, for screen readers: `of shadow 1 at Wide`. */
  readonly of = input.required<string>();
  /** What holds where it is left empty; it may not be where this says nothing. */
  readonly whenEmpty = input('');
  readonly chosen = output<string>();

  private readonly session = inject(PageSession);
  protected readonly listId = `slip-colours-${ColourField.count++}`;
  protected readonly isMixed = signal(false);
  protected readonly refused = signal<string | undefined>(undefined);
  protected readonly shown = computed(() => {
    const [site, value] = [this.session.site(), this.value()];
    return site ? shownValue(site, this.breakpoint(), value) : value;
  });
  protected readonly plain = computed(() => {
    const [site, value] = [this.session.site(), this.value()];
    return site ? plainValue(site, value, this.breakpoint()) : value;
  });
  protected readonly colours = computed(() => {
    const site = this.session.site();
    return site ? tokensFor(site, 'color').map(({ name }) => `var(--${name})`) : [];
  });

  /** Takes a colour that was typed, or says why it is none. */
  protected type(event: Event): void {
    const [site, typed] = [this.session.site(), valueOf(event).trim()];
    if (!site || typed === this.shown()) return this.refused.set(undefined);
    this.refused.set(
      problemOf(() => {
        if (typed === '' && this.whenEmpty() !== '') return this.chosen.emit('');
        const colour = typedValue(site, this.breakpoint(), typed);
        const stored = checkValue(site, 'color', colour);
        const alone = checkValue(site, 'color', plainValue(site, colour, this.breakpoint()));
        if (!stored.ok || !alone.ok || /^(inherit|initial)$/i.test(alone.value))
          throw new Problem(stored.ok ? `“${typed}” is no colour.` : stored.problem);
        this.chosen.emit(stored.value);
      }),
    );
  }
}
