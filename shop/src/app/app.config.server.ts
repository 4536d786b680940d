import {
  Component,
  DOCUMENT,
  inject,
  mergeApplicationConfig,
  provideAppInitializer,
  provideEnvironmentInitializer,
  REQUEST_CONTEXT,
  type ApplicationConfig,
} from '@angular/core';
import { provideRouter } from '@angular/router';
import { provideServerRendering, RenderMode, withRoutes } from '@angular/ssr';
import { appConfig, loadFirstView } from './app.config';
import { DocumentHead } from './state/documentHead';

/** The renderer wants to know its routes; what stands at an address is decided before it is called. */
@Component({ selector: 'shop-nothing', template: '' })
class Nothing {}

/**
 * Links and forms do what they say before a part of the page is alive, so nothing has to be done over for them once it
 * is; and without this script no page has an inline one.
 */
const withoutEventReplay = (): void =>
  inject(DOCUMENT).getElementById('ng-event-dispatch-contract')?.remove();

export const serverConfig: ApplicationConfig = mergeApplicationConfig(appConfig, {
  providers: [
    provideEnvironmentInitializer(withoutEventReplay),
    // The build starts the application without a page, to ask for its routes.
    provideAppInitializer(() => {
      if (!inject(REQUEST_CONTEXT)) return;
      inject(DocumentHead);
      return loadFirstView();
    }),
    provideServerRendering(withRoutes([{ path: '**', renderMode: RenderMode.Server }])),
    provideRouter([{ path: '**', component: Nothing }]),
  ],
});
