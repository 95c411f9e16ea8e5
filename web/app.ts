import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterOutlet, type Routes } from '@angular/router';
import { Toast } from 'primeng/toast';
import { signedIn } from './services/signed-in';

export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Fold Line',
    loadComponent: () => import('./sign-in/sign-in').then((file) => file.SignIn),
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
      { path: 'sites/:site', loadComponent: () => import('./desk/desk').then((file) => file.Desk) },
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
  template: `<router-outlet /><p-toast position="bottom-right" [preventOpenDuplicates]="true" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class App {}
