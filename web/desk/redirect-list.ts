import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Button } from 'primeng/button';
import { Textarea } from 'primeng/textarea';
import type { PageEntry } from '@core/api/sites';
import type { RejectedRow } from '@core/document/links/redirect-list';
import type { SiteEdit } from '@core/document/edits/site-edit';
import { PageSession } from '../services/page-session';

/** Adds redirects from a pasted list. Keeps the rejected rows in the field and lists the reasons below it. */
@Component({
  selector: 'fold-redirect-list',
  imports: [FormsModule, Button, Textarea],
  template: `
    <details>
      <summary>Paste a list</summary>
      <form (ngSubmit)="add()">
        <label for="redirect-list">Old and new addresses, a pair in each line, or CSV</label>
        <textarea
          pTextarea
          id="redirect-list"
          name="list"
          rows="6"
          spellcheck="false"
          placeholder="/about.html → /our-story&#10;/p?id=3 → /fares"
          [ngModel]="text()"
          (ngModelChange)="text.set($event)"
        ></textarea>
        <div><p-button type="submit" label="Add the list" icon="pi pi-plus" size="small" /></div>
      </form>
      @if (added(); as sentence) {
        <p role="status">{{ sentence }}</p>
      }
      @if (rejected().length > 0) {
        <div role="alert">
          <ul>
            @for (one of listed(); track $index) {
              <li>{{ one.text }}: {{ one.reason }}</li>
            }
            @if (rejected().length > listed().length) {
              <li>and {{ rejected().length - listed().length }} more</li>
            }
          </ul>
        </div>
      }
    </details>
  `,
  styles: `
    summary {
      cursor: pointer;
      width: fit-content;
    }
    form {
      display: grid;
      gap: 6px;
      margin: 10px 0;
      max-width: 680px;
    }
    textarea {
      font: 12px/1.6 var(--values);
    }
    p {
      margin: 0;
    }
    ul {
      margin: 6px 0 0;
      padding-left: 18px;
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RedirectList {
  readonly pages = input.required<readonly PageEntry[]>();
  private readonly session = inject(PageSession);
  protected readonly text = signal('');
  protected readonly added = signal<string | undefined>(undefined);
  protected readonly rejected = signal<readonly RejectedRow[]>([]);

  /** The first rejected rows, shortened: a list may hold thousands, or one line of 500 kB. */
  protected readonly listed = computed(() =>
    this.rejected()
      .slice(0, 20)
      .map(({ text, reason }) => ({ text: text.length > 120 ? `${text.slice(0, 120)}…` : text, reason })),
  );

  protected async add(): Promise<void> {
    const { readRedirectList } = await import('@core/document/links/redirect-list');
    const pages = Object.fromEntries(this.pages().map(({ id, path }) => [id, path]));
    const { redirects, rejected } = readRedirectList(this.text(), {
      redirects: this.session.site()?.redirects ?? {},
      pages,
    });
    const edits = Object.entries(redirects).map(([from, value]): SiteEdit => ({
      do: 'set',
      on: 'site',
      field: ['redirects', from],
      value,
    }));
    if (edits.length > 0 && !this.session.apply(edits)) return;
    this.text.set(rejected.map((one) => one.text).join('\n'));
    this.rejected.set(rejected);
    this.added.set(edits.length === 1 ? '1 redirect added.' : `${edits.length} redirects added.`);
  }
}
