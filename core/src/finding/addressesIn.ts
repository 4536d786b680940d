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

/** The path under the shop's root that an address names; null for those of elsewhere, and for what no path can be. */
export function pathOf(address: string): string | null {
  const [, encoded] = /^(\/[^?#]*)/.exec(address) ?? [];
  if (encoded === undefined || encoded.startsWith('//')) return null;
  try {
    return decodeURIComponent(encoded.replace(/^\/shop(?=\/|$)/, '').replace(/\/+$/, '') || '/');
  } catch {
    return null;
  }
}
