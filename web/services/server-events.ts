import { distinctUntilChanged, EMPTY, fromEvent, map, merge, Observable, startWith, switchMap } from 'rxjs';

/** What a stream of the server says: an event of one of the names asked for, or that the stream is open (again). */
export interface Heard {
  readonly name: string;
  readonly data: string;
}

/** Whether this tab is in sight: not behind another, not left for another page and kept by the browser for a way back. */
const inSight: Observable<boolean> = merge(
  fromEvent(document, 'visibilitychange'),
  fromEvent(window, 'pageshow'),
  fromEvent(window, 'pagehide').pipe(map(() => false)),
).pipe(
  map((sign) => sign !== false && document.visibilityState === 'visible'),
  startWith(document.visibilityState === 'visible'),
  distinctUntilChanged(),
);

/**
 * Listens to a stream of the server while this tab is in sight. A browser allows six connections to a host over HTTP/1.1,
 * for all tabs together: tabs out of sight that held one each would leave none for saving. `open` says that what was
 * missed meanwhile is to be fetched.
 */
export function serverEvents(address: string, names: readonly string[], seen = inSight): Observable<Heard> {
  const stream = new Observable<Heard>((heard) => {
    const source = new EventSource(address);
    source.onopen = () => heard.next({ name: 'open', data: '' });
    for (const name of names)
      source.addEventListener(name, (event: MessageEvent<string>) => heard.next({ name, data: event.data }));
    return () => source.close();
  });
  return seen.pipe(switchMap((visible) => (visible ? stream : EMPTY)));
}
