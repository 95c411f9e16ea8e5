import { computed, signal } from '@angular/core';
import type { openWriting, Writing } from './writing';
import type { WritingLeaf } from './writing-leaf';
import { fieldWritten, type WrittenPage } from './written-page';

type Opening = typeof openWriting;

let loading: Promise<Opening> | undefined;
let loaded: Opening | undefined;

/** Fetches what one writes with, once: before anybody writes, so that the first key finds it there. */
export const loadWriting = (): Promise<Opening> =>
  (loading ??= import('./writing').then(
    ({ openWriting }) => (loaded = openWriting),
    (error: unknown) => {
      loading = undefined; // asked again when next somebody writes
      throw error;
    },
  ));

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Writing straight on the page: one part at a time becomes editable, and what is typed becomes edits. */
export class Writer {
  private readonly writing = signal<Writing | undefined>(undefined);
  /** The text that is written, where it is more than plain words. */
  readonly rich = computed(() => this.writing()?.rich);
  private readonly leaf: WritingLeaf;
  /** A text that opens once the editor is there, and what was typed meanwhile. */
  private awaited: { readonly part: string; typed: string } | undefined;

  constructor(
    leaf: WritingLeaf,
    private readonly written: WrittenPage,
  ) {
    this.leaf = {
      ...leaf,
      redraw: (part) => leaf.redraw(part),
      ended: () => {
        this.writing.set(undefined);
        leaf.ended();
      },
    };
  }

  get isWriting(): boolean {
    return this.writing() !== undefined || this.awaited !== undefined;
  }

  holds(target: EventTarget | null): boolean {
    const writing = this.writing();
    return writing !== undefined && this.leaf.painter.partAt(target) === writing.part;
  }

  /**
   * Opens a part for writing where its kind has a text of its own; `point` is where it was clicked, in px of the
   * frame.
   */
  begin(id: string, point?: Point): void {
    this.end();
    if (!fieldWritten(this.written, id, this.leaf.breakpoint) || !this.leaf.painter.element(id)) return;
    this.written.selection.select(id, this.leaf.breakpoint);
    if (loaded) return this.open(loaded, id, point);
    const awaited = (this.awaited = { part: id, typed: '' });
    loadWriting().then(
      (opening) => {
        if (this.awaited !== awaited) return;
        this.awaited = undefined;
        this.open(opening, id, point);
        if (awaited.typed !== '') this.writing()?.type(awaited.typed);
      },
      () => {
        if (this.awaited === awaited) this.awaited = undefined;
        this.written.session.notices.next(
          'The editor of texts could not be loaded. Try again once the server can be reached.',
        );
      },
    );
  }

  private open(opening: Opening, id: string, point: Point | undefined): void {
    this.writing.set(opening(this.leaf, this.written, id, point));
  }

  /** Handles a key while writing; the page's own commands are not for it. */
  keyed(event: KeyboardEvent): boolean {
    if (this.awaited) return this.waitedWith(event, this.awaited);
    const writing = this.writing();
    writing?.keyed(event);
    return writing !== undefined;
  }

  /** What is typed before the editor is there is kept for it. */
  private waitedWith(event: KeyboardEvent, awaited: { typed: string }): boolean {
    event.preventDefault();
    if (event.key === 'Escape') this.awaited = undefined;
    else if (event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey) awaited.typed += event.key;
    return true;
  }

  end(): void {
    this.awaited = undefined;
    this.writing()?.end();
  }
}
