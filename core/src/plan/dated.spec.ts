import { describe, expect, it } from 'vitest';
import { orderGroup, USUAL_PIN } from '../order/sorting';
import { datedIn, findDated, moveDated } from './dated';
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

describe('something of a plan on other days', () => {
  it('is moved alone, wherever it lies, and moved back', () => {
    const deep: Condition = { kind: 'any', of: [{ kind: 'none', of: [days('2026-12-01', '2026-12-31')] }] };
    const pin = { ...USUAL_PIN, sku: 'PK-1', place: 1, from: '2026-12-30', to: '2027-01-02' };
    const plan = {
      fixtures: changed({
        when: deep,
        inserts: [{ ...freshInsert('a'), when: days(null, '2026-12-24') }],
        order: {
          ...shelf.order,
          pins: [{ ...pin, aisle: 'category:2' }, pin],
          groups: [{ ...orderGroup('g', 'front', []), name: 'Gifts', from: '2026-02-28', to: null }],
        },
      }),
    };
    const all = datedIn(plan);
    expect(all.length).toBe(5);
    for (const [at, thing] of all.entries()) {
      const moved = moveDated(plan, thing, 3);
      const after = datedIn(moved);
      const changes = after.flatMap((one, place) =>
        JSON.stringify(one) === JSON.stringify(all[place]) ? [] : [place],
      );
      expect(changes).toEqual([at]);
      expect(moveDated(moved, after[at], -3)).toEqual(plan);
    }
    const [group] = all.filter(({ kind }) => kind === 'group');
    expect(datedIn(moveDated(plan, group, 1)).find(({ kind }) => kind === 'group')).toMatchObject({
      from: '2026-03-01',
      to: null,
    });
    expect(moveDated(plan, { ...group, name: 'constructor' }, 1)).toBe(plan);
  });
});

describe('something of a plan in its draft', () => {
  const pin = { ...USUAL_PIN, sku: 'PK-1', place: 1, from: '2026-12-01', to: '2026-12-03' };
  const withPins = (...pins: (typeof pin)[]) => ({
    fixtures: changed({ order: { ...shelf.order, pins } }),
  });
  const [live] = datedIn(withPins(pin));

  it('is found on its days, or on those to which all of it was moved', () => {
    expect(findDated(withPins(pin), live)).toEqual({ thing: live, later: 0 });
    const moved = moveDated(withPins(pin), live, -4);
    expect(findDated(moved, live)).toEqual({
      thing: { ...live, from: '2026-11-27', to: '2026-11-29' },
      later: -4,
    });
    const open = { ...pin, to: null as unknown as string };
    const [ends] = datedIn(withPins(open));
    expect(findDated(moveDated(withPins(open), ends, 9), ends)).toMatchObject({ later: 9 });
  });

  it('is not found where it is longer or shorter, open where it was not, gone, or one of several', () => {
    for (const days of [
      { from: '2026-12-01', to: '2026-12-04' },
      { from: '2026-12-02', to: '2026-12-03' },
      { from: '2026-12-01', to: null as unknown as string },
    ])
      expect(findDated(withPins({ ...pin, ...days }), live), JSON.stringify(days)).toBeNull();
    expect(findDated(withPins(), live)).toBeNull();
    expect(findDated(withPins({ ...pin, sku: 'constructor' }), live)).toBeNull();
    const later = { ...pin, from: '2026-12-11', to: '2026-12-13' };
    const latest = { ...pin, from: '2026-12-21', to: '2026-12-23' };
    expect(findDated(withPins(later, latest), live)).toBeNull();
    expect(findDated(withPins(later, pin), live), 'one of them is where it was').toMatchObject({ later: 0 });
  });
});
