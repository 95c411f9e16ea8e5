import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { baseOf } from '@core/document/breakpoint';
import { PageSession } from '../../../services/page-session';
import { PartDrawing } from '../../drawn/part-drawing';
import type { ReachedPage } from '../../state/site-reach';

/** So many parts are drawn; the others are named. */
const mostDrawn = 6;

/** Where something of the site is used: parts of this page, to go to, and other pages, to open. */
@Component({
  selector: 'fold-where-used',
  imports: [PartDrawing],
  template: `
    @if (parts().length > 0) {
      <p>
        On {{ here() ?? 'this page' }}:
        @for (part of parts().slice(mostDrawn); track part.id) {
          <button type="button" class="link" (click)="chosen.emit(part.id)">{{ part.name }}</button>
        }
      </p>
      <div class="drawn">
        @for (part of drawn(); track part.id) {
          <button type="button" (click)="chosen.emit(part.id)" [attr.data-used-by]="part.id">
            @if (page(); as seen) {
              <fold-part-drawing [page]="seen" [part]="part.id" [breakpoint]="base()" [height]="96" />
            }
            <span>{{ part.name }}</span>
          </button>
        }
      </div>
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
  styles: `
    p {
      margin: 0 0 8px;
    }
    .soft {
      color: var(--ink-soft);
    }
    .drawn {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      margin-bottom: 8px;
    }
    .drawn button {
      width: 210px;
      padding: 0;
      border: 1px solid var(--line);
      background: none;
      color: inherit;
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .drawn button:hover,
    .drawn button:focus-visible {
      border-color: var(--madder);
    }
    .drawn span {
      display: block;
      padding: 3px 6px;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WhereUsed {
  private readonly session = inject(PageSession);
  protected readonly mostDrawn = mostDrawn;
  readonly parts = input.required<readonly { readonly id: string; readonly name: string }[]>();
  readonly pages = input.required<readonly ReachedPage[] | undefined>();
  /** The page that is open, where it is not in sight. */
  readonly here = input<string>();
  readonly chosen = output<string>();
  /** The first of them, drawn small. */
  protected readonly drawn = computed(() => this.parts().slice(0, mostDrawn));
  protected readonly page = this.session.page;
  protected readonly base = computed(() => baseOf(this.session.site()?.breakpoints ?? []).id);
}
