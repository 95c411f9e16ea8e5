import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { PlainRequest } from '@core/api/taking-away';
import { Api } from '../services/api';
import { loaded } from '../services/loaded';
import { LineField } from '../theme/line-field';
import { SiteHead } from './site-head';
import { NotShown } from '../theme/not-shown';

/** Lets a browser save what an address answers with. */
function save(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

/** A site leaves: as plain files for any host, or as an archive to go on working with. */
@Component({
  selector: 'fold-take-away',
  imports: [NotShown, FormsModule, Button, LineField, SiteHead],
  templateUrl: './take-away.html',
  styleUrls: ['./desk-screen.css', './take-away.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TakeAway {
  /** The site's id, from the address. */
  readonly site = input.required<string>();
  private readonly api = inject(Api);
  private readonly loaded = loaded(this.site, (site) => this.api.desk(site));
  protected readonly facts = this.loaded.value;
  protected readonly failure = this.loaded.failure;
  protected readonly pages = computed(() => this.facts()?.pages ?? []);
  protected readonly live = computed(() => this.pages().filter((one) => one.live !== null));
  protected readonly which = linkedSignal<'live' | 'now'>(() => (this.live().length > 0 ? 'live' : 'now'));
  protected readonly address = signal('');
  protected readonly problem = signal<string | undefined>(undefined);

  protected count = (pages: readonly unknown[]): string => `${pages.length} ${pages.length === 1 ? 'page' : 'pages'}`;

  protected savePlain(): void {
    const address = this.address().trim();
    const wanted = PlainRequest.safeParse({ as: this.which(), ...(address !== '' && { address }) });
    this.problem.set(wanted.success ? undefined : wanted.error.issues[0]?.message);
    if (!wanted.success) return;
    const { as, address: at = '' } = wanted.data;
    save(`/api/sites/${this.site()}/files?${new URLSearchParams({ as, ...(at !== '' && { address: at }) })}`);
  }

  protected saveArchive(): void {
    save(`/api/sites/${this.site()}/archive`);
  }
}
