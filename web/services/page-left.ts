import { filter, fromEvent, merge, type Observable } from 'rxjs';

/** Emits when the browser tab is closed, reloaded or hidden. It may be the last code that runs. */
export const pageLeft = (): Observable<unknown> =>
  merge(
    fromEvent(window, 'pagehide'),
    fromEvent(document, 'visibilitychange').pipe(filter(() => document.visibilityState === 'hidden')),
  );
