import type { Fixture } from '../plan/plan';

/** Names of fields that hold where something leads. */
const FIELDS: readonly string[] = ['address', 'href'];

/** Addresses that fixtures lead to, each once: of links and pictures, and in their words. */
export function addressesIn(fixtures: readonly Fixture[]): string[] {
  const found = new Set<string>();
  const walk = (value: unknown, name: string): void => {
    if (typeof value === 'string') {
      if (FIELDS.includes(name)) found.add(value);
      else for (const [, address] of value.matchAll(/<a[^>]*\shref="([^"]+)"/g)) found.add(address);
    } else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) walk(inner, key);
  };
  walk(fixtures, '');
  return [...found];
}
