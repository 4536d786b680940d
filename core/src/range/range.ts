import { groundOf, type Aisle } from '../catalogue/aisles';
import { Keep } from '../catalogue/keep';
import { countOf, fullBitset, intersectInto, emptyBitset, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { attributeBitset, categoryBitset, clauseBitset, dayRead, faultOf, members } from './clauseBitset';
import { nearestTo, relatedReads } from './related';
import {
  AISLE_RANGE,
  type RangeContext,
  type RangeRule,
  type RangeSource,
  type SavedRange,
} from '../clause/rule';

export interface RangeResult {
  bits: Bitset;
  count: number;
  /** The same for the same question, whatever the catalogue; what is made of the result is kept by it. */
  key: string;
}

const cache = new Keep<RangeResult>(1_000);

/** A range in an aisle as a question: what it is asked by, what tells whether its answer would be another, and the answer. */
export interface RangeQuestion {
  key: string;
  reads: readonly unknown[];
  /** A set of the caller's own. */
  answer: () => Bitset;
}

/** Clauses that name what is gone are left out. */
export function askRange(
  snapshot: Snapshot,
  aisle: Aisle,
  rule: RangeRule,
  context: RangeContext,
): RangeQuestion {
  const saved = findSavedRange(rule.source, context);
  const of = ofWhat(rule.source, context);
  const clauses = rule.clauses
    .filter((clause) => !faultOf(snapshot, clause))
    .map((clause) => clauseBitset(snapshot, clause, context));
  return {
    key: `${followsAisle(rule, context) ? aisle.key : '*'}|${of}|${context.zone ?? ''}${dayRead(context)}|${JSON.stringify(rule)}|${saved ? JSON.stringify(saved.rule) : ''}`,
    reads: [...clauses, ...sourceReads(snapshot, aisle, rule.source, context)],
    answer: () => {
      const bits = sourceBitset(snapshot, aisle, rule.source, context).slice();
      for (const met of clauses) intersectInto(bits, met);
      return bits;
    },
  };
}

/**
 * The products of a range in an aisle. Results are kept, as aisles are asked for again and again; callers must not change
 * `bits`.
 */
export function runRange(
  snapshot: Snapshot,
  aisle: Aisle,
  rule: RangeRule,
  context: RangeContext,
): RangeResult {
  const { key, reads, answer } = askRange(snapshot, aisle, rule, context);
  return cache.get(snapshot.lineage, key, reads, () => {
    const bits = answer();
    return { bits, count: countOf(bits), key };
  });
}

/** What a source that is read for a product, or a shopper, is read for. */
function ofWhat(source: RangeSource, { product, recent }: RangeContext): string | number {
  if (source.kind === 'recent') return recent?.join(' ') ?? '';
  return isOfProduct(source) ? (product ?? '') : '';
}

/** The columns that tell what a source holds. */
function sourceReads(
  snapshot: Snapshot,
  aisle: Aisle,
  source: RangeSource,
  context: RangeContext,
): readonly unknown[] {
  switch (source.kind) {
    case 'catalogue':
      return [];
    case 'named':
      return [snapshot.skus];
    case 'related':
      return relatedReads(snapshot);
    case 'recent':
    case 'linked':
      return [snapshot.links, snapshot.skus];
    case 'saved': {
      const saved = findSavedRange(source, context);
      return saved && saved.rule.source.kind !== 'saved'
        ? [runRange(snapshot, aisle, saved.rule, context)]
        : [];
    }
    case 'aisle':
      return aisleReads(snapshot, groundOf(aisle));
  }
}

function aisleReads(snapshot: Snapshot, { kind, value }: Aisle): readonly unknown[] {
  switch (kind) {
    case 'category':
      return [snapshot.aisles, snapshot.category, snapshot.categoryItself, snapshot.mainCategory];
    case 'collection':
      return [snapshot.aisles, snapshot.collection];
    case 'tag':
      return [snapshot.aisles, snapshot.tag];
    case 'value':
      return [snapshot.attributes.get(value!.attribute)?.column];
    case 'front':
    case 'search':
    case 'page':
      return [];
  }
}

/** What stands in an aisle, whatever its plan shows of it. */
export const aisleProducts = (snapshot: Snapshot, aisle: Aisle, below = true, main = false): RangeResult =>
  runRange(
    snapshot,
    aisle,
    below && !main ? AISLE_RANGE : { source: { kind: 'aisle', below, main }, clauses: [] },
    {
      now: 0,
      ranges: [],
      blends: [],
    },
  );

/** The saved range that a source names; undefined for any other source, and for one that is gone. */
export const findSavedRange = (source: RangeSource, { ranges }: RangeContext): SavedRange | undefined =>
  source.kind === 'saved' ? ranges.find(({ id }) => id === source.range) : undefined;

/** Whether a range shows other products in another aisle. */
export function followsAisle(rule: RangeRule, context: RangeContext): boolean {
  if (rule.source.kind === 'saved') return findSavedRange(rule.source, context)?.rule.source.kind === 'aisle';
  return rule.source.kind === 'aisle';
}

/** The source alone. A saved range that is gone shows nothing, as nobody can tell what it held. */
export function sourceBitset(
  snapshot: Snapshot,
  aisle: Aisle,
  source: RangeSource,
  context: RangeContext,
): Bitset {
  switch (source.kind) {
    case 'catalogue':
      return fullBitset(snapshot.size);
    case 'named':
      return bitsetOf(snapshot, placesOf(snapshot, source.skus));
    case 'related':
    case 'recent':
    case 'linked':
      return bitsetOf(snapshot, ofProduct(snapshot, source, context));
    case 'saved': {
      const saved = findSavedRange(source, context);
      return saved && saved.rule.source.kind !== 'saved'
        ? runRange(snapshot, aisle, saved.rule, context).bits
        : emptyBitset(snapshot.size);
    }
    case 'aisle':
      return aisleBitset(snapshot, aisle, source.below, source.main);
  }
}

/** Sources that are read for the product on whose page a range stands, or for the shopper. */
type OfProduct = Extract<RangeSource, { kind: 'related' | 'linked' | 'recent' }>;
const isOfProduct = (source: RangeSource): source is OfProduct =>
  source.kind === 'related' || source.kind === 'linked' || source.kind === 'recent';

/** Whether a source puts its products in an order of its own. */
export const hasOwnOrder = (source: RangeSource): boolean => source.kind === 'named' || isOfProduct(source);

/** What a product has beside it, the nearest first, or as its links were put in order; what a shopper saw last. */
const ofProduct = (
  snapshot: Snapshot,
  source: OfProduct,
  { product, recent }: RangeContext,
): ArrayLike<number> & Iterable<number> => {
  if (source.kind === 'recent') return recent ?? [];
  if (product === undefined) return [];
  return source.kind === 'related'
    ? nearestTo(snapshot, product)
    : placesOf(snapshot, snapshot.links[product]?.[source.as] ?? []);
};

const placesOf = ({ bySku }: Snapshot, skus: readonly string[]): number[] =>
  skus.flatMap((sku) => bySku.get(sku) ?? []);

function bitsetOf({ size }: Snapshot, places: Iterable<number>): Bitset {
  const bits = emptyBitset(size);
  for (const p of places) bits[p >>> 5] |= 1 << (p & 31);
  return bits;
}

/** The products of a range in the order of its source, where that is of the product on the page; else null. */
export const orderOfProduct = (
  snapshot: Snapshot,
  { source }: RangeRule,
  context: RangeContext,
): readonly number[] | null => (isOfProduct(source) ? [...ofProduct(snapshot, source, context)] : null);

function aisleBitset(snapshot: Snapshot, aisle: Aisle, below: boolean, main: boolean): Bitset {
  switch (aisle.kind) {
    case 'front':
    case 'search':
      return fullBitset(snapshot.size);
    case 'category':
      return categoryBitset(snapshot, aisle.id, below, main);
    case 'collection':
      return members(snapshot, snapshot.collection, aisle.path);
    case 'tag':
      return members(snapshot, snapshot.tag, aisle.path);
    case 'value':
      return attributeBitset(snapshot, aisle.value!.attribute, [aisle.value!.value]);
    case 'page':
      return aisle.standsFor
        ? aisleBitset(snapshot, groundOf(aisle), below, main)
        : fullBitset(snapshot.size);
  }
}

/**
 * The article numbers that give a range an order of its own: those it names, or those of the collection whose aisle it
 * follows. Null where there is none.
 */
export function namedOrder(rule: RangeRule, aisle: Aisle, context: RangeContext): readonly string[] | null {
  const source = findSavedRange(rule.source, context)?.rule.source ?? rule.source;
  if (source.kind === 'aisle') return aisle.arranged;
  return source.kind === 'named' ? source.skus : null;
}
