import type { Snapshot } from '../catalogue/snapshot';

/** The number that a product has in an attribute, its first where there are several; NaN where it has none. */
export function attributeNumbers(snapshot: Snapshot, key: string): Float64Array {
  const column = snapshot.attributes.get(key)?.column;
  const numbers = new Float64Array(snapshot.size).fill(NaN);
  if (!column) return numbers;
  for (let p = 0; p < snapshot.size; p++)
    if (column.offsets[p] < column.offsets[p + 1])
      numbers[p] = column.values[column.codes[column.offsets[p]]].number ?? NaN;
  return numbers;
}

/**
 * Ratings drawn towards the shop's mean by how few people gave them: (C·m + r·v) / (C + v), with m the mean of
 * all ratings, C the mean count of ratings, r and v the product's own. Source: the Bayesian average with a prior
 * of C votes at m, as described for ranked lists of rated items. A rating of which nobody knows how many gave it counts
 * as one person's. NaN where there is none.
 */
export function weightedRatings(snapshot: Snapshot): Float64Array {
  const { numbers } = snapshot.rating;
  let rated = 0;
  let votes = 0;
  let sum = 0;
  for (let p = 0; p < snapshot.size; p++) {
    if (Number.isNaN(numbers[p])) continue;
    const count = votesOf(snapshot, p);
    rated++;
    votes += count;
    sum += numbers[p] * count;
  }
  const mean = votes ? sum / votes : 0;
  const weight = rated ? votes / rated : 0;
  return numbers.map((rating, p) => {
    const count = votesOf(snapshot, p);
    return (weight * mean + rating * count) / (weight + count);
  });
}

const votesOf = ({ ratings }: Snapshot, p: number): number => (ratings[p] > 0 ? ratings[p] : 1);
