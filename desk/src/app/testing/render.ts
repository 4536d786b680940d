import type {
  ComponentHarness,
  ComponentHarnessConstructor,
  HarnessLoader,
  HarnessQuery,
} from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import {
  provideZonelessChangeDetection,
  type EnvironmentProviders,
  type Provider,
  type Type,
} from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { MatIconTestingModule } from '@angular/material/icon/testing';

export interface Rendered<C> {
  fixture: ComponentFixture<C>;
  component: C;
  loader: HarnessLoader;
  find: <H extends ComponentHarness>(query: HarnessQuery<H> | ComponentHarnessConstructor<H>) => Promise<H>;
}

/** A component as the desk draws it, with what it asks for; icons are drawn by nobody. */
export function render<C>(
  component: Type<C>,
  providers: (Provider | EnvironmentProviders)[] = [],
): Rendered<C> {
  TestBed.configureTestingModule({
    imports: [MatIconTestingModule],
    providers: [provideZonelessChangeDetection(), ...providers],
  });
  const fixture = TestBed.createComponent(component);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  return {
    fixture,
    component: fixture.componentInstance,
    loader,
    find: (query) => loader.getHarness(query as HarnessQuery<never>),
  };
}
