import { pick } from 'es-toolkit/object';
import { EARNED, type EarnedColumn } from './earned';
import { placesById, patchSnapshot } from './patch';
import type { CatalogueFrame, ProductRow } from './rows';
import { holds } from './sets';
import { UNCOUNTED, type ActivityColumn, type Snapshot } from './snapshot';
import type { ValueColumn } from './columns';
import { placesBy, snapshotOf } from './snapshotBuilder';
import { runToEnd } from './steps';

/**
 * A snapshot in which some products are called otherwise, are described, pictured or linked anew, or cost something else,
 * while all stand where they stood and are filed as they were: the columns of their values, and whatever was made of them,
 * stay. Null where something else has changed, or products came or went; then they are merged in.
 *
 * O(what changed), and a copy of each list in which anything did.
 */
export function retouched(
  before: Snapshot,
  frame: CatalogueFrame,
  rows: readonly ProductRow[],
  version: number,
): Snapshot | null {
  if (!sameFiling(before.frame, frame)) return null;
  const places = placesById(before.ids);
  const delta = snapshotOf(frame, rows, version);
  const at: { p: number; d: number }[] = [];
  for (let d = 0; d < delta.size; d++) {
    const p = places.get(delta.ids[d]);
    if (p === undefined || !isFiledAlike(before, p, delta, d)) return null;
    at.push({ p, d });
  }
  const lists = <T>(one: readonly T[], other: readonly T[]): readonly T[] => listed(one, other, at);
  const slugs = lists(before.slugs, delta.slugs);
  const patched = patchSnapshot(
    before,
    at.map(({ p, d }) => ({
      id: before.ids[p],
      price: orNull(delta.price.numbers[d]),
      was: orNull(delta.was[d]),
      stock: delta.stock[d] === UNCOUNTED ? null : delta.stock[d],
      sold: orNull(delta.sold[d]),
      featured: holds(delta.featured, d),
      changed: delta.changed[d],
    })),
    version,
  );
  return {
    ...patched,
    frame: { ...frame, ...filingOf(before.frame) },
    titles: lists(before.titles, delta.titles),
    descriptions: lists(before.descriptions, delta.descriptions),
    images: lists(before.images, delta.images),
    links: lists(before.links, delta.links),
    slugs,
    bySlug: slugs === before.slugs ? before.bySlug : runToEnd(placesBy(slugs)),
    earned: earnedAnew(before.earned, delta.earned, at),
  };
}

const orNull = (number: number): number | null => (Number.isNaN(number) ? null : number);

/** The list with what changed in it; the same one where nothing did. */
function listed<T>(
  before: readonly T[],
  delta: readonly T[],
  at: readonly { p: number; d: number }[],
): readonly T[] {
  const changed = at.filter(({ p, d }) => JSON.stringify(before[p]) !== JSON.stringify(delta[d]));
  if (!changed.length) return before;
  const list = before.slice();
  for (const { p, d } of changed) list[p] = delta[d];
  return list;
}

function earnedAnew(
  before: EarnedColumn,
  delta: EarnedColumn,
  at: readonly { p: number; d: number }[],
): EarnedColumn {
  if (EARNED.every((name) => at.every(({ p, d }) => before[name][p] === delta[name][d]))) return before;
  const column = (name: keyof EarnedColumn): Float64Array => {
    const numbers = before[name].slice();
    for (const { p, d } of at) numbers[p] = delta[name][d];
    return numbers;
  };
  return {
    seen: column('seen'),
    clicks: column('clicks'),
    carts: column('carts'),
    revenue: column('revenue'),
  };
}

/** Whether a product has the values that it had, in every column that filters, ranges and aisles are made of. */
function isFiledAlike(before: Snapshot, p: number, delta: Snapshot, d: number): boolean {
  if (before.skus[p] !== delta.skus[d] || before.mainCategory[p] !== delta.mainCategory[d]) return false;
  if (before.currencies[p] !== delta.currencies[d]) return false;
  const numbers = [
    [before.created[p], delta.created[d]],
    [before.rating.numbers[p], delta.rating.numbers[d]],
    [before.ratings[p], delta.ratings[d]],
  ];
  if (!numbers.every(([one, other]) => Object.is(one, other))) return false;
  for (const name of ['category', 'categoryItself', 'collection', 'tag'] as const)
    if (!sameValues(before[name], p, delta[name], d)) return false;
  for (const [key, { column }] of delta.attributes)
    if (!sameValues(before.attributes.get(key)!.column, p, column, d)) return false;
  return sameDays(before.activity, p, delta.activity, d);
}

/** Whether the entries of a product are as many on both sides, and alike one by one. */
function sameStretch(
  before: { offsets: Uint32Array },
  p: number,
  delta: { offsets: Uint32Array },
  d: number,
  alike: (before: number, delta: number) => boolean,
): boolean {
  const [from, own] = [before.offsets[p], delta.offsets[d]];
  const count = delta.offsets[d + 1] - own;
  if (before.offsets[p + 1] - from !== count) return false;
  for (let k = 0; k < count; k++) if (!alike(from + k, own + k)) return false;
  return true;
}

const sameValues = (before: ValueColumn, p: number, delta: ValueColumn, d: number): boolean =>
  sameStretch(
    before,
    p,
    delta,
    d,
    (from, own) => before.values[before.codes[from]].value === delta.values[delta.codes[own]].value,
  );

const sameDays = (before: ActivityColumn, p: number, delta: ActivityColumn, d: number): boolean =>
  sameStretch(before, p, delta, d, (from, own) =>
    (['day', 'sold', 'views'] as const).every((name) => before[name][from] === delta[name][own]),
  );

/** What of a frame says how products are filed, and what their values are called. */
const filingOf = (frame: CatalogueFrame) =>
  pick(frame, [
    'languages',
    'shopTitles',
    'shopDescriptions',
    'attributes',
    'categories',
    'tags',
    'collections',
    'pages',
    'day',
  ]);

const filings = new WeakMap<CatalogueFrame, string>();

function sameFiling(before: CatalogueFrame, after: CatalogueFrame): boolean {
  const written = (frame: CatalogueFrame): string => {
    let known = filings.get(frame);
    if (known === undefined) filings.set(frame, (known = JSON.stringify(filingOf(frame))));
    return known;
  };
  return written(before) === written(after);
}
