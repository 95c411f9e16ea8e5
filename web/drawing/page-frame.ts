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
      document.write(
        compileCanvas(
          this.site(),
          this.page(),
          { ...canvasAddresses(this.site().id), ...(unrolled && { unrolled }) },
          false,
        ).html,
      );
      document.close();
      this.written.emit(document);
    });
  }
}

/** The element of a part in a drawing. */
export const partIn = (document: Document | undefined, part: string): HTMLElement | null =>
  document?.querySelector<HTMLElement>(`[data-part="${CSS.escape(part)}"]`) ?? null;
