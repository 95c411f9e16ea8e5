import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';

/** What stands in the place of a screen that is not there: what is waited for, or why it cannot be shown. */
@Component({
  selector: 'fold-not-shown',
  imports: [RouterLink],
  template: `
    @if (because(); as sentence) {
      <main class="failure">
        <p>{{ sentence }}</p>
        <a routerLink="/">To the clients</a>
      </main>
    } @else {
      <p class="failure" role="status">{{ until() }}</p>
    }
  `,
  styles: `
    .failure {
      display: grid;
      place-content: center;
      gap: 12px;
      height: 100vh;
      margin: 0;
      text-align: center;
    }
    a {
      color: inherit;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotShown {
  readonly because = input<string>();
  readonly until = input('');
}
