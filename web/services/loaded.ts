import { Subject, catchError, EMPTY, merge, switchMap, type Observable } from 'rxjs';
import { signal, type Signal, type WritableSignal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { failureOf, type Failure } from './api';

/** What a screen shows, as the server said it last. */
export interface Loaded<T> {
  /** Nothing until it is there. */
  readonly value: WritableSignal<T | undefined>;
  /** Why it could not be had. */
  readonly failure: Signal<Failure | undefined>;
  readonly reload: () => void;
}

/** Asks for what a screen shows, whenever what it is of changes and once more on request. */
export function loaded<K, T>(of: Signal<K>, ask: (of: K) => Observable<T>): Loaded<T> {
  const value = signal<T | undefined>(undefined);
  const failure = signal<Failure | undefined>(undefined);
  const reloads = new Subject<void>();
  merge(toObservable(of), reloads)
    .pipe(
      switchMap(() =>
        ask(of()).pipe(
          catchError((error: unknown) => {
            failure.set(failureOf(error));
            return EMPTY;
          }),
        ),
      ),
      takeUntilDestroyed(),
    )
    .subscribe((loaded) => value.set(loaded));
  return { value, failure, reload: () => reloads.next() };
}
