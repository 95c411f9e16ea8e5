import { InteractivityChecker } from '@angular/cdk/a11y';
import { DestroyRef, inject, Injectable } from '@angular/core';

/** What opens over a screen for a moment and takes the focus meanwhile. */
const passing = '[role=menu], [role=listbox], .p-dialog-mask';

/** An element that had the focus, and those it is in, from the inside out: it may be gone when the focus comes back. */
export interface FocusPlace {
  readonly element: HTMLElement;
  readonly around: readonly HTMLElement[];
}

/** Keeps the element a person works with before a menu or a dialog takes the focus, and moves the focus back. */
@Injectable({ providedIn: 'root' })
export class FocusBefore {
  private readonly checker = inject(InteractivityChecker);
  private last: HTMLElement | undefined;

  constructor() {
    const listening = new AbortController();
    inject(DestroyRef).onDestroy(() => listening.abort());
    const { signal } = listening;
    document.addEventListener('focusin', ({ target }) => this.keep(target), { signal });
    // a frame that takes the focus sends no event of its own
    window.addEventListener('blur', () => this.keep(document.activeElement), { signal });
  }

  /** Returns the element that has the focus, or that had it before a menu opened. */
  now(): FocusPlace | undefined {
    this.keep(document.activeElement, '[role=menu], [role=listbox]');
    return this.last && { element: this.last, around: [...around(this.last)] };
  }

  /**
   * Moves the focus to a place, unless it is somewhere else by now than on a dialog that closes. If the element is gone
   * or disabled, the nearest control around it gets the focus.
   */
  backTo({ element, around }: FocusPlace): void {
    const { activeElement } = document;
    if (activeElement && activeElement !== document.body && !activeElement.closest('.p-dialog')) return;
    for (const one of [element, ...around]) {
      const to = one.isConnected && (one === element ? element : this.firstIn(one));
      if (!to) continue;
      to.focus({ preventScroll: true });
      if (document.activeElement === to) return;
    }
  }

  /** The first element in another that Tab reaches. */
  firstIn(box: HTMLElement, css = '*'): HTMLElement | undefined {
    const all = [...box.querySelectorAll<HTMLElement>(css)];
    return all.find((one) => this.checker.isTabbable(one) && this.checker.isFocusable(one));
  }

  private keep(target: EventTarget | null, except = passing): void {
    if (target instanceof HTMLElement && target !== document.body && !target.closest(except)) this.last = target;
  }
}

/** The elements an element is in, without the page as a whole. */
function* around(element: HTMLElement): Generator<HTMLElement> {
  for (let up = element.parentElement; up && up !== document.body; up = up.parentElement) yield up;
}
