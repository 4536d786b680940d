import type { Aisle } from '../catalogue/aisles';
import { countCovered, type FacetColumn } from '../catalogue/columns';
import { Keep } from '../catalogue/keep';
import { countOf, holds, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import type { Clause, RangeContext, RangeRule } from '../clause/rule';
import { adviceFor, type FacetAdvice } from '../facet/advice';
import { pinsFor } from '../order/arrange';
import type { Pin } from '../order/sorting';
import { clauseBitset } from '../range/clauseBitset';
import { askRange, runRange, sourceBitset } from '../range/range';

/** What is remembered of a shelf's products in an aisle: figures alone, as there may be twenty thousand aisles. */
interface Known {
  count: number;
  advice: Map<string, { column: FacetColumn; of: FacetAdvice }>;
  /** How many have a value of an attribute. */
  filled: Map<string, { column: unknown; products: number }>;
  /** Whether two filters tell the same of its products. */
  alike: Map<string, { columns: readonly [FacetColumn, FacetColumn]; same: boolean }>;
  /** Of the products of its source, how many a clause takes away by itself. */
  taken: Map<string, { met: Bitset; products: number }>;
}

const cache = new Keep<Known>(60_000);

/** What checks ask of the products of a shelf in an aisle; each figure is worked out once, as long as its columns stay. */
export class ShelfFacts {
  private products: Bitset | null = null;

  constructor(
    private readonly snapshot: Snapshot,
    private readonly known: Known,
    /** Makes the set of its products. */
    private readonly answer: () => Bitset,
    /** The set that its clauses narrow. */
    private readonly source: () => Bitset,
    private readonly context: RangeContext,
  ) {}

  get count(): number {
    if (this.known.count < 0) this.known.count = countOf(this.bits());
    return this.known.count;
  }

  bits(): Bitset {
    return (this.products ??= this.answer());
  }

  /** How filters split the products, in the order in which they are asked for; those that the catalogue lacks are left out. */
  advice(keys: readonly string[]): FacetAdvice[] {
    const { advice } = this.known;
    const missing = keys.filter((key) => {
      const column = this.snapshot.facets.get(key);
      return column && advice.get(key)?.column !== column;
    });
    if (missing.length)
      for (const of of adviceFor(this.snapshot, this.bits(), missing))
        advice.set(of.key, { column: this.snapshot.facets.get(of.key)!, of });
    return keys.flatMap((key) => (this.snapshot.facets.has(key) ? [advice.get(key)!.of] : []));
  }

  /** How many products have a value of an attribute. */
  filled(attribute: string): number {
    const { column } = this.snapshot.attributes.get(attribute)!;
    const known = this.known.filled.get(attribute);
    if (known?.column === column) return known.products;
    const products = countCovered(column, this.bits());
    this.known.filled.set(attribute, { column, products });
    return products;
  }

  /**
   * Whether two filters put the products into the same groups: whoever chooses in one has chosen in the other. Only filters
   * in which no product has two values are compared. O(products of the aisle).
   */
  alike(one: FacetAdvice, other: FacetAdvice): boolean {
    const [a, b] = [this.snapshot.facets.get(one.key)!, this.snapshot.facets.get(other.key)!];
    if (a.kind !== 'values' || b.kind !== 'values' || !a.single || !b.single) return false;
    const counts = ({ top }: FacetAdvice): string => top.map(({ count }) => count).join();
    if (one.covered !== other.covered || one.values !== other.values || counts(one) !== counts(other))
      return false;
    const name = `${one.key} ${other.key}`;
    const known = this.known.alike.get(name);
    if (known?.columns[0] === a && known.columns[1] === b) return known.same;
    const same = samePartition(a.single, b.single, this.bits(), this.snapshot.size);
    this.known.alike.set(name, { columns: [a, b], same });
    return same;
  }

  /** Of the products of its source, how many a clause takes away by itself. */
  taken(clause: Clause): number {
    const met = clauseBitset(this.snapshot, clause, this.context);
    const name = JSON.stringify(clause);
    const known = this.known.taken.get(name);
    if (known?.met === met) return known.products;
    const source = this.source();
    const products = countOf(source) - countCommonOf(source, met);
    this.known.taken.set(name, { met, products });
    return products;
  }
}

/** The facts of a shelf, with the products that pins hold whether its range has them or not. */
export function factsOf(
  snapshot: Snapshot,
  aisle: Aisle,
  { range, pins }: { range: RangeRule; pins: readonly Pin[] },
  context: RangeContext,
): ShelfFacts {
  const asked = askRange(snapshot, aisle, range, context);
  const added = pinsFor(
    pins.filter(({ anyway }) => anyway),
    aisle.key,
    context,
  ).flatMap(({ sku }) => snapshot.bySku.get(sku) ?? []);
  const known = cache.get(
    snapshot.lineage,
    added.length ? `${asked.key}+${added.join()}` : asked.key,
    asked.reads,
    () => ({
      count: -1,
      advice: new Map(),
      filled: new Map(),
      alike: new Map(),
      taken: new Map(),
    }),
  );
  return new ShelfFacts(
    snapshot,
    known,
    () => {
      // What every aisle shows alike is kept by the shop as well; what follows the aisle would push out what shoppers ask for.
      const bits = asked.key.startsWith('*')
        ? runRange(snapshot, aisle, range, context).bits.slice()
        : asked.answer();
      for (const p of added) bits[p >>> 5] |= 1 << (p & 31);
      return bits;
    },
    () => sourceBitset(snapshot, aisle, range.source, context),
    context,
  );
}

function countCommonOf(a: Bitset, b: Bitset): number {
  const common = a.slice();
  for (let word = 0; word < common.length; word++) common[word] &= b[word];
  return countOf(common);
}

/** Whether codes of one column stand for codes of the other, one for one, among some products. */
function samePartition(a: ArrayLike<number>, b: ArrayLike<number>, among: Bitset, size: number): boolean {
  const [toB, toA] = [new Map<number, number>(), new Map<number, number>()];
  for (let p = 0; p < size; p++) {
    if (!holds(among, p)) continue;
    const [x, y] = [a[p], b[p]];
    const [knownY, knownX] = [toB.get(x), toA.get(y)];
    if (knownY === undefined && knownX === undefined) {
      toB.set(x, y);
      toA.set(y, x);
    } else if (knownY !== y || knownX !== x) return false;
  }
  return true;
}
