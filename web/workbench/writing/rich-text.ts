import { Editor, type ChainedCommands, type JSONContent } from '@tiptap/core';
import { Fragment, Slice, type Node } from '@tiptap/pm/model';
import { NodeSelection, Selection, TextSelection } from '@tiptap/pm/state';
import type { WrittenBlock } from '@core/document/text/changed-blocks';
import type { Words } from '@core/document/text/running-text';
import type { Box } from '@core/geometry/box';
import { cleaned } from './cleaning';
import { extensionsFor, type Form } from './schema';
import { documentOf, inlineOf, wordsOf, writtenIn } from './tree';

/** Who hears of what happens in a text. */
export interface TextHeard {
  /** Words or structure changed. */
  changed(): void;
  /** The caret or selection is elsewhere, or what is at it is other. */
  moved(): void;
  /** What was pasted held something a text cannot. */
  dropped(what: readonly string[]): void;
}

/** Where the words of a link lead, as the editor keeps it. */
export interface LinkAttributes {
  readonly to: string;
  readonly newTab: boolean;
  readonly label: string;
}

const linkAttributes = ({ to, newTab, label }: Readonly<Record<string, unknown>>): LinkAttributes => ({
  to: String(to ?? ''),
  newTab: newTab === true,
  label: String(label ?? ''),
});

/** What stands at the selection. */
export interface AtSelection {
  readonly marks: ReadonlySet<string>;
  /** `p`, `h2` …, `ul`, `ol`, `blockquote` or `pre`, from the inside out. */
  readonly blocks: readonly string[];
  readonly link: LinkAttributes | undefined;
  /** Values of words: language, class, colour. */
  readonly values: Readonly<Record<'lang' | 'class' | 'color', string>>;
  readonly empty: boolean;
}

const tagOfNode = (node: Node): string =>
  ({ paragraph: 'p', bulletList: 'ul', orderedList: 'ol', blockquote: 'blockquote', codeBlock: 'pre' })[
    node.type.name
  ] ?? (node.type.name === 'heading' ? `h${String(node.attrs['level'])}` : node.type.name);

/** What is written to begin with, and in which form. */
export type Writing =
  | { readonly form: 'words'; readonly words: Words }
  | { readonly form: 'blocks'; readonly blocks: readonly WrittenBlock[] };

/** The editor of one text, mounted in the element of a leaf. */
export class RichText {
  private readonly editor: Editor;
  private quiet = false;
  readonly form: Form;

  constructor(written: Writing, classNamed: (id: string) => string | undefined, heard: TextHeard) {
    const { form } = written;
    this.form = form;
    this.editor = new Editor({
      element: null,
      injectCSS: false,
      extensions: extensionsFor(form, classNamed),
      content: written.form === 'words' ? lineOf(written.words) : documentOf(written.blocks),
      enablePasteRules: false,
      editorProps: {
        handleKeyDown: (_view, event) =>
          event.key === 'Escape' || (event.key === 'Enter' && (event.ctrlKey || event.metaKey)),
        transformPastedHTML: (html) => {
          const { clean, dropped } = cleaned(html);
          if (dropped.length > 0) heard.dropped(dropped);
          return clean;
        },
        clipboardTextParser: (text) => this.plain(text),
      },
      onTransaction: ({ transaction }) => {
        if (this.quiet) return;
        if (transaction.docChanged) heard.changed();
        heard.moved();
      },
    });
  }

  /** Shows the text in an element, which becomes editable. */
  mount(element: HTMLElement): void {
    element.textContent = '';
    this.editor.mount({ mount: element });
  }

  unmount(): void {
    this.editor.unmount();
  }

  destroy(): void {
    this.editor.destroy();
  }

  focus(): void {
    this.editor.view.focus();
  }

  selectAll(): void {
    const { state, view } = this.editor;
    const [from, to] = [Selection.atStart(state.doc).from, Selection.atEnd(state.doc).to];
    view.dispatch(state.tr.setSelection(TextSelection.create(state.doc, from, to)));
  }

