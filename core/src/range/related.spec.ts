import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holds } from '../catalogue/sets';
import { type Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { CONTEXT, FRAME, product, productsArbitrary } from '../testing/catalogues';
import { MAX_RELATED, nearestTo } from './related';
import { runRange } from './range';
import type { RangeRule } from '../clause/rule';

const placeOf = ({ ids }: Snapshot, id: number): number => ids.indexOf(id);

/** What a product is known by, as plain words. */
const wordsOf = (row: ReturnType<typeof product>): string[] => [
  ...new Set([
    ...row.categories.map((id) => `category ${id}`),
    ...row.tags.map((id) => `tag ${id}`),
    ...row.collections.map((id) => `collection ${id}`),
    ...FRAME.attributes.flatMap(({ key }) => {
      const value = row.attributes[key];
      return value === undefined ? [] : [value].flat().map((one) => `${key} ${String(one)}`);
    }),
  ]),
];

describe('the products nearest to one', () => {
  it('are those that a slow reading finds, nearest first', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.nat(), (rows, pick) => {
        fc.pre(rows.length > 0);
        const snapshot = snapshotOf(FRAME, rows);
        const asked = pick % rows.length;
        const all = rows.map(wordsOf);
        const rarity = (word: string): number =>
          Math.log(rows.length / all.filter((words) => words.includes(word)).length);
        const nearness = all.map((words) =>
          words.filter((word) => all[asked].includes(word)).reduce((sum, word) => sum + rarity(word), 0),
        );
        const slow = rows
          .map((_, other) => other)
          .filter((other) => other !== asked && nearness[other] > 1e-12)
          .sort((a, b) => nearness[b] - nearness[a]);
        const at = (p: number): number => rows.findIndex(({ sku }) => sku === snapshot.skus[p]);
        const fast = [...nearestTo(snapshot, snapshot.bySku.get(rows[asked].sku)!)].map(at);
        expect([...fast].sort()).toEqual(slow.slice(0, MAX_RELATED).sort());
        // Sums in another order differ in the last bit, so only clear differences decide.
        for (let k = 1; k < fast.length; k++)
          expect(nearness[fast[k - 1]]).toBeGreaterThanOrEqual(nearness[fast[k]] - 1e-9);
      }),
    );
  });

  it('are led by what shares the rarest', () => {
    const rows = [
      product(1, { categories: [3], attributes: { material: 'copper', colour: 'red' } }),
      product(2, { categories: [3], attributes: { material: 'steel', colour: 'red' } }),
      product(3, { categories: [3], attributes: { material: 'copper', colour: 'blue' } }),
      product(4, { categories: [3], attributes: { material: 'steel', colour: 'red' } }),
    ];
    const snapshot = snapshotOf(FRAME, rows);
    expect([...nearestTo(snapshot, placeOf(snapshot, 1))].map((p) => snapshot.ids[p])).toEqual([3, 2, 4]);
  });
});

describe('the source “related to the product”', () => {
  const rule: RangeRule = {
    source: { kind: 'related' },
    clauses: [{ kind: 'stock', states: ['in', 'low'] }],
  };
  const rows = [1, 2, 3].map((id) =>
    product(id, { categories: [id < 3 ? 3 : 5], stock: id === 2 ? 0 : 9, attributes: { material: 'iron' } }),
  );
  const snapshot = snapshotOf(FRAME, [...rows, product(4, { categories: [2], attributes: {} })]);
  const front = snapshot.aisles.byPath.get('/')!;
  const idsBelow = (id: number): number[] => {
    const { bits } = runRange(snapshot, front, rule, { ...CONTEXT, product: placeOf(snapshot, id) });
    return [...snapshot.ids].filter((_, p) => holds(bits, p));
  };

  it('takes clauses like any other', () => {
    expect(idsBelow(1)).toEqual([3]);
  });

  it('is another for every product, and empty where there is none', () => {
    expect(idsBelow(3)).toEqual([1]);
    expect(runRange(snapshot, front, rule, CONTEXT).count).toBe(0);
  });
});
