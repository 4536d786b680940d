import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import { productPath } from '../address/address';
import { aisleProducts } from '../range/range';

/** A page that search engines may index. */
export interface SitemapPage {
  /** Under the shop's root, the same in all languages. */
  path: string;
  /** When what it shows was changed, in milliseconds since 1970; null where nobody knows. */
  changed: number | null;
}

/**
 * The pages of a shop that search engines shall know: its aisles that hold anything, in the order of the catalogue, then
 * its products. A free page that stands in for an aisle is there under that aisle's address alone.
 */
export function sitemapPages(snapshot: Snapshot): SitemapPage[] {
  const pages: SitemapPage[] = [];
  for (const path of new Set(snapshot.aisles.all.map((aisle) => aisle.path)))
    if (isTold(snapshot, snapshot.aisles.byPath.get(path)!)) pages.push({ path, changed: null });
  for (let p = 0; p < snapshot.size; p++)
    pages.push({ path: productPath(snapshot.slugs[p]), changed: snapshot.changed[p] });
  return pages;
}

function isTold(snapshot: Snapshot, aisle: Aisle): boolean {
  if (aisle.closed || aisle.kind === 'search') return false;
  // Where it stands in, it has that aisle's address; its own leads search engines there.
  if (aisle.standsFor && aisle.path !== aisle.standsFor.path) return false;
  return aisle.kind === 'front' || aisle.kind === 'page' || aisleProducts(snapshot, aisle).count > 0;
}
