import type { Earned, EarnedColumn } from './earned';
import { packingRows } from './packedRows';
import { aislesOf, type AisleMap } from './aisles';
import {
  codesFor,
  sortedColumn,
  valueColumnSteps,
  type ColumnValue,
  type FacetColumn,
  type NumberColumn,
  type ValueColumn,
} from './columns';
import { countable } from './countable';
import { gathered } from './gathered';
import { newLineage } from './keep';
import { placesById } from './patch';
import type { CatalogueFrame, ProductRow } from './rows';
import { holds, emptyBitset, type Bitset } from './sets';
import { STRIDE } from './steps';
import {
  saleColumn,
  stockColumn,
  type ActivityColumn,
  type AttributeColumn,
  type Snapshot,
} from './snapshot';
import { describedValue, placesBy, snapshotOf } from './snapshotBuilder';

/**
 * Where each product comes from: from place `from[p]` of the snapshot before, or, where that is negative, from place
 * `~from[p]` of those that changed.
 */
type Sources = Int32Array;

/**
 * Whether a snapshot can be merged into one with this frame: none of its categories has moved to another address, and no
 * attribute has become something else. Others have to be read anew.
 */
export function canMerge(before: Snapshot, frame: CatalogueFrame): boolean {
  const aisles = aislesOf(frame);
  for (const aisle of before.aisles.all)
    if (aisle.kind === 'category' || aisle.kind === 'tag' || aisle.kind === 'collection')
      if (aisles.byKey.get(aisle.key)?.path !== aisle.path) return false;
  const rules = (of: CatalogueFrame): string =>
    JSON.stringify(of.collections.flatMap(({ id, clauses }) => (clauses ? [id] : [])));
  if (rules(frame) !== rules(before.frame)) return false;
  const types = new Map(frame.attributes.map(({ key, type }) => [key, type]));
  return [...before.attributes.values()].every(({ row }) => types.get(row.key) === row.type);
}

/**
 * A snapshot with some products changed, added or taken out, made of the one before: what only these products have is read
 * from `rows`, all else is taken over. In steps between which others may have their turn; each is O(products).
 *
 * @param rows Products that are new or have changed.
 * @param gone Ids of products that are no more.
 */
