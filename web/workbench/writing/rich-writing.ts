import { signal } from '@angular/core';
import { Subject, type Subscription } from 'rxjs';
import { asValue, type SetField } from '@core/document/edits/edit';
import { newIdentifier } from '@core/document/identifier';
import { classNamesOf } from '@core/document/site';
import { blocksOf, orderOf, withBlocks, type BlockChange } from '@core/document/text/blocks';
import { changedBlocks, type WrittenBlock } from '@core/document/text/changed-blocks';
import { merged } from '@core/document/text/merge';
import type { RunningText, Words } from '@core/document/text/running-text';
import { isText, runningTextIn, wordsIn } from '@core/document/text/words';
import type { Box } from '@core/geometry/box';
import { RichText, type AtSelection, type LinkAttributes } from './rich-text';
import { written } from '../commands/keys';
import type { Form } from './schema';
import { textKeys } from './text-keys';
import { TypingRhythm } from './typing-rhythm';
import { shownWording, type WrittenPage } from './written-page';
import type { WritingLeaf } from './writing-leaf';

const same = (a: unknown, b: unknown): boolean => a === b || JSON.stringify(a) === JSON.stringify(b);
const asWritten = (text: RunningText): WrittenBlock[] =>
  orderOf(text).map((id) => ({ id, block: blocksOf(text)[id]!.block }));

/** Rules of the frame while a text in it is written: the only block of a text adds nothing to the element around it. */
const frameRules =
  '[contenteditable=true]{outline:none;white-space:pre-wrap;overflow-wrap:break-word}' +
  '[contenteditable=true] a{cursor:text}[data-alone]>*{all:unset;display:block}[data-alone]>:is(ul,ol,blockquote){display:contents}' +
  '[contenteditable=true] .ProseMirror-trailingBreak{display:inline}img.ProseMirror-separator{display:none}';

/** More blocks than these go as one text. */
const mostBlocksAtOnce = 500;

/**
 * Writing in a text straight on the page: what is typed becomes edits of its blocks, what others change comes in
 * meanwhile.
 */
export class RichWriting {
  /** What stands at the selection, and where that is in the frame; undefined while nothing is written. */
  readonly at = signal<AtSelection | undefined>(undefined);
  readonly box = signal<Box | undefined>(undefined);
  /** Somebody wants to choose where the selected words lead, or to go to the bar. */
  readonly asksForLink = new Subject<void>();
  readonly asksForBar = new Subject<void>();
  readonly form: Form;
  private element: HTMLElement | undefined;
  private known: RunningText | Words;
  private readonly rhythm: TypingRhythm;
  private readonly text: RichText;
  private readonly changes: Subscription;

  constructor(
    private readonly leaf: WritingLeaf,
    private readonly written: WrittenPage,
    readonly part: string,
    private readonly key: string,
    form: Form,
    /** Where the wording stands that is written: the base, or a breakpoint that has its own. */
    private readonly from: string,
  ) {
    this.form = form;
    this.rhythm = new TypingRhythm(
      written.session.drafts,
      () => this.flush(),
      () => this.text.isComposing,
    );
    this.known = this.stored() ?? '';
    this.text = new RichText(
      form === 'words' ? { form, words: wordsIn(this.known) } : { form, blocks: asWritten(runningTextIn(this.known)) },
      (id) => this.className(id),
      {
        changed: () => this.typed(),
        moved: () => this.look(),
        dropped: (what) => this.written.session.notices.next(`Left out what a text can’t hold: ${what.join(', ')}.`),
      },
    );
    this.show();
    this.changes = written.session.shownChanges.subscribe(() => this.takeIn());
  }

  /** Edits of something else that belong to what is stored next. */
  private alongside: readonly SetField[] = [];

  private className(id: string): string | undefined {
    const site = this.written.session.site();
    return site && classNamesOf(site, [id])[0];
  }

  /** What the page says where this is written; undefined where that has gone. */
  private stored(): RunningText | Words | undefined {
    const part = this.written.session.page()?.parts[this.part];
    const own = part && Object.hasOwn(part.content, this.from) ? part.content[this.from] : undefined;
    const said = own?.[this.key];
    return isText(said) ? said : undefined;
  }

