import {
  AISLE_RANGE,
  byLevels,
  filterRange,
  pageOf,
  parseSelections,
  permutationOf,
  pickText,
  runRange,
  SnapshotBuilder,
  type NumberColumn,
  type ProductRow,
  type RangeContext,
  type Snapshot,
  type Sorting,
  type ValueColumn,
} from '@fond/core';
import { FRAME } from './catalogue';
import { PAGE_SIZE, VALUE_FACETS, type ListingAnswer, type ListingRequest } from './requests';

const SORTINGS: Readonly<Record<ListingRequest['order'], Sorting>> = {
  newest: byLevels([{ key: 'newest', reversed: false }]),
  price: byLevels([{ key: 'price', reversed: false }]),
};
const CONTEXT: RangeContext = { now: 0, ranges: [] };

/** The engine as the shop uses it, down to counts and places; words, links and cards come after it. */
export class Ours {
  readonly name = 'engine';
  readonly snapshot: Snapshot;

  constructor(rows: Iterable<ProductRow>) {
    const builder = new SnapshotBuilder(FRAME);
    for (const row of rows) builder.add(row);
    this.snapshot = builder.finish(1);
  }

  answer(request: ListingRequest): ListingAnswer {
    const { snapshot } = this;
    const aisle = snapshot.aisles.byPath.get(`/${request.path ?? ''}`)!;
    const parameters: Record<string, string> = {};
    for (const [key, values] of Object.entries(request.values))
      parameters[key] = values.map((value) => pickText({ kind: 'value', value })).join(',');
    if (request.price) parameters['price'] = request.price.join('..');
    const { selections } = parseSelections(snapshot, parameters);
    const { words } = runRange(snapshot, aisle, AISLE_RANGE, CONTEXT);
    const filtered = filterRange(snapshot, words, selections);
    const counted = VALUE_FACETS.map((key) => filtered.valueCounts(snapshot.facets.get(key) as ValueColumn));
    filtered.valueCounts(snapshot.category);
    const spread = filtered.numberSpread(snapshot.price);
    if (spread) filtered.numberBuckets(snapshot.price, spread);
    filtered.countAtLeast(snapshot.rating, [4.5, 4, 3.5, 3]);
    const order = permutationOf(snapshot, SORTINGS[request.order], 'en', CONTEXT);
    const places = pageOf(snapshot, filtered, order, selections, (request.page - 1) * PAGE_SIZE, PAGE_SIZE);
    const total = filtered.count;
    filtered.release();
    return {
      total,
      get counts() {
        return Object.fromEntries(VALUE_FACETS.map((key, k) => [key, readable(snapshot, key, counted[k])]));
      },
      priced: spread?.count ?? 0,
      ids: Array.from(places, (p) => snapshot.ids[p]),
    };
  }

  /** Megabytes of what counting reads: codes, postings, sets, numbers, rows, orders. */
  megabytes(): number {
    const seen = new Set<ArrayBufferLike>();
    const add = (array: { buffer: ArrayBufferLike } | null): void => void (array && seen.add(array.buffer));
    const { snapshot } = this;
    for (const column of [...snapshot.facets.values(), snapshot.categoryItself, snapshot.collection])
      if (column.kind === 'number') addNumbers(column, add);
      else {
        for (const { words, list } of column.postings) {
          add(words);
          add(list);
        }
        for (const array of [column.codes, column.offsets, column.single]) add(array);
      }
    for (const array of [snapshot.packed.rows, snapshot.featured, snapshot.inStock, snapshot.created])
      add(array);
    for (const sorting of Object.values(SORTINGS)) {
      const { positions, ranks } = permutationOf(snapshot, sorting, 'en', CONTEXT);
      add(positions);
      add(ranks);
    }
    return [...seen].reduce((sum, { byteLength }) => sum + byteLength, 0) / 2 ** 20;
  }
}

function addNumbers(column: NumberColumn, add: (array: { buffer: ArrayBufferLike }) => void): void {
  add(column.numbers);
  add(column.sorted);
  column.marks.forEach(add);
}

function readable(snapshot: Snapshot, key: string, counts: Uint32Array): Record<string, number> {
  const column = snapshot.facets.get(key) as ValueColumn;
  const found: Record<string, number> = {};
  counts.forEach((count, code) => {
    if (count) found[column.values[code].value] = count;
  });
  return found;
}
