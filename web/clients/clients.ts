import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, of, map } from 'rxjs';
import type { ClientCards } from '@core/api/sites';
import { Api, failureOf } from '../services/api';
import { PageDrawing } from '../drawing/page-drawing';

/** One card a client's site, drawn from its home page. */
@Component({
  selector: 'fold-clients',
  imports: [PageDrawing, RouterLink],
  templateUrl: './clients.html',
  styleUrl: './clients.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Clients {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly account = toSignal(this.api.session().pipe(catchError(() => of(undefined))));
  protected readonly clients = toSignal(
    this.api.clients().pipe(
      map((cards) => ({ cards, problem: '' })),
      catchError((error: unknown) => of({ cards: [] as ClientCards, problem: failureOf(error).problem })),
    ),
  );

  protected signOut(): void {
    this.api.signOut().subscribe(() => void this.router.navigateByUrl('/sign-in'));
  }
}
