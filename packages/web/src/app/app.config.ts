import { provideHttpClient } from '@angular/common/http';
import { ErrorHandler, provideBrowserGlobalErrorListeners, type ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideNgIconsConfig, withContentSecurityPolicy } from '@ng-icons/core';
import { provideAngularSplitOptions } from 'angular-split';
import { TellErrors } from './tell-errors';
import { routes } from './app.routes';

/** What the application is started with. */
export const appConfig: ApplicationConfig = {
  providers: [
    provideBrowserGlobalErrorListeners(),
    { provide: ErrorHandler, useClass: TellErrors },
    provideRouter(routes, withComponentInputBinding()),
    provideHttpClient(),
    provideAngularSplitOptions({ gutterSize: 3 }),
    provideNgIconsConfig({ size: '16px', strokeWidth: 1.8 }, withContentSecurityPolicy()),
  ],
};
