import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import type { Members } from '@core/api/members';
import { roles, roleWords, type Role } from '@core/api/roles';
import { Api, failureOf } from '../../services/api';
import { SiteHead } from '../site-head';
import { loaded } from '../../services/loaded';
import { LineField } from '../../theme/line-field';
import { NotShown } from '../../theme/not-shown';
import { Asking } from '../../theme/asking';
import { byId } from '../../theme/by-id';
import { Tick } from '../../theme/tick';

type Member = Members['people'][number];

/** Who works on a client's site, as what, and who is invited to. */
@Component({
  selector: 'fold-people',
  imports: [Asking, NotShown, ...[DatePipe, FormsModule, Button, Tick, LineField, Select], ...[SiteHead, TableModule]],
  templateUrl: './people.html',
  styleUrls: ['../desk-screen.css', './people.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class People {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly messages = inject(MessageService);

  private readonly loaded = loaded(this.site, (site) => this.api.members(site));
  protected readonly members = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly people = computed(() => [...(this.members()?.people ?? [])]);
  protected readonly invited = computed(() => [...(this.members()?.invited ?? [])]);
  protected readonly isOwner = computed(() => this.members()?.mine === 'owner');
  protected readonly roleOptions = roles.map((role) => ({ role, ...roleWords[role] }));

  protected readonly inviting = signal(false);
  protected readonly leaving = signal<Member | undefined>(undefined);
  protected readonly email = signal('');
  protected readonly role = signal<Role>('editor');
  protected readonly studio = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected readonly byId = byId;
  protected nameOf = (role: Role): string => roleWords[role].name;
  protected mayOf = (role: Role): string => roleWords[role].may;

  protected begin(): void {
    this.email.set('');
    this.role.set('editor');
    this.studio.set(false);
    this.problem.set(undefined);
    this.inviting.set(true);
  }

  protected async invite(): Promise<void> {
    if (this.busy()) return;
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      await this.send({ email: this.email().trim(), role: this.role(), ...(this.studio() && { studio: true }) });
      this.inviting.set(false);
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  private async send(invitation: Parameters<Api['invite']>[1]): Promise<void> {
    const sent = await firstValueFrom(this.api.invite(this.site(), invitation));
    this.loaded.reload();
    if (sent) this.messages.add({ severity: 'success', detail: `The invitation is sent to ${invitation.email}.` });
    else
      this.messages.add({
        severity: 'warn',
        detail: 'The mail server can’t be reached. The invitation is kept: send it again later.',
        life: 10_000,
      });
  }

  protected again({ email, role, studio }: Members['invited'][number]): void {
    void this.attempt(() => this.send({ email, role, ...(studio && { studio }) }));
  }

  protected takeBack(id: string): void {
    void this.attempt(() => firstValueFrom(this.api.uninvite(this.site(), id)));
  }

  protected change(account: string, role: Role): void {
    void this.attempt(() => firstValueFrom(this.api.changeRole(this.site(), account, role)));
  }

  protected async remove(): Promise<void> {
    const member = this.leaving();
    if (!member || this.busy()) return;
    this.busy.set(true);
    const done = await this.attempt(() => firstValueFrom(this.api.removeMember(this.site(), member.id)));
    this.busy.set(false);
    this.leaving.set(undefined);
    if (done && member.own) await this.router.navigateByUrl('/');
  }

  /** Does something and shows the people as they are then, also where it was refused. */
  private async attempt(what: () => Promise<unknown>): Promise<boolean> {
    try {
      await what();
      return true;
    } catch (error) {
      this.messages.add({ severity: 'error', detail: failureOf(error).problem, life: 8000 });
      return false;
    } finally {
      this.loaded.reload();
    }
  }
}
