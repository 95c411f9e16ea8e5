import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { OneOf } from '../../../theme/one-of';
import { SpreadState } from '../../state/spread-state';

/** At which breakpoint a page is drawn. */
@Component({
  selector: 'fold-breakpoint-choice',
  imports: [OneOf],
  template: `<fold-one-of [choices]="choices()" label="Breakpoint drawn" [(chosen)]="at" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakpointChoice {
  private readonly spread = inject(SpreadState);
  readonly at = model.required<string>();
  protected readonly choices = computed(() => this.spread.breakpoints().map(({ id, name }) => ({ id, word: name })));
}
