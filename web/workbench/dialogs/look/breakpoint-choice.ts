import { ChangeDetectionStrategy, Component, computed, inject, model } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { SelectButton } from 'primeng/selectbutton';
import { SpreadState } from '../../state/spread-state';

/** At which breakpoint a page is drawn. */
@Component({
  selector: 'fold-breakpoint-choice',
  imports: [FormsModule, SelectButton],
  template: `<p-selectbutton
    [options]="choices()"
    optionLabel="name"
    optionValue="id"
    [allowEmpty]="false"
    size="small"
    aria-label="Breakpoint drawn"
    [ngModel]="at()"
    (ngModelChange)="at.set($event)"
  />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakpointChoice {
  private readonly spread = inject(SpreadState);
  readonly at = model.required<string>();
  protected readonly choices = computed(() => [...this.spread.breakpoints()]);
}
