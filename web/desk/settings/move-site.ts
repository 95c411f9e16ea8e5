import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import type { FormerHosts } from '@core/api/sites';
import { HostField } from '../../clients/host-field';
import { Api, failureOf } from '../../services/api';
import { loaded } from '../../services/loaded';
import { PageSession } from '../../services/page-session';
import { resultOf } from '../../services/work-steps';
import { Asking } from '../../theme/asking';

/** The address of a site: a move to another, and those it had before. */
@Component({
  selector: 'fold-move-site',
  imports: [Asking, Button, HostField],
  templateUrl: './move-site.html',
  styleUrl: './move-site.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MoveSite {
  readonly site = input.required<string>();
  readonly host = input.required<string>();
  readonly disabled = input(false);
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);
  private readonly session = inject(PageSession);

  private readonly known = loaded(this.site, (site) => this.api.hosts(site));
  protected readonly former = computed((): FormerHosts['former'] => this.known.value()?.former ?? []);
  protected readonly isLive = computed(() => this.known.value()?.isLive === true);
  protected readonly address = computed(() => this.known.value()?.live ?? '');
  protected readonly moving = signal(false);
  protected readonly wanted = signal('');
  protected readonly hostProblem = signal<string | undefined>(undefined);
  protected readonly problem = signal<string | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly left = signal<string | undefined>(undefined);
  /** The address as it would be. */
  protected readonly next = computed(() => this.address().replace(`//${this.host()}.`, `//${this.wanted()}.`));

  protected begin(): void {
    this.wanted.set(this.host());
    this.problem.set(undefined);
    this.moving.set(true);
  }

  protected async move(): Promise<void> {
    const host = this.wanted();
    if (this.busy()) return;
    if (host === '') return this.problem.set('The site needs a host name.');
    if (this.hostProblem() !== undefined) return this.problem.set(this.hostProblem());
    if (host === this.host()) return this.moving.set(false);
    await this.attempt(async () => {
      await resultOf(this.api.moveSite(this.site(), host));
      await this.session.catchUp();
      this.moving.set(false);
      this.messages.add({ severity: 'success', detail: `The site is at ${this.next()} now.`, life: 5000 });
    });
  }

  protected async giveUp(): Promise<void> {
    const host = this.left();
    if (host === undefined || this.busy()) return;
    await this.attempt(async () => {
      await firstValueFrom(this.api.giveUpHost(this.site(), host), { defaultValue: undefined });
      this.left.set(undefined);
    });
  }

  private async attempt(what: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      await what();
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
      this.known.reload();
    }
  }
}
