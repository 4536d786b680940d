import type { ValueColumn } from '../catalogue/columns';
import { Keep } from '../catalogue/keep';
import { membersOf } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';

/** How many products count as related to one. */
export const MAX_RELATED = 60;

const cache = new Keep<Uint32Array>(500);

/**
 * The products nearest to product `p`, the nearest first; at most MAX_RELATED, itself not among them.
 *
 * Nearness is the sum, over the values that two products share (own categories, collections, tags, attributes), of how
 * telling each is: log(n / products with it), the inverse document frequency of K. Spärck Jones, “A statistical
 * interpretation of term specificity” (1972). Equally near ones stand in the catalogue's order. Sharing nothing is no
 * relation. Costs the lengths of the value sets it looks into.
 */
export function nearestTo(snapshot: Snapshot, p: number): Uint32Array {
  return cache.get(snapshot.lineage, String(p), relatedReads(snapshot), () => computeNearest(snapshot, p));
}

function computeNearest(snapshot: Snapshot, p: number): Uint32Array {
  const { size } = snapshot;
  const nearness = new Float64Array(size);
  const touched: number[] = [];
  for (const column of tellingColumns(snapshot))
    for (let at = column.offsets[p]; at < column.offsets[p + 1]; at++) {
      const posting = column.postings[column.codes[at]];
      const weight = Math.log(size / posting.count);
      if (weight <= 0) continue;
      for (const other of membersOf(posting)) {
        if (nearness[other] === 0) touched.push(other);
        nearness[other] += weight;
      }
    }
  return Uint32Array.from(
    touched
      .filter((other) => other !== p)
      .sort((a, b) => nearness[b] - nearness[a] || a - b)
      .slice(0, MAX_RELATED),
  );
}

const tellingColumns = (snapshot: Snapshot): ValueColumn[] => [
  snapshot.categoryItself,
  snapshot.collection,
  snapshot.tag,
  ...[...snapshot.attributes.values()].map(({ column }) => column),
];

/** The columns that nearness is made of. */
export const relatedReads = (snapshot: Snapshot): readonly unknown[] => tellingColumns(snapshot);
