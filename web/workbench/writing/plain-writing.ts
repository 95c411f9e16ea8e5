import { contentFrom } from '@core/document/content';
import { kindOf } from '@core/document/kinds/registry';
import type { LeafPainter } from '../canvas/leaf-painter';
import { TypingRhythm } from './typing-rhythm';
import { shownWording, type PlainPage } from './written-page';

/** Typing plain words straight on the page, in what holds no more than words: the label of a button. */
export class PlainWriting {
  private element: HTMLElement | undefined;
  private id = '';
  private key = '';
  /** Where the wording stands that is written: the base, or a breakpoint that has its own. */
  private from = 'base';
  private single = false;
  private readonly rhythm: TypingRhythm;

  constructor(
    private readonly painter: LeafPainter,
    private readonly written: PlainPage,
    private readonly breakpoint: string,
    /** Called when writing has ended. */
    private readonly ended: () => void = () => undefined,
  ) {
    this.rhythm = new TypingRhythm(written.session.drafts, () => this.flush());
  }

  get isWriting(): boolean {
    return this.element !== undefined;
  }

  holds(target: EventTarget | null): boolean {
    return this.element !== undefined && this.painter.partAt(target) === this.id;
  }

  /** Opens a part for writing where its kind has a text of its own. */
  begin(id: string): void {
    this.end();
    const part = this.written.session.page()?.parts[id];
    const field = part && kindOf(part.kind).fields.find((one) => one.onPage);
    const element = this.painter.element(id);
    if (!field || !element) return;
    this.id = id;
    this.key = field.key;
    const site = this.written.session.site();
    this.from = site ? contentFrom(site, part, this.breakpoint, field.key) : 'base';
    this.single = field.editor === 'line';
    this.painter.writing = id;
    this.written.selection.select(id, this.breakpoint);
    this.element = shownWording(element);
    this.open(this.element);
  }

  private open(element: HTMLElement): void {
    element.contentEditable = 'plaintext-only';
    element.focus();
    this.painter.document.getSelection()?.selectAllChildren(element);
    element.addEventListener('input', this.typed);
    element.addEventListener('paste', this.pasted);
    element.addEventListener('blur', this.left);
  }

  /** Handles a key while writing; the page's own commands are not for it. */
  keyed(event: KeyboardEvent): boolean {
    if (!this.element) return false;
    if (event.key === 'Escape' || (event.key === 'Enter' && (this.single || event.ctrlKey))) {
      event.preventDefault();
      this.end();
    }
    return true;
  }

  end(): void {
    const element = this.element;
    if (!element) return;
    this.flush();
    element.removeEventListener('input', this.typed);
    element.removeEventListener('paste', this.pasted);
    element.removeEventListener('blur', this.left);
    this.element = undefined;
    this.painter.writing = undefined;
    element.removeAttribute('contenteditable');
    this.painter.document.getSelection()?.removeAllRanges();
    this.ended();
  }

  private readonly typed = (): void => this.rhythm.typed();

  /** What would make the text too long for its part is refused before any of it is in. */
  private readonly pasted = (event: ClipboardEvent): void => {
    const part = this.written.session.page()?.parts[this.id];
    const more = event.clipboardData?.getData('text/plain') ?? '';
    if (!this.element || !part || more.length < 1000) return;
    const { content, word } = kindOf(part.kind);
    if (content.safeParse({ ...part.content.base, [this.key]: this.element.innerText + more }).success) return;
    event.preventDefault();
    this.written.session.notices.next(
      `This is too long for one ${word.toLowerCase()} (${more.length.toLocaleString('en')} characters). Leave the text with Escape and paste on the page: each paragraph becomes a part of its own.`,
    );
  };

  /** Writes as a keyboard would. */
  type(text: string): void {
    this.painter.document.execCommand('insertText', false, text);
  }

  private readonly left = (): void => this.end();

  private flush(): void {
    this.rhythm.stored();
    if (!this.element) return;
    const text = this.element.innerText.replace(/\u00a0/g, ' ').replace(/\n$/, '');
    const stored = this.written.session.page()?.parts[this.id]?.content[this.from]?.[this.key];
    if (text !== stored) this.written.commands.setContent(this.id, this.key, text, this.from);
  }
}
