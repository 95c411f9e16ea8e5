import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { PageFrame } from './page-frame';

/** The top of a page, drawn small. */
@Component({
  selector: 'fold-page-drawing',
  imports: [PageFrame],
  template: `<fold-page-frame
    [site]="site()"
    [page]="page()"
    [screen]="screen"
    [cut]="cut()"
    [style.width.px]="width()"
    [style.height.px]="width() * 0.62"
  />`,
  styles: `
    :host {
      display: block;
      overflow: hidden;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageDrawing {
  readonly site = input.required<Site>();
  readonly page = input.required<Page>();
  readonly width = input.required<number>();
  protected readonly screen = { width: 1280, height: 900 };
  protected readonly cut = computed(() => ({ left: 0, top: 0, scale: this.width() / this.screen.width }));
}
