import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { Router, RouterLink } from '@angular/router';
import { catchError, firstValueFrom, of } from 'rxjs';
import { MessageService, type MenuItem } from 'primeng/api';
import { Button } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { InputText } from 'primeng/inputtext';
import type { ClientCards } from '@core/api/sites';
import { PageDrawing } from '../drawing/page-drawing';
import { Api, failureOf } from '../services/api';
import { loaded } from '../services/loaded';
import { DialogFocus } from '../theme/dialog-focus';
import { LateMenu } from '../theme/late-menu';
import { NewClient } from './new-client';
import { TakeIn } from './take-in';
import { Asking } from '../theme/asking';

type Card = ClientCards[number];
type Doing = { readonly what: 'new' | 'archive' } | { readonly what: 'copy' | 'delete'; readonly card: Card };

/** One card a client's site, drawn from its home page; how clients begin and end. */
@Component({
  selector: 'fold-clients',
  imports: [
    Asking,
    ...[DatePipe, FormsModule, RouterLink, Button, Dialog, DialogFocus, InputText],
    ...[LateMenu, NewClient, PageDrawing, TakeIn],
  ],
  templateUrl: './clients.html',
  styleUrl: './clients.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Clients {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly messages = inject(MessageService);
  private readonly menu = viewChild.required(LateMenu);

  protected readonly account = toSignal(this.api.session().pipe(catchError(() => of(undefined))));
  private readonly loaded = loaded(signal(undefined), () => this.api.clients());
  protected readonly cards = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly working = computed(() => this.cards()?.filter((one) => one.archived === null) ?? []);
  protected readonly archived = computed(() => this.cards()?.filter((one) => one.archived !== null) ?? []);

  protected readonly doing = signal<Doing | undefined>(undefined);
  protected readonly typed = signal('');
  protected readonly isMaking = computed(() => ['new', 'copy'].includes(this.doing()?.what ?? ''));
  protected readonly isTakingIn = computed(() => this.doing()?.what === 'archive');
  protected readonly copied = computed(() => {
    const doing = this.doing();
    return doing?.what === 'copy' ? doing.card.site : undefined;
  });
  protected readonly deleted = computed(() => {
    const doing = this.doing();
    return doing?.what === 'delete' ? doing.card : undefined;
  });
  protected readonly heading = computed(() => {
    const copied = this.copied();
    return copied ? `Duplicate ${copied.name}` : 'New client';
  });
  private readonly chosen = signal<Card | undefined>(undefined);
  protected readonly items = computed<MenuItem[]>(() => {
    const card = this.chosen();
    if (!card) return [];
    return [
      ...(this.account()?.studio === true
        ? [{ label: 'Duplicate …', icon: 'pi pi-copy', command: () => this.begin({ what: 'copy', card }) }]
        : []),
      { label: 'Archive', icon: 'pi pi-inbox', command: () => this.archive(card, true) },
      { label: 'Delete …', icon: 'pi pi-trash', command: () => this.begin({ what: 'delete', card }) },
    ];
  });

  protected begin(doing: Doing): void {
    this.typed.set('');
    this.doing.set(doing);
  }

  protected openMenu(event: Event, card: Card): void {
    this.chosen.set(card);
    this.menu().toggle(event);
  }

  /** A client was made, or not. */
  protected made(site: string | undefined): void {
    this.doing.set(undefined);
    if (site !== undefined) void this.router.navigate(['/sites', site]);
  }

  protected archive({ site }: Card, archived: boolean): void {
    void this.attempt(async () => {
      await firstValueFrom(this.api.archiveSite(site.id, archived));
      return archived ? `${site.name} is archived. What is live stays live.` : `${site.name} is back.`;
    });
  }

  protected remove(): void {
    const card = this.deleted();
    if (!card) return;
    const typed = this.typed().trim();
    this.doing.set(undefined);
    void this.attempt(async () => {
      const goes = await firstValueFrom(this.api.removeSite(card.site.id, typed === '' ? undefined : typed));
      return goes === null ? `${card.site.name} is deleted.` : `${card.site.name} will be deleted in thirty days.`;
    });
  }

  /** Does something, says how it went, and shows the clients as they are then. */
  private async attempt(what: () => Promise<string>): Promise<void> {
    try {
      this.messages.add({ severity: 'success', detail: await what(), life: 5000 });
    } catch (error) {
      this.messages.add({ severity: 'error', detail: failureOf(error).problem, life: 8000 });
    }
    this.loaded.reload();
  }

  protected signOut(): void {
    this.api.signOut().subscribe(() => void this.router.navigateByUrl('/sign-in'));
  }
}
