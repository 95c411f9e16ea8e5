import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { PageSession } from '../../services/page-session';

const stateIcons = {
  saved: 'pi pi-check',
  saving: 'pi pi-arrow-up',
  waiting: 'pi pi-exclamation-triangle',
} as const;

/** Whether all is saved, on its way, or waits here for the server. */
@Component({
  selector: 'fold-save-state',
  template: `<span
    class="state"
    [class.waits]="session.state() === 'waiting'"
    role="status"
    data-save-state
    [attr.data-state]="session.state()"
    ><i [class]="stateIcon()"></i> {{ saved() }}</span
  >`,
  styles: `
    .state {
      color: var(--lichen);
    }
    .state i {
      font-size: 11px;
    }
    .state.waits {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SaveState {
  protected readonly session = inject(PageSession);
  protected readonly stateIcon = computed(() => stateIcons[this.session.state()]);
  protected readonly saved = computed(() => {
    const count = this.session.waiting().length;
    const state = this.session.state();
    if (state === 'saved') return 'saved';
    return state === 'saving'
      ? 'saving …'
      : `${count} ${count === 1 ? 'edit waits' : 'edits wait'} here · ${this.session.problem() ?? ''}`;
  });
}
