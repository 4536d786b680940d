import { patchRows } from './patchRows';
import { changedNumbers, changedSingles, type FacetColumn, type ValueColumn } from './columns';
import { saleCode, stockCode, UNCOUNTED, type Snapshot } from './snapshot';
import type { Bitset } from './sets';

/** What changes many times a day: price, stock, units sold and the featured mark. Left out is left as it is. */
export interface ProductChange {
  id: number;
  /** Cents; null for none. */
  price?: number | null;
  was?: number | null;
  stock?: number | null;
  sold?: number | null;
  featured?: boolean;
  /** Milliseconds since 1970. */
  changed?: number;
}

const placesKept = new WeakMap<Uint32Array, Map<number, number>>();

/** Where a product of the database stands in snapshots of these products; made on first use. */
export function placesById(ids: Uint32Array): ReadonlyMap<number, number> {
  let places = placesKept.get(ids);
  if (!places) {
    places = new Map();
    for (let p = 0; p < ids.length; p++) places.set(ids[p], p);
    placesKept.set(ids, places);
  }
  return places;
}

/** A column that is copied once something of it really changes: one that stays the same keeps what was made of it. */
class Changing<T extends Float64Array | Int32Array> {
  readonly changed: number[] = [];
  constructor(public column: T) {}

  set(p: number, value: number): void {
    if (Object.is(this.column[p], value)) return;
    if (!this.changed.length) this.column = this.column.slice() as T;
    this.column[p] = value;
    this.changed.push(p);
  }
}

/**
 * A snapshot with small changes, without building it anew: columns in which nothing changed are shared with the old one,
 * which itself stays as it was. Products that the snapshot doesn't hold are passed over. A column that changes is copied,
 * a few milliseconds for a million products; the prices are sorted in by merging.
 */
export function patchSnapshot(
  snapshot: Snapshot,
  changes: readonly ProductChange[],
  version: number,
): Snapshot {
  const places = placesById(snapshot.ids);
  const prices = new Map<number, number>();
  const was = new Changing(snapshot.was);
  const stock = new Changing(snapshot.stock);
  const sold = new Changing(snapshot.sold);
  const changed = new Changing(snapshot.changed);
  let { featured, inStock } = snapshot;
  for (const change of changes) {
    const p = places.get(change.id);
    if (p === undefined) continue;
    if (change.price !== undefined) prices.set(p, change.price ?? NaN);
    if (change.was !== undefined) was.set(p, change.was ?? NaN);
    if (change.stock !== undefined) {
      stock.set(p, change.stock ?? UNCOUNTED);
      inStock = put(inStock, snapshot.inStock, p, stock.column[p] > 0);
    }
    if (change.sold !== undefined) sold.set(p, change.sold ?? NaN);
    if (change.featured !== undefined) featured = put(featured, snapshot.featured, p, change.featured);
    if (change.changed !== undefined) changed.set(p, change.changed);
  }
  for (const [p, number] of prices) if (Object.is(snapshot.price.numbers[p], number)) prices.delete(p);
  const facets = new Map<string, FacetColumn>(snapshot.facets);
  const price = prices.size ? changedNumbers(snapshot.price, prices) : snapshot.price;
  const touched = new Map<string, readonly number[]>();
  const replace = (key: string, column: FacetColumn, where: readonly number[]): void => {
    facets.set(key, column);
    touched.set(key, where);
  };
  /** A facet whose code changes far less often than what it is told from. */
  const recode = (key: string, where: readonly number[], codeOf: (p: number) => number): void => {
    const column = facets.get(key) as ValueColumn;
    const codes = new Map<number, number>();
    for (const p of where) if (column.single![p] !== codeOf(p) + 1) codes.set(p, codeOf(p));
    if (codes.size) replace(key, changedSingles(column, codes), [...codes.keys()]);
  };
  if (prices.size) replace('price', price, [...prices.keys()]);
  recode('sale', [...prices.keys(), ...was.changed], (p) => saleCode(price.numbers[p], was.column[p]));
  recode('stock', stock.changed, (p) => stockCode(stock.column[p]));
  return {
    ...snapshot,
    version,
    price,
    was: was.column,
    stock: stock.column,
    sold: sold.column,
    changed: changed.column,
    featured,
    inStock,
    facets: touched.size ? facets : snapshot.facets,
    packed: touched.size ? patchRows(snapshot.packed, facets, touched, snapshot.size) : snapshot.packed,
  };
}

/** The set with one member put in or taken out; copied where that changes it for the first time. */
function put(bits: Bitset, original: Bitset, p: number, inside: boolean): Bitset {
  const bit = 1 << (p & 31);
  if (((bits[p >>> 5] & bit) !== 0) === inside) return bits;
  const own = bits === original ? bits.slice() : bits;
  if (inside) own[p >>> 5] |= bit;
  else own[p >>> 5] &= ~bit;
  return own;
}
