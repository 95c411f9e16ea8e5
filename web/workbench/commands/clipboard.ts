import { inject, Injectable, type OnDestroy } from '@angular/core';
import { firstValueFrom, Subscription } from 'rxjs';
import { clipOf, type Clip } from '@core/document/commands/clipboard/clip';
import { withTracks } from '@core/document/commands/with-tracks';
import { Problem } from '@core/document/problem';
import { Api, failureOf } from '../../services/api';
import { PageWorker } from '../../services/page-worker';
import { latePiece } from '../../services/late-piece';
import { PageSession } from '../../services/page-session';
import { Selection } from '../state/selection';
import { Requests } from '../state/requests';
import { Progress } from '../state/progress';
import { Commands } from './commands';

/** Texts longer than this, in characters, are read by a worker. */
const longText = 20_000;
/** So many paragraphs are put in between two frames. */
const editsAFrame = 100;
type Pasting = typeof import('@core/document/commands/clipboard/paste');
type Pasted = ReturnType<Pasting['pasteText']>;
/** So many pictures come along in one request. */
const picturesAtOnce = 500;
/** What reads a clip and puts it in, loaded when something is first pasted. */
const pasting = (): Promise<Pasting> => import('@core/document/commands/clipboard/paste');
/** More parts than these are not selected at once after a paste. */
const mostSelected = 500;
const clipPictures = () => import('@core/document/commands/clipboard/clip-pictures');
const own = 'web application/x-fold-line';

/** Copy, cut and paste of parts through the system's clipboard: between pages, sites and windows. */
@Injectable()
export class Clipboard implements OnDestroy {
  private readonly session = inject(PageSession);
  private readonly selection = inject(Selection);
  private readonly requests = inject(Requests);
  private readonly progress = inject(Progress);
  private readonly commands = inject(Commands);
  private readonly worker = inject(PageWorker);
  private readonly api = inject(Api);
  private readonly heard = new Subscription();
  private pasting = false;

  constructor() {
    this.heard.add(this.requests.clips.subscribe((event) => this.handle(event)));
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
      void this.take(event.clipboardData.getData(own) || event.clipboardData.getData('text/plain'));
      return;
    }
    const text = this.text();
    if (text === undefined) return;
    event.preventDefault();
    event.clipboardData.setData('text/plain', text);
    event.clipboardData.setData(own, text);
    if (event.type === 'cut') this.commands.remove();
  }

  /** The selection as text for the clipboard, or nothing. */
  private text(): string | undefined {
    const site = this.session.site();
    const page = this.session.page();
    if (!site || !page || this.selection.all().length === 0) return undefined;
    return JSON.stringify(clipOf(site, page, this.selection.all()));
  }

  /** Pastes what the clipboard holds: all of it, or nothing and a word why. What is long is worked out by a worker. */
  private async take(text: string): Promise<void> {
    if (this.pasting) return this.session.notices.next('Something is being pasted already.');
    this.pasting = true;
    try {
      const whole = await this.withPictures(text);
      const result = await (whole.length > longText ? this.workedOut(whole) : this.readHere(whole));
      if (result) await this.putIn(result);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.session.notices.next(error.message);
    } finally {
      this.pasting = false;
      this.progress.words.set('');
    }
  }

  /**
   * What the clipboard holds, with the pictures of another site by their names here: they come into the library first.
   * Where they can't, it is pasted without them, and says so.
   */
  private async withPictures(text: string): Promise<string> {
    const site = this.session.site()?.id;
    if (site === undefined || !text.includes('"fold-line/clip"')) return text;
    const [loaded, pictures] = await Promise.all([latePiece(this.session.notices, pasting), clipPictures()]);
    const clip = loaded?.readClip(text);
    const named = clip && clip.site !== site ? pictures.picturesOf(clip) : [];
    if (!clip || named.length === 0) return text;
    this.progress.words.set('Bringing the pictures along …');
    try {
      const brought = this.api.bringPictures(site, clip.site, named.slice(0, picturesAtOnce));
      const names = await firstValueFrom(brought);
      await this.session.catchUp();
      return JSON.stringify(pictures.clipNaming(clip, names));
    } catch (error) {
      this.session.notices.next(`The pictures couldn’t come along. ${failureOf(error).problem}`);
      return text;
    } finally {
      this.progress.words.set('');
    }
  }

  private async readHere(text: string): Promise<Pasted> {
    const loaded = await latePiece(this.session.notices, pasting);
    const [site, page] = [this.session.site(), this.session.page()];
    return loaded && site && page ? loaded.pasteText(site, page, text, this.selection.selected()?.id) : undefined;
  }

  /**
   * What pasting a long text does to the page as it is when that is known: asked again where somebody changed it
   * meanwhile.
   */
  private async workedOut(text: string): Promise<Pasted> {
    this.progress.words.set('Reading what is pasted …');
    for (;;) {
      const [site, page] = [this.session.site(), this.session.page()];
      if (!site || !page) return undefined;
      const result = await this.worker.paste(site, page, text, this.selection.selected()?.id);
      if (this.session.page() === page && this.session.site() === site) return result;
    }
  }

  /**
   * Puts in what is pasted, a long text a few paragraphs a frame; Escape stops it and takes back what is in. All of
   * it is one step of undo.
   */
  private async putIn({ edits: pasted, made }: NonNullable<Pasted>): Promise<void> {
    const [site, page] = [this.session.site(), this.session.page()];
    const edits = site && page ? withTracks(site, page, pasted) : pasted;
    const step = `paste ${made[0]}`;
    let stopped = false;
    const stop = (event: KeyboardEvent): void => {
      if (event.key === 'Escape') stopped = true;
    };
    window.addEventListener('keydown', stop, { capture: true });
    try {
      for (let at = 0; at < edits.length; at += editsAFrame) {
        if (stopped) return this.session.undo();
        if (!this.session.apply(edits.slice(at, at + editsAFrame), step, Infinity)) return;
        if (edits.length <= editsAFrame) break;
        this.progress.words.set(
          `Pasting: ${Math.min(at + editsAFrame, edits.length)} of ${edits.length} paragraphs. Escape stops it.`,
        );
        await new Promise((go) => requestAnimationFrame(go));
      }
      this.selection.selectAll(made.slice(0, mostSelected));
    } finally {
      window.removeEventListener('keydown', stop, { capture: true });
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
      this.session.notices.next('The browser did not let the page read the clipboard. Press Ctrl+V instead.');
      return '';
    }
  }

  async paste(): Promise<void> {
    const text = await this.asked();
    if (text !== '') await this.take(text);
  }

  /** Parts that were copied, or nothing. */
  private copied(text: string, { readClip }: Pasting): Clip | undefined {
    try {
      return readClip(text);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      return undefined;
    }
  }

  /** Gives the selection the style of what was copied, and nothing else of it. */
  async pasteStyle(): Promise<void> {
    const text = await this.asked();
    if (text === '') return;
    const loaded = await latePiece(this.session.notices, pasting);
    if (!loaded) return;
    const clip = this.copied(text, loaded);
    if (clip) this.commands.attempt((site, page) => loaded.pasteStyle(site, page, clip, this.selection.all()));
    else this.session.notices.next('Copy a part first: its style is what is pasted.');
  }
}
