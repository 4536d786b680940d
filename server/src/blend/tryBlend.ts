import type { BlendMove, BlendQuestion, BlendTrial } from '@fond/contract';
import {
  choosePlan,
  countHaving,
  explainScore,
  runRange,
  shelfOf,
  shelfRange,
  sortedByNumbers,
  titleInShop,
  weigh,
  AISLE_RANGE,
  type BlendFactor,
  type BlendScores,
  type Edition,
  type RangeContext,
  type RangeResult,
  type Snapshot,
} from '@fond/core';
import { aisleAt } from '../explain/explain';
import { pictureAddress } from '../picture/addresses';

/** Told of each way. */
const MOVES = 10;

/** The products that the shelf of an aisle shows, in the order of a blend, and what it does otherwise than another one. */
export function tryBlend(
  snapshot: Snapshot,
  { plans }: Edition,
  { factors, before, most }: BlendQuestion,
  path: string | undefined,
  context: RangeContext,
): BlendTrial {
  const aisle = aisleAt(snapshot, path);
  const plan = choosePlan(plans, aisle).winner?.plan;
  const shelf = plan && shelfOf(plan);
  const range = shelf
    ? shelfRange(snapshot, aisle, shelf, context)
    : runRange(snapshot, aisle, AISLE_RANGE, context);
  const now = weighed(snapshot, factors, range, context);
  const was = before && weighed(snapshot, before, range, context);
  const title = (p: number): string => titleInShop(snapshot, snapshot.titles[p]);
  const moves = was ? movesBetween(was.ranks, now.positions) : [];
  const told = (list: readonly Move[]): BlendMove[] =>
    list
      .slice(0, MOVES)
      .map(({ p, from, to }) => ({ sku: snapshot.skus[p], title: title(p), from: from + 1, to: to + 1 }));
  return {
    aisle: { title: titleInShop(snapshot, aisle.titles), count: range.count },
    products: Array.from(now.positions.subarray(0, most), (p, at) => {
      const scored = explainScore(snapshot, now.scores, p, context);
      return {
        sku: snapshot.skus[p],
        title: title(p),
        image: imageOf(snapshot, p),
        place: at + 1,
        before: was && was.ranks[p] + 1,
        score: scored.score,
        factors: scored.factors.map(({ factor, number, share, adds }) => ({
          id: factor.id,
          number,
          share,
          adds,
        })),
      };
    }),
    rose: told(moves.filter(({ from, to }) => to < from)),
    fell: told(moves.filter(({ from, to }) => to > from)),
    having: factors.map(({ id, basis }) => ({ id, count: countHaving(snapshot, basis, range, context) })),
  };
}

/** The products of a range by weights that may never be asked for again. */
function weighed(
  snapshot: Snapshot,
  factors: readonly BlendFactor[],
  range: RangeResult,
  context: RangeContext,
): { scores: BlendScores; positions: Uint32Array; ranks: Uint32Array } {
  const scores = weigh(snapshot, { factors }, range, context);
  const { members } = scores;
  const positions = sortedByNumbers(
    [scores.scores.map((score) => -score), Float64Array.from(members, (p) => snapshot.ids[p])],
    Uint32Array.from(members, (_, at) => at),
  ).map((at) => members[at]);
  const ranks = new Uint32Array(snapshot.size);
  positions.forEach((p, rank) => (ranks[p] = rank));
  return { scores, positions, ranks };
}

function imageOf(snapshot: Snapshot, p: number): string | null {
  const hash = snapshot.images[p].at(0)?.hash;
  return hash ? pictureAddress(hash, 240) : null;
}

interface Move {
  p: number;
  from: number;
  to: number;
}

/** What stands elsewhere, the farthest first. */
function movesBetween(ranks: Uint32Array, positions: Uint32Array): Move[] {
  const moves: Move[] = [];
  positions.forEach((p, to) => {
    if (ranks[p] !== to) moves.push({ p, from: ranks[p], to });
  });
  return moves.sort((a, b) => Math.abs(b.to - b.from) - Math.abs(a.to - a.from) || a.to - b.to);
}
