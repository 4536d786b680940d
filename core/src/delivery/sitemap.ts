import type { Aisle } from '../catalogue/aisles';
import type { Lang } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { productPath } from '../page/address';
import { hrefOf } from '../page/shopFrame';
import { aisleProducts } from '../range/range';

/** A page that search engines may index. */
export interface SitemapPage {
  /** Its address relative to the shop's root in every language, the shop's own first. */
  addresses: readonly { lang: Lang; href: string }[];
  /** When what it shows was changed, in milliseconds since 1970; null where nobody knows. */
  changed: number | null;
}

/**
 * The pages of a shop that search engines shall know: its aisles that hold anything, in the order of the catalogue, then
 * its products. A free page that stands in for an aisle is there under that aisle's address alone.
 */
export function* sitemapPages(snapshot: Snapshot): Generator<SitemapPage> {
  const page = (path: string, changed: number | null): SitemapPage => ({
    addresses: snapshot.frame.languages.map((lang) => ({ lang, href: hrefOf(snapshot, path, lang) })),
    changed,
  });
  const seen = new Set<string>();
  for (const { path } of snapshot.aisles.all) {
    const aisle = snapshot.aisles.byPath.get(path);
    if (!aisle || seen.has(path) || !isTold(snapshot, aisle)) continue;
    seen.add(path);
    yield page(path, null);
  }
  for (let p = 0; p < snapshot.size; p++) yield page(productPath(snapshot.slugs[p]), snapshot.changed[p]);
}

function isTold(snapshot: Snapshot, aisle: Aisle): boolean {
  if (aisle.closed || aisle.kind === 'search') return false;
  // Where it stands in, it has that aisle's address; its own leads search engines there.
  if (aisle.standsFor && aisle.path !== aisle.standsFor.path) return false;
  return aisle.kind === 'front' || aisle.kind === 'page' || aisleProducts(snapshot, aisle).count > 0;
}