  private show(): void {
    const { painter } = this.leaf;
    const element = painter.element(this.part);
    if (!element) return;
    painter.writing = this.part;
    this.element = shownWording(element);
    const { document } = painter;
    if (!document.getElementById('fold-writing'))
      document.head.append(
        Object.assign(document.createElement('style'), { id: 'fold-writing', textContent: frameRules }),
      );
    this.text.mount(this.element);
    this.element.toggleAttribute('data-alone', this.isAlone());
    this.element.addEventListener('blur', this.left);
  }

  /** Whether the element written in is that of the only block. */
  private isAlone(): boolean {
    return this.form === 'blocks' && this.element?.localName !== 'div' && this.text.count === 1;
  }

  private hide(): void {
    this.element?.removeEventListener('blur', this.left);
    this.element?.removeAttribute('data-alone');
    this.text.unmount();
    this.leaf.painter.writing = undefined;
    this.leaf.redraw(this.part);
    this.element = undefined;
  }

  /**
   * Puts the caret where it belongs: all of one line is selected, in a longer text the caret goes where one clicked.
   */
  begin(point?: { readonly x: number; readonly y: number }): void {
    this.text.focus();
    if (this.text.count > 1 || this.isLong()) this.text.caretAt(point);
    else this.text.selectAll();
    this.look();
  }

  private isLong(): boolean {
    return this.form === 'blocks' && typeof this.known !== 'string';
  }

  /** Where the part stands in the frame. */
  partBox(): Box | undefined {
    const box = this.leaf.painter.element(this.part)?.getBoundingClientRect();
    return box && { left: box.left, top: box.top, width: box.width, height: box.height };
  }

  focus(): void {
    this.text.focus();
  }

  type(text: string): void {
    this.text.type(text);
  }

  private typed(): void {
    this.rhythm.typed();
    if (this.text.isComposing) return;
    this.takeIn(); // what came in while a word was put together
    const tag = this.written.session.page()?.parts[this.part]?.tag;
    // the element around it becomes another
    if (this.form === 'blocks' && this.text.count > 1 !== (tag === 'div')) this.flush();
  }

  /** Says what stands at the selection, once what is going on is done. */
  private look(): void {
    if (!this.element) return;
    this.at.set(this.text.at());
    this.box.set(this.text.box());
  }

  /** Stores what has been typed. */
  flush(): void {
    this.rhythm.stored();
    if (!this.element) return;
    if (this.form === 'words') this.storeWords();
    else this.storeBlocks();
    this.reshape();
  }

  private storeWords(): void {
    const words = this.text.words();
    if (same(words, this.known)) return;
    const before = this.known;
    this.known = words;
    if (!this.store([{ do: 'set', part: this.part, field: ['content', this.from, this.key], value: asValue(words) }]))
      this.refused(before);
  }

  private storeBlocks(): void {
    const known = runningTextIn(this.known);
    const { changes, ids } = changedBlocks(known, this.text.written(), newIdentifier);
    this.text.identify(ids);
    const after = withBlocks(known, changes);
    if (same(after, known)) return;
    this.known = after;
    const whole: SetField = {
      do: 'set',
      part: this.part,
      field: ['content', this.from, this.key],
      value: asValue(after),
    };
    const edits = changes.length > mostBlocksAtOnce ? [whole] : changes.map((one) => this.edit(one));
    if (!this.store(edits)) this.refused(known);
  }

  /** What the page does not take, as where it is too long, is taken back here too: what is seen is what is stored. */
  private refused(known: RunningText | Words): void {
    this.known = known;
    if (this.stored() === undefined) return;
    this.text.undo();
    this.restore(known);
  }

  /** Shows the stored text again: the step that undo reverted may contain words that were typed and stored just before. */
  private restore(known: RunningText | Words): void {
    if (this.form === 'words') {
      if (!same(this.text.words(), known)) this.text.setWords(wordsIn(known));
      return;
    }
    const { changes, ids } = changedBlocks(runningTextIn(known), this.text.written(), newIdentifier);
    this.text.identify(ids);
    const shown = withBlocks(runningTextIn(known), changes);
    if (changes.length > 0) this.text.replace(merged(shown, this.text.written(), runningTextIn(known)));
  }

