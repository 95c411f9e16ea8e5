import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Button } from 'primeng/button';
import { Hint } from '../../theme/hint';
import { Commands } from '../commands/commands';
import { arrowed } from '../commands/keys';
import { WrapCommands } from '../commands/wrap-commands';

/** What is most often done to the selected part, a button each. */
@Component({
  selector: 'fold-part-actions',
  imports: [Button, Hint],
  host: { role: 'toolbar', 'aria-label': 'The selected part' },
  template: `
    @for (one of actions(); track one.label) {
      <p-button
        [icon]="one.icon"
        [text]="true"
        size="small"
        severity="secondary"
        [ariaLabel]="one.label"
        [foldHint]="one.says"
        [disabled]="!one.can"
        (onClick)="one.run()"
      />
    }
  `,
  styles: `
    :host {
      display: flex;
      justify-content: space-between;
      padding: 2px 8px;
      border-bottom: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartActions {
  private readonly commands = inject(Commands);
  private readonly wrapping = inject(WrapCommands);

  protected readonly actions = computed(() => {
    const can = this.commands.can();
    const action = (
      label: string,
      says: string,
      keys: string,
      icon: string,
      isPossible: boolean,
      run: () => unknown,
    ) => ({
      label,
      says: `${says} (${arrowed(keys)})`,
      icon: `pi ${icon}`,
      can: isPossible,
      run,
    });
    const unwrapIcon = 'pi-arrow-down-left-and-arrow-up-right-to-center';
    return [
      action('Duplicate', 'Duplicate', 'Alt+Shift+D', 'pi-clone', can.duplicate, () => this.commands.duplicate()),
      action('Wrap in a container', 'Wrap in a container', 'Alt+Shift+W', 'pi-expand', can.wrap, () =>
        this.wrapping.wrap(),
      ),
      action('Unwrap', 'Unwrap: take the box away, keep what it holds', 'Alt+Shift+U', unwrapIcon, can.unwrap, () =>
        this.wrapping.unwrap(),
      ),
      action('Move up', 'Move before the previous part', 'Alt+Shift+ArrowUp', 'pi-arrow-up', can.remove, () =>
        this.commands.step('before'),
      ),
      action('Move down', 'Move after the next part', 'Alt+Shift+ArrowDown', 'pi-arrow-down', can.remove, () =>
        this.commands.step('after'),
      ),
      action('Delete', 'Delete', 'Delete', 'pi-trash', can.remove, () => this.commands.remove()),
    ];
  });
}
