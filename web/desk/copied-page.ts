import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  model,
  OnInit,
  signal,
} from '@angular/core';
import { FormsModule } from '@angular/forms';
import { map, of } from 'rxjs';
import { Select } from 'primeng/select';
import type { PageEntry, WouldBring } from '@core/api/sites';
import type { Site } from '@core/document/site';
import { PageDrawing } from '../drawing/page-drawing';
import { Api } from '../services/api';
import { loaded } from '../services/loaded';
import { OneOf } from '../theme/one-of';

/** The page that is copied, and of which site it is. */
export interface Copied {
  readonly id: string;
  readonly title: string;
  readonly isOfOtherSite: boolean;
}

const counted = (count: number, one: string, many: string): string[] =>
  count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];

const listed = (all: readonly string[]): string =>
  all.length < 2 ? (all[0] ?? '') : `${all.slice(0, -1).join(', ')} and ${all.at(-1)}`;

const quoted = (names: readonly string[]): string =>
  listed([...names.slice(0, 6).map((name) => `“${name}”`), ...counted(Math.max(names.length - 6, 0), 'more', 'more')]);

/** The page a new one is copied from, of this site or of another, with what a copy brings from there. */
@Component({
  selector: 'fold-copied-page',
  imports: [FormsModule, OneOf, PageDrawing, Select],
  template: `
    <div class="pair">
      <p-select
        [options]="sites()"
        optionLabel="name"
        optionValue="id"
        [filter]="sites().length > 8"
        filterBy="name"
        appendTo="body"
        [ngModel]="from()"
        (ngModelChange)="look($event)"
        name="copySite"
        ariaLabel="The site it is copied from"
        fluid
      />
      <p-select
        [options]="copies()"
        appendTo="body"
        optionLabel="words"
        optionValue="id"
        [filter]="true"
        filterBy="words"
        appendTo="body"
        [ngModel]="chosen()?.id"
        (ngModelChange)="choose($event)"
        name="copyOf"
        placeholder="Which page"
        emptyMessage="No page yet"
        ariaLabel="The page that is copied"
        fluid
      />
    </div>
    @if (chosen() && drawn(); as facts) {
      <div class="shown">
        <fold-page-drawing [site]="facts.site" [page]="facts.page" [width]="252" />
        @if (would(); as would) {
          <div data-brings>
            <p>{{ brings() }}</p>
            @if (clashing(); as names) {
              <p>
                Both sites have {{ names }}, and not alike. The copy uses
                <fold-one-of
                  [choices]="ways"
                  label="Where both sites have something of one name"
                  [(chosen)]="onClash"
                />
              </p>
            }
            @if (would.without.length > 0) {
              <p class="warn">What is set at {{ without() }} isn’t copied: this site has no breakpoint on that side.</p>
            }
          </div>
        }
      </div>
    }
  `,
  styles: `
    :host,
    .shown > div {
      display: grid;
      gap: 8px;
      align-content: start;
    }
    .pair,
    .shown {
      display: grid;
      grid-template-columns: 252px 1fr;
      gap: 12px;
    }
    fold-page-drawing {
      box-shadow: 0 0 0 1px var(--line);
      background: #fff;
      pointer-events: none;
    }
    p {
      margin: 0;
    }
    .warn {
      color: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CopiedPage implements OnInit {
  readonly site = input.required<Site>();
  readonly pages = input.required<readonly PageEntry[]>();
  /** The page to begin with, where one is said. */
  readonly original = input<PageEntry>();
  readonly chosen = model.required<Copied | undefined>();
  /** Where both sites have something of one name that is not alike: this site’s, or both. */
  readonly onClash = model.required<'here' | 'both'>();
  private readonly api = inject(Api);

  protected readonly ways = [
    { id: 'here', word: 'this site’s' },
    { id: 'both', word: 'its own, renamed' },
  ] as const;
  protected readonly from = linkedSignal(() => this.site().id);
  private readonly cards = loaded(signal(undefined), () => this.api.clients()).value;
  protected readonly sites = computed(() => [
    { id: this.site().id, name: 'This site' },
    ...(this.cards() ?? []).flatMap(({ site: { id, name } }) => (id === this.site().id ? [] : [{ id, name }])),
  ]);
  private readonly there = loaded(this.from, (id) =>
    id === this.site().id ? of(this.pages()) : this.api.desk(id).pipe(map(({ pages }) => pages)),
  ).value;
  protected readonly copies = computed(() =>
    (this.there() ?? []).map(({ id, title, path }) => ({ id, words: `${title} · ${path}` })),
  );
  private readonly page = computed(() => this.chosen()?.id);
  protected readonly drawn = loaded(this.page, (id) => (id === undefined ? of(undefined) : this.api.page(id))).value;
  protected readonly would = loaded(this.page, (id) =>
    id === undefined || !this.chosen()?.isOfOtherSite
      ? of<WouldBring | undefined>(undefined)
      : this.api.wouldBring(this.site().id, id),
  ).value;
  protected readonly brings = computed(() => {
    const brings = this.would()?.brings;
    const all = brings && [
      ...counted(brings.pictures, 'picture', 'pictures'),
      ...counted(brings.downloads, 'file', 'files'),
      ...counted(brings.faces, 'typeface file', 'typeface files'),
      ...counted(brings.classes, 'class', 'classes'),
      ...counted(brings.tokens, 'token', 'tokens'),
    ];
    return !all || all.length === 0 ? 'This site has all that the page uses.' : `It brings ${listed(all)}.`;
  });
  protected readonly clashing = computed(() => {
    const { classes = [], tokens = [] } = this.would()?.clashes ?? {};
    return quoted([...classes, ...tokens]);
  });
  protected readonly without = computed(() => quoted(this.would()?.without ?? []));

  ngOnInit(): void {
    const original = this.original();
    if (original) this.chosen.set({ id: original.id, title: original.title, isOfOtherSite: false });
  }

  protected look(site: string): void {
    this.from.set(site);
    this.there.set([]);
    this.forget();
    this.chosen.set(undefined);
  }

  protected choose(id: string): void {
    const page = this.there()?.find((one) => one.id === id);
    if (!page) return;
    this.forget();
    this.chosen.set({ id, title: page.title, isOfOtherSite: this.from() !== this.site().id });
  }

  private forget(): void {
    this.drawn.set(undefined);
    this.would.set(undefined);
  }
}
