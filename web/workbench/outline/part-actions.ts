import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Commands } from '../commands/commands';
import { WrapCommands } from '../commands/wrap-commands';

/** What is most often done to the selected part, a button each. */
@Component({
  selector: 'fold-part-actions',
  host: { role: 'toolbar', 'aria-label': 'The selected part' },
  templateUrl: './part-actions.html',
  styleUrl: './part-actions.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartActions {
  protected readonly commands = inject(Commands);
  protected readonly wrapping = inject(WrapCommands);
}
