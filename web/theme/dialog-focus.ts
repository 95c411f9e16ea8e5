import { InteractivityChecker } from '@angular/cdk/a11y';
import { Directive, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Dialog } from 'primeng/dialog';

/** Gives a dialog the focus once it has opened, unless somebody is at work in it by then: PrimeNG's own way takes it out of the field they type in. */
@Directive({ selector: 'p-dialog, [foldDialogFocus]' })
export class DialogFocus {
  private readonly dialog = inject(Dialog);
  private readonly checker = inject(InteractivityChecker);

  constructor() {
    this.dialog.focusOnShow = false;
    this.dialog.onShow.pipe(takeUntilDestroyed()).subscribe(() => this.enter());
  }

  private enter(): void {
    const box = this.dialog.container();
    if (!box || box.contains(document.activeElement)) return;
    const first = ['.p-dialog-content', '.p-dialog-footer', '']
      .flatMap((place) => [...box.querySelectorAll<HTMLElement>(`${place} *`.trim())])
      .find((one) => this.checker.isTabbable(one) && this.checker.isFocusable(one));
    first?.focus();
  }
}
