import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Site } from '@core/document/site';
import { PageDrawing } from '../drawing/page-drawing';
import { Api } from '../services/api';
import { loaded } from '../services/loaded';

/** A page of a list, drawn small as it is now; empty until it is there. */
@Component({
  selector: 'fold-page-thumb',
  imports: [PageDrawing],
  template: `
    @if (page(); as shown) {
      <fold-page-drawing [site]="site()" [page]="shown" [width]="72" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageThumb {
  readonly site = input.required<Site>();
  readonly id = input.required<string>();
  /** Where it is another, the page is drawn anew. */
  readonly revision = input.required<number>();
  private readonly api = inject(Api);
  private readonly wanted = computed(() => ({ id: this.id(), revision: this.revision() }));
  protected readonly page = loaded(this.wanted, ({ id }) => this.api.document(this.site().id, id)).value;
}
