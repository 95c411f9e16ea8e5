import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import type { Page } from '@core/document/page';
import { PageFrame, partIn } from '../../drawing/page-frame';
import { PageSession } from '../../services/page-session';
import { SpreadState } from '../state/spread-state';

/** A whole page at one breakpoint, unrolled and drawn small, with one part of it marked. */
@Component({
  selector: 'fold-refit-page',
  imports: [PageFrame],
  template: `@if (session.site(); as site) {
    <fold-page-frame
      [site]="site"
      [page]="page()"
      [screen]="{ width: preview().width, height: height() }"
      [unrolled]="preview()"
      [cut]="{ left: 0, top: 0, scale: scale() }"
      (written)="look($event)"
    />
  }`,
  styles: `
    :host {
      display: block;
      border: 1px solid var(--line);
    }
    fold-page-frame {
      height: 100%;
    }
  `,
  host: { '[style.width.px]': 'width()', '[style.height.px]': 'height() * scale()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RefitPage {
  protected readonly session = inject(PageSession);
  private readonly spread = inject(SpreadState);
  readonly page = input.required<Page>();
  readonly breakpoint = input.required<string>();
  readonly width = input.required<number>();
  readonly part = input<string>();
  protected readonly preview = computed(() => this.spread.breakpointOf(this.breakpoint()).preview);
  protected readonly scale = computed(() => this.width() / this.preview().width);
  protected readonly height = signal(800);
  private readonly document = signal<Document | undefined>(undefined, { equal: () => false });

  constructor() {
    effect((end) => {
      const element = this.part() === undefined ? null : partIn(this.document(), this.part()!);
      if (!element) return;
      element.style.outline = `${3 / this.scale()}px solid #8c2f39`;
      end(() => element.style.removeProperty('outline'));
    });
  }

  protected look(document: Document): void {
    this.height.set(
      Math.min(Math.max(Math.ceil(document.body.getBoundingClientRect().bottom), this.preview().height), 30_000),
    );
    this.document.set(document);
  }

  /** Where a part begins, in px of the drawing. */
  topOf = (part: string): number => (partIn(this.document(), part)?.getBoundingClientRect().top ?? 0) * this.scale();
}
