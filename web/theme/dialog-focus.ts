import { InteractivityChecker } from '@angular/cdk/a11y';
import { DestroyRef, Directive, inject } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Dialog } from 'primeng/dialog';
import { FocusBefore } from './focus-before';
import { isElement } from './from-event';

/**
 * An element that had the focus, and its ancestors with their siblings, innermost first: the element or the row it is in
 * may be removed meanwhile.
 */
interface Place {
  readonly element: HTMLElement;
  readonly around: readonly Element[];
}

function placeOf(element: HTMLElement | undefined): Place | undefined {
  const around: Element[] = [];
  for (let up = element?.parentElement; up && up !== document.body; up = up.parentElement)
    around.push(...[up, up.nextElementSibling, up.previousElementSibling].filter((one) => one !== null));
  return element && { element, around };
}

/**
 * Moves the focus into a dialog once it has opened, unless it is in it already (PrimeNG would take it out of the field
 * somebody types in), keeps it there when the control that has it disappears, and moves it back to where it was when
 * the dialog has closed.
 */
@Directive({ selector: 'p-dialog, [foldDialogFocus]' })
export class DialogFocus {
  /** Undefined for what stands on a screen of its own. */
  private readonly dialog = inject(Dialog, { optional: true });
  private readonly focus = inject(FocusBefore);
  private readonly checker = inject(InteractivityChecker);
  private before: Place | undefined;
  /** The control in the dialog that had the focus last. */
  private within: EventTarget | null = null;
  private readonly changes = new MutationObserver(() => this.keepWithin());

  constructor() {
    if (!this.dialog) return;
    if (this.dialog.visible) this.before = placeOf(this.focus.now());
    this.dialog.focusOnShow = false;
    this.dialog.closeAriaLabel ??= 'Close';
    this.dialog.onShow.pipe(takeUntilDestroyed()).subscribe(() => this.enter());
    this.dialog.onHide.pipe(takeUntilDestroyed()).subscribe(() => this.leave());
    // a dialog of the workbench is destroyed when it closes
    inject(DestroyRef).onDestroy(() => this.leave());
  }

  /** Tabs of the library keep every key to themselves: Escape closes the dialog around them, too. */
  private readonly escape = (event: KeyboardEvent): void => {
    if (event.key === 'Escape' && isElement(event.target) && event.target.closest('[role=tab]'))
      this.dialog?.close(event);
  };

  private enter(): void {
    const box = this.dialog?.container();
    if (!box) return;
    const now = this.focus.now();
    if (!now || !box.contains(now)) this.before = placeOf(now);
    box.addEventListener('keydown', this.escape, { capture: true });
    box.addEventListener('focusin', ({ target }) => (this.within = target));
    this.changes.observe(box, { childList: true, subtree: true });
    if (!box.contains(document.activeElement)) this.focusFirst(box);
    this.within = document.activeElement;
  }

  private focusFirst(box: HTMLElement): void {
    const places = ['.p-dialog-content', '.p-dialog-footer', ''];
    const [first] = places.flatMap((place) => this.firstIn(box, `${place} *`.trim()) ?? []);
    first?.focus();
  }

  /** Returns the first tabbable element in another. */
  private firstIn(box: Element, css = '*'): HTMLElement | undefined {
    const all = [...box.querySelectorAll<HTMLElement>(css)];
    return all.find((one) => this.checker.isTabbable(one) && this.checker.isFocusable(one));
  }

  /** Focuses the dialog's first control if the focused one was removed. Tab would start at the top of the page. */
  private keepWithin(): void {
    const box = this.dialog?.container();
    const isLost = document.activeElement === document.body && isElement(this.within) && !this.within.isConnected;
    if (box?.isConnected && isLost) this.focusFirst(box);
  }

  private leave(): void {
    this.changes.disconnect();
    const { before } = this;
    this.before = undefined;
    if (!before) return;
    this.focus.isReturning = true;
    this.backTo(before);
    this.focus.isReturning = false;
    this.guard(before);
  }

  /** Moves the focus to the nearest control if the focused element is removed, as when a list is reloaded. */
  private guard(place: Place): void {
    const guarded = document.activeElement;
    const changes = new MutationObserver(() => {
      if (document.activeElement === guarded) return;
      changes.disconnect();
      if (guarded?.isConnected === false) this.backTo(place);
    });
    if (guarded && guarded !== document.body) changes.observe(document.body, { childList: true, subtree: true });
    document.addEventListener('focusin', () => changes.disconnect(), { once: true });
  }

  /**
   * Moves the focus to a place, unless an element outside of dialogs has it. If the place's element was removed or
   * disabled, the nearest control around it is focused.
   */
  private backTo({ element, around }: Place): void {
    const { activeElement } = document;
    if (activeElement && activeElement !== document.body && !activeElement.closest('.p-dialog')) return;
    for (const one of [element, ...around]) {
      const to = one.isConnected && (one === element ? element : this.firstIn(one));
      if (!to) continue;
      to.focus({ preventScroll: true });
      if (document.activeElement === to) return;
    }
  }
}
