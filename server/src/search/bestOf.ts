import { holds, type SearchMatches, type Snapshot } from '@fond/core';

/** The best matches: by score, of equal ones those in stock and those that sell more first. */
export function bestOf(snapshot: Snapshot, { places, scores }: SearchMatches, most: number): number[] {
  const inStock = (p: number): number => (holds(snapshot.inStock, p) ? 0 : 1);
  const sold = (p: number): number => snapshot.sold[p] || 0;
  // Only those that may be among the best are compared in full.
  const least = most < scores.length ? [...scores].sort((a, b) => b - a)[most - 1] : -Infinity;
  return Array.from(places, (p, at) => ({ p, score: scores[at] }))
    .filter(({ score }) => score >= least)
    .sort((a, b) => b.score - a.score || inStock(a.p) - inStock(b.p) || sold(b.p) - sold(a.p) || a.p - b.p)
    .slice(0, most)
    .map(({ p }) => p);
}