export function* merging(
  before: Snapshot,
  frame: CatalogueFrame,
  rows: readonly ProductRow[],
  gone: ReadonlySet<number>,
  version: number,
): Generator<void, Snapshot> {
  const delta = snapshotOf(frame, rows, version);
  const { aisles } = delta;
  yield;
  const from = sourcesOf(before, delta, aisles, gone);
  const size = from.length;
  yield;
  const wholes = (name: 'ids' | 'mainCategory'): Picking<Uint32Array> =>
    pick(from, before[name], delta[name], new Uint32Array(size));
  const floats = (name: 'was' | 'created' | 'changed' | 'sold' | 'ratings'): Picking<Float64Array> =>
    pick(from, before[name], delta[name], new Float64Array(size));
  const lists = <T>(one: readonly T[], other: readonly T[]): Picking<T[]> =>
    pick(from, one, other, new Array<T>(size));
  const stock = yield* pick(from, before.stock, delta.stock, new Int32Array(size));
  const skus = yield* lists(before.skus, delta.skus);
  const slugs = yield* lists(before.slugs, delta.slugs);
  const bySku = yield* placesBy(skus);
  const bySlug = yield* placesBy(slugs);
  yield;
  const places = new Int32Array(before.size).fill(-1);
  for (let p = 0; p < size; p++) if (from[p] >= 0) places[from[p]] = p;
  const price = yield* mergeNumbers(from, places, before.price, delta.price);
  const rating = yield* mergeNumbers(from, places, before.rating, delta.rating);
  const was = yield* floats('was');
  const asBefore = (_: string, value: ColumnValue): ColumnValue => value;
  const aisleValue =
    (prefix: string) =>
    (text: string, value: ColumnValue): ColumnValue => {
      const aisle = aisles.byPath.get(`${prefix}${text}`);
      return aisle && !aisle.standsFor ? { ...value, labels: aisle.titles } : value;
    };
  const category = yield* mergeValues(from, before.category, delta.category, aisleValue('/'));
  const categoryItself = yield* mergeValues(
    from,
    before.categoryItself,
    delta.categoryItself,
    aisleValue('/'),
  );
  const collection = yield* mergeValues(
    from,
    before.collection,
    delta.collection,
    aisleValue('/collections/'),
  );
  const tag = yield* mergeValues(from, before.tag, delta.tag, aisleValue('/tags/'));
  const facets = new Map<string, FacetColumn>([
    ['category', category],
    ['price', price],
  ]);
  const attributes = new Map<string, AttributeColumn>();
  for (const row of frame.attributes) {
    const column = yield* mergeValues(
      from,
      before.attributes.get(row.key)?.column ?? null,
      delta.attributes.get(row.key)!.column,
      (text) => ({ value: text, ...describedValue(row, text) }),
    );
    attributes.set(row.key, { row, column });
    yield;
    if (row.filterable) facets.set(row.key, countable(gathered(row, column)));
    yield;
  }
  facets.set('tag', tag);
  facets.set('rating', rating);
  facets.set('sale', yield* mergeValues(from, asSale(before), asSale(delta), asBefore));
  yield;
  facets.set('stock', stockColumn(stock));
  yield;
  const packed = yield* packingRows(facets, size);
  const bits = (name: 'featured' | 'inStock'): Bitset => pickBits(from, before[name], delta[name]);
  const activity = yield* mergeActivity(from, before.activity, delta.activity);
  const counted = (name: keyof Earned): Picking<Float64Array> =>
    pick(from, before.earned[name], delta.earned[name], new Float64Array(size));
  const earned: EarnedColumn = {
    seen: yield* counted('seen'),
    clicks: yield* counted('clicks'),
    carts: yield* counted('carts'),
    revenue: yield* counted('revenue'),
  };
  const titles = yield* lists(before.titles, delta.titles);
  const descriptions = yield* lists(before.descriptions, delta.descriptions);
  const currencies = yield* lists(before.currencies, delta.currencies);
  const images = yield* lists(before.images, delta.images);
  const links = yield* lists(before.links, delta.links);
  const [featured, inStock] = [bits('featured'), bits('inStock')];
  yield;
  const [ids, mainCategory] = [yield* wholes('ids'), yield* wholes('mainCategory')];
  const [created, changed] = [yield* floats('created'), yield* floats('changed')];
  const [sold, ratings] = [yield* floats('sold'), yield* floats('ratings')];
  return {
    lineage: newLineage(before.lineage, places),
    version,
    size,
    frame,
    aisles,
    ids,
    skus,
    slugs,
    bySku,
    bySlug,
    titles,
    descriptions,
    currencies,
    images,
    links,
    price,
    was,
    created,
    changed,
    sold,
    activity,
    earned,
    stock,
    rating,
    ratings,
    mainCategory,
    featured,
    inStock,
    category,
    categoryItself,
    collection,
    tag,
    facets,
    packed,
    attributes,
  };
}

const asSale = ({ price, was }: Snapshot): ValueColumn => saleColumn(price.numbers, was);

