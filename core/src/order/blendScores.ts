import { Keep } from '../catalogue/keep';
import { listInto, holds } from '../catalogue/sets';
import { sortedByNumbers } from '../catalogue/sortByNumbers';
import type { Snapshot } from '../catalogue/snapshot';
import { LATELY, type Blend, type BlendBasis, type BlendFactor, type BlendFigure } from '../clause/blend';
import type { RangeContext } from '../clause/rule';
import { earnedRates } from '../range/earnedRates';
import { activitySums, attributeBitset, dayRead, numberOf } from '../range/clauseBitset';
import type { RangeResult } from '../range/range';
import { startOfDay } from '../text/days';
import { attributeNumbers, weightedRatings } from './productNumbers';

const DAY = 86_400_000;

/** What a blend makes of the products of a range. */
export interface BlendScores {
  /** The factors that count: those with a weight, whose attribute is there. */
  factors: readonly BlendFactor[];
  /** Sum of their weights. */
  weights: number;
  /** Positions of the range's products, ascending. */
  members: Uint32Array;
  /** Per factor and member, in that order: 0 for the last to 1 for the first; NaN where it has no value. */
  shares: readonly Float64Array[];
  /** Per member: 0 to 1. */
  scores: Float64Array;
}

/** As long as their ranges, so that those of many aisles can be cache. */
const cache = new Keep<BlendScores>(300);
const numbersKept = new Keep<Float64Array>(48);
const sharesKept = new Keep<Float64Array>(900);

/**
 * The score of each product of a range: the mean of its shares, by weight.
 *
 * Numbers are measured among the products of the range alone, by their rank: a product's share is the part of the others
 * that it leaves behind, those that equal it counted half (mid-ranks; M. G. Kendall, “The treatment of ties in ranking
 * problems”, 1945). Ranks rather than capped quantiles, since sales and views of a shop are so skewed that between any two
 * caps most products lie close to nothing; by ranks a weight means the same for every factor, and one runaway seller
 * moves no other. Newness is a share by itself: 2^(−age / half-life), by days of the shop's zone. Chosen values are 1 or 0.
 * What has no value stands where its factor says. Kept by the columns that the factors read.
 */
export function blendScores(
  snapshot: Snapshot,
  blend: Pick<Blend, 'factors'>,
  range: RangeResult,
  context: RangeContext,
): BlendScores {
  const factors = countedFactors(snapshot, blend);
  const question = `${JSON.stringify(factors)}|${dayRead(context)}|${range.key}`;
  const reads = [range.bits, ...factors.flatMap(({ basis }) => basisReads(snapshot, basis))];
  return cache.get(snapshot.lineage, question, reads, () => weigh(snapshot, blend, range, context));
}

/** The factors that count: those with a weight, whose attribute is there. */
const countedFactors = (snapshot: Snapshot, { factors }: Pick<Blend, 'factors'>): BlendFactor[] =>
  factors.filter(({ weight, basis }) => weight > 0 && isThere(snapshot, basis));

/** The same without being kept, for weights that are asked for once: while they are moved, each step is another blend. */
export function weigh(
  snapshot: Snapshot,
  blend: Pick<Blend, 'factors'>,
  range: RangeResult,
  context: RangeContext,
): BlendScores {
  const factors = countedFactors(snapshot, blend);
  const day = dayRead(context);
  const members = new Uint32Array(range.count);
  listInto(range.bits, members);
  const shares = factors.map(({ basis, reversed }) => {
    const asked = `${JSON.stringify(basis)}|${day}|${range.key}`;
    const found = sharesKept.get(snapshot.lineage, asked, [range.bits, ...basisReads(snapshot, basis)], () =>
      sharesOf(snapshot, basis, members, context),
    );
    return reversed ? found.map((share) => 1 - share) : found;
  });
  const weights = factors.reduce((sum, { weight }) => sum + weight, 0);
  const scores = new Float64Array(members.length);
  for (let at = 0; at < members.length; at++) {
    let sum = 0;
    for (let f = 0; f < factors.length; f++) {
      const share = shares[f][at];
      sum += factors[f].weight * (Number.isNaN(share) ? factors[f].missing / 100 : share);
    }
    scores[at] = weights ? sum / weights : 0;
  }
  return { factors, weights, members, shares, scores };
}

