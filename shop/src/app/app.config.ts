import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideClientHydration, withIncrementalHydration } from '@angular/platform-browser';

/** Most of a page comes to life once it is seen; every link works before that, and without. */
export const appConfig: ApplicationConfig = {
  providers: [provideZonelessChangeDetection(), provideClientHydration(withIncrementalHydration())],
};
