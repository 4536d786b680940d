import { describe, expect, it } from 'vitest';
import { orderGroup, USUAL_PIN } from '../order/sorting';
import { datedIn } from './dated';
import type { Condition } from './shownWhen';
import { startingFixtures } from './housePlan';
import type { Fixture, Shelf } from './plan';
import { freshInsert } from './inserts';

const fixtures = startingFixtures([], []);
const shelf = fixtures.find((one): one is Shelf => one.type === 'shelf')!;
const days = (from: string | null, to: string | null): Condition => ({ kind: 'dates', from, to });
const changed = (change: Partial<Shelf>): Fixture[] =>
  fixtures.map((one) => (one === shelf ? { ...shelf, ...change } : one));

describe('what of a plan comes and goes by itself', () => {
  it('is nothing of a plan that says no day', () => {
    expect(datedIn({ fixtures })).toEqual([]);
  });

  it('is found in conditions however deep they lie, also of what stands among products', () => {
    const deep: Condition = { kind: 'any', of: [{ kind: 'none', of: [days('2026-12-01', null)] }] };
    const found = datedIn({
      fixtures: changed({ when: deep, inserts: [{ ...freshInsert('a'), when: days(null, '2026-12-24') }] }),
    });
    expect(found.map(({ kind, fixture, from, to }) => [kind, fixture, from, to])).toEqual([
      ['condition', shelf.id, '2026-12-01', null],
      ['condition', shelf.id, null, '2026-12-24'],
    ]);
  });

  it('is pins and groups that have a day, and none that hold for good', () => {
    const order = {
      ...shelf.order,
      pins: [
        { ...USUAL_PIN, sku: 'PK-1', place: 1, from: '2026-12-01', to: '2026-12-02', aisle: 'category:2' },
        { ...USUAL_PIN, sku: 'PK-2', place: 2 },
      ],
      groups: [{ ...orderGroup('g', 'front', []), name: 'Gifts', to: '2026-12-24' }],
    };
    expect(datedIn({ fixtures: changed({ order }) })).toEqual([
      {
        ...{ kind: 'pin', fixture: shelf.id, type: 'shelf', name: 'PK-1', aisle: 'category:2' },
        ...{ from: '2026-12-01', to: '2026-12-02' },
      },
      {
        ...{ kind: 'group', fixture: shelf.id, type: 'shelf', name: 'Gifts', aisle: null },
        ...{ from: null, to: '2026-12-24' },
      },
    ]);
  });
});
