import { earnedRates } from './earnedRates';
import { dayOf, startOfDay } from '../text/days';
import type { ValueColumn } from '../catalogue/columns';
import { boundIn, uniteSpan } from '../catalogue/columns';
import { fullBitset, intersectInto, uniteInto, emptyBitset, type Bitset } from '../catalogue/sets';
import { Keep } from '../catalogue/keep';
import { UNCOUNTED, type Snapshot } from '../catalogue/snapshot';
import { savingPercent } from '../catalogue/figures';
import { fold } from '../text/fold';
import { within } from '../clause/rule';
import type { Clause, NumberField, RangeContext } from '../clause/rule';

const DAY = 86_400_000;

/**
 * Why a clause can't be read: what it names is not in the catalogue, or is no number any more. The page leaves such a
 * clause out.
 */
export interface ClauseFault {
  kind: 'category' | 'collection' | 'tag' | 'attribute' | 'number' | 'range';
  name: string;
}

/** Null where everything that the clause itself names is there. */
export function faultOf(snapshot: Snapshot, clause: Clause): ClauseFault | null {
  const { aisles } = snapshot;
  switch (clause.kind) {
    case 'category':
      return aisles.byKey.has(`category:${clause.category}`)
        ? null
        : { kind: 'category', name: String(clause.category) };
    case 'collection':
      return aisles.byKey.has(`collection:${clause.collection}`)
        ? null
        : { kind: 'collection', name: String(clause.collection) };
    case 'tag':
      return aisles.byKey.has(`tag:${clause.tag}`) ? null : { kind: 'tag', name: String(clause.tag) };
    case 'attribute':
      return snapshot.attributes.has(clause.attribute) ? null : { kind: 'attribute', name: clause.attribute };
    case 'attributeNumber':
      return snapshot.attributes.get(clause.attribute)?.row.type === 'number'
        ? null
        : { kind: 'number', name: clause.attribute };
    default:
      return null;
  }
}

/** Number of the day on which a range is read, in the shop's time zone. */
export const dayRead = ({ now, zone = 'UTC' }: RangeContext): number => dayOf(zone, now);

const cache = new Keep<Bitset>(400);

/**
 * The products of the whole catalogue that meet a clause; kept as long as the columns that it asks for are the same, so
 * callers must not change them. Inside groups a clause with a fault is left out; such a clause by itself meets everything.
 */
export function clauseBitset(snapshot: Snapshot, clause: Clause, context: RangeContext): Bitset {
  const question = JSON.stringify(clause) + (timed(clause) ? dayRead(context) : '');
  const reads = columnsOf(snapshot, clause, context);
  return cache.get(snapshot.lineage, question, reads, () => compute(snapshot, clause, context));
}

/** The columns that tell whether products meet a clause. */
function columnsOf(snapshot: Snapshot, clause: Clause, context: RangeContext): unknown[] {
  if (faultOf(snapshot, clause)) return [null];
  switch (clause.kind) {
    case 'all':
    case 'any':
    case 'none':
      return clause.of.map((inner) =>
        faultOf(snapshot, inner) ? null : clauseBitset(snapshot, inner, context),
      );
    case 'category':
      return [snapshot.aisles, snapshot.category, snapshot.categoryItself, snapshot.mainCategory];
    case 'collection':
      return [snapshot.aisles, snapshot.collection];
    case 'tag':
      return [snapshot.aisles, snapshot.tag];
    case 'attribute':
    case 'attributeNumber':
      return [snapshot.attributes.get(clause.attribute)!.column];
    case 'number':
      return numbersOf(snapshot, clause.field);
    case 'activity':
      return [snapshot.activity];
    case 'stock':
      return [stockStates(snapshot)];
    case 'added':
      return [snapshot.created];
    case 'title':
    case 'language':
      return [snapshot.titles];
    case 'sale':
      return [snapshot.price, snapshot.was];
    case 'featured':
      return [snapshot.featured];
    case 'picture':
      return [snapshot.images];
    case 'free':
      return [snapshot.price];
  }
}

function numbersOf(snapshot: Snapshot, field: NumberField): unknown[] {
  switch (field) {
    case 'saving':
      return [snapshot.price, snapshot.was];
    case 'seen':
      return [snapshot.earned];
    case 'clicked':
    case 'earned':
      return [earnedRates(snapshot)];
    default:
      return [snapshot[field]];
  }
}

