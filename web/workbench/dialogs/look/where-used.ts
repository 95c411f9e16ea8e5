import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { ReachedPage } from '../../state/site-reach';

/** Where something of the site is used: parts of this page, to go to, and other pages, to open. */
@Component({
  selector: 'fold-where-used',
  template: `
    @if (parts().length > 0) {
      <p>
        On {{ here() ?? 'this page' }}:
        @for (part of parts(); track part.id) {
          <button type="button" class="link" (click)="chosen.emit(part.id)">{{ part.name }}</button>
        }
      </p>
    }
    @if (pages(); as pages) {
      @if (pages.length > 0) {
        <p>
          Other pages:
          @for (page of pages; track page.id) {
            <a class="link" [href]="'/pages/' + page.id" target="_blank" rel="noopener"
              >{{ page.title }} ({{ page.parts }})</a
            >
          }
        </p>
      }
    } @else {
      <p class="soft">What uses it on other pages is not known while the server cannot be reached.</p>
    }
  `,
  styleUrl: './link.css',
  styles: 'p { margin: 0 0 8px; } .soft { color: var(--ink-soft); }',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhereUsed {
  readonly parts = input.required<readonly { readonly id: string; readonly name: string }[]>();
  readonly pages = input.required<readonly ReachedPage[] | undefined>();
  /** The page that is open, where it is not in sight. */
  readonly here = input<string>();
  readonly chosen = output<string>();
}
