import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  input,
  output,
  viewChild,
} from '@angular/core';
import { compileCanvas } from '@core/compile/canvas';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { canvasAddresses } from '../services/addresses';

/** What of a page is shown, and how large. */
export interface Cut {
  readonly left: number;
  readonly top: number;
  readonly scale: number;
}

interface Drawn {
  readonly site: Site;
  readonly page: Page;
  readonly unrolled: { readonly width: number; readonly height: number } | undefined;
  readonly html: string;
}
let last: Drawn | undefined;

/** A page as it stands in a frame; several frames that show the same one compile it once. */
function drawn(site: Site, page: Page, unrolled: Drawn['unrolled']): string {
  if (last?.site === site && last.page === page && last.unrolled === unrolled) return last.html;
  const options = { ...canvasAddresses(site.id), ...(unrolled && { unrolled }) };
  const { html } = compileCanvas(site, page, options, false);
  last = { site, page, unrolled, html };
  return html;
}

/**
 * A page in a frame nobody can work in, `screen` px large, drawn at a scale; it hands on its document each time it is
 * written.
 */
@Component({
  selector: 'fold-page-frame',
  template: `<iframe
    #frame
    sandbox="allow-same-origin"
    tabindex="-1"
    aria-hidden="true"
    title=""
    [style.width.px]="screen().width"
    [style.height.px]="screen().height"
    [style.transform]="'scale(' + cut().scale + ') translate(' + -cut().left + 'px, ' + -cut().top + 'px)'"
  ></iframe>`,
  styles: `
    :host {
      display: block;
      position: relative;
      overflow: hidden;
      background: #fff;
    }
    iframe {
      position: absolute;
      left: 0;
      top: 0;
      border: 0;
      transform-origin: 0 0;
      pointer-events: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageFrame {
  readonly site = input.required<Site>();
  readonly page = input.required<Page>();
  readonly screen = input.required<{ readonly width: number; readonly height: number }>();
  readonly cut = input.required<Cut>();
  /** The screen whose heights units mean, where the page is drawn as high as it is. */
  readonly unrolled = input<{ readonly width: number; readonly height: number }>();
  readonly written = output<Document>();
  private readonly frame = viewChild.required<ElementRef<HTMLIFrameElement>>('frame');

  constructor() {
    afterRenderEffect(() => {
      const document = this.frame().nativeElement.contentDocument;
      const unrolled = this.unrolled();
      if (!document) return;
      document.open();
      document.write(drawn(this.site(), this.page(), unrolled));
      document.close();
      this.written.emit(document);
    });
  }
}

/** The element of a part in a drawing. */
export const partIn = (document: Document | undefined, part: string): HTMLElement | null =>
  document?.querySelector<HTMLElement>(`[data-part="${CSS.escape(part)}"]`) ?? null;
