import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import { TableModule } from 'primeng/table';
import type { PageEntry } from '@core/api/sites';
import { applyBatch } from '@core/document/edits/batch';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { pageOfLink } from '@core/document/kinds/link';
import { oldAddress, readableAddress } from '@core/document/links/old-address';
import { leadsTo } from '@core/document/links/redirects';
import { Problem } from '@core/document/problem';
import { PageSession } from '../services/page-session';
import { LineField } from '../theme/line-field';
import { RedirectList } from './redirect-list';

const address = 'address';

/** Where paths of a site lead that no page is found at. */
@Component({
  selector: 'fold-redirects-table',
  imports: [FormsModule, Button, LineField, RedirectList, Select, TableModule],
  template: `
    <p class="soft">
      Visitors who ask for one of these old addresses are led on, once something is published. A page at the path comes
      first, unless the old address has a query, as in /?page_id=3. Old paths of pages that move need no redirect here.
    </p>
    @if (session.mayBuild()) {
      <form (ngSubmit)="add()">
        <div>
          <fold-line-field
            field="redirect-from"
            label="From"
            [spellcheck]="false"
            placeholder="/about.html"
            [(value)]="from"
          />
        </div>
        <div>
          <label for="redirect-to">To</label>
          <p-select
            [options]="targets()"
            optionLabel="words"
            optionValue="link"
            [filter]="true"
            filterBy="words"
            appendTo="body"
            [ngModel]="to()"
            (ngModelChange)="to.set($event)"
            name="to"
            inputId="redirect-to"
            placeholder="A page, or an address"
          />
        </div>
        @if (to() === 'address') {
          <div>
            <fold-line-field
              field="redirect-address"
              label="Address"
              [spellcheck]="false"
              placeholder="https://… or /path"
              [(value)]="typed"
            />
          </div>
        }
        <p-button type="submit" label="Add" icon="pi pi-plus" size="small" />
      </form>
      @if (problem(); as sentence) {
        <p class="problem" role="alert">{{ sentence }}</p>
      }
      <fold-redirect-list [pages]="pages()" />
    }
    <p-table [value]="rows()" dataKey="from" size="small" stripedRows>
      <ng-template #header>
        <tr>
          <th scope="col">From</th>
          <th scope="col">To</th>
          <th scope="col">State</th>
          <th scope="col"><span class="visually-hidden">Actions</span></th>
        </tr>
      </ng-template>
      <ng-template #body let-row>
        <tr [attr.data-redirect]="row.from">
          <td class="path">{{ row.address }}</td>
          <td>{{ row.words }}</td>
          <td [class.problem]="row.trouble !== ''" class="soft">{{ row.trouble }}</td>
          <td class="do">
            @if (session.mayBuild()) {
              <p-button label="Delete" [text]="true" size="small" severity="secondary" (onClick)="remove(row.from)" />
            }
          </td>
        </tr>
      </ng-template>
      <ng-template #emptymessage>
        <tr>
          <td colspan="4">No redirect yet.</td>
        </tr>
      </ng-template>
    </p-table>
  `,
  styles: `
    .soft {
      color: var(--ink-soft);
    }
    .problem {
      color: var(--madder);
    }
    form {
      display: flex;
      align-items: end;
      gap: 12px;
      margin: 14px 0;
    }
    form div {
      display: grid;
      gap: 4px;
    }
    form div:nth-child(2) {
      min-width: 320px;
    }
    p-table {
      display: block;
      margin-top: 14px;
      background: var(--sheet);
      box-shadow: 0 0 0 1px var(--line);
    }
    .path {
      font: 12px var(--values);
    }
    .do {
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RedirectsTable {
  readonly pages = input.required<readonly PageEntry[]>();
  protected readonly session = inject(PageSession);
  protected readonly from = signal('');
  protected readonly to = signal<string | undefined>(undefined);
  protected readonly typed = signal('');
  protected readonly problem = signal<string | undefined>(undefined);

  protected readonly targets = computed(() => [
    ...this.pages().map(({ id, title, path }) => ({ words: `${title} · ${path}`, link: `page:${id}` })),
    { words: 'An address …', link: address },
  ]);

  protected readonly rows = computed(() => {
    const redirects = this.session.site()?.redirects ?? {};
    const pages = this.pages();
    const paths = Object.fromEntries(pages.map(({ id, path }) => [id, path]));
    return Object.entries(redirects).map(([from, to]) => ({
      from,
      address: readableAddress(from),
      words: this.wordsOf(to),
      trouble: pages.some((one) => one.path === from)
        ? 'There is a page at this path: it comes first.'
        : leadsTo(redirects, paths, from) === undefined
          ? 'There is nothing at its end.'
          : '',
    }));
  });

  private wordsOf(link: string): string {
    const named = pageOfLink(link);
    if (!named) return link;
    const page = this.pages().find((one) => one.id === named.page);
    return page ? `${page.title} · ${page.path}` : 'A page that has been deleted';
  }

  protected add(): void {
    const [from, chosen] = [this.typedAddress(), this.to()];
    if (from === undefined) return;
    if (chosen === undefined) return this.problem.set('Choose where it leads.');
    const value = chosen === address ? this.typed().trim() : chosen;
    if (this.apply({ do: 'set', on: 'site', field: ['redirects', from], value })) {
      this.from.set('');
      this.typed.set('');
      this.to.set(undefined);
    }
  }

  /** Returns the typed old address. If it is invalid, shows the reason beside the form and returns undefined. */
  private typedAddress(): string | undefined {
    try {
      return oldAddress(this.from());
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.problem.set(error.message);
      return undefined;
    }
  }

  protected remove(from: string): void {
    this.apply({ do: 'set', on: 'site', field: ['redirects', from] });
  }

  /** Applies an edit, or says beside the form why it cannot be. */
  private apply(edit: SiteEdit): boolean {
    const [site, page] = [this.session.site(), this.session.page()];
    if (!site || !page) return false;
    this.problem.set(undefined);
    try {
      applyBatch({ site, page }, [edit]);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.problem.set(error.message);
      return false;
    }
    return this.session.apply([edit]);
  }
}
