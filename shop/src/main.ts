import { mergeApplicationConfig, provideAppInitializer } from '@angular/core';
import { bootstrapApplication } from '@angular/platform-browser';
import { appConfig, loadFirstView } from './app/app.config';
import { App } from './app/app';

const config = mergeApplicationConfig(appConfig, { providers: [provideAppInitializer(loadFirstView)] });

bootstrapApplication(App, config).catch((error: unknown) => console.error(error));
