import { inject } from '@angular/core';
import { Router, type CanActivateChildFn } from '@angular/router';
import { catchError, map, of } from 'rxjs';
import { Api, failureOf } from './api';

/** Lets those in who are signed in; the others are shown the door and led back afterwards. */
export const signedIn: CanActivateChildFn = (_route, state) => {
  const router = inject(Router);
  return inject(Api)
    .session()
    .pipe(
      map(() => true as const),
      catchError((error: unknown) =>
        of(
          failureOf(error).code === 'signed-out'
            ? router.createUrlTree(['/sign-in'], { queryParams: { then: state.url } })
            : true,
        ),
      ),
    );
};
