import { Injectable } from '@angular/core';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import type { Reviewed } from '@core/review/check';
import type { Finding } from '@core/review/finding';
import type { Override } from '@core/review/idle-overrides';

/** A question to the worker. */
export interface Ask {
  readonly id: number;
  readonly what: 'overrides' | 'review';
  readonly reviewed: Reviewed;
}

/** Long questions about a page, answered by a worker so that the page worked on never waits. */
@Injectable({ providedIn: 'root' })
export class Reviewer {
  private worker: Worker | undefined;
  private count = 0;
  private readonly waiting = new Map<number, (answer: unknown) => void>();

  overrides = (site: Site, page: Page): Promise<readonly Override[]> =>
    this.ask<readonly Override[]>('overrides', { site, page });
  review = (reviewed: Reviewed): Promise<readonly Finding[]> => this.ask<readonly Finding[]>('review', reviewed);

  private ask<T>(what: Ask['what'], reviewed: Reviewed): Promise<T> {
    const id = ++this.count;
    return new Promise((answered) => {
      this.waiting.set(id, (answer) => answered(answer as T)); // the worker answers each question in its own kind
      this.running().postMessage({ id, what, reviewed } satisfies Ask);
    });
  }

  private running(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('./review.worker', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<{ id: number; answer: unknown }>) => {
      this.waiting.get(data.id)?.(data.answer);
      this.waiting.delete(data.id);
    });
    return (this.worker = worker);
  }
}
