import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { RouterOutlet, type Routes } from '@angular/router';
import { MessageService } from 'primeng/api';
import { Toast } from 'primeng/toast';
import { map } from 'rxjs';
import { signedIn } from './services/signed-in';
import { FocusBefore } from './theme/focus-before';

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Fold Line',
    loadComponent: () => import('./sign-in/sign-in').then((file) => file.SignIn),
  },
  {
    path: 'forgotten',
    title: 'New password · Fold Line',
    loadComponent: () => import('./sign-in/forgotten').then((file) => file.Forgotten),
  },
  {
    path: 'welcome',
    title: 'Welcome · Fold Line',
    loadComponent: () => import('./sign-in/welcome').then((file) => file.Welcome),
  },
  {
    path: 'shown',
    title: 'Preview',
    loadComponent: () => import('./shown/shown').then((file) => file.Shown),
  },
  {
    path: '',
    canActivateChild: [signedIn],
    children: [
      {
        path: '',
        pathMatch: 'full',
        title: 'Clients · Fold Line',
        loadComponent: () => import('./clients/clients').then((file) => file.Clients),
      },
      {
        path: 'account',
        title: 'Your account · Fold Line',
        loadComponent: () => import('./account/account').then((file) => file.Account),
      },
      {
        path: 'sites/:site/people',
        title: 'People · Fold Line',
        loadComponent: () => import('./desk/people/people').then((file) => file.People),
      },
      {
        path: 'sites/:site/releases',
        title: 'Releases · Fold Line',
        loadComponent: () => import('./desk/releases/releases').then((file) => file.Releases),
      },
      {
        path: 'sites/:site/remarks',
        title: 'Remarks · Fold Line',
        loadComponent: () => import('./desk/remarks/remarks').then((file) => file.Remarks),
      },
      {
        path: 'sites/:site/history',
        title: 'History · Fold Line',
        loadComponent: () => import('./desk/people/history').then((file) => file.History),
      },
      {
        path: 'sites/:site/take-away',
        title: 'Export · Fold Line',
        loadComponent: () => import('./desk/take-away').then((file) => file.TakeAway),
      },
      {
        path: 'sites/:site/publish',
        title: 'Publish · Fold Line',
        loadComponent: () => import('./workbench/publish/publish-screen').then((file) => file.PublishScreen),
      },
      { path: 'sites/:site', loadComponent: () => import('./desk/desk').then((file) => file.Desk) },
      ...(['tokens', 'looks', 'redirects', 'library', 'settings'] as const).map((of) => ({
        path: `sites/:site/${of}`,
        data: { of },
        loadComponent: () => import('./workbench/look-screen').then((file) => file.LookScreen),
      })),
      { path: 'pages/:page/preview', loadComponent: () => import('./shown/preview').then((file) => file.Preview) },
      { path: 'pages/:page', loadComponent: () => import('./workbench/workbench').then((file) => file.Workbench) },
      {
        path: '**',
        title: 'Not found · Fold Line',
        loadComponent: () => import('./desk/nothing-here').then((file) => file.NothingHere),
      },
    ],
  },
];

@Component({
  selector: 'fold-root',
  imports: [RouterOutlet, Toast],
  template: `
    <router-outlet />
    @defer (when spoken()) {
      <!-- Over dialogs, and none of them: the dialog below goes on closing by Escape. -->
      <p-toast
        position="bottom-right"
        [preventOpenDuplicates]="true"
        [autoZIndex]="false"
        [style]="{ 'z-index': 2000 }"
      />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {
  constructor() {
    inject(FocusBefore); // it has to see every change of the focus
  }

  /** There has been a message: from then on they are drawn. */
  protected readonly spoken = toSignal(inject(MessageService).messageObserver.pipe(map(() => true)), {
    initialValue: false,
  });
}
