import { inject, Injectable, type OnDestroy } from '@angular/core';
import { filter, fromEvent, merge, Subscription } from 'rxjs';
import { PageSession } from '../../services/page-session';

/** Types of fields that hold text. */
const textTypes = ['text', 'number', 'url', 'email', 'tel'];

type TextField = HTMLInputElement | HTMLTextAreaElement;

const isTextField = (target: EventTarget | null): target is TextField =>
  target instanceof HTMLTextAreaElement || (target instanceof HTMLInputElement && textTypes.includes(target.type));

/**
 * Whether a key changes a number field. Such a field writes its text itself, so that there is no `input` event.
 */
const changesNumber = ({ target, key }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement &&
  target.role === 'spinbutton' &&
  (key.length === 1 || ['Backspace', 'Delete', 'ArrowUp', 'ArrowDown'].includes(key));

/** Selectors of the regions whose text fields commit on blur: always, and in some dialogs only. */
const [late, perhapsLate] = ['fold-ledger, fold-outline', 'fold-look-screen, .p-dialog'];

/**
 * Registers the text of a field as a draft. Such a field commits on blur, and no blur event is sent when a tab closes.
 */
@Injectable()
export class LateFields implements OnDestroy {
  private readonly drafts = inject(PageSession).drafts;
  private readonly running = new Subscription();
  private field: TextField | undefined;
  private endDraft: (() => void) | undefined;
  /** Detects a focused field that is removed, for which no blur event may be sent. */
  private readonly removals = new MutationObserver(() => this.field?.isConnected || this.end());

  constructor() {
    const keyed = fromEvent<KeyboardEvent>(window, 'keydown', { capture: true }).pipe(filter(changesNumber));
    const typed = merge(fromEvent(window, 'input', { capture: true }), keyed);
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

  /** Dispatches change and blur events without moving the focus. */
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
