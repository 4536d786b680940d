import { runRange } from './range';
import { ValueColumnBuilder, type ValueColumn } from '../catalogue/columns';
import { Keep } from '../catalogue/keep';
import type { Texts } from '../text/texts';
import { holds, emptyBitset, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';

/**
 * The snapshot with the collections made by rule filled, as their rules hold at `now` (milliseconds since 1970); those
 * made by hand stay as they are. A rule with nothing to meet holds everything; clauses about what is gone are left
 * out. O(products), only where there is such a collection.
 *
 * @param onFault Told of rules that can't be read, which then hold nothing; without it they throw.
 */
export function withRuleCollections(
  snapshot: Snapshot,
  now: number,
  zone = 'UTC',
  onFault?: (id: number, error: unknown) => void,
): Snapshot {
  const front = snapshot.aisles.byKey.get('front')!;
  const ruled = snapshot.frame.collections.flatMap(({ id, slug, clauses }) => {
    if (!clauses) return [];
    const wordsOf = (): Bitset =>
      runRange(
        snapshot,
        front,
        { source: { kind: 'catalogue' }, clauses },
        { now, ranges: [], blends: [], zone },
      ).bits;
    const bits = onFault ? orNothing(snapshot, wordsOf, (error) => onFault(id, error)) : wordsOf();
    return [{ slug, bits, labels: snapshot.aisles.byKey.get(`collection:${id}`)!.titles }];
  });
  if (!ruled.length) return snapshot;
  // As long as the same products meet the rules, the column that holds them stays.
  const { input, output } = cache.get(
    snapshot.lineage,
    JSON.stringify(ruled.map(({ slug }) => slug)),
    ruled.flatMap(({ bits, labels }) => [bits, labels]),
    () => ({ input: snapshot.collection, output: fillColumn(snapshot, ruled) }),
  );
  if (snapshot.collection === output) return snapshot;
  return { ...snapshot, collection: snapshot.collection === input ? output : fillColumn(snapshot, ruled) };
}

function orNothing(snapshot: Snapshot, make: () => Bitset, onFault: (error: unknown) => void): Bitset {
  try {
    return make();
  } catch (error) {
    onFault(error);
    return emptyBitset(snapshot.size);
  }
}

interface Ruled {
  slug: string;
  bits: Bitset;
  labels: Texts;
}

/** The column with rules filled in, and the one that it was made of. */
const cache = new Keep<{ input: ValueColumn; output: ValueColumn }>(4);

function fillColumn(snapshot: Snapshot, ruled: readonly Ruled[]): ValueColumn {
  const before = snapshot.collection;
  const isRuled = new Set(ruled.map(({ slug }) => slug));
  const builder = new ValueColumnBuilder(before.key);
  const recoded = before.values.map(({ value, ...rest }) =>
    isRuled.has(value) ? -1 : builder.code(value, () => rest),
  );
  const codesOfRules = ruled.map(({ slug, bits, labels }) => ({
    bits,
    code: builder.code(slug, () => ({ labels, number: null, swatch: null })),
  }));
  for (let p = 0; p < snapshot.size; p++) {
    const codes: number[] = [];
    for (let at = before.offsets[p]; at < before.offsets[p + 1]; at++) {
      const code = recoded[before.codes[at]];
      if (code >= 0) codes.push(code);
    }
    for (const { bits, code } of codesOfRules) if (holds(bits, p)) codes.push(code);
    builder.add(codes);
  }
  return builder.finish();
}
