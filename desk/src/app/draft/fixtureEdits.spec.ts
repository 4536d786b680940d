import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  USUAL_LOOK,
  freshInsert,
  nestingFaults,
  standingIn,
  startingFixtures,
  type Fixture,
  type Plan,
  type Slot,
  USUAL_BADGES,
  USUAL_PRODUCT_PAGE,
} from '@fond/core';
import { planSchema } from '@fond/contract/operations';
import {
  addable,
  copyOf,
  fixturePlace,
  withAdded,
  withMoved,
  withoutFixture,
  withPasted,
  withWhen,
  type AddedType,
} from './fixtureEdits';

const start: Plan = {
  id: 'p',
  name: 'P',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const ids = (fixtures: readonly Fixture[]): string[] => fixtures.map(({ id }) => id);
const on = (plan: Plan, place: Slot | null = null): string[] => ids(standingIn(plan.fixtures, place));
const add = (plan: Plan, type: AddedType, place: Slot | null, behind: string | null): Plan =>
  withAdded(plan, type, place, behind).plan;

/** Title, then columns with the shelf in one and a tab group with words in the other. */
const nested: Plan = [
  (plan: Plan) => add(plan, 'columns', null, 'title'),
  (plan: Plan) => withMoved(plan, 'shelf', { fixture: 'columns', slot: 'main' }, 0),
  (plan: Plan) => add(plan, 'tabs', { fixture: 'columns', slot: 'side' }, null),
  (plan: Plan) => add(plan, 'words', { fixture: 'tabs', slot: 'two' }, null),
].reduce((plan, edit) => edit(plan), start);

describe('adding a fixture', () => {
  it('puts it where it shall stand, under a free name', () => {
    expect(on(add(start, 'banner', null, 'title'))).toEqual([
      'breadcrumb',
      'title',
      'banner',
      'description',
      'navigation',
      'facets',
      'shelf',
    ]);
    expect(on(add(start, 'banner', null, null))[0]).toBe('banner');
    const twice = withAdded(add(start, 'banner', null, null), 'banner', null, 'shelf');
    expect(twice.id).toBe('banner-2');
    expect(on(twice.plan).at(-1)).toBe('banner-2');
  });

  it('goes behind all that stands within a container', () => {
    const plan = add(nested, 'divider', null, 'columns');
    expect(on(plan).slice(0, 4)).toEqual(['breadcrumb', 'title', 'columns', 'divider']);
  });

  it('offers no second title, breadcrumb or panel of filters', () => {
    expect(addable(start, ['title', 'facets', 'breadcrumb', 'words'], null)).toEqual(['words']);
    expect(addable(withoutFixture(start, 'title'), ['title'], null)).toEqual(['title']);
  });

  it('puts among products what a page may have twice, and leaves all else where it is', () => {
    const among = { fixture: 'shelf', slot: 'note-1' };
    const plan = {
      ...start,
      fixtures: start.fixtures.map((one): Fixture =>
        one.type === 'shelf' ? { ...one, inserts: [freshInsert('note-1')] } : one,
      ),
    };
    expect(addable(plan, ['description', 'banner'], among)).toEqual(['banner']);
    const held = withAdded(plan, 'columns', among, null);
    expect(planSchema.validate(held.plan).error).toBeUndefined();
    const within = { fixture: held.id, slot: 'main' };
    expect(addable(held.plan, ['description'], within)).toEqual([]);
    expect(withMoved(held.plan, 'title', within, 0)).toBe(held.plan);
    expect(withMoved(held.plan, 'shelf', among, 0)).toBe(held.plan);
    const copied = copyOf(held.plan, 'description');
    expect(withPasted(held.plan, copied, among, null)).toMatchObject({ id: null, left: ['description'] });
    const moved = withMoved(held.plan, held.id, null, 0);
    expect(moved.fixtures.find(({ id }) => id === held.id)?.inside).toBeNull();
    const wrong = { ...plan.fixtures[1], inside: among } as Fixture;
    const { error } = planSchema.validate({ ...plan, fixtures: plan.fixtures.with(1, wrong) });
    expect(error?.message).toContain('can’t stand among products');
  });
});

describe('a fixture as it begins', () => {
  const TYPES: readonly AddedType[] = [
    'banner',
    'words',
    'picture',
    'tiles',
    'promotion',
    'tabs',
    'columns',
    'navigation',
    'space',
    'divider',
    'description',
  ];

  it('can be saved as it is, so that adding one never leaves a draft that waits', () => {
    for (const type of TYPES) {
      const { error } = planSchema.validate(add(start, type, null, null), { abortEarly: false });
      expect(error?.message, type).toBeUndefined();
    }
  });
});

describe('taking away', () => {
  it('takes all that stands within along, but never the aisle’s own shelf', () => {
    const plan = withoutFixture(nested, 'columns');
    expect(on(plan)).toEqual(['breadcrumb', 'title', 'description', 'navigation', 'facets', 'shelf']);
    expect(plan.fixtures.some(({ id }) => id === 'tabs' || id === 'words')).toBe(false);
  });
});

describe('moving', () => {
  const moves = fc.record({
    id: fc.constantFrom(...ids(nested.fixtures)),
    place: fc.constantFrom<Slot | null>(
      null,
      { fixture: 'columns', slot: 'side' },
      { fixture: 'columns', slot: 'main' },
      { fixture: 'tabs', slot: 'one' },
    ),
    at: fc.nat(8),
  });

  it('loses nothing, doubles nothing and never puts anything into itself', () => {
    fc.assert(
      fc.property(fc.array(moves, { maxLength: 12 }), (list) => {
        const plan = list.reduce((one, { id, place, at }) => withMoved(one, id, place, at), nested);
        expect(ids(plan.fixtures).sort()).toEqual(ids(nested.fixtures).sort());
        expect(nestingFaults(plan.fixtures)).toEqual([]);
      }),
    );
  });

  it('puts a fixture exactly there, with all within it', () => {
    fc.assert(
      fc.property(moves, ({ id, place, at }) => {
        const plan = withMoved(nested, id, place, at);
        if (plan === nested) return;
        const there = on(plan, place);
        expect(there.indexOf(id)).toBe(Math.min(at, there.length - 1));
      }),
    );
  });

  it('says where something stands', () => {
    expect(fixturePlace(nested, 'title')).toEqual({ place: null, at: 1, count: 6 });
    expect(fixturePlace(nested, 'words')).toEqual({
      place: { fixture: 'tabs', slot: 'two' },
      at: 0,
      count: 1,
    });
  });
});

describe('copy and paste', () => {
  it('gives everything a free name and keeps what stands within within', () => {
    const { plan, id } = withPasted(nested, copyOf(nested, 'tabs'), null, 'title');
    expect(id).toBe('tabs-2');
    expect(on(plan).slice(0, 3)).toEqual(['breadcrumb', 'title', 'tabs-2']);
    expect(on(plan, { fixture: 'tabs-2', slot: 'two' })).toEqual(['words-2']);
    expect(nestingFaults(plan.fixtures)).toEqual([]);
  });

  it('brings no second shelf of the aisle, not even within something else', () => {
    const { plan, left } = withPasted(nested, copyOf(nested, 'columns'), null, null);
    expect(plan.fixtures.filter(({ type }) => type === 'shelf')).toHaveLength(1);
    expect(left).toContain('shelf');
    expect(left).not.toContain('columns');
    expect(withPasted(start, copyOf(start, 'title'), null, null)).toEqual({
      plan: start,
      id: null,
      left: ['title'],
    });
  });

  it('goes to another plan as it is', () => {
    const { plan } = withPasted(start, copyOf(nested, 'tabs'), null, 'shelf');
    expect(on(plan).at(-1)).toBe('tabs');
    expect(on(plan, { fixture: 'tabs', slot: 'two' })).toEqual(['words']);
  });
});

describe('withWhen', () => {
  it('changes one fixture and no other', () => {
    const plan = withWhen(start, 'title', { kind: 'firstPage' });
    expect(plan.fixtures.filter((fixture, at) => fixture !== start.fixtures[at])).toMatchObject([
      { id: 'title', when: { kind: 'firstPage' } },
    ]);
  });
});
