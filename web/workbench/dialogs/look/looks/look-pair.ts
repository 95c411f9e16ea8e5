import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { of } from 'rxjs';
import { Button } from 'primeng/button';
import type { Breakpoint } from '@core/document/breakpoint';
import type { Page } from '@core/document/page';
import { seenPage } from '@core/document/seen/seen-page';
import type { Site } from '@core/document/site';
import { PageFrame } from '../../../../drawing/page-frame';
import { Api } from '../../../../services/api';

/** So wide and high each drawing is at most, in px. */
const drawn = { width: 440, height: 300 };

/**
 * One page of the site as it is and as it would be, drawn small; another than the open one is fetched when it comes
 * into view.
 */
@Component({
  selector: 'fold-look-pair',
  imports: [Button, PageFrame],
  template: `
    @if (page.error()) {
      <p role="alert">
        This page could not be loaded.
        <p-button size="small" [text]="true" label="Try again" (onClick)="page.reload()" />
      </p>
    } @else if (pair(); as both) {
      @for (one of both; track $index) {
        <figure>
          <figcaption>{{ $first ? 'Before' : 'After' }}</figcaption>
          <fold-page-frame
            [site]="one.site"
            [page]="one.page"
            [screen]="at().preview"
            [cut]="cut()"
            [style.width.px]="wide()"
            [style.height.px]="high()"
            [attr.data-after]="$last ? '' : null"
          />
        </figure>
      }
    } @else {
      <p role="status">Loading the page …</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 16px;
      min-height: 320px;
    }
    figure {
      margin: 0;
    }
    figcaption {
      margin-bottom: 4px;
      color: var(--ink-soft);
    }
    fold-page-frame {
      border: 1px solid var(--line);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LookPair {
  private readonly api = inject(Api);
  readonly pageId = input.required<string>();
  /** The page where it is the one that is open. */
  readonly open = input<Page>();
  readonly before = input.required<Site>();
  readonly after = input.required<Site>();
  readonly at = input.required<Breakpoint>();

  protected readonly page = rxResource({
    params: () => ({ id: this.pageId(), open: this.open() }),
    stream: ({ params: { id, open } }) => (open ? of(undefined) : this.api.page(id)),
  });
  protected readonly pair = computed(() => {
    const fetched = this.page.hasValue() ? this.page.value()?.page : undefined;
    const page = this.open() ?? (fetched && seenPage(this.before(), fetched)); // the open one is seen already
    return page && [this.before(), this.after()].map((site) => ({ site, page }));
  });
  protected readonly cut = computed(() => ({
    ...{ left: 0, top: 0 },
    scale: Math.min(drawn.width / this.at().preview.width, 0.7),
  }));
  protected readonly wide = computed(() => this.at().preview.width * this.cut().scale);
  protected readonly high = computed(() => Math.min(drawn.height, this.at().preview.height * this.cut().scale));
}