  /** Puts the caret where something was clicked, or at the end. */
  caretAt(point: { readonly x: number; readonly y: number } | undefined): void {
    const { state, view } = this.editor;
    const found = point && view.posAtCoords({ left: point.x, top: point.y })?.pos;
    const selection = found === undefined ? Selection.atEnd(state.doc) : Selection.near(state.doc.resolve(found));
    view.dispatch(state.tr.setSelection(selection));
  }

  /** Writes as a keyboard would. */
  type(text: string): void {
    this.editor.commands.insertContent({ type: 'text', text });
  }

  written(): WrittenBlock[] {
    return writtenIn(this.editor.getJSON());
  }

  words(): Words {
    return wordsOf(this.editor.getJSON().content);
  }

  /** A word is being put together from several keys, as in Japanese: until it is, nothing is changed under it. */
  get isComposing(): boolean {
    return this.editor.view.composing;
  }

  /** How many blocks there are. */
  get count(): number {
    return this.editor.state.doc.childCount;
  }

  /** Gives the blocks these ids, in their order. */
  identify(ids: readonly string[]): void {
    const { tr } = this.editor.state;
    this.editor.state.doc.forEach((node, at, index) => {
      if (node.attrs['block'] !== ids[index]) tr.setNodeAttribute(at, 'block', ids[index] ?? null);
    });
    this.silently(tr);
  }

  /** Puts other blocks in place of those that are others now; the caret stays in its own. */
  replace(blocks: readonly WrittenBlock[]): void {
    const { schema, doc, tr } = this.editor.state;
    const next = schema.nodeFromJSON(documentOf(blocks));
    const sameIds =
      next.childCount === doc.childCount &&
      Array.from(
        { length: doc.childCount },
        (_, at) => doc.child(at).attrs['block'] === next.child(at).attrs['block'],
      ).every(Boolean);
    if (sameIds) {
      const starts: number[] = [];
      doc.forEach((_node, at) => starts.push(at));
      for (let index = doc.childCount - 1; index >= 0; index--) {
        const [old, fresh] = [doc.child(index), next.child(index)];
        if (!old.eq(fresh)) tr.replaceWith(starts[index]!, starts[index]! + old.nodeSize, fresh);
      }
    } else {
      const start = doc.content.findDiffStart(next.content);
      if (start === null) return;
      let first = 0;
      while (first < doc.childCount && first < next.childCount && doc.child(first).eq(next.child(first))) first++;
      let [last, lastNext] = [doc.childCount, next.childCount];
      while (last > first && lastNext > first && doc.child(last - 1).eq(next.child(lastNext - 1)))
        [last, lastNext] = [last - 1, lastNext - 1];
      const at = (index: number): number =>
        Array.from({ length: index }, (_, one) => doc.child(one).nodeSize).reduce((sum, size) => sum + size, 0);
      const nodes = Array.from({ length: lastNext - first }, (_, index) => next.child(first + index));
      tr.replaceWith(at(first), at(last), Fragment.from(nodes));
    }
    this.silently(tr);
  }

  setWords(words: Words): void {
    const { schema, tr, doc } = this.editor.state;
    this.silently(tr.replaceWith(0, doc.content.size, schema.nodeFromJSON(lineOf(words)).content));
  }

  /** A change that is not the person's own: undo passes it by, and nobody hears of it. */
  private silently(tr: Editor['state']['tr']): void {
    if (!tr.docChanged) return;
    this.quiet = true;
    try {
      this.editor.view.dispatch(tr.setMeta('addToHistory', false));
    } finally {
      this.quiet = false;
    }
  }

  private plain(text: string): Slice {
    const { schema } = this.editor;
    const lines = text.replace(/\r\n?/g, '\n');
    if (this.form === 'words')
      return new Slice(schema.nodeFromJSON(lineOf(lines.trim().replace(/\n+/g, '\n'))).content, 0, 0);
    const blocks = lines
      .split(/\n[ \t]*\n+/)
      .map((one) => ({ id: undefined, block: { tag: 'p' as const, says: one.replace(/^\n+|\n+$/g, '') } }));
    return new Slice(schema.nodeFromJSON(documentOf(blocks)).content, 1, 1);
  }

  // What the bar and the keys ask for

