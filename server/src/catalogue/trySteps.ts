import type { StepsTrial } from '@fond/contract';
import { aisleProducts, filterRange, stepsByHand, stepsIn, type Aisle, type Snapshot } from '@fond/core';
import { problem } from '../problem/problem';

/** The steps of a number filter over an aisle's products: those that follow them, and those of choice. */
export function trySteps(
  snapshot: Snapshot,
  aisle: Aisle,
  key: string,
  begins: readonly number[],
): StepsTrial {
  const column = snapshot.facets.get(key);
  if (!column || (column.kind === 'values' && !column.numeric))
    throw problem('not-found', `There is no filter by numbers called “${key}”.`);
  const { bits } = aisleProducts(snapshot, aisle);
  const filtered = filterRange(snapshot, bits, new Map());
  const trial = {
    automatic: stepsIn(filtered, column, []),
    own: begins.length ? stepsByHand(filtered, column, begins) : [],
    covered: filtered.covered(column),
  };
  filtered.release();
  return trial;
}
