import { defer, Observable } from 'rxjs';

/** Long work that is told to end where nobody waits for what it comes to any more. */
export const whileWanted = <T>(work: (over: AbortSignal) => Promise<T>): Observable<T> =>
  new Observable((heard) => {
    const over = new AbortController();
    const done = defer(() => work(over.signal)).subscribe(heard);
    return () => {
      over.abort();
      done.unsubscribe();
    };
  });
