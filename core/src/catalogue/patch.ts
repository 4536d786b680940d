import { packRows } from '../facets/packedRows';
import { changedNumbers, type FacetColumn } from './columns';
import { saleColumn, stockColumn, UNCOUNTED, type Snapshot } from './snapshot';
import type { Words } from './sets';

/** What changes many times a day: price, stock and the featured mark. Left out is left as it is. */
export interface ProductChange {
  id: number;
  /** Cents; null for none. */
  price?: number | null;
  was?: number | null;
  stock?: number | null;
  featured?: boolean;
  /** Milliseconds since 1970. */
  changed?: number;
}

/**
 * A snapshot with small changes, without building it anew: texts, groups and attributes are shared with the old one,
 * which itself stays as it was. Products that the snapshot doesn't hold are passed over. O(products), a few
 * milliseconds for a hundred thousand.
 */
export function patchSnapshot(
  snapshot: Snapshot,
  changes: readonly ProductChange[],
  version: number,
): Snapshot {
  const places = new Map(Array.from(snapshot.ids, (id, p) => [id, p]));
  const prices = new Map<number, number>();
  const was = snapshot.was.slice();
  const stock = snapshot.stock.slice();
  const changed = snapshot.changed.slice();
  const featured = snapshot.featured.slice();
  const inStock = snapshot.inStock.slice();
  let priced = false;
  let stocked = false;
  for (const change of changes) {
    const p = places.get(change.id);
    if (p === undefined) continue;
    if (change.price !== undefined) prices.set(p, change.price ?? NaN);
    if (change.was !== undefined) was[p] = change.was ?? NaN;
    if (change.stock !== undefined) {
      stock[p] = change.stock ?? UNCOUNTED;
      put(inStock, p, stock[p] > 0);
    }
    if (change.featured !== undefined) put(featured, p, change.featured);
    if (change.changed !== undefined) changed[p] = change.changed;
    priced ||= change.price !== undefined || change.was !== undefined;
    stocked ||= change.stock !== undefined;
  }
  const price = prices.size ? changedNumbers(snapshot.price, prices) : snapshot.price;
  const facets = new Map<string, FacetColumn>(snapshot.facets);
  facets.set('price', price);
  if (priced) facets.set('sale', saleColumn(price.numbers, was));
  if (stocked) facets.set('stock', stockColumn(stock));
  return {
    ...snapshot,
    version,
    price,
    was,
    stock,
    changed,
    featured,
    inStock,
    facets,
    packed: priced || stocked ? packRows(facets, snapshot.size) : snapshot.packed,
  };
}

function put(words: Words, p: number, inside: boolean): void {
  const bit = 1 << (p & 31);
  if (inside) words[p >>> 5] |= bit;
  else words[p >>> 5] &= ~bit;
}
