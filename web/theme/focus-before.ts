import { Injectable } from '@angular/core';

/** What opens over a screen for a moment and takes the focus meanwhile. */
const menus = '[role=menu], [role=listbox]';

/** Keeps the element a person works with before a menu or a dialog takes the focus. */
@Injectable({ providedIn: 'root' })
export class FocusBefore {
  /** Set while the focus moves back: a control that opens when it gets the focus stays closed then. */
  isReturning = false;
  last: HTMLElement | undefined;

  constructor() {
    document.addEventListener('focusin', ({ target }) => this.keep(target, `${menus}, .p-dialog-mask`));
    // a frame that takes the focus sends no event of its own
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
