import type { ProductRow } from '@fond/core';
import { WIDE } from './catalogue';
import { BUCKET, FACETS, numbersBy, peer, peerRow, type Peer, type PeerRow } from './peer';
import { NUMBER_FACETS, PAGE_SIZE, VALUE_FACETS, Widest } from './requests';

/** The part of its interface that is used here; written down as the tests don't install it. */
interface Crossfilter {
  dimension(value: (row: PeerRow) => unknown, many?: boolean): Dimension;
  groupAll(): { value(): number };
  add(rows: readonly PeerRow[]): void;
  remove(test: (row: PeerRow) => boolean): void;
}
interface Dimension {
  filterFunction(test: (value: never) => boolean): void;
  filterExact(value: string | boolean): void;
  filterRange(range: readonly [number, number]): void;
  filterAll(): void;
  group(value?: (value: number) => number): { all(): { key: string | number; value: number }[] };
  bottom(count: number, offset: number): PeerRow[];
}

/** Of a weight that isn't known: below all others, and in a bucket of its own. */
const UNKNOWN = -1_000;

/** A dimension a facet, a group a dimension; its groups leave out their own filter, which is what facets ask for. */
export function crossfilterPeer(rows: Iterable<ProductRow>): Peer {
  const make = peer('crossfilter2') as (rows: PeerRow[]) => Crossfilter;
  const kept = Array.from(rows, peerRow);
  const data = make(kept);
  const facets = FACETS.map((key) => {
    const dimension = data.dimension((row) => row.values[key], true);
    return { key, dimension, group: dimension.group() };
  });
  const place = data.dimension((row) => row.path, true);
  const stocked = data.dimension((row) => row.stocked);
  const numbers = NUMBER_FACETS.map((key) => {
    const dimension = data.dimension((row) => row[key] ?? UNKNOWN);
    return { key, dimension, group: dimension.group((value) => Math.floor(value / BUCKET[key])) };
  });
  // Further ones for sorting: a dimension's own bottom() obeys its own filter too, in its own order.
  const newest = data.dimension((row) => -row.created * 1e7 + row.id);
  const cheapest = data.dimension((row) => Math.round(row.price * 100) * 1e7 + row.id);
  const all = data.groupAll();
  return {
    name: 'crossfilter2 1.5.4',
    answer(request) {
      place.filterExact(request.path ?? '*');
      if (request.stocked) stocked.filterExact(true);
      else stocked.filterAll();
      for (const { key, dimension } of facets) {
        const chosen = request.values[key];
        if (chosen) dimension.filterFunction((value: string) => chosen.includes(value));
        else dimension.filterAll();
      }
      for (const { key, dimension } of numbers) {
        const span = request.numbers[key];
        if (span) dimension.filterRange([span[0], span[1] + 0.001]);
        else dimension.filterAll();
      }
      const counts: Record<string, Record<string, number>> = {};
      const wide = new Widest(String);
      for (const { key, group } of facets)
        if (key === WIDE) for (const { key: value, value: count } of group.all()) wide.add(value, count);
        else {
          counts[key] = {};
          for (const { key: value, value: count } of group.all()) if (count) counts[key][value] = count;
        }
      const from = (request.page - 1) * PAGE_SIZE;
      const order = request.order === 'price' ? cheapest : newest;
      return {
        total: all.value(),
        counts: Object.fromEntries(VALUE_FACETS.map((key) => [key, counts[key]])),
        wide: wide.answer(),
        numbers: numbersBy((key) =>
          numbers
            .find((one) => one.key === key)!
            .group.all()
            .reduce((sum, { key: bucket, value }) => sum + (Number(bucket) < 0 ? 0 : value), 0),
        ),
        ids: order.bottom(PAGE_SIZE, from).map(({ id }) => id),
      };
    },
    reprice(id, cents) {
      // It keeps no changes of values: the row is taken out and comes back, whatever is chosen.
      for (const { dimension } of [...facets, ...numbers]) dimension.filterAll();
      place.filterAll();
      stocked.filterAll();
      data.remove((row) => row.id === id);
      kept[id - 1] = { ...kept[id - 1], price: cents / 100 };
      data.add([kept[id - 1]]);
    },
  };
}
