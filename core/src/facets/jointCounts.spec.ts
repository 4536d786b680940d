import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ValueColumn } from '../catalogue/columns';
import { snapshotOf } from '../catalogue/snapshot';
import { FRAME, product, productsArbitrary } from '../testing/catalogues';
import { countCodes } from './count';
import { countJoint, jointPart } from './jointCounts';

describe('joint counts', () => {
  it('are those of counting column by column, for any members', () => {
    fc.assert(
      fc.property(productsArbitrary, fc.integer({ min: 1, max: 4 }), (rows, step) => {
        const snapshot = snapshotOf(FRAME, rows);
        const members = Uint32Array.from(rows.keys()).filter((p) => p % step === 0);
        const histogram = countJoint(snapshot.joint, members);
        for (const key of snapshot.joint.bases.keys()) {
          const column = snapshot.facets.get(key) as ValueColumn;
          const counts = new Uint32Array(column.values.length);
          countCodes(column, members, counts);
          expect([...jointPart(snapshot.joint, histogram, key)!], key).toEqual([...counts]);
        }
      }),
    );
  });

  it('leave out facets with several values a product', () => {
    const { joint } = snapshotOf(FRAME, [
      product(1, { attributes: { hob: ['gas', 'induction'], material: 'steel' } }),
    ]);
    expect(joint.bases.has('material')).toBe(true);
    expect(joint.bases.has('hob')).toBe(false);
    expect(jointPart(joint, new Uint32Array(joint.slots), 'hob')).toBeNull();
  });
});
