import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { MessageService } from 'primeng/api';
import { Button } from 'primeng/button';
import { Select } from 'primeng/select';
import type { PageEntry } from '@core/api/sites';
import { intoFrame } from '@core/document/commands/frames';
import { addressed } from '@core/document/edits/addressed';
import type { Documents } from '@core/document/edits/batch';
import type { AnyEdit } from '@core/document/edits/site-edit';
import { Problem } from '@core/document/problem';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { Api, failureOf } from '../services/api';
import { storeOnPage } from '../services/page-not-open';
import { Asking } from '../theme/asking';
import { MenuChoice, putInMenus } from './menu-choice';
import { Tick } from '../theme/tick';

type What = 'menu' | 'frame' | 'delete';

const words: Readonly<Record<What, string>> = {
  menu: 'Put in a menu',
  frame: 'Change page frame',
  delete: 'Delete',
};

const counted = (count: number): string => `${count} ${count === 1 ? 'page' : 'pages'}`;

/** What is done to several pages of a site at once. */
@Component({
  selector: 'fold-several-pages',
  imports: [Asking, Button, Tick, FormsModule, MenuChoice, RouterLink, Select],
  template: `
    <div class="bar" role="group" aria-label="The pages that are chosen" data-several>
      <span aria-live="polite">{{ count() }} chosen</span>
      <a [routerLink]="['/sites', site().id, 'publish']" [queryParams]="{ only: ids() }">Publish</a>
      <p-button label="Put in a menu" [text]="true" size="small" (onClick)="begin('menu')" />
      @if ((site().frames ?? []).length > 0) {
        <p-button label="Change page frame" [text]="true" size="small" (onClick)="begin('frame')" />
      }
      <p-button label="Delete" [text]="true" size="small" severity="secondary" (onClick)="begin('delete')" />
      <p-button
        class="none"
        label="Choose none"
        [text]="true"
        size="small"
        severity="secondary"
        (onClick)="done.emit()"
      />
    </div>
    <fold-asking
      [heading]="heading()"
      [open]="doing() !== undefined"
      [word]="doing() ? words[doing()!] : ''"
      [busy]="busy()"
      [stops]="(doing() === 'menu' && menus().length === 0) || (doing() === 'delete' && withHome() && !homeGoes())"
      [problem]="problem()"
      (confirmed)="confirm()"
      (closed)="close()"
    >
      @switch (doing()) {
        @case ('menu') {
          <fold-menu-choice [site]="site()" [(chosen)]="menus" />
        }
        @case ('frame') {
          <p-select
            [options]="frames()"
            optionLabel="name"
            optionValue="id"
            appendTo="body"
            [ngModel]="frame()"
            (ngModelChange)="frame.set($event)"
            name="frame"
            ariaLabel="Page frame"
          />
          @if (frame() !== '') {
            <fold-tick field="several-replacing" [(on)]="replacing"
              >Remove the headers and footers these pages have of their own</fold-tick
            >
          }
        }
        @case ('delete') {
          <p>They wait among the deleted pages for thirty days, and can be brought back.</p>
          @if (live() > 0) {
            <p class="warn">{{ live() === 1 ? 'One of them is' : live() + ' of them are' }} live.</p>
            <fold-tick field="all-at-once" [(on)]="atOnce">Take what is live offline at once</fold-tick>
          }
          @if (withHome()) {
            <p class="warn">
              The home page is among them: whoever types the address of the site finds nothing until another page is at
              /.
            </p>
            <fold-tick field="several-home-goes" [(on)]="homeGoes">Delete the home page, too</fold-tick>
          }
        }
      }
    </fold-asking>
  `,
  styles: `
    .bar {
      display: flex;
      align-items: center;
      gap: 12px;
      padding: 4px 12px;
      background: var(--madder-wash);
    }
    .bar > span {
      font-weight: 600;
    }
    a {
      padding: 4px 8px;
      color: var(--madder);
      font-weight: 600;
      text-decoration: none;
    }
    a:hover {
      text-decoration: underline;
    }
    .none {
      margin-left: auto;
    }
    p {
      margin: 0;
    }
    .warn {
      color: #8a5a06;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeveralPages {
  readonly site = input.required<Site>();
  readonly pages = input.required<readonly PageEntry[]>();
  /** Something was done, or nothing is wanted any more: none is chosen then. */
  readonly done = output<void>();
  private readonly api = inject(Api);
  private readonly messages = inject(MessageService);

  protected readonly words = words;
  protected readonly count = computed(() => counted(this.pages().length));
  protected readonly ids = computed(() =>
    this.pages()
      .map((one) => one.id)
      .join(','),
  );
  protected readonly live = computed(() => this.pages().filter((one) => one.live !== null).length);
  protected readonly doing = signal<What | undefined>(undefined);
  protected readonly heading = computed(() => {
    const doing = this.doing();
    return doing === undefined ? '' : `${words[doing]}: ${this.count()}`;
  });
  protected readonly menus = signal<readonly string[]>([]);
  protected readonly frames = computed(() => [
    ...(this.site().frames ?? []).map(({ id, name }) => ({ id, name })),
    { id: '', name: 'No page frame' },
  ]);
  protected readonly frame = signal('');
  protected readonly replacing = signal(true);
  protected readonly atOnce = signal(true);
  protected readonly withHome = computed(() => this.pages().some((one) => one.path === '/'));
  /** Whether it was confirmed that the home page goes. */
  protected readonly homeGoes = signal(false);
  protected readonly busy = signal(false);
  protected readonly problem = signal<string | undefined>(undefined);

  protected begin(what: What): void {
    this.menus.set([]);
    this.frame.set(this.frames()[0]!.id);
    this.atOnce.set(true);
    this.homeGoes.set(false);
    this.replacing.set(true);
    this.problem.set(undefined);
    this.doing.set(what);
  }

  protected close(): void {
    if (!this.busy()) this.doing.set(undefined);
  }

  /** Does it to one page after the other, so that what is done is done, and says which it could not be done to. */
  protected async confirm(): Promise<void> {
    const doing = this.doing();
    if (doing === undefined || this.busy()) return;
    this.busy.set(true);
    const failed: string[] = [];
    for (const page of this.pages())
      try {
        await this.carryOut(doing, page);
      } catch (error) {
        const says = error instanceof Problem ? error.message : failureOf(error).problem;
        failed.push(`“${page.title}”: ${says}`);
      }
    this.busy.set(false);
    this.doing.set(undefined);
    for (const detail of failed) this.messages.add({ severity: 'error', detail, life: 12_000 });
    this.done.emit();
  }

  private async carryOut(what: What, { id, live }: PageEntry): Promise<void> {
    if (what === 'menu') return putInMenus(this.api, id, this.menus());
    if (what === 'delete')
      return firstValueFrom(this.api.deletePage(id, live !== null && !this.atOnce() ? { staysLive: true } : {}));
    await storeOnPage(this.api, id, (documents) => this.framing(documents));
  }

  private framing({ site, page }: Documents): readonly AnyEdit[] {
    const found = site.frames?.find((one) => one.id === this.frame());
    if (!found && this.frame() !== '') throw new Problem('The site no longer has this page frame.', { field: 'frame' });
    const replacing = found !== undefined && this.replacing();
    return addressed({ site, page }, intoFrame(seenPage(site, page), found, { replacing })).edits;
  }
}
