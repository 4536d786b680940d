import type { EnvironmentProviders, Provider, Type } from '@angular/core';
import { render } from './render';

/** A component as people see and use it: by what stands on its buttons and beside its fields. */
export interface Drawn<C> {
  component: C;
  root: HTMLElement;
  said: (selector: string) => string;
  press: (words: string) => Promise<void>;
  /** Writes into a field by its label. */
  write: (label: string, text: string) => Promise<void>;
  settled: () => Promise<unknown>;
}

export async function draw<C>(
  component: Type<C>,
  providers: (Provider | EnvironmentProviders)[] = [],
): Promise<Drawn<C>> {
  const { fixture, component: instance } = render(component, providers);
  const root = fixture.nativeElement as HTMLElement;
  const settled = (): Promise<unknown> => fixture.whenStable();
  await settled();
  const plain = (element: Element | null): string => (element?.textContent ?? '').replace(/\s+/g, ' ').trim();
  return {
    component: instance,
    root,
    settled,
    said: (selector) => plain(root.querySelector(selector)),
    press: async (words) => {
      const found = [...root.querySelectorAll('button')].find(
        (one) => (one.getAttribute('aria-label') ?? plain(one)) === words || plain(one) === words,
      );
      if (!found) throw new Error(`No button says “${words}”.`);
      found.click();
      await settled();
    },
    write: async (label, text) => {
      const field = root.querySelector<HTMLInputElement>(`[aria-label="${label}"]`);
      if (!field) throw new Error(`No field is called “${label}”.`);
      field.value = text;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      field.dispatchEvent(new Event('change', { bubbles: true }));
      await settled();
    },
  };
}
