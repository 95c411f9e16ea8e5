import { retry, throwError, timer, type MonoTypeOperatorFunction } from 'rxjs';
import { failureOf, type Failure } from './api';

/** What passes: nobody answered, or the server could not just now. */
const passing: readonly Failure['code'][] = ['unreached', 'unavailable'];

/** Asks again, a second later and then less and less often, as long as what went wrong passes by itself. */
export const askAgain = <Answer>(): MonoTypeOperatorFunction<Answer> =>
  retry({
    delay: (error: unknown, count) =>
      passing.includes(failureOf(error).code) ? timer(Math.min(1000 * count, 10_000)) : throwError(() => error),
  });
