import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'fold-nothing-here',
  imports: [RouterLink],
  template: `<main>
    <p>There is nothing at this address.</p>
    <a routerLink="/">To the clients</a>
  </main>`,
  styles: `
    main {
      display: grid;
      place-content: center;
      gap: 12px;
      height: 100vh;
      text-align: center;
    }
    a {
      color: var(--madder);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NothingHere {}
