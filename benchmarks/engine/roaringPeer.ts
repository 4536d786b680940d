import type { ProductRow } from '@fond/core';
import { pathsOf, WIDE } from './catalogue';
import { BUCKET, FACETS, numbersBy, peer, type Peer } from './peer';
import {
  NUMBER_FACETS,
  numberOf,
  PAGE_SIZE,
  VALUE_FACETS,
  valuesOf,
  Widest,
  type NumberFacet,
} from './requests';

/** The part of its interface that is used here; written down as the tests don't install it. */
interface Roaring {
  size: number;
  add(value: number): void;
  delete(value: number): boolean;
  andCardinality(other: Roaring): number;
  andInPlace(other: Roaring): Roaring;
  orInPlace(other: Roaring): Roaring;
  clone(): Roaring;
  has(value: number): boolean;
  toUint32Array(): Uint32Array;
}
interface RoaringStatic {
  new (values?: Iterable<number>): Roaring;
  orMany(all: readonly Roaring[]): Roaring;
}

/** A number per product in hundredths, with a bitmap a bucket; whole buckets of a span are united, its ends are read. */
class NumberIndex {
  readonly buckets = new Map<number, Roaring>();
  private readonly width: number;

  constructor(
    private readonly Bitmap: RoaringStatic,
    key: NumberFacet,
    readonly numbers: Float64Array,
  ) {
    this.width = BUCKET[key] * 100;
    const lists = new Map<number, number[]>();
    numbers.forEach((number, at) => {
      if (Number.isNaN(number)) return;
      const bucket = Math.floor(number / this.width);
      const list = lists.get(bucket);
      if (list) list.push(at);
      else lists.set(bucket, [at]);
    });
    for (const [bucket, list] of lists) this.buckets.set(bucket, new Bitmap(list));
  }

  set(at: number, number: number): void {
    this.buckets.get(Math.floor(this.numbers[at] / this.width))?.delete(at);
    this.numbers[at] = number;
    const bucket = Math.floor(number / this.width);
    const there = this.buckets.get(bucket);
    if (there) there.add(at);
    else this.buckets.set(bucket, new this.Bitmap([at]));
  }

  between([from, to]: readonly [number, number]): Roaring {
    const low = Math.round(from * 100);
    const high = Math.round(to * 100);
    const whole: Roaring[] = [];
    const ends: number[] = [];
    for (const [bucket, bitmap] of this.buckets) {
      const first = bucket * this.width;
      const last = first + this.width - 1;
      if (first > high || last < low) continue;
      if (first >= low && last <= high) whole.push(bitmap);
      else
        for (const at of bitmap.toUint32Array())
          if (this.numbers[at] >= low && this.numbers[at] <= high) ends.push(at);
    }
    const found = this.Bitmap.orMany(whole);
    return ends.length ? found.orInPlace(new this.Bitmap(ends)) : found;
  }
}

/** A page is found by walking the order, or by sorting what matches; each step of the walk asks native code. */
const WALKED_PER_SORTED = 4;