/** Products by main category in the order of the tree, then by id, of what stayed and what is new. */
function sourcesOf(before: Snapshot, delta: Snapshot, aisles: AisleMap, gone: ReadonlySet<number>): Sources {
  const replaced = new Uint8Array(before.size);
  const places = placesById(before.ids);
  let count = before.size;
  for (const id of [...delta.ids, ...gone]) {
    const p = places.get(id);
    if (p === undefined || replaced[p]) continue;
    replaced[p] = 1;
    count--;
  }
  const ranks = new Map<number, number>();
  aisles.all.forEach((aisle, rank) => {
    if (aisle.kind === 'category') ranks.set(aisle.id, rank);
  });
  const none = aisles.all.length;
  const kept = byRank(before, ranks, none, replaced);
  const fresh = byRank(delta, ranks, none, null);
  const from = new Int32Array(count + delta.size);
  let at = 0;
  for (let rank = 0; rank <= none; rank++) {
    let k = fresh.starts[rank];
    const behind = fresh.starts[rank + 1];
    for (let o = kept.starts[rank]; o < kept.starts[rank + 1]; o++) {
      const p = kept.places[o];
      while (k < behind && delta.ids[fresh.places[k]] < before.ids[p]) from[at++] = ~fresh.places[k++];
      from[at++] = p;
    }
    while (k < behind) from[at++] = ~fresh.places[k++];
  }
  return from;
}

/** Places by the rank of their main category, those of a rank in their order: `places[starts[r] … starts[r+1]-1]`. */
function byRank(
  { size, mainCategory }: Snapshot,
  ranks: ReadonlyMap<number, number>,
  none: number,
  skip: Uint8Array | null,
): { places: Uint32Array; starts: Uint32Array } {
  const starts = new Uint32Array(none + 2);
  const rankOf = new Uint32Array(size);
  let category = -1;
  let rank = none;
  for (let p = 0; p < size; p++) {
    // Neighbours are of one category, so it is looked up once for all of them.
    if (mainCategory[p] !== category) {
      category = mainCategory[p];
      rank = ranks.get(category) ?? none;
    }
    rankOf[p] = rank;
    if (!skip?.[p]) starts[rank + 1]++;
  }
  for (let r = 1; r < starts.length; r++) starts[r] += starts[r - 1];
  const next = starts.slice();
  const places = new Uint32Array(starts[none + 1]);
  for (let p = 0; p < size; p++) if (!skip?.[p]) places[next[rankOf[p]]++] = p;
  return { places, starts };
}

type Picking<Into> = Generator<void, Into>;

/** Fills `into` with what each product has where it comes from. */
function* pick<T, Into extends Record<number, T>>(
  from: Sources,
  before: ArrayLike<T>,
  delta: ArrayLike<T>,
  into: Into,
): Picking<Into> {
  for (let first = 0; first < from.length; first += STRIDE) {
    pickStretch(from, before, delta, into, first, Math.min(from.length, first + STRIDE));
    yield;
  }
  return into;
}

/** A plain loop, as those of generators are slower. */
function pickStretch<T>(
  from: Sources,
  before: ArrayLike<T>,
  delta: ArrayLike<T>,
  into: Record<number, T>,
  first: number,
  behind: number,
): void {
  for (let p = first; p < behind; p++) {
    const at = from[p];
    into[p] = at >= 0 ? before[at] : delta[~at];
  }
}

function pickBits(from: Sources, before: Bitset, delta: Bitset): Bitset {
  const bits = emptyBitset(from.length);
  for (let p = 0; p < from.length; p++) {
    const at = from[p];
    if (at >= 0 ? holds(before, at) : holds(delta, ~at)) bits[p >>> 5] |= 1 << (p & 31);
  }
  return bits;
}

