import type { RangeProducts, RangeQuestion } from '@fond/contract';
import {
  byLevels,
  permutationOf,
  runRange,
  titleInShop,
  whyInRange,
  windowOf,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { aisleAt } from '../explain/explain';
import { problem } from '../problem/problem';
import { productLineOf } from './productLine';

const NEWEST = byLevels([{ key: 'newest', reversed: false }]);

/** A window of the products of a range in an aisle, the newest first; and why one is among them, or not. */
export function listRange(
  snapshot: Snapshot,
  { rule, from, size, sku }: RangeQuestion,
  path: string | undefined,
  context: RangeContext,
): RangeProducts {
  const aisle = aisleAt(snapshot, path);
  const { bits, count } = runRange(snapshot, aisle, rule, context);
  const permutation = permutationOf(snapshot, NEWEST, snapshot.frame.languages[0], context);
  const asked = sku === undefined ? undefined : snapshot.bySku.get(sku);
  if (sku !== undefined && asked === undefined)
    throw problem('not-found', `There is no product “${sku.slice(0, 64)}” in the catalogue.`);
  return {
    total: count,
    products: Array.from(windowOf(bits, count, permutation, from, size), (p) => productLineOf(snapshot, p)),
    why:
      asked === undefined
        ? null
        : {
            sku: snapshot.skus[asked],
            title: titleInShop(snapshot, snapshot.titles[asked]),
            ...whyInRange(snapshot, aisle, rule, asked, context),
          },
  };
}
