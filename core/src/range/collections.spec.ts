import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byLevels } from '../order/sorting';
import { permutationOf } from '../order/order';
import { aisleProducts, namedOrder } from './range';
import { AISLE_RANGE } from '../clause/rule';
import { CONTEXT, FRAME, NOW, product, productsArbitrary, ruleArbitrary } from '../testing/catalogues';
import { Oracle } from '../testing/oracle';
import { withRuleCollections } from './collections';
import { patchSnapshot } from '../catalogue/patch';
import type { CollectionRow } from '../catalogue/rows';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';

const collection = (id: number, change: Partial<CollectionRow>): CollectionRow => ({
  id,
  slug: `c-${id}`,
  titles: { en: `Collection ${id}` },
  descriptions: {},
  ...change,
});
const skusOf = (snapshot: Snapshot, id: number): string[] => {
  const { bits } = aisleProducts(snapshot, snapshot.aisles.byKey.get(`collection:${id}`)!);
  return snapshot.skus.filter((_, p) => (bits[p >>> 5] & (1 << (p & 31))) !== 0).sort();
};

describe('collections by rule', () => {
  it('hold what a slow reading of their rule finds, and leave those by hand as they are', () => {
    fc.assert(
      fc.property(productsArbitrary, ruleArbitrary, (rows, { clauses }) => {
        // The schema refuses rules that ask for collections.
        fc.pre(!JSON.stringify(clauses).includes('"collection"'));
        const collections = [...FRAME.collections, collection(9, { clauses })];
        const mixed = rows.map((row) => ({ ...row, collections: [...row.collections, 9] }));
        const snapshot = withRuleCollections(snapshotOf({ ...FRAME, collections }, mixed), NOW);
        const plain = snapshotOf(FRAME, rows);
        const oracle = new Oracle(plain, rows);
        const wanted = oracle
          .matching(
            plain.aisles.byPath.get('/')!,
            { source: { kind: 'catalogue' }, clauses },
            new Map(),
            null,
            CONTEXT,
          )
          .map(({ sku }) => sku)
          .sort();
        expect(skusOf(snapshot, 9)).toEqual(wanted);
        expect(skusOf(snapshot, 1)).toEqual(skusOf(plain, 1));
      }),
    );
  });

  it('follow prices and days without the catalogue being read anew', () => {
    const cheap = collection(9, {
      clauses: [
        { kind: 'number', field: 'price', from: null, to: 20 },
        { kind: 'added', days: 10 },
      ],
    });
    const day = 86_400_000;
    const rows = [product(1, { price: 1500, created: NOW }), product(2, { price: 2500, created: NOW })];
    const first = withRuleCollections(snapshotOf({ ...FRAME, collections: [cheap] }, rows), NOW);
    expect(skusOf(first, 9)).toEqual([rows[0].sku]);
    const reduced = withRuleCollections(patchSnapshot(first, [{ id: 2, price: 1900 }], 2), NOW);
    expect(skusOf(reduced, 9)).toEqual([rows[0].sku, rows[1].sku]);
    expect(skusOf(withRuleCollections(reduced, NOW + 11 * day), 9)).toEqual([]);
  });
});

describe('collections by hand', () => {
  const rows = [1, 2, 3].map((id) => product(id, { collections: [1] }));
  const [a, b, c] = rows.map(({ sku }) => sku);
  const frame = { ...FRAME, collections: [{ ...FRAME.collections[0], arranged: [c, 'P-gone', a] }] };
  const snapshot = snapshotOf(frame, rows);

  it('give their aisle an order, with what nobody placed behind', () => {
    const aisle = snapshot.aisles.byPath.get('/collections/wedding')!;
    const named = namedOrder(AISLE_RANGE, aisle, CONTEXT);
    const { positions } = permutationOf(
      snapshot,
      { ...byLevels([{ key: 'named', reversed: false }]), named },
      'en',
      CONTEXT,
    );
    expect(Array.from(positions, (p) => snapshot.skus[p])).toEqual([c, a, b]);
  });

  it('give none to other aisles, and none while a rule fills them', () => {
    expect(namedOrder(AISLE_RANGE, snapshot.aisles.byPath.get('/')!, CONTEXT)).toBeNull();
    const ruled = snapshotOf({ ...frame, collections: [{ ...frame.collections[0], clauses: [] }] }, rows);
    expect(namedOrder(AISLE_RANGE, ruled.aisles.byPath.get('/collections/wedding')!, CONTEXT)).toBeNull();
  });
});
