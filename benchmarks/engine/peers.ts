import { createRequire } from 'node:module';
import path from 'node:path';
import type { ProductRow } from '@fond/core';
import { pathsOf } from './catalogue';
import { PAGE_SIZE, VALUE_FACETS, valuesOf, type ListingAnswer, type ListingRequest } from './requests';

/** An engine of the comparison. */
export interface Peer {
  name: string;
  answer(request: ListingRequest): ListingAnswer | Promise<ListingAnswer>;
  close?(): Promise<void>;
}

/** The peers are installed by `npm run bench` alone, in a folder of their own. */
const peer = createRequire(path.join(import.meta.dirname, '..', 'peers', 'package.json'));

/** The part of each peer's interface that is used here; written down as the tests don't install them. */
interface Crossfilter {
  dimension(value: (row: PeerRow) => unknown, many?: boolean): Dimension;
  groupAll(): { value(): number };
}
interface Dimension {
  filterFunction(test: (value: never) => boolean): void;
  filterExact(value: string): void;
  filterRange(range: readonly [number, number]): void;
  filterAll(): void;
  group(value?: (value: number) => number): { all(): { key: string | number; value: number }[] };
  top(count: number): PeerRow[];
  bottom(count: number, offset: number): PeerRow[];
}

interface PeerRow {
  id: number;
  path: string[];
  price: number;
  created: number;
  values: Readonly<Record<string, readonly string[]>>;
}

const peerRow = (row: ProductRow): PeerRow => ({
  id: row.id,
  path: ['*', ...pathsOf(row)],
  price: row.price! / 100,
  created: row.created!,
  values: Object.fromEntries(VALUE_FACETS.map((key) => [key, valuesOf(row, key)])),
});

/** A dimension a facet, a group a dimension; its groups leave out their own filter, which is what facets ask for. */
export function crossfilterPeer(rows: Iterable<ProductRow>): Peer {
  const make = peer('crossfilter2') as (rows: PeerRow[]) => Crossfilter;
  const data = make(Array.from(rows, peerRow));
  const facets = VALUE_FACETS.map((key) => {
    const dimension = data.dimension((row) => row.values[key], true);
    return { key, dimension, group: dimension.group() };
  });
  const place = data.dimension((row) => row.path, true);
  const price = data.dimension((row) => row.price);
  // A second one for sorting: a dimension's own top() obeys its own filter too, in its own order.
  const newest = data.dimension((row) => -row.created * 1e7 + row.id);
  const cheapest = data.dimension((row) => Math.round(row.price * 100) * 1e7 + row.id);
  const prices = price.group((value) => Math.floor(value / 10) * 10);
  const all = data.groupAll();
  return {
    name: 'crossfilter2 1.5.4',
    answer(request) {
      place.filterExact(request.path ?? '*');
      for (const { key, dimension } of facets) {
        const chosen = request.values[key];
        if (chosen) dimension.filterFunction((value: string) => chosen.includes(value));
        else dimension.filterAll();
      }
      if (request.price) price.filterRange([request.price[0], request.price[1] + 0.001]);
      else price.filterAll();
      const counts = Object.fromEntries(
        facets.map(({ key, group }) => [
          key,
          Object.fromEntries(
            group.all().flatMap(({ key: value, value: count }) => (count ? [[value, count]] : [])),
          ),
        ]),
      );
      const from = (request.page - 1) * PAGE_SIZE;
      const order = request.order === 'price' ? cheapest : newest;
      return {
        total: all.value(),
        counts,
        priced: prices.all().reduce((sum, { value }) => sum + value, 0),
        ids: order.bottom(PAGE_SIZE, from).map(({ id }) => id),
      };
    },
  };
}

