import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The head of a site's screens: whose site it is, its screens, and on the right what a screen puts there. */
@Component({
  selector: 'fold-site-head',
  imports: [RouterLink, RouterLinkActive],
  host: { role: 'banner' },
  template: `
    <nav aria-label="Where you are">
      <a routerLink="/">Clients</a><span class="soft">/</span><b>{{ name() }}</b>
    </nav>
    <nav class="screens" aria-label="Screens of this site">
      @for (one of screens; track one.word) {
        <a
          [routerLink]="['/sites', site(), ...one.path]"
          routerLinkActive="here"
          [routerLinkActiveOptions]="{ exact: true }"
          ariaCurrentWhenActive="page"
          >{{ one.word }}</a
        >
      }
    </nav>
    <ng-content />
  `,
  styles: `
    :host {
      display: flex;
      align-items: stretch;
      gap: 28px;
      height: 44px;
      padding: 0 24px;
      background: var(--sheet);
      border-bottom: 1px solid var(--line);
    }
    nav {
      display: flex;
      align-items: center;
      gap: 7px;
    }
    a {
      color: var(--ink);
      text-decoration: none;
    }
    a:hover {
      text-decoration: underline;
    }
    .soft {
      color: var(--ink-soft);
    }
    .screens {
      flex: 1;
      align-items: stretch;
      gap: 18px;
    }
    .screens a {
      display: flex;
      align-items: center;
      border-bottom: 2px solid transparent;
      border-top: 2px solid transparent;
    }
    .screens a.here {
      border-bottom-color: var(--madder);
      font-weight: 600;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SiteHead {
  readonly site = input.required<string>();
  readonly name = input.required<string>();
  protected readonly screens = [
    { word: 'Pages', path: [] },
    { word: 'Library', path: ['library'] },
    { word: 'Tokens', path: ['tokens'] },
    { word: 'Looks', path: ['looks'] },
    { word: 'Remarks', path: ['remarks'] },
    { word: 'Releases', path: ['releases'] },
    { word: 'Redirects', path: ['redirects'] },
    { word: 'People', path: ['people'] },
    { word: 'History', path: ['history'] },
    { word: 'Settings', path: ['settings'] },
    { word: 'Export', path: ['take-away'] },
  ];
}