/** The same algebra on native compressed bitmaps: a bitmap a value, intersections counted without being built. */
export function roaringPeer(rows: Iterable<ProductRow>): Peer {
  const { RoaringBitmap32: Bitmap } = peer('roaring') as { RoaringBitmap32: RoaringStatic };
  const lists = new Map<string, Map<string, number[]>>([...FACETS, 'path'].map((key) => [key, new Map()]));
  const hundredths: Record<NumberFacet, number[]> = { price: [], weight: [] };
  const created: number[] = [];
  const ids: number[] = [];
  const stockedAt: number[] = [];
  for (const row of rows) {
    const at = ids.push(row.id) - 1;
    for (const key of NUMBER_FACETS) hundredths[key].push(Math.round((numberOf(row, key) ?? NaN) * 100));
    created.push(row.created!);
    if (row.stock) stockedAt.push(at);
    const put = (key: string, value: string): void => {
      const list = lists.get(key)!.get(value);
      if (list) list.push(at);
      else lists.get(key)!.set(value, [at]);
    };
    for (const key of FACETS) for (const value of valuesOf(row, key)) put(key, value);
    for (const path of ['*', ...pathsOf(row)]) put('path', path);
  }
  const size = ids.length;
  const bitmaps = new Map(
    [...lists].map(([key, values]) => [
      key,
      new Map([...values].map(([value, list]) => [value, new Bitmap(list)])),
    ]),
  );
  const stocked = new Bitmap(stockedAt);
  const numbers = {
    price: new NumberIndex(Bitmap, 'price', Float64Array.from(hundredths.price)),
    weight: new NumberIndex(Bitmap, 'weight', Float64Array.from(hundredths.weight)),
  };
  // Many values are counted forward where what matches is little: one number a product.
  const wideNames = [...lists.get(WIDE)!.keys()];
  const wideCode = new Int32Array(size).fill(-1);
  wideNames.forEach((value, code) => {
    for (const at of lists.get(WIDE)!.get(value)!) wideCode[at] = code;
  });
  const places = Uint32Array.from(ids.keys());
  const sorted = (compare: (a: number, b: number) => number): Uint32Array =>
    places.slice().sort((a, b) => compare(a, b) || a - b);
  const ranked = (order: Uint32Array): { order: Uint32Array; rank: Uint32Array } => {
    const rank = new Uint32Array(size);
    order.forEach((at, k) => (rank[at] = k));
    return { order, rank };
  };
  const cents = numbers.price.numbers;
  const orders = {
    price: ranked(sorted((a, b) => cents[a] - cents[b])),
    newest: ranked(sorted((a, b) => created[b] - created[a])),
  };
  const nothing = new Bitmap();

  const pageOf = (matches: Roaring, by: 'price' | 'newest', page: number): number[] => {
    const { order, rank } = orders[by];
    const from = (page - 1) * PAGE_SIZE;
    const wanted = Math.min(PAGE_SIZE, Math.max(0, matches.size - from));
    if (!wanted) return [];
    const walk = ((from + wanted) * size) / matches.size;
    if (matches.size * WALKED_PER_SORTED < walk) {
      const ranks = matches
        .toUint32Array()
        .map((at) => rank[at])
        .sort();
      return Array.from(ranks.subarray(from, from + wanted), (k) => ids[order[k]]);
    }
    const found: number[] = [];
    for (let k = 0, passed = 0; found.length < wanted; k++)
      if (matches.has(order[k]) && passed++ >= from) found.push(ids[order[k]]);
    return found;
  };
  const widestOver = (over: Roaring): Widest<string> => {
    const wide = new Widest(String);
    if (over.size > wideNames.length * WALKED_PER_SORTED)
      for (const [value, bitmap] of bitmaps.get(WIDE)!) wide.add(value, over.andCardinality(bitmap));
    else {
      const counts = new Uint32Array(wideNames.length);
      for (const at of over.toUint32Array()) if (wideCode[at] >= 0) counts[wideCode[at]]++;
      counts.forEach((count, code) => wide.add(wideNames[code], count));
    }
    return wide;
  };

  return {
    name: 'roaring 2.7.0 (native)',
    answer(request) {
      const filters = new Map<string, Roaring>();
      for (const [key, values] of Object.entries(request.values))
        filters.set(key, Bitmap.orMany(values.map((value) => bitmaps.get(key)!.get(value) ?? nothing)));
      for (const key of NUMBER_FACETS) {
        const span = request.numbers[key];
        if (span) filters.set(key, numbers[key].between(span));
      }
      const aisle = bitmaps
        .get('path')!
        .get(request.path ?? '*')!
        .clone();
      if (request.stocked) aisle.andInPlace(stocked);
      const except = (key: string | null): Roaring => {
        const set = aisle.clone();
        for (const [other, filter] of filters) if (other !== key) set.andInPlace(filter);
        return set;
      };
      const matches = except(null);
      const over = (key: string): Roaring => (filters.has(key) ? except(key) : matches);
      const counts: Record<string, Record<string, number>> = {};
      for (const key of VALUE_FACETS) {
        const counted = over(key);
        counts[key] = {};
        for (const [value, bitmap] of bitmaps.get(key)!) {
          const count = counted.andCardinality(bitmap);
          if (count) counts[key][value] = count;
        }
      }
      return {
        total: matches.size,
        counts,
        wide: widestOver(over(WIDE)).answer(),
        numbers: numbersBy((key) => {
          const counted = over(key);
          let sum = 0;
          for (const bitmap of numbers[key].buckets.values()) sum += counted.andCardinality(bitmap);
          return sum;
        }),
        ids: pageOf(matches, request.order, request.page),
      };
    },
    reprice(id, price) {
      const at = id - 1;
      numbers.price.set(at, price);
      const { order, rank } = orders.price;
      // Moved to its new place among the sorted; what stands between moves up or down by one.
      let k = rank[at];
      const before = (a: number, b: number): boolean =>
        cents[a] < cents[b] || (cents[a] === cents[b] && a < b);
      for (; k > 0 && before(at, order[k - 1]); k--) rank[(order[k] = order[k - 1])] = k;
      for (; k < size - 1 && before(order[k + 1], at); k++) rank[(order[k] = order[k + 1])] = k;
      rank[(order[k] = at)] = k;
    },
  };
}