interface Roaring {
  size: number;
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

/** The same algebra on native compressed bitmaps: a bitmap a value, intersections counted without being built. */
export function roaringPeer(rows: Iterable<ProductRow>): Peer {
  const { RoaringBitmap32: Bitmap } = peer('roaring') as { RoaringBitmap32: RoaringStatic };
  const lists = new Map<string, Map<string, number[]>>(
    [...VALUE_FACETS, 'path'].map((key) => [key, new Map()]),
  );
  const cents: number[] = [];
  const created: number[] = [];
  const ids: number[] = [];
  for (const row of rows) {
    const at = ids.push(row.id) - 1;
    cents.push(row.price!);
    created.push(row.created!);
    const put = (key: string, value: string): void => {
      const list = lists.get(key)!.get(value);
      if (list) list.push(at);
      else lists.get(key)!.set(value, [at]);
    };
    for (const key of VALUE_FACETS) for (const value of valuesOf(row, key)) put(key, value);
    for (const path of ['*', ...pathsOf(row)]) put('path', path);
  }
  const bitmaps = new Map(
    [...lists].map(([key, values]) => [
      key,
      new Map([...values].map(([value, list]) => [value, new Bitmap(list)])),
    ]),
  );
  const sorted = (compare: (a: number, b: number) => number): number[] =>
    ids.map((_, at) => at).sort((a, b) => compare(a, b) || a - b);
  const byPrice = sorted((a, b) => cents[a] - cents[b]);
  const orders = { price: byPrice, newest: sorted((a, b) => created[b] - created[a]) };
  const euros = byPrice.map((at) => cents[at]);
  const bound = (value: number, after: boolean): number => {
    let low = 0;
    let high = euros.length;
    while (low < high) {
      const middle = (low + high) >>> 1;
      if (after ? euros[middle] <= value : euros[middle] < value) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  const priceBuckets = new Map<number, number[]>();
  cents.forEach((price, at) => {
    const bucket = Math.floor(price / 1000);
    const list = priceBuckets.get(bucket);
    if (list) list.push(at);
    else priceBuckets.set(bucket, [at]);
  });
  const buckets = [...priceBuckets.values()].map((list) => new Bitmap(list));
  const nothing = new Bitmap();
  return {
    name: 'roaring 2.7.0 (native)',
    answer(request) {
      const filters = new Map<string, Roaring>();
      for (const [key, values] of Object.entries(request.values))
        filters.set(key, Bitmap.orMany(values.map((value) => bitmaps.get(key)!.get(value) ?? nothing)));
      if (request.price)
        filters.set(
          'price',
          new Bitmap(
            byPrice.slice(bound(request.price[0] * 100, false), bound(request.price[1] * 100, true)),
          ),
        );
      const except = (key: string | null): Roaring => {
        const set = bitmaps
          .get('path')!
          .get(request.path ?? '*')!
          .clone();
        for (const [other, filter] of filters) if (other !== key) set.andInPlace(filter);
        return set;
      };
      const matches = except(null);
      const counts: Record<string, Record<string, number>> = {};
      for (const key of VALUE_FACETS) {
        const over = filters.has(key) ? except(key) : matches;
        counts[key] = {};
        for (const [value, bitmap] of bitmaps.get(key)!) {
          const count = over.andCardinality(bitmap);
          if (count) counts[key][value] = count;
        }
      }
      const over = filters.has('price') ? except('price') : matches;
      let priced = 0;
      for (const bucket of buckets) priced += over.andCardinality(bucket);
      const found: number[] = [];
      const from = (request.page - 1) * PAGE_SIZE;
      const wanted = Math.min(PAGE_SIZE, Math.max(0, matches.size - from));
      let passed = 0;
      for (let k = 0; found.length < wanted; k++) {
        const at = orders[request.order][k];
        if (matches.has(at) && passed++ >= from) found.push(ids[at]);
      }
      return { total: matches.size, counts, priced, ids: found };
    },
  };
}

interface Orama {
  create(options: object): unknown;
  insertMultiple(db: unknown, rows: object[], batch: number): Promise<unknown>;
  search(db: unknown, query: object): OramaFound | Promise<OramaFound>;
}
interface OramaFound {
  count: number;
  hits: { id: string }[];
  facets?: Record<string, { values: Record<string, number> }>;
}

/** One search for the page and the facets without a choice, and one more for each facet with a choice. */
export async function oramaPeer(rows: Iterable<ProductRow>): Promise<Peer> {
  const { create, insertMultiple, search } = peer('@orama/orama') as Orama;
  const db = create({
    schema: {
      path: 'enum[]',
      price: 'number',
      created: 'number',
      ...Object.fromEntries(VALUE_FACETS.map((key) => [key, 'enum[]'])),
    },
  });
  await insertMultiple(
    db,
    Array.from(rows, (row) => {
      const { id, values, ...rest } = peerRow(row);
      return { id: String(id), ...rest, ...values };
    }),
    5_000,
  );
  const whereOf = (request: ListingRequest, except: string | null): object => ({
    path: { containsAny: [request.path ?? '*'] },
    ...(request.price && except !== 'price' && { price: { between: request.price } }),
    ...Object.fromEntries(
      Object.entries(request.values).flatMap(([key, values]) =>
        key === except ? [] : [[key, { containsAny: values }]],
      ),
    ),
  });
  const facetsOf = (keys: readonly string[]): object =>
    Object.fromEntries(
      keys.map((key) => [key, key === 'price' ? { ranges: [{ from: 0, to: 1_000_000 }] } : {}]),
    );
  const ask = async (
    request: ListingRequest,
    except: string | null,
    keys: readonly string[],
  ): Promise<OramaFound> =>
    search(db, {
      term: '',
      where: whereOf(request, except),
      facets: facetsOf(keys),
      limit: except === null ? PAGE_SIZE : 1,
      offset: except === null ? (request.page - 1) * PAGE_SIZE : 0,
      sortBy: {
        property: request.order === 'price' ? 'price' : 'created',
        order: request.order === 'price' ? 'ASC' : 'DESC',
      },
    });
  return {
    name: '@orama/orama 3.1.18',
    async answer(request) {
      const chosen = [...Object.keys(request.values), ...(request.price ? ['price'] : [])];
      const free = [...VALUE_FACETS, 'price'].filter((key) => !chosen.includes(key));
      const page = await ask(request, null, free);
      const found = { ...page.facets };
      for (const key of chosen) found[key] = (await ask(request, key, [key])).facets![key];
      const counts = Object.fromEntries(
        VALUE_FACETS.map((key) => [
          key,
          Object.fromEntries(Object.entries(found[key].values).filter(([, count]) => count > 0)),
        ]),
      );
      const priced = Object.values(found['price'].values).reduce((sum, count) => sum + count, 0);
      return { total: page.count, counts, priced, ids: page.hits.map(({ id }) => Number(id)) };
    },
  };
}