const timed = (clause: Clause): boolean =>
  clause.kind === 'added' ||
  clause.kind === 'activity' ||
  ('of' in clause && Array.isArray(clause.of) && clause.of.some(timed));

function compute(snapshot: Snapshot, clause: Clause, context: RangeContext): Bitset {
  if (faultOf(snapshot, clause)) return fullBitset(snapshot.size);
  switch (clause.kind) {
    case 'all':
    case 'any':
    case 'none':
      return groupBitset(snapshot, clause, context);
    case 'category':
      return categoryBitset(snapshot, clause.category, clause.below, clause.main);
    case 'collection':
      return members(
        snapshot,
        snapshot.collection,
        snapshot.aisles.byKey.get(`collection:${clause.collection}`)!.path,
      );
    case 'tag':
      return members(snapshot, snapshot.tag, snapshot.aisles.byKey.get(`tag:${clause.tag}`)!.path);
    case 'attribute':
      return attributeBitset(snapshot, clause.attribute, clause.values);
    case 'attributeNumber': {
      const { column } = snapshot.attributes.get(clause.attribute)!;
      const bits = emptyBitset(snapshot.size);
      column.values.forEach(({ number }, code) => {
        if (number !== null && within(number, clause.from, clause.to)) uniteInto(bits, column.postings[code]);
      });
      return bits;
    }
    case 'number':
      return numberBitset(snapshot, clause.field, clause.from, clause.to);
    case 'activity': {
      const sums = activitySums(snapshot, clause.of, clause.days, context.now);
      return where(snapshot, (p) => sums[p] >= clause.least);
    }
    case 'stock': {
      const { codeOf, postings } = stockStates(snapshot);
      const bits = emptyBitset(snapshot.size);
      for (const state of clause.states) uniteInto(bits, postings[codeOf.get(state)!]);
      return bits;
    }
    case 'added': {
      const since = startOfDay(context.zone ?? 'UTC', dayRead(context) + 1 - clause.days);
      return where(snapshot, (p) => snapshot.created[p] >= since);
    }
    case 'title': {
      const sought = fold(clause.text);
      return where(snapshot, (p) =>
        Object.values(snapshot.titles[p]).some((title) => fold(title).includes(sought)),
      );
    }
    case 'language':
      return where(snapshot, (p) => Boolean(snapshot.titles[p][clause.lang]));
    case 'sale':
      return where(snapshot, (p) => snapshot.was[p] > snapshot.price.numbers[p]);
    case 'featured':
      return snapshot.featured;
    case 'picture':
      return where(snapshot, (p) => snapshot.images[p].length > 0);
    case 'free':
      return where(snapshot, (p) => snapshot.price.numbers[p] === 0);
  }
}

function groupBitset(
  snapshot: Snapshot,
  { kind, of }: { kind: 'all' | 'any' | 'none'; of: readonly Clause[] },
  context: RangeContext,
): Bitset {
  const sound = of.filter((clause) => !faultOf(snapshot, clause));
  // A group with nothing in it asks for nothing.
  if (!sound.length) return fullBitset(snapshot.size);
  if (kind === 'all') {
    const bits = fullBitset(snapshot.size);
    for (const clause of sound) intersectInto(bits, clauseBitset(snapshot, clause, context));
    return bits;
  }
  const bits = emptyBitset(snapshot.size);
  for (const clause of sound) {
    const met = clauseBitset(snapshot, clause, context);
    for (let w = 0; w < bits.length; w++) bits[w] |= met[w];
  }
  if (kind === 'any') return bits;
  const all = fullBitset(snapshot.size);
  for (let w = 0; w < all.length; w++) all[w] &= ~bits[w];
  return all;
}

/** Set of the products for which `test` holds. */
function where({ size }: Snapshot, test: (p: number) => boolean): Bitset {
  const bits = emptyBitset(size);
  for (let p = 0; p < size; p++) if (test(p)) bits[p >>> 5] |= 1 << (p & 31);
  return bits;
}

