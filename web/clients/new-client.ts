import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { firstValueFrom } from 'rxjs';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import type { NewSite } from '@core/api/sites';
import { breakpointSets } from '@core/document/ready-made/breakpoint-sets';
import { newSite } from '@core/document/ready-made/new-site';
import { readyLooks } from '@core/document/ready-made/looks';
import { pageFrom, readyPages } from '@core/document/ready-made/ready-pages';
import { hostFor } from '@core/document/slug';
import type { Site } from '@core/document/site';
import { PageChoice } from '../drawing/page-choice';
import { Api, failureOf } from '../services/api';
import { OwnId } from '../services/own-id';
import { resultOf } from '../services/work-steps';
import { HostField } from './host-field';
import { languages } from '../services/languages';
import { LineField } from '../theme/line-field';

/** What shows most of a look. */
const servicesPage = readyPages.find((one) => one.id === 'services')!; // one that ships

/** What a new client begins with; of a copy, its name and host name alone. */
@Component({
  selector: 'fold-new-client',
  imports: [FormsModule, Button, HostField, LineField, PageChoice, Select],
  templateUrl: './new-client.html',
  styleUrls: ['../theme/form.css', './new-client.css'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewClient {
  /** The site that is copied; none for a client that begins anew. */
  readonly copyOf = input<Site>();
  /** The new site’s id, or nothing where it was cancelled. */
  readonly done = output<string | undefined>();
  private readonly api = inject(Api);

  protected readonly languages = languages;
  protected readonly sets = [...breakpointSets];
  protected readonly name = signal('');
  protected readonly host = signal('');
  protected readonly hostTouched = signal(false);
  protected readonly hostProblem = signal<string | undefined>(undefined);
  protected readonly language = signal('en');
  protected readonly breakpoints = signal(breakpointSets[0]!.id);
  protected readonly look = signal<string | undefined>(readyLooks[0]?.name);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);
  /** Each look on the same page. */
  protected readonly looks = computed(() => {
    const facts = { id: 'drawn', name: this.name() || 'Client', host: 'drawn', language: 'en' };
    const plain = { name: 'Plain', value: undefined };
    return [...readyLooks.map(({ name }) => ({ name, value: name as string | undefined })), plain].map((one) => {
      const site = newSite({ ...facts, breakpoints: breakpointSets[0]!.id, look: one.value });
      return { ...one, site, page: this.drawn(site) };
    });
  });

  private readonly request = new OwnId();
  private readonly pages = new Map<string, ReturnType<typeof pageFrom>>();
  /** A page to draw a look on: the same for each while the dialog is open. */
  private drawn(site: Site): ReturnType<typeof pageFrom> {
    const known = this.pages.get('');
    const page = known ?? pageFrom(site, servicesPage, { id: 'drawn', title: 'A headline in few words', path: '/' });
    this.pages.set('', page);
    return page;
  }

  protected setName(name: string): void {
    this.name.set(name);
    if (!this.hostTouched()) this.host.set(hostFor(name));
  }

  protected async confirm(): Promise<void> {
    if (this.busy()) return;
    const name = this.name().trim();
    if (name === '') return this.problem.set('A client needs a name.');
    if (this.host() === '') return this.problem.set('The site needs a host name.');
    if (this.hostProblem() !== undefined) return this.problem.set(this.hostProblem());
    this.busy.set(true);
    this.problem.set(undefined);
    try {
      this.done.emit(await this.make(name, this.host()));
    } catch (error) {
      this.problem.set(failureOf(error).problem);
    } finally {
      this.busy.set(false);
    }
  }

  private async make(name: string, host: string): Promise<string> {
    const original = this.copyOf();
    if (original) return (await resultOf(this.api.copySite(original.id, { name, host }))).id;
    const look = this.look();
    const wanted: NewSite = {
      ...{ name, host, language: this.language(), breakpoints: this.breakpoints(), home: name },
      ...(look !== undefined && { look }),
    };
    const request = this.request.of(JSON.stringify(wanted));
    return (await firstValueFrom(this.api.newSite({ ...wanted, request }))).id;
  }
}
