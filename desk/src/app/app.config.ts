import { provideHttpClient, withInterceptors, withNoXsrfProtection } from '@angular/common/http';
import {
  inject,
  isDevMode,
  provideAppInitializer,
  provideZonelessChangeDetection,
  type ApplicationConfig,
} from '@angular/core';
import { MAT_FORM_FIELD_DEFAULT_OPTIONS } from '@angular/material/form-field';
import { MAT_SNACK_BAR_DEFAULT_OPTIONS } from '@angular/material/snack-bar';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { apiInterceptor } from './session/interceptor';
import { routes } from './app.routes';
import { sessionEffects } from './session/session.effects';
import { sessionFeature } from './session/session.feature';
import { Appearance } from './shell/appearance';
import { registerIcons } from './shell/icons';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideRouter(routes, withComponentInputBinding()),
    // The interceptor brings the token of the session, so no cookie has to be read for every request.
    provideHttpClient(withInterceptors([apiInterceptor]), withNoXsrfProtection()),
    provideStore(
      {},
      {
        runtimeChecks: {
          strictStateImmutability: isDevMode(),
          strictActionImmutability: isDevMode(),
          strictActionTypeUniqueness: isDevMode(),
        },
      },
    ),
    provideState(sessionFeature),
    provideEffects(sessionEffects),
    provideAppInitializer(registerIcons),
    provideAppInitializer(() => inject(Appearance).apply()),
    {
      provide: MAT_FORM_FIELD_DEFAULT_OPTIONS,
      useValue: { appearance: 'outline', subscriptSizing: 'dynamic' },
    },
    { provide: MAT_SNACK_BAR_DEFAULT_OPTIONS, useValue: { duration: 8000, horizontalPosition: 'left' } },
  ],
};
