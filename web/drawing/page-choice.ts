import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Page } from '@core/document/page';
import type { Site } from '@core/document/site';
import { PageDrawing } from './page-drawing';

/** One of several to choose from, drawn as a page; without one, as an empty sheet. */
@Component({
  selector: 'fold-page-choice',
  imports: [PageDrawing],
  template: `
    <label [class.on]="chosen()">
      @if (page(); as shown) {
        <fold-page-drawing [site]="site()" [page]="shown" [width]="width()" />
      } @else {
        <div class="blank" [style.height.px]="width() * 0.62"></div>
      }
      <span
        ><input type="radio" [name]="group()" [value]="value()" [checked]="chosen()" (change)="choose.emit()" />
        {{ word() }}</span
      >
    </label>
  `,
  styles: `
    label {
      display: grid;
      gap: 6px;
      cursor: pointer;
    }
    fold-page-drawing,
    .blank {
      box-shadow: 0 0 0 1px var(--line);
      background: #fff;
      pointer-events: none;
    }
    .on fold-page-drawing,
    .on .blank {
      box-shadow: 0 0 0 2px var(--madder);
    }
    label:focus-within fold-page-drawing,
    label:focus-within .blank {
      outline: 2px solid var(--madder);
      outline-offset: 3px;
    }
    input {
      accent-color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PageChoice {
  readonly site = input.required<Site>();
  readonly page = input<Page>();
  readonly width = input.required<number>();
  /** The name of the choice it belongs to. */
  readonly group = input.required<string>();
  readonly value = input.required<string>();
  readonly word = input.required<string>();
  readonly chosen = input(false);
  readonly choose = output<void>();
}
