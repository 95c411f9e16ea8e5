import { HttpErrorResponse } from '@angular/common/http';
import {
  EMPTY,
  filter,
  firstValueFrom,
  map,
  mergeMap,
  of,
  share,
  startWith,
  switchMap,
  takeWhile,
  timer,
  type Observable,
} from 'rxjs';
import { workEvents, type Work, type WorkState } from '@core/api/work';
import { serverEvents, type Heard } from './server-events';

/** How far something is that takes a while, from 0 to 1, and at last what it led to. */
export type Step<Result> = { readonly share: number } | { readonly result: Result };

/**
 * What is told of all work that is waited for, over one stream that is open as long as something is: also while this
 * tab is out of sight.
 */
const told: Observable<Heard<typeof workEvents>> = serverEvents('/api/work/feed', workEvents, of(true)).pipe(
  share({ resetOnRefCountZero: () => timer(1000) }),
);

/**
 * The steps of work until its end. `ask` fetches how far it is: at first, and whenever something may have been missed.
 * @throws what `ask` throws, and the refusal where the work was refused
 */
export function stepsOf(
  work: string,
  ask: () => Observable<Work>,
  heard: Observable<Heard<typeof workEvents>> = told,
): Observable<Step<unknown>> {
  return heard.pipe(
    startWith({ name: 'open' } as const),
    filter((one) => one.name === 'open' || one.data.work === work),
    switchMap((one) => (one.name === 'open' ? ask().pipe(map(({ state }) => state)) : of(one.data.state))),
    map(stepOf),
    takeWhile((step) => 'share' in step, true),
  );
}

function stepOf(state: WorkState): Step<unknown> {
  if (state.is === 'refused') throw new HttpErrorResponse({ error: state.refusal, status: 422 });
  if (state.is === 'done') return { result: state.result };
  return { share: state.is === 'waiting' ? 0 : state.share };
}

/** Steps whose share is a part of something larger, from `first` on. */
export const laterPart = <Result>(first: number, steps: Observable<Step<Result>>): Observable<Step<Result>> =>
  steps.pipe(map((step) => ('share' in step ? { share: first + (1 - first) * step.share } : step)));

/** What steps lead to; each share is told. */
export const resultOf = <Result>(
  steps: Observable<Step<Result>>,
  tell: (share: number) => void = () => undefined,
): Promise<Result> =>
  firstValueFrom(
    steps.pipe(
      mergeMap((step) => {
        if ('result' in step) return of(step.result);
        tell(step.share);
        return EMPTY;
      }),
    ),
  );