export function categoryBitset(snapshot: Snapshot, category: number, below: boolean, main: boolean): Bitset {
  const aisle = snapshot.aisles.byKey.get(`category:${category}`)!;
  if (!main) return members(snapshot, below ? snapshot.category : snapshot.categoryItself, aisle.path, 1);
  const ids = new Set<number>();
  const waiting = [aisle];
  for (let at = waiting.pop(); at; at = waiting.pop()) {
    ids.add(at.id);
    if (below) for (const child of at.children) waiting.push(child);
  }
  return where(snapshot, (p) => ids.has(snapshot.mainCategory[p]));
}

/** Availability has a facet of its own in every shop; pieces that come and go without another word leave it as it is. */
const stockStates = ({ facets }: Snapshot): ValueColumn => facets.get('stock') as ValueColumn;

/** The products of one value of a grouping column; a value is a path's last segment, or all behind the first slash. */
export function members(
  snapshot: Snapshot,
  column: ValueColumn,
  path: string,
  from = path.lastIndexOf('/') + 1,
): Bitset {
  const bits = emptyBitset(snapshot.size);
  const code = column.codeOf.get(path.slice(from));
  if (code !== undefined) uniteInto(bits, column.postings[code]);
  return bits;
}

/** Products with one of some values of an attribute; with none named, those that have any. */
export function attributeBitset(snapshot: Snapshot, key: string, values: readonly string[]): Bitset {
  const { column } = snapshot.attributes.get(key)!;
  const bits = emptyBitset(snapshot.size);
  if (!values.length) for (const posting of column.postings) uniteInto(bits, posting);
  for (const value of values) {
    const code = column.codeOf.get(value);
    if (code !== undefined) uniteInto(bits, column.postings[code]);
  }
  return bits;
}

function numberBitset(
  snapshot: Snapshot,
  field: NumberField,
  from: number | null,
  to: number | null,
): Bitset {
  if (field === 'price' || field === 'rating') {
    const column = snapshot[field];
    const bits = emptyBitset(snapshot.size);
    const scaled = (bound: number): number => Math.round(bound * column.scale * 1e6) / 1e6;
    const start = from === null ? 0 : boundIn(column, scaled(from), false);
    const end = to === null ? column.sorted.length : boundIn(column, scaled(to), true);
    uniteSpan(bits, column, start, end);
    return bits;
  }
  return where(snapshot, (p) => {
    const number = numberOf(snapshot, field, p);
    return number !== null && within(number, from, to);
  });
}

/** A product's number in the units that people read; null where it has none. */
export function numberOf(snapshot: Snapshot, field: NumberField, p: number): number | null {
  switch (field) {
    case 'price': {
      const cents = snapshot.price.numbers[p];
      return Number.isNaN(cents) ? null : cents / 100;
    }
    case 'saving':
      return savingPercent(snapshot.price.numbers[p], snapshot.was[p]);
    case 'rating': {
      const rating = snapshot.rating.numbers[p];
      return Number.isNaN(rating) ? null : rating;
    }
    case 'ratings':
      return Number.isNaN(snapshot.ratings[p]) ? null : snapshot.ratings[p];
    case 'stock':
      return snapshot.stock[p] === UNCOUNTED ? null : snapshot.stock[p];
    case 'sold':
      return Number.isNaN(snapshot.sold[p]) ? null : snapshot.sold[p];
    case 'seen':
      return snapshot.earned.seen[p];
    case 'clicked':
    case 'earned': {
      const rate = earnedRates(snapshot)[field][p];
      return Number.isNaN(rate) ? null : rate;
    }
  }
}

const keptSums = new Keep<Uint32Array>(16);

/** Per product, what was sold or seen on the last `days` days, today included. */
export function activitySums(
  snapshot: Snapshot,
  of: 'sold' | 'views',
  days: number,
  now: number,
): Uint32Array {
  const today = Math.floor(now / DAY);
  return keptSums.get(snapshot.lineage, `${of}|${days}|${today}`, [snapshot.activity], () => {
    const sums = new Uint32Array(snapshot.size);
    const { offsets, day, sold, views } = snapshot.activity;
    const amounts = of === 'sold' ? sold : views;
    for (let p = 0; p < snapshot.size; p++)
      for (let k = offsets[p]; k < offsets[p + 1]; k++)
        if (day[k] > today - days && day[k] <= today) sums[p] += amounts[k];
    return sums;
  });
}
