import {
  AISLE_RANGE,
  byLevels,
  countAhead,
  filterRange,
  patchSnapshot,
  pageOf,
  parseSelections,
  permutationOf,
  pickText,
  runRange,
  SnapshotBuilder,
  type NumberColumn,
  type ProductRow,
  type Filtered,
  type RangeContext,
  type RangeRule,
  type Snapshot,
  type Sorting,
  type ValueColumn,
} from '@fond/core';
import { FRAME, WIDE } from './catalogue';
import { numbersBy, type Peer } from './peer';
import { PAGE_SIZE, VALUE_FACETS, Widest, type ListingAnswer, type ListingRequest } from './requests';

const SORTINGS: Readonly<Record<ListingRequest['order'], Sorting>> = {
  newest: byLevels([{ key: 'newest', reversed: false }]),
  price: byLevels([{ key: 'price', reversed: false }]),
};
const CONTEXT: RangeContext = { now: 0, ranges: [], blends: [] };
const STOCKED: RangeRule = { ...AISLE_RANGE, clauses: [{ kind: 'stock', states: ['in', 'low'] }] };

/** The engine as the shop uses it, down to counts and places; words, links and cards come after it. */
export class Ours implements Peer {
  readonly name = 'engine';

  constructor(private current: Snapshot) {}

  static of(rows: Iterable<ProductRow>): Ours {
    const builder = new SnapshotBuilder(FRAME);
    for (const row of rows) builder.add(row);
    const snapshot = builder.finish(1);
    // The server sorts, and counts the front, before it serves, too.
    for (const sorting of Object.values(SORTINGS)) permutationOf(snapshot, sorting, 'en', CONTEXT);
    countAhead(snapshot, runRange(snapshot, snapshot.aisles.byPath.get('/')!, AISLE_RANGE, CONTEXT).bits);
    return new Ours(snapshot);
  }

  get snapshot(): Snapshot {
    return this.current;
  }

  answer(request: ListingRequest): ListingAnswer {
    const { snapshot } = this;
    const aisle = snapshot.aisles.byPath.get(`/${request.path ?? ''}`)!;
    const parameters: Record<string, string> = {};
    for (const [key, values] of Object.entries(request.values))
      parameters[key] = values.map((value) => pickText({ kind: 'value', value })).join(',');
    for (const [key, span] of Object.entries(request.numbers)) parameters[key] = span.join('..');
    const { selections } = parseSelections(snapshot, parameters);
    const { bits } = runRange(snapshot, aisle, request.stocked ? STOCKED : AISLE_RANGE, CONTEXT);
    const filtered = filterRange(snapshot, bits, selections);
    const counts: Record<string, Record<string, number>> = {};
    for (const key of VALUE_FACETS) counts[key] = readable(snapshot, key, filtered);
    // The shop's pages count categories as well, which the others needn't.
    filtered.valueCounts(snapshot.category);
    const wide = widest(snapshot, filtered);
    const numbers = numbersBy((key) => numbered(snapshot, key, filtered));
    const order = permutationOf(snapshot, SORTINGS[request.order], 'en', CONTEXT);
    const places = pageOf(snapshot, filtered, order, selections, (request.page - 1) * PAGE_SIZE, PAGE_SIZE);
    const total = filtered.count;
    filtered.release();
    return { total, counts, wide, numbers, ids: Array.from(places, (p) => snapshot.ids[p]) };
  }

  reprice(id: number, cents: number): void {
    this.current = patchSnapshot(this.current, [{ id, price: cents }], this.current.version + 1);
  }

  /** Megabytes of what counting reads: codes, postings, sets, numbers, rows, orders. */
  megabytes(): number {
    const seen = new Set<ArrayBufferLike>();
    const add = (array: { buffer: ArrayBufferLike } | null): void => void (array && seen.add(array.buffer));
    const { snapshot } = this;
    for (const column of [...snapshot.facets.values(), snapshot.categoryItself, snapshot.collection])
      if (column.kind === 'number') addNumbers(column, add);
      else {
        for (const { bits, list } of column.postings) {
          add(bits);
          add(list);
        }
        for (const array of [column.codes, column.offsets, column.single]) add(array);
      }
    for (const array of [...snapshot.packed.blocks, snapshot.featured, snapshot.inStock, snapshot.created])
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

function readable(snapshot: Snapshot, key: string, filtered: Filtered): Record<string, number> {
  const column = snapshot.facets.get(key) as ValueColumn;
  const counts = filtered.valueCounts(column);
  const found: Record<string, number> = {};
  for (let code = 0; code < counts.length; code++)
    if (counts[code]) found[column.values[code].value] = counts[code];
  return found;
}

function widest(snapshot: Snapshot, filtered: Filtered): ListingAnswer['wide'] {
  const column = snapshot.facets.get(WIDE) as ValueColumn;
  const counts = filtered.valueCounts(column);
  const wide = new Widest((code: number) => column.values[code].value);
  for (const code of filtered.codesLeft(column)) wide.add(code, counts[code]);
  return wide.answer();
}

/** Counted in the buckets that a page shows. */
function numbered(snapshot: Snapshot, key: string, filtered: Filtered): number {
  const column = snapshot.facets.get(key) as NumberColumn;
  const spread = filtered.numberSpread(column);
  if (!spread) return 0;
  return filtered.numberBuckets(column, spread).reduce((sum, { count }) => sum + count, 0);
}