/** One factor of a product's score. */
export interface ScoredFactor {
  factor: BlendFactor;
  /** In the unit of its basis: days, percent, euro …; 1 or 0 for chosen values; null where it has none. */
  number: number | null;
  /** 0 to 1; where it stands among the range's products, or where the factor puts what has no value. */
  share: number;
  /** What it adds to the score. */
  adds: number;
}

/** How the score of one of the range's products comes about. */
export function explainScore(
  snapshot: Snapshot,
  { factors, weights, members, shares, scores }: BlendScores,
  p: number,
  context: RangeContext,
): { score: number; factors: ScoredFactor[] } {
  const at = placeIn(members, p);
  return {
    score: scores[at],
    factors: factors.map((factor, f) => {
      const own = shares[f][at];
      const share = Number.isNaN(own) ? factor.missing / 100 : own;
      const number = basisNumbers(snapshot, factor.basis, context)[p];
      return {
        factor,
        number: Number.isNaN(number) ? null : number,
        share,
        adds: (factor.weight * share) / weights,
      };
    }),
  };
}

/** The place of a member in an ascending list. O(log n). */
export function placeIn(members: Uint32Array, p: number): number {
  let low = 0;
  let high = members.length - 1;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (members[middle] < p) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Whether the catalogue has what a factor looks at. */
export const isThere = ({ attributes }: Snapshot, basis: BlendBasis): boolean =>
  basis.kind === 'number' || basis.kind === 'values' ? attributes.has(basis.attribute) : true;

/** Products of a range that have a value for a factor. */
export function countHaving(
  snapshot: Snapshot,
  basis: BlendBasis,
  { bits }: Pick<RangeResult, 'bits'>,
  context: RangeContext,
): number {
  const numbers = basisNumbers(snapshot, basis, context);
  let count = 0;
  for (let p = 0; p < numbers.length; p++) if (holds(bits, p) && !Number.isNaN(numbers[p])) count++;
  return count;
}

function sharesOf(
  snapshot: Snapshot,
  basis: BlendBasis,
  members: Uint32Array,
  context: RangeContext,
): Float64Array {
  const numbers = basisNumbers(snapshot, basis, context);
  if (basis.kind === 'newness')
    return Float64Array.from(members, (p) => 2 ** (-Math.max(0, numbers[p]) / basis.halfLife));
  if (basis.kind === 'values') return Float64Array.from(members, (p) => numbers[p]);
  return midRanks(numbers, members);
}

/** Per member: the part of the other valued ones that lie below it, equal ones counted half; NaN without a value. */
export function midRanks(numbers: Float64Array, members: Uint32Array): Float64Array {
  const valued = members.filter((p) => !Number.isNaN(numbers[p]));
  const sorted = sortedByNumbers([numbers], valued);
  const ranks = new Map<number, number>();
  for (let first = 0; first < sorted.length;) {
    const number = numbers[sorted[first]];
    let behind = first + 1;
    while (behind < sorted.length && numbers[sorted[behind]] === number) behind++;
    ranks.set(number, sorted.length > 1 ? (first + (behind - first - 1) / 2) / (sorted.length - 1) : 0.5);
    first = behind;
  }
  return Float64Array.from(members, (p) => ranks.get(numbers[p]) ?? NaN);
}

/** What a factor looks at, per product of the catalogue; NaN where there is no value. Kept. */
function basisNumbers(snapshot: Snapshot, basis: BlendBasis, context: RangeContext): Float64Array {
  const of = basis.kind === 'newness' ? 'newness' : JSON.stringify(basis);
  return numbersKept.get(snapshot.lineage, `${of}|${dayRead(context)}`, basisReads(snapshot, basis), () =>
    computeNumbers(snapshot, basis, context),
  );
}

function computeNumbers(snapshot: Snapshot, basis: BlendBasis, context: RangeContext): Float64Array {
  switch (basis.kind) {
    case 'newness':
      return ages(snapshot, context);
    case 'number':
      return attributeNumbers(snapshot, basis.attribute);
    case 'values': {
      const having = attributeBitset(snapshot, basis.attribute, []);
      const chosen = basis.values.length ? attributeBitset(snapshot, basis.attribute, basis.values) : having;
      return Float64Array.from({ length: snapshot.size }, (_, p) =>
        holds(chosen, p) ? 1 : holds(having, p) ? 0 : NaN,
      );
    }
    case 'figure':
      return figureNumbers(snapshot, basis.figure, context);
  }
}

/** Whole days since products were added, today counted as none; NaN where nobody knows. */
function ages(snapshot: Snapshot, context: RangeContext): Float64Array {
  const tomorrow = startOfDay(context.zone ?? 'UTC', dayRead(context) + 1);
  return snapshot.created.map((created) => Math.max(0, Math.floor((tomorrow - 1 - created) / DAY)));
}

function figureNumbers(snapshot: Snapshot, figure: BlendFigure, { now }: RangeContext): Float64Array {
  const each = (number: (p: number) => number): Float64Array =>
    Float64Array.from({ length: snapshot.size }, (_, p) => number(p));
  switch (figure) {
    case 'price':
    case 'saving':
    case 'stock':
    case 'sold':
    case 'seen':
    case 'clicked':
    case 'earned':
      return each((p) => numberOf(snapshot, figure, p) ?? NaN);
    case 'rating':
      return weightedRatings(snapshot);
    case 'sold-lately':
      return Float64Array.from(activitySums(snapshot, 'sold', LATELY, now));
    case 'views':
      return Float64Array.from(activitySums(snapshot, 'views', LATELY, now));
    case 'sold-per-view':
      return soldPerView(snapshot, now);
    case 'margin':
      return attributeNumbers(snapshot, 'margin');
    case 'featured':
      return each((p) => (holds(snapshot.featured, p) ? 1 : 0));
  }
}

/**
 * Pieces sold for each view of late, drawn towards the shop's own rate by how few views there were: (s + k·r) / (v + k)
 * with r the rate of the whole shop and k the mean number of views (a prior of so many views at the shop's rate). Without
 * it one view and one sale would lead for a month. NaN where nothing has been viewed in the whole shop.
 */
function soldPerView(snapshot: Snapshot, now: number): Float64Array {
  const sold = activitySums(snapshot, 'sold', LATELY, now);
  const views = activitySums(snapshot, 'views', LATELY, now);
  const seen = views.reduce((sum, count) => sum + count, 0);
  const rate = seen ? sold.reduce((sum, count) => sum + count, 0) / seen : NaN;
  const prior = snapshot.size ? seen / snapshot.size : 0;
  return Float64Array.from(sold, (count, p) => (count + prior * rate) / (views[p] + prior));
}

/** The columns that a factor's numbers are made of. */
function basisReads(snapshot: Snapshot, basis: BlendBasis): unknown[] {
  switch (basis.kind) {
    case 'newness':
      return [snapshot.created];
    case 'number':
    case 'values':
      return [snapshot.attributes.get(basis.attribute)?.column];
    case 'figure':
      return FIGURE_READS[basis.figure](snapshot);
  }
}

const FIGURE_READS: Readonly<Record<BlendFigure, (snapshot: Snapshot) => unknown[]>> = {
  price: ({ price }) => [price.numbers],
  saving: ({ price, was }) => [price.numbers, was],
  rating: ({ rating, ratings }) => [rating.numbers, ratings],
  stock: ({ stock }) => [stock],
  sold: ({ sold }) => [sold],
  'sold-lately': ({ activity }) => [activity],
  views: ({ activity }) => [activity],
  'sold-per-view': ({ activity }) => [activity],
  seen: ({ earned }) => [earned],
  clicked: (snapshot) => [earnedRates(snapshot)],
  earned: (snapshot) => [earnedRates(snapshot)],
  margin: ({ attributes }) => [attributes.get('margin')?.column],
  featured: ({ featured }) => [featured],
};
