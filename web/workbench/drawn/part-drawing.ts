import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Page } from '@core/document/page';
import { heldAttribute } from '@core/compile/rules';
import type { State } from '@core/document/style-map';
import { parentOf } from '@core/document/tree';
import { PageFrame, partIn, type Cut } from '../../drawing/page-frame';
import { PageSession } from '../../services/page-session';
import { openAround } from '../canvas/opened-items';
import { SpreadState } from '../state/spread-state';

const width = 208;

/** A part with what stands around it, drawn small from the real thing, itself outlined. */
@Component({
  selector: 'fold-part-drawing',
  imports: [PageFrame],
  template: `@if (session.site(); as site) {
    <fold-page-frame
      [site]="site"
      [page]="page()"
      [screen]="screen()"
      [cut]="cut()"
      [style.height.px]="height()"
      (written)="look($event)"
    />
  }`,
  styles: `
    :host {
      display: block;
    }
    fold-page-frame {
      width: ${width}px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartDrawing {
  protected readonly session = inject(PageSession);
  private readonly spread = inject(SpreadState);
  readonly page = input.required<Page>();
  readonly part = input.required<string>();
  readonly breakpoint = input.required<string>();
  /** The state the part is drawn in. */
  readonly state = input<State>('normal');
  /** In px of the editor. */
  readonly height = input(130);
  /** Whether it is outlined: what it has of its own there is then not seen. */
  readonly outlined = input(true);
  protected readonly cut = signal<Cut>({ left: 0, top: 0, scale: 0.15 });
  private readonly preview = computed(() => this.spread.breakpointOf(this.breakpoint()).preview);
  /** High enough for what is cut out of it. */
  protected readonly screen = computed(() => ({
    width: this.preview().width,
    height: Math.max(this.preview().height, Math.ceil(this.cut().top + this.height() / this.cut().scale)),
  }));

  /** Finds the part with some of its surroundings: all of its parent where that is not far larger than itself. */
  protected look(document: Document): void {
    const own = partIn(document, this.part());
    if (this.state() !== 'normal') own?.setAttribute(heldAttribute, this.state());
    openAround(document, [own], this.state());
    const around = partIn(document, parentOf(this.page(), this.part()) ?? this.part());
    if (!own || !around) return;
    const [part, box] = [own.getBoundingClientRect(), around.getBoundingClientRect()];
    const seen = box.height > 3 * this.preview().height || box.height === 0 ? part : box;
    const byWidth = width / Math.max(seen.width, part.width, 40);
    const scale = Math.min(byWidth, Math.max(this.height() / Math.max(seen.height, 40), byWidth / 2.5), 1);
    if (this.outlined()) {
      own.style.outline = `${2 / scale}px solid #8c2f39`;
      own.style.outlineOffset = `${-2 / scale}px`;
    }
    this.cut.set({ left: Math.min(seen.left, part.left), top: Math.min(seen.top, part.top), scale });
  }
}
