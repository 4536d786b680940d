import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { holds } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import type { ProductRow } from '../catalogue/rows';
import { FRAME, productsArbitrary } from '../testing/catalogues';
import { gapBitset, gapCounts } from './gaps';
import { productOrder } from './productOrder';

/** Said once more, product by product. */
const LACKS: Readonly<Record<string, (row: ProductRow) => boolean>> = {
  picture: ({ images }) => !images.some(({ hash }) => hash),
  price: ({ price }) => price === null,
  reduction: ({ price, was }) => price !== null && was !== null && was <= price,
  category: ({ categories }) => !categories.length,
  description: ({ descriptions }) => !descriptions['en'],
  'title@fr': ({ titles }) => !titles['fr'],
  'attribute:material': ({ attributes }) => !Object.hasOwn(attributes, 'material'),
};

/** The rows in the places that a snapshot gives them. */
const placed = ({ ids }: Snapshot, rows: readonly ProductRow[]): ProductRow[] => {
  const byId = new Map(rows.map((row) => [row.id, row]));
  return Array.from(ids, (id) => byId.get(id)!);
};

describe('what products lack', () => {
  it('is what one finds by looking at each of them', () => {
    fc.assert(
      fc.property(productsArbitrary, (rows) => {
        const snapshot = snapshotOf(FRAME, rows);
        for (const [gap, lacks] of Object.entries(LACKS)) {
          const bits = gapBitset(snapshot, gap)!;
          placed(snapshot, rows).forEach((row, p) =>
            expect([gap, holds(bits, p)]).toEqual([gap, lacks(row)]),
          );
          const count = gapCounts(snapshot).find((one) => one.gap === gap)!.count;
          expect(count).toBe(rows.filter(lacks).length);
        }
      }),
      { numRuns: 50 },
    );
  });

  it('is nothing that the shop has no word for', () => {
    const snapshot = snapshotOf(FRAME, []);
    for (const gap of ['attribute:constructor', 'title@xx', 'constructor', ''])
      expect(gapBitset(snapshot, gap)).toBeNull();
  });
});

describe('the order of a list of products', () => {
  it('is by number or word, either way, with what is unknown at the end', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.boolean(), (rows, down) => {
        const snapshot = snapshotOf(FRAME, rows);
        const places = [...productOrder(snapshot, 'was', down)!];
        const slow = placed(snapshot, rows)
          .map((row, p) => ({ p, value: row.was }))
          .sort((a, b) => {
            if (a.value === null || b.value === null)
              return Number(a.value === null) - Number(b.value === null) || a.p - b.p;
            return (down ? b.value - a.value : a.value - b.value) || a.p - b.p;
          })
          .map(({ p }) => p);
        expect(places).toEqual(slow);
        for (const by of ['sku', 'title', 'stock', 'attribute:material'])
          expect([...productOrder(snapshot, by, down)!].sort((a, b) => a - b)).toEqual(rows.map((_, p) => p));
      }),
      { numRuns: 50 },
    );
    expect(productOrder(snapshotOf(FRAME, []), 'attribute:constructor', false)).toBeNull();
  });
});