/** Both columns in one; values that nobody has any more are left out. @param describe What a value is called now. */
function* mergeValues(
  from: Sources,
  before: ValueColumn | null,
  delta: ValueColumn,
  describe: (text: string, value: ColumnValue) => ColumnValue,
): Generator<void, ValueColumn> {
  const size = from.length;
  const offsets = new Uint32Array(size + 1);
  for (let p = 0; p < size; p++) {
    const at = from[p];
    const column = at >= 0 ? before : delta;
    const place = at >= 0 ? at : ~at;
    offsets[p + 1] = offsets[p] + (column ? column.offsets[place + 1] - column.offsets[place] : 0);
    if (p % STRIDE === STRIDE - 1) yield;
  }
  const values: ColumnValue[] = [];
  const codeOf = new Map<string, number>();
  const newCodes = [before, delta].map((column) => new Int32Array(column?.values.length ?? 0).fill(-1));
  const codeIn = (column: ValueColumn, of: Int32Array, code: number): number => {
    if (of[code] < 0) {
      const value = column.values[code];
      let known = codeOf.get(value.value);
      if (known === undefined) {
        known = values.length;
        codeOf.set(value.value, known);
        values.push(describe(value.value, value));
      }
      of[code] = known;
    }
    return of[code];
  };
  const codes = codesFor(offsets[size], (before?.values.length ?? 0) + delta.values.length);
  let filled = 0;
  for (let p = 0; p < size; p++) {
    const at = from[p];
    const column = at >= 0 ? before : delta;
    if (!column) continue;
    const place = at >= 0 ? at : ~at;
    const of = newCodes[at >= 0 ? 0 : 1];
    for (let k = column.offsets[place]; k < column.offsets[place + 1]; k++)
      codes[filled++] = codeIn(column, of, column.codes[k]);
    if (p % STRIDE === STRIDE - 1) yield;
  }
  // The facet of sales has its value whether or not anything is on sale.
  for (const column of [before, delta])
    if (column?.key === 'sale') column.values.forEach((_, code) => codeIn(column, newCodes[1], code));
  return yield* valueColumnSteps(delta.key, values, codeOf, offsets, codes);
}

/** Both columns in one: those that stayed are in order already, and the others are merged in. */
function* mergeNumbers(
  from: Sources,
  places: Int32Array,
  before: NumberColumn,
  delta: NumberColumn,
): Generator<void, NumberColumn> {
  const numbers = yield* pick(from, before.numbers, delta.numbers, new Float64Array(from.length));
  const fresh = new Int32Array(delta.numbers.length);
  for (let p = 0; p < from.length; p++) if (from[p] < 0) fresh[~from[p]] = p;
  const sorted = new Uint32Array(before.sorted.length + delta.sorted.length);
  let at = 0;
  let k = 0;
  for (const old of before.sorted) {
    const p = places[old];
    if (p < 0) continue;
    while (k < delta.sorted.length && delta.numbers[delta.sorted[k]] < numbers[p])
      sorted[at++] = fresh[delta.sorted[k++]];
    sorted[at++] = p;
  }
  while (k < delta.sorted.length) sorted[at++] = fresh[delta.sorted[k++]];
  yield;
  return sortedColumn(delta.key, numbers, delta.scale, sorted.slice(0, at));
}

function* mergeActivity(
  from: Sources,
  before: ActivityColumn,
  delta: ActivityColumn,
): Generator<void, ActivityColumn> {
  const offsets = new Uint32Array(from.length + 1);
  for (let p = 0; p < from.length; p++) {
    const [column, at] = from[p] >= 0 ? [before, from[p]] : [delta, ~from[p]];
    offsets[p + 1] = offsets[p] + column.offsets[at + 1] - column.offsets[at];
    if (p % STRIDE === STRIDE - 1) yield;
  }
  const length = offsets[from.length];
  const merged = {
    offsets,
    day: new Uint32Array(length),
    sold: new Uint32Array(length),
    views: new Uint32Array(length),
  };
  for (let p = 0; p < from.length; p++) {
    const [column, at] = from[p] >= 0 ? [before, from[p]] : [delta, ~from[p]];
    const [first, behind] = [column.offsets[at], column.offsets[at + 1]];
    for (let k = first; k < behind; k++) {
      const to = offsets[p] + k - first;
      merged.day[to] = column.day[k];
      merged.sold[to] = column.sold[k];
      merged.views[to] = column.views[k];
    }
    if (p % STRIDE === STRIDE - 1) yield;
  }
  return merged;
}
