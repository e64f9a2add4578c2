import { inject } from '@angular/core';
import { Router, type CanActivateFn, type Routes } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { Session } from './state/session';

// Set by Angular's build: false where it is made for people, so that what stands behind it is left out.
declare const ngDevMode: unknown;

/** Pages behind the sign-in; comes back to the wanted page afterwards. */
const signedIn: CanActivateFn = async (_route, state) => {
  const session = inject(Session);
  const router = inject(Router);
  if (await firstValueFrom(session.known())) return true;
  return router.createUrlTree(['/sign-in'], { queryParams: { to: state.url } });
};
const home: CanActivateFn = async () => {
  const session = inject(Session);
  const router = inject(Router);
  const now = await firstValueFrom(session.known());
  const first = session.here();
  return now
    ? router.createUrlTree(first ? ['/projects', first.slug] : ['/no-project'])
    : router.createUrlTree(['/sign-in']);
};

/** The pages; each is loaded when it is first gone to. */
export const routes: Routes = [
  { path: '', pathMatch: 'full', canActivate: [home], children: [] },
  {
    path: 'sign-in',
    title: 'Sign in · Renquil',
    loadComponent: () => import('./people/sign-in').then((m) => m.SignIn),
  },
  {
    path: 'projects/:project',
    title: 'Library · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./library/library').then((m) => m.Library),
  },
  {
    path: 'projects/:project/people',
    title: 'People · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./people/people').then((m) => m.People),
  },
  {
    path: 'projects/:project/conventions',
    title: 'Conventions · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./conventions/conventions').then((m) => m.Conventions),
  },
  {
    path: 'projects/:project/waivers',
    title: 'Waivers · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./waivers/waivers-page').then((m) => m.WaiversPage),
  },
  {
    path: 'projects/:project/targets',
    title: 'Targets · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./targets/targets-page').then((m) => m.TargetsPage),
  },
  {
    path: 'projects/:project/trends',
    title: 'Trends · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./trends/trends-page').then((m) => m.TrendsPage),
  },
  {
    path: 'no-project',
    title: 'No project · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./people/no-project').then((m) => m.NoProject),
  },
  {
    path: 'account',
    title: 'Your account · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./people/account-page').then((m) => m.AccountPage),
  },
  {
    path: 'invitation',
    title: 'Invitation · Renquil',
    loadComponent: () => import('./people/invitation').then((m) => m.Invitation),
  },
  {
    path: 'new-password',
    title: 'A new password · Renquil',
    loadComponent: () => import('./people/new-password').then((m) => m.NewPassword),
  },
  {
    path: 'reference',
    title: 'The API · Renquil',
    canActivate: [signedIn],
    loadComponent: () => import('./reference/reference-page').then((m) => m.ReferencePage),
  },
  { path: 'scenes/:scene', pathMatch: 'full', redirectTo: 'scenes/:scene/name' },
  {
    path: 'scenes/:scene/:step',
    canActivate: [signedIn],
    loadComponent: () => import('./workbench/workbench').then((m) => m.Workbench),
  },
  ...(ngDevMode
    ? [
        {
          path: 'kit',
          title: 'The kit · Renquil',
          loadComponent: () => import('./kit/kit-page').then((m) => m.KitPage),
        },
      ]
    : []),
  {
    path: '**',
    title: 'Not here · Renquil',
    loadComponent: () => import('./shell/not-here').then((m) => m.NotHere),
  },
];
