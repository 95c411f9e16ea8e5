import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { Select } from 'primeng/select';
import type { ReleaseList } from '@core/api/releases';
import { Api } from '../../services/api';
import { ChangeList } from '../../theme/change-list';
import { loaded } from '../../services/loaded';

const wordsOf = { new: 'new', gone: 'no longer there', changed: 'changed', same: 'the same' } as const;

/** What differs between a release and another: how the site looks, and page by page. */
@Component({
  selector: 'fold-compare-releases',
  imports: [ChangeList, FormsModule, Select],
  template: `
    <label for="compare-with">Release {{ number() }} against</label>
    <p-select
      inputId="compare-with"
      [options]="others()"
      optionLabel="words"
      optionValue="number"
      appendTo="body"
      [ngModel]="before()"
      (ngModelChange)="before.set($event)"
    />
    @if (loaded.failure(); as failed) {
      <p class="problem" role="alert">{{ failed.problem }}</p>
    } @else if (shown(); as found) {
      <div class="found" data-compared>
        @if (found.site.length > 0) {
          <details open>
            <summary>
              The look of the site <span class="soft">{{ found.site.length }}</span>
            </summary>
            <fold-change-list [changes]="found.site" />
          </details>
        }
        @for (page of found.pages; track page.id) {
          @if (page.changes.length > 0) {
            <details>
              <summary>
                {{ page.title }} <span class="soft">{{ page.path }} · {{ page.says }}</span>
              </summary>
              <fold-change-list [changes]="page.changes" />
            </details>
          } @else {
            <p>
              {{ page.title }} <span class="soft">{{ page.path }} · {{ page.says }}</span>
            </p>
          }
        }
      </div>
    } @else {
      <p role="status">Comparing …</p>
    }
  `,
  styleUrl: './compare-releases.css',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompareReleases {
  readonly site = input.required<string>();
  readonly number = input.required<number>();
  readonly releases = input.required<ReleaseList['releases']>();
  private readonly api = inject(Api);

  protected readonly others = computed(() =>
    this.releases()
      .filter((one) => one.number !== this.number())
      .map(({ number, name }) => ({ number, words: name === '' ? `Release ${number}` : `Release ${number}, ${name}` })),
  );
  /** The one it is compared with: at first the one before it. */
  protected readonly before = linkedSignal(() => {
    const numbers = this.others().map((one) => one.number);
    return numbers.find((one) => one < this.number()) ?? numbers.at(-1) ?? this.number();
  });
  private readonly pair = computed(() => ({ site: this.site(), number: this.number(), before: this.before() }));
  protected readonly loaded = loaded(this.pair, ({ site, number, before }) =>
    this.api.compareReleases(site, number, before),
  );
  protected readonly shown = computed(() => {
    const found = this.loaded.value();
    return (
      found && {
        site: found.site,
        pages: found.pages.map((page) => ({
          ...page,
          says: page.is === 'changed' ? `${page.count} ${page.count === 1 ? 'change' : 'changes'}` : wordsOf[page.is],
        })),
      }
    );
  });
}
