import { Injectable } from '@angular/core';

/** Selects popups, which hold the focus while they are open. */
const menus = '[role=menu], [role=listbox]';

/** Remembers the element that had the focus before a menu or a dialog took it. */
@Injectable({ providedIn: 'root' })
export class FocusBefore {
  /** Whether the focus is being moved back. Controls that open on focus do not open then. */
  isReturning = false;
  last: HTMLElement | undefined;

  constructor() {
    document.addEventListener('focusin', ({ target }) => this.keep(target, `${menus}, .p-dialog-mask`));
    // no focusin event is sent when a frame takes the focus
    window.addEventListener('blur', () => this.keep(document.activeElement, menus));
  }

  /** Returns the element that has the focus, or that had it before a menu opened. */
  now(): HTMLElement | undefined {
    this.keep(document.activeElement, menus);
    return this.last;
  }

  private keep(target: EventTarget | null, except: string): void {
    if (target instanceof HTMLElement && target !== document.body && !target.closest(except)) this.last = target;
  }
}
