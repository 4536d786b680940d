import { Component, mergeApplicationConfig, type ApplicationConfig } from '@angular/core';
import { provideRouter } from '@angular/router';
import { provideServerRendering, RenderMode, withRoutes } from '@angular/ssr';
import { appConfig } from './app.config';

/** The renderer wants to know its routes; what stands at an address is decided before it is called. */
@Component({ selector: 'shop-nothing', template: '' })
class Nothing {}

export const serverConfig: ApplicationConfig = mergeApplicationConfig(appConfig, {
  providers: [
    provideServerRendering(withRoutes([{ path: '**', renderMode: RenderMode.Server }])),
    provideRouter([{ path: '**', component: Nothing }]),
  ],
});
