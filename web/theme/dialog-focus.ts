import { InteractivityChecker } from '@angular/cdk/a11y';
import { Directive, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Dialog } from 'primeng/dialog';
import { isElement } from './from-event';

/**
 * Gives a dialog the focus once it has opened, unless somebody is at work in it by then: PrimeNG's own way takes it
 * out of the field they type in.
 */
@Directive({ selector: 'p-dialog, [foldDialogFocus]' })
export class DialogFocus {
  /** Undefined for what stands on a screen of its own. */
  private readonly dialog = inject(Dialog, { optional: true });
  private readonly checker = inject(InteractivityChecker);

  constructor() {
    if (!this.dialog) return;
    this.dialog.focusOnShow = false;
    this.dialog.closeAriaLabel ??= 'Close';
    this.dialog.onShow.pipe(takeUntilDestroyed()).subscribe(() => this.enter());
  }

  /** Tabs of the library keep every key to themselves: Escape closes the dialog around them, too. */
  private readonly escape = (event: KeyboardEvent): void => {
    if (event.key === 'Escape' && isElement(event.target) && event.target.closest('[role=tab]'))
      this.dialog?.close(event);
  };

  private enter(): void {
    const box = this.dialog?.container();
    box?.addEventListener('keydown', this.escape, { capture: true });
    if (!box || box.contains(document.activeElement)) return;
    const first = ['.p-dialog-content', '.p-dialog-footer', '']
      .flatMap((place) => [...box.querySelectorAll<HTMLElement>(`${place} *`.trim())])
      .find((one) => this.checker.isTabbable(one) && this.checker.isFocusable(one));
    first?.focus();
  }
}
