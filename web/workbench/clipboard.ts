import { inject, Injectable, type OnDestroy } from '@angular/core';
import { Subscription } from 'rxjs';
import { clipOf, clipOfText, paste, pasteStyle, readClip, type Clip } from '@core/document/commands/clip';
import { Problem } from '@core/document/problem';
import { Bench } from './bench';

const own = 'web application/x-fold-line';

/** Copy, cut and paste of parts through the system's clipboard: between pages, sites and windows. */
@Injectable()
export class Clipboard implements OnDestroy {
  private readonly bench = inject(Bench);
  private readonly heard = new Subscription();

  constructor() {
    this.heard.add(this.bench.clipped.subscribe((event) => this.handle(event)));
    for (const name of ['copy', 'cut', 'paste'] as const) {
      const heard = (event: ClipboardEvent): void => {
        if (!this.isField(event.target)) this.handle(event);
      };
      document.addEventListener(name, heard);
      this.heard.add(() => document.removeEventListener(name, heard));
    }
  }

  ngOnDestroy(): void {
    this.heard.unsubscribe();
  }

  private isField(target: EventTarget | null): boolean {
    return (
      target instanceof Element && target.closest('input, textarea, select, [contenteditable], [role=dialog]') !== null
    );
  }

  private handle(event: ClipboardEvent): void {
    if (event.defaultPrevented || !event.clipboardData) return;
    if (event.type === 'paste') {
      event.preventDefault();
      this.take(event.clipboardData.getData(own) || event.clipboardData.getData('text/plain'));
      return;
    }
    const text = this.text();
    if (text === undefined) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', text);
    event.clipboardData.setData(own, text);
    if (event.type === 'cut') this.bench.remove();
  }

  /** The selection as text for the clipboard, or nothing. */
  private text(): string | undefined {
    const site = this.bench.session.site();
    const page = this.bench.session.page();
    if (!site || !page || this.bench.chosen().length === 0) return undefined;
    return JSON.stringify(clipOf(site, page, this.bench.chosen()));
  }

  private take(text: string): void {
    const clip = this.read(text);
    if (!clip) return;
    let made: string[] = [];
    const done = this.bench.attempt((site, page) => {
      const result = paste(site, page, clip, this.bench.selected()?.id);
      made = result.made;
      return result.edits;
    });
    if (done) this.bench.selectAll(made);
  }

  private read(text: string): Clip | undefined {
    const site = this.bench.session.site();
    if (!site) return undefined;
    try {
      return readClip(text) ?? clipOfText(site, text);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.bench.session.notices.next(error.message);
      return undefined;
    }
  }

  /** Copies or cuts the selection, for a menu. */
  copy(cut = false): void {
    document.execCommand(cut ? 'cut' : 'copy'); // the one way that needs no permission; it comes back as an event
  }

  /** What the clipboard holds, or a word on how to paste without asking. */
  private async asked(): Promise<string> {
    try {
      return await navigator.clipboard.readText();
    } catch {
      this.bench.session.notices.next('The browser did not let the page read the clipboard. Press Ctrl+V instead.');
      return '';
    }
  }

  async paste(): Promise<void> {
    const text = await this.asked();
    if (text !== '') this.take(text);
  }

  /** Gives the selection the style of what was copied, and nothing else of it. */
  async pasteStyle(): Promise<void> {
    const text = await this.asked();
    if (text === '') return;
    const clip = this.read(text);
    if (clip && text.includes('fold-line/clip'))
      this.bench.attempt((site, page) => pasteStyle(site, page, clip, this.bench.chosen()));
    else this.bench.session.notices.next('Copy a part first: its style is what is pasted.');
  }
}
