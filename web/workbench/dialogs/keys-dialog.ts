import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DialogFocus } from '../../theme/dialog-focus';
import { arrowed, Keys } from '../commands/keys';
import { textKeys } from '../writing/text-keys';

/** Every command with its key. */
@Component({
  selector: 'fold-keys-dialog',
  hostDirectives: [DialogFocus],
  templateUrl: './keys-dialog.html',
  styleUrl: './keys-dialog.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysDialog {
  protected readonly commands = inject(Keys).list;
  protected readonly textKeys = textKeys;
  protected readonly arrowed = arrowed;
}
