import { afterRenderEffect, ChangeDetectionStrategy, Component, ElementRef, input, viewChild } from '@angular/core';
import { compileCanvas } from '@core/compile/canvas';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { canvasAddresses } from '../services/addresses';

/** A page drawn small, from the real thing. */
@Component({
  selector: 'fold-page-drawing',
  template: `<iframe #frame sandbox="allow-same-origin" tabindex="-1" aria-hidden="true" title="" [style.transform]="'scale(' + width() / 1280 + ')'"></iframe>`,
  styles: `
    :host { display: block; position: relative; overflow: hidden; background: #fff; }
    iframe { position: absolute; left: 0; top: 0; width: 1280px; height: 900px; border: 0; transform-origin: 0 0; pointer-events: none; }
  `,
  host: { '[style.width.px]': 'width()', '[style.height.px]': 'width() * 0.62' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageDrawing {
  readonly site = input.required<Site>();
  readonly page = input.required<Page>();
  readonly width = input.required<number>();
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');

  constructor() {
    afterRenderEffect(() => {
      const document = this.frame().nativeElement.contentDocument;
      if (!document) return;
      document.open();
      document.write(compileCanvas(this.site(), this.page(), canvasAddresses(this.site().id)).html);
      document.close();
    });
  }
}