  /** Takes over what is selected in the browser, whose word that it is another may still be on its way. */
  readSelection(): void {
    const { view } = this.editor;
    const { anchorNode, anchorOffset, focusNode, focusOffset } = view.dom.ownerDocument.getSelection() ?? {};
    if (!view.hasFocus() || !anchorNode || !focusNode) return;
    if (!view.dom.contains(anchorNode) || !view.dom.contains(focusNode)) return;
    const [anchor, head] = [view.posAtDOM(anchorNode, anchorOffset!), view.posAtDOM(focusNode, focusOffset!)];
    const { doc, selection, tr } = view.state;
    const isAll = (): boolean =>
      Math.min(anchor, head) <= Selection.atStart(doc).from && Math.max(anchor, head) >= Selection.atEnd(doc).to;
    const isKnown =
      selection instanceof TextSelection
        ? selection.anchor === anchor && selection.head === head
        : selection instanceof NodeSelection || isAll();
    if (!isKnown) view.dispatch(tr.setSelection(TextSelection.between(doc.resolve(anchor), doc.resolve(head))));
  }

  at(): AtSelection {
    const { state } = this.editor;
    const { $from, empty } = state.selection;
    const marks = new Set(
      ['bold', 'italic', 'underline', 'strike', 'code', 'small', 'mark', 'sub', 'sup', 'link'].filter((one) =>
        this.editor.isActive(one),
      ),
    );
    const blocks = Array.from({ length: $from.depth }, (_, depth) => tagOfNode($from.node($from.depth - depth)));
    const value = (name: string): string => String(this.editor.getAttributes(name)['value'] ?? '');
    const link = marks.has('link') ? linkAttributes(this.editor.getAttributes('link')) : undefined;
    return {
      marks,
      blocks,
      link,
      values: { lang: value('lang'), class: value('class'), color: value('color') },
      empty,
    };
  }

  toggle(mark: string): void {
    this.chained((chain) => chain.toggleMark(mark, {}, { extendEmptyMarkRange: false }));
  }

  /** Makes the blocks of the selection what they are not, or paragraphs again. */
  become(tag: string): void {
    const within = this.at().blocks.includes(tag);
    this.chained((chain) => {
      if (tag === 'ul') return chain.toggleBulletList();
      if (tag === 'ol') return chain.toggleOrderedList();
      if (tag === 'blockquote') return chain.toggleBlockquote();
      if (tag === 'pre') return chain.toggleCodeBlock();
      if (tag === 'p' || within) return chain.setParagraph();
      const level = ([2, 3, 4, 5, 6] as const).find((one) => tag === `h${one}`);
      return level ? chain.setHeading({ level }) : chain;
    });
  }

  setValue(name: 'lang' | 'class' | 'color', value: string): void {
    this.chained((chain) => (value === '' ? chain.unsetMark(name) : chain.setMark(name, { value })));
  }

  /**
   * Makes the selected words a link, or the whole of the link the caret is in; where nothing is selected, the words
   * given are put in.
   */
  link(to: LinkAttributes | undefined, words: string): void {
    this.chained((chain) => {
      const whole = chain.extendMarkRange('link');
      if (!to) return whole.unsetMark('link');
      if (this.at().empty && !this.at().link)
        return chain.insertContent({ type: 'text', text: words, marks: [{ type: 'link', attrs: { ...to } }] });
      return whole.setMark('link', { ...to });
    });
  }

  private chained(run: (chain: ChainedCommands) => ChainedCommands): void {
    this.readSelection();
    run(this.editor.chain()).run();
    this.focus();
  }

  undo(): boolean {
    return this.editor.can().undo() && this.editor.commands.undo();
  }

  redo(): boolean {
    return this.editor.can().redo() && this.editor.commands.redo();
  }

  /** Where the selection stands, in px of the frame. */
  box(): Box | undefined {
    const { view, state } = this.editor;
    try {
      const [from, to] = [view.coordsAtPos(state.selection.from), view.coordsAtPos(state.selection.to)];
      const [left, right] = [Math.min(from.left, to.left), Math.max(from.right, to.right)];
      return { left, top: from.top, width: right - left, height: to.bottom - from.top };
    } catch {
      return undefined; // between two drawings a position may have no place
    }
  }
}

const lineOf = (words: Words): JSONContent => ({ type: 'doc', content: inlineOf(words) });
