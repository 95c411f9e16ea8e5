import { inject, Injectable, type OnDestroy } from '@angular/core';
import { filter, fromEvent, merge, Subscription } from 'rxjs';
import { PageSession } from '../../services/page-session';

/** Types of fields that hold text. */
const textTypes = ['text', 'number', 'url', 'email', 'tel'];

type TextField = HTMLInputElement | HTMLTextAreaElement;

const isTextField = (target: EventTarget | null): target is TextField =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && textTypes.includes(target.type));

/** Parts of the workbench whose text fields make an edit when they are left; in dialogs, some do. */
const [late, perhapsLate] = ['fold-ledger, fold-outline', 'fold-look-screen, .p-dialog'];

/**
 * Registers what is typed in a text field as a draft: such a field makes an edit when it is left, and a tab that is closed
 * does not leave its fields.
 */
@Injectable()
export class LateFields implements OnDestroy {
  private readonly drafts = inject(PageSession).drafts;
  private readonly running = new Subscription();
  private field: TextField | undefined;
  private endDraft: (() => void) | undefined;
  /** A field that is removed while it has the focus may send no event. */
  private readonly removals = new MutationObserver(() => this.field?.isConnected || this.end());

  constructor() {
    const typed = fromEvent(window, 'input', { capture: true });
    this.running.add(typed.subscribe(({ target }) => isTextField(target) && this.typed(target)));
    const left = merge(fromEvent(window, 'change'), fromEvent(window, 'focusout'));
    this.running.add(left.pipe(filter(({ target }) => target === this.field)).subscribe(() => this.end()));
  }

  ngOnDestroy(): void {
    this.end();
    this.running.unsubscribe();
  }

  private typed(field: TextField): void {
    if (field === this.field || field.closest('form') !== null) return; // the button of a form makes the edit
    const isLate = field.closest(late) !== null;
    if (!isLate && field.closest(perhapsLate) === null) return;
    this.end();
    this.field = field;
    this.endDraft = this.drafts.begin(() => this.commit(field), isLate);
    this.removals.observe(document.body, { childList: true, subtree: true });
  }

  /** Sends the events that leaving the field would send, without moving the focus. */
  private commit(field: TextField): void {
    this.end();
    field.dispatchEvent(new Event('change', { bubbles: true }));
    field.dispatchEvent(new FocusEvent('blur'));
  }

  private end(): void {
    this.removals.disconnect();
    this.endDraft?.();
    this.endDraft = undefined;
    this.field = undefined;
  }
}
