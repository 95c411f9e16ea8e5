import { Injectable } from '@angular/core';
import type { Canvas } from '@core/compile/canvas';
import type { Addresses } from '@core/compile/declarations';
import type { pasteText } from '@core/document/commands/clipboard/paste';
import type { Page } from '@core/document/page';
import { Problem } from '@core/document/problem';
import type { Site } from '@core/document/site';
import type { Reviewed } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import type { Override } from '@core/review/idle-overrides';
import type { PaintedPage, Place } from '@core/review/differing';

/** What is asked of the worker. */
export type Question =
  | { readonly what: 'overrides' | 'review'; readonly reviewed: Reviewed }
  | { readonly what: 'differing'; readonly before: PaintedPage; readonly after: PaintedPage }
  | { readonly what: 'compile'; readonly site: Site; readonly page: Page; readonly addresses: Addresses }
  | {
      readonly what: 'paste';
      readonly site: Site;
      readonly page: Page;
      readonly text: string;
      readonly selection: string | undefined;
    };

export interface Ask {
  readonly id: number;
  readonly question: Question;
}

/** The worker's answer, or why there is none. */
export interface Answer {
  readonly id: number;
  readonly answer?: unknown;
  readonly problem?: string;
}

/** A picture without what cannot be handed to a worker. */
const pixels = ({ width, height, data, sections }: PaintedPage): PaintedPage => ({ width, height, data, sections });

/** Long questions about a page, answered by a worker so that the page worked on never waits. */
@Injectable({ providedIn: 'root' })
export class PageWorker {
  private worker: Worker | undefined;
  private count = 0;
  private readonly waiting = new Map<number, (answer: Answer) => void>();

  overrides = (site: Site, page: Page): Promise<readonly Override[]> =>
    this.ask<readonly Override[]>({ what: 'overrides', reviewed: { site, page } });
  review = (reviewed: Reviewed): Promise<readonly Finding[]> =>
    this.ask<readonly Finding[]>({ what: 'review', reviewed });
  compile = (site: Site, page: Page, addresses: Addresses): Promise<Canvas> =>
    this.ask<Canvas>({ what: 'compile', site, page, addresses });
  /** Where two pictures of a page differ. */
  differing = (before: PaintedPage, after: PaintedPage): Promise<readonly Place[]> =>
    this.ask<readonly Place[]>({ what: 'differing', before: pixels(before), after: pixels(after) });
  /** The edits that paste a text. @throws Problem */
  paste = (
    site: Site,
    page: Page,
    text: string,
    selection: string | undefined,
  ): Promise<ReturnType<typeof pasteText>> =>
    this.ask<ReturnType<typeof pasteText>>({ what: 'paste', site, page, text, selection });

  private ask<T>(question: Question): Promise<T> {
    const id = ++this.count;
    return new Promise((answered, failed) => {
      this.waiting.set(id, ({ answer, problem }) =>
        problem === undefined ? answered(answer as T) : failed(new Problem(problem)),
      ); // the worker answers each question in its own kind
      this.running().postMessage({ id, question } satisfies Ask);
    });
  }

  private running(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('./page.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<Answer>) => {
      this.waiting.get(data.id)?.(data);
      this.waiting.delete(data.id);
    });
    worker.addEventListener('error', () => this.gone(worker));
    return (this.worker = worker);
  }

  /** A worker that could not be loaded, or broke: who waits for it hears so, and the next question starts another. */
  private gone(worker: Worker): void {
    worker.terminate();
    if (this.worker === worker) this.worker = undefined;
    const waiting = [...this.waiting];
    this.waiting.clear();
    for (const [id, answer] of waiting)
      answer({ id, problem: 'This could not be worked out: what works it out could not be loaded.' });
  }
}