  private edit({ id, placed }: BlockChange): SetField {
    const field: SetField['field'] = ['content', this.from, this.key, id];
    return { do: 'set', part: this.part, field, ...(placed && { value: asValue(placed) }) };
  }

  private store(edits: readonly SetField[]): boolean {
    const all = [...this.alongside, ...edits];
    this.alongside = [];
    return this.written.commands.attempt(() => all, `${this.part} ${this.key} ${this.from}`);
  }

  /** Where the text has become another element, or its only block another, it is drawn anew around what is written. */
  private reshape(): void {
    const part = this.written.session.page()?.parts[this.part];
    const element = this.leaf.painter.element(this.part);
    if (!part || !element || !this.element) return;
    if (element.localName === part.tag) return void this.element.toggleAttribute('data-alone', this.isAlone());
    this.hide();
    this.show();
    this.text.focus();
    this.look();
  }

  /** Takes in what others have changed of the text, or another leaf, or undo. */
  private takeIn(): void {
    if (!this.element || this.text.isComposing) return;
    const now = this.stored();
    if (now === undefined) return this.end();
    if (same(now, this.known)) return;
    if (this.form === 'words') {
      if (same(this.text.words(), this.known)) this.text.setWords(wordsIn(now));
    } else this.text.replace(merged(runningTextIn(this.known), this.text.written(), runningTextIn(now)));
    this.known = now;
    this.reshape();
    this.look();
  }

  /** Ends where the focus goes to something that is not about this text. */
  private readonly left = (): void => {
    this.flush();
    setTimeout(() => {
      const { document: frame } = this.leaf.painter;
      const focused = document.activeElement;
      const about =
        focused?.closest(
          'fold-writing-bar, .p-dialog, .p-dialog-mask, .p-select-overlay, .p-menu-overlay, .p-popover',
        ) ?? null;
      const still =
        focused !== null && focused === frame.defaultView?.frameElement && frame.activeElement === this.element;
      if (this.element && !about && !still) this.end();
    });
  };

  /** Handles a key, once the editor has had it; the page's own commands are not for it. */
  keyed(event: KeyboardEvent): void {
    const held = event.ctrlKey || event.metaKey;
    const own = textKeys.find((one) => one.run && one.keys === written(event));
    if (event.defaultPrevented && event.key !== 'Escape' && event.key !== 'Enter') return;
    if (event.key === 'Escape' || (event.key === 'Enter' && held)) this.end();
    else if (own) own.run?.(this);
    else if (held && event.key.toLowerCase() === 'z') {
      if (event.shiftKey) this.redo();
      else this.undo();
    } else return;
    event.preventDefault();
  }

  end(): void {
    if (!this.element) return;
    this.flush();
    this.changes.unsubscribe();
    this.at.set(undefined);
    this.box.set(undefined);
    this.hide();
    this.text.destroy();
    this.leaf.painter.document.getSelection()?.removeAllRanges();
    this.leaf.ended();
  }

  // What the bar and the keys ask for

  undo(): void {
    if (this.text.undo()) return;
    this.flush();
    this.written.session.undo();
  }

  redo(): void {
    if (!this.text.redo()) this.written.session.redo();
  }

  /** What stands at the selection, once the editor has read what the browser shows as selected. */
  async atLast(): Promise<AtSelection> {
    this.text.readSelection();
    const selected = this.leaf.painter.document.getSelection();
    for (let tries = 0; tries < 10 && selected && selected.isCollapsed !== this.text.at().empty; tries++)
      await new Promise((go) => setTimeout(go, 20));
    return this.text.at();
  }

  toggle(mark: string): void {
    this.text.toggle(mark);
  }

  become(tag: string): void {
    this.text.become(tag);
  }

  setValue(name: 'lang' | 'class' | 'color', value: string): void {
    this.text.setValue(name, value);
  }

  /** Makes the selected words a link, or none; other edits belong to the same step of undo. */
  link(to: LinkAttributes | undefined, words: string, alongside: readonly SetField[] = []): void {
    this.alongside = alongside;
    this.text.link(to, words);
    this.flush();
    if (this.alongside.length > 0) this.store([]); // the words led there already
  }
}
