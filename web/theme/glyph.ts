import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

const drawn: Readonly<Record<string, string>> = {
  page: 'M3 1.5h6l2.5 2.5v8.5h-8.5z M9 1.5v2.5h2.5',
  section: 'M1 4.5h12v5h-12z M1 1.5h12 M1 12.5h12',
  container: 'M2 2h10v10h-10z M4.5 5h5 M4.5 7h5 M4.5 9h5',
  columns: 'M1.5 2h4.6v10h-4.6z M7.9 2h4.6v10h-4.6z',
  column: 'M4.5 2h5v10h-5z M1.5 2v10 M12.5 2v10',
  rows: 'M1.5 2h5v4h-5z M8.5 3h4 M8.5 5h4 M7.5 8h5v4h-5z M1.5 9h4 M1.5 11h4',
  heading: 'M3 2v10 M11 2v10 M3 7h8',
  text: 'M2 3h10 M2 6h10 M2 9h10 M2 12h6',
  image: 'M1.5 2.5h11v9h-11z M2 10l3.5-4 2.5 3 2-2 2.5 3 M9.6 5.1h.1',
  disclosure: 'M1.5 2.5h11v3h-11z M1.5 7.5h11 M1.5 10h11 M1.5 12.5h7 M9.5 3.5l1 1 1-1',
  menu: 'M1 4.5h12v5h-12z M3 7h1.5 M6.2 7h1.5 M9.4 7h1.5',
  video: 'M1.5 2.5h11v9h-11z M5.8 5v4l3.4-2z',
  field: 'M1.5 6h11v5h-11z M1.5 3h5 M3.5 7.5v2',
  html: 'M4.5 4L1.5 7l3 3 M9.5 4l3 3-3 3 M8 2.5l-2 9',
  button: 'M1.5 4.5h11v5h-11z M4.5 7h5',
};

/** The sign of a kind of part. */
@Component({
  selector: 'fold-glyph',
  template: `<svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true"><path [attr.d]="path()" /></svg>`,
  styles: `
    :host {
      display: inline-flex;
    }
    path {
      fill: none;
      stroke: currentColor;
      stroke-width: 1.25;
      stroke-linejoin: round;
      stroke-linecap: round;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Glyph {
  readonly kind = input.required<string>();
  protected readonly path = computed(() => drawn[this.kind()] ?? drawn['container']!);
}
