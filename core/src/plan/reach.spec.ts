import { USUAL_BADGES } from '../badge/rule';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { editionFrom, withDrafts, withoutPlans, withRange } from './edition';
import { AISLE_KINDS, aislesOf, type Aisle } from '../catalogue/aisles';
import { FRAME } from '../testing/catalogues';
import { changedAisles, choosePlan, specificity, overlapsOf } from './reach';
import { startingFixtures, usual } from './housePlan';
import type { RangeRule } from '../clause/rule';
import type { Plan, ReachRule } from './plan';
import { productShelf, USUAL_PRODUCT_PAGE } from './productPage';

const aisles = aislesOf({
  ...FRAME,
  attributes: FRAME.attributes.map((row) =>
    row.key === 'material' ? { ...row, aisles: [{ value: 'iron', slug: 'iron' }] } : row,
  ),
  pages: [
    { id: 1, path: '/guide', titles: {}, descriptions: {}, standsFor: null, open: true },
    { id: 2, path: '/sold-out', titles: {}, descriptions: {}, standsFor: 'category:6', open: true },
  ],
});
const at = (path: string) => aisles.byPath.get(path)!;
const plan = (id: string, ...include: ReachRule[]): Plan => ({
  id,
  name: id,
  reach: { include, exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: [],
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});

const EVERYTHING: ReachRule = { kind: 'everything' };
const house = plan('house', EVERYTHING);

const ruleArbitrary: fc.Arbitrary<ReachRule> = fc.oneof(
  fc.constant(EVERYTHING),
  fc.record({
    kind: fc.constant('aisles' as const),
    of: fc.constantFrom(...AISLE_KINDS),
  }),
  fc.record({
    kind: fc.constant('category' as const),
    category: fc.integer({ min: 1, max: 6 }),
    below: fc.boolean(),
  }),
  fc.record({
    kind: fc.constant('values' as const),
    attribute: fc.constantFrom('material', 'colour'),
  }),
  fc.record({ kind: fc.constant('aisle' as const), aisle: fc.constantFrom(...aisles.byKey.keys()) }),
);
const plansArbitrary = fc
  .array(
    fc.record({
      include: fc.array(ruleArbitrary, { maxLength: 3 }),
      exclude: fc.array(ruleArbitrary, { maxLength: 1 }),
      rank: fc.integer({ min: 0, max: 2 }),
    }),
    { maxLength: 6 },
  )
  .map((reaches) => [
    house,
    ...reaches.map(({ rank, ...reach }, n): Plan => ({
      id: `plan-${n}`,
      name: `Plan ${n}`,
      reach,
      kind: 'page',
      rank,
      fixtures: [],
      productPage: USUAL_PRODUCT_PAGE,
      look: USUAL_LOOK,
      badges: USUAL_BADGES,
      css: '',
    })),
  ]);

/** The rule of specificity read plan by plan, slow and obvious. */
function slowChoice(
  plans: readonly Plan[],
  aisle: Aisle,
): { serving: string[]; disputed: string[]; leftOut: string[] } {
  const claims = plans.flatMap((one) => {
    const values = one.reach.include.flatMap((rule) => specificity(rule, aisle) ?? []);
    return values.length ? [{ one, value: Math.min(...values) }] : [];
  });
  const out = (one: Plan): boolean => one.reach.exclude.some((rule) => specificity(rule, aisle) !== null);
  const better = (a: (typeof claims)[number], b: (typeof claims)[number]): number =>
    a.value - b.value || b.one.rank - a.one.rank || (a.one.id < b.one.id ? -1 : 1);
  const serving = claims.filter(({ one }) => !out(one)).sort(better);
  const [first] = serving;
  return {
    serving: serving.map(({ one }) => one.id),
    disputed: serving
      .slice(1)
      .filter(({ one, value }) => value === first.value && one.rank === first.one.rank)
      .map(({ one }) => one.id),
    leftOut: claims
      .filter(({ one }) => out(one))
      .map(({ one }) => one.id)
      .sort(),
  };
}

describe('choosePlan', () => {
  it('finds in its files what reading plan by plan finds', () => {
    fc.assert(
      fc.property(plansArbitrary, fc.constantFrom(...aisles.all), (plans, aisle) => {
        const { winner, others, disputed, leftOut } = choosePlan(plans, aisle);
        expect({
          serving: [winner!, ...others].map((candidate) => candidate.plan.id),
          disputed: disputed.map((candidate) => candidate.plan.id),
          leftOut: leftOut.map((candidate) => candidate.plan.id).sort(),
        }).toEqual(slowChoice(plans, aisle));
      }),
    );
  });

  it('lets the greater rank win among equals, and then nothing is in dispute', () => {
    const one = plan('one', { kind: 'category', category: 2, below: true });
    const two = { ...plan('two', { kind: 'category', category: 2, below: true }), rank: 1 };
    const { winner, disputed, others } = choosePlan([house, one, two], at('/cookware/pans'));
    expect(winner?.plan.id).toBe('two');
    expect(disputed).toEqual([]);
    expect(others.map((other) => other.plan.id)).toEqual(['one', 'house']);
  });

  it('prefers the aisle itself, then the nearer ancestor, then the kind, then everything', () => {
    const kind = plan('kind', { kind: 'aisles', of: 'category' });
    const far = plan('far', { kind: 'category', category: 1, below: true });
    const near = plan('near', { kind: 'category', category: 2, below: true });
    const itself = plan('itself', { kind: 'category', category: 3, below: false });
    const all = [house, kind, far, near, itself];
    const winner = (path: string) => choosePlan(all, at(path)).winner?.plan.id;
    expect(winner('/cookware/pans/crepe-pans')).toBe('itself');
    expect(winner('/cookware/pans')).toBe('near');
    expect(winner('/cookware/pots')).toBe('far');
    expect(winner('/knives')).toBe('kind');
    expect(winner('/tags/handmade')).toBe('house');
    expect(choosePlan(all, at('/cookware/pans')).others.map((other) => other.plan.id)).toEqual([
      'far',
      'kind',
      'house',
    ]);
  });

  it('gives every aisle one winner while the house plan serves everything, whatever the order of plans', () => {
    fc.assert(
      fc.property(plansArbitrary, fc.constantFrom(...aisles.all), (plans, aisle) => {
        const chosen = choosePlan(plans, aisle).winner;
        expect(chosen).not.toBeNull();
        expect(choosePlan([...plans].reverse(), aisle).winner?.plan.id).toBe(chosen!.plan.id);
      }),
    );
  });

  it('is changed in no aisle that a new plan does not reach', () => {
    fc.assert(
      fc.property(plansArbitrary, ruleArbitrary, fc.constantFrom(...aisles.all), (plans, rule, aisle) => {
        const added = plan('added', rule);
        const before = choosePlan(plans, aisle);
        const after = choosePlan([...plans, added], aisle);
        const candidate = choosePlan([added], aisle).winner;
        if (!candidate) expect(after.winner!.plan.id).toBe(before.winner!.plan.id);
        else
          expect(after.winner!.specificity).toBe(Math.min(before.winner!.specificity, candidate.specificity));
      }),
    );
  });

  it('tells an overlap of equally exact plans', () => {
    const one = plan('one', { kind: 'category', category: 2, below: true });
    const two = plan('two', { kind: 'category', category: 2, below: true });
    const { winner, disputed } = choosePlan([house, two, one], at('/cookware/pans'));
    expect(winner?.plan.id).toBe('one');
    expect(disputed.map((other) => other.plan.id)).toEqual(['two']);
  });

  it('leaves out what a plan excludes', () => {
    const pans: Plan = {
      ...plan('pans', { kind: 'category', category: 2, below: true }),
      reach: {
        include: [{ kind: 'category', category: 2, below: true }],
        exclude: [{ kind: 'category', category: 3, below: false }],
      },
    };
    expect(choosePlan([house, pans], at('/cookware/pans/crepe-pans')).winner?.plan.id).toBe('house');
  });
});

describe('overlapsOf', () => {
  it('names the aisles that two plans claim alike, from either side, and none that a third one wins', () => {
    const one = plan('one', { kind: 'category', category: 1, below: true });
    const two = plan('two', { kind: 'category', category: 1, below: true });
    const three = plan('three', { kind: 'category', category: 2, below: true });
    const all = [house, one, two, three];
    const paths = (id: string): string[] => overlapsOf(all, aisles, id).map(({ aisle }) => aisle.path);
    expect(paths('one')).toEqual(['/cookware', '/cookware/pots']);
    expect(paths('two')).toEqual(paths('one'));
    expect(paths('three')).toEqual([]);
  });
});

describe('withoutPlans', () => {
  it('takes plans out with the ranges that only they used, and leaves no heir without a base', () => {
    const rule: RangeRule = { source: { kind: 'catalogue' }, clauses: [] };
    const productPage = {
      ...USUAL_PRODUCT_PAGE,
      shelves: [productShelf('offers', { kind: 'saved', range: 'offers' })],
    };
    const edition = editionFrom(1, {
      documents: [house, { ...plan('pans', EVERYTHING), productPage }],
      ranges: [{ id: 'offers', name: 'Offers', rule }],
      blends: [],
    });
    expect(withoutPlans(edition, ['pans'])).toMatchObject({
      documents: [{ id: 'house' }],
      ranges: [],
      blends: [],
    });
    const heir = {
      id: 'h',
      name: 'h',
      reach: house.reach,
      kind: 'page' as const,
      rank: 0,
      base: 'house',
      own: null,
    };
    const built = editionFrom(1, { documents: [house, heir], ranges: [], blends: [] });
    expect(() => withoutPlans(built, ['house'])).toThrow('base-missing');
  });
});

describe('changedAisles', () => {
  it('names the aisles that change hands and those whose plan changed, and no others', () => {
    const pans = plan('pans', { kind: 'category', category: 2, below: true });
    const published = (...plans: Plan[]) => editionFrom(1, { documents: plans, ranges: [], blends: [] });
    const before = published(house);
    const after = withDrafts(before, [pans], { ranges: [], blends: [] });
    expect(changedAisles(aisles, before, after).map(({ aisle }) => aisle.path)).toEqual([
      '/cookware/pans',
      '/cookware/pans/crepe-pans',
    ]);
    const redesigned: Plan = { ...pans, fixtures: [{ ...usual('t'), type: 'title' }] };
    expect(changedAisles(aisles, after, published(house, redesigned))).toHaveLength(2);
    expect(changedAisles(aisles, after, published(house, { ...pans, name: 'Renamed' }))).toEqual([]);
  });

  it('names them whatever of a plan has changed that their pages show, and not for what product pages show', () => {
    const pans = plan('pans', { kind: 'category', category: 2, below: true });
    const published = (change: Partial<Plan>) =>
      editionFrom(1, { documents: [house, { ...pans, ...change }], ranges: [], blends: [] });
    const changed = (change: Partial<Plan>): number =>
      changedAisles(aisles, published({}), published(change)).length;
    expect(changed({ look: { ...USUAL_LOOK, radius: 3 } })).toBe(2);
    expect(changed({ badges: { ...USUAL_BADGES, most: 1 } })).toBe(2);
    expect(changed({ css: 'h1 { color: red }' })).toBe(2);
    expect(changed({ productPage: { ...USUAL_PRODUCT_PAGE, shelves: [] } })).toBe(0);
  });

  it('names the aisles of every plan that shows a saved range which changed', () => {
    const rule: RangeRule = { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] };
    const linked: Plan = {
      ...house,
      fixtures: startingFixtures([], []).map((fixture) =>
        fixture.type === 'shelf'
          ? { ...fixture, range: { source: { kind: 'saved', range: 'offers' }, clauses: [] } }
          : fixture,
      ),
    };
    const edition = editionFrom(1, {
      documents: [linked],
      ranges: [{ id: 'offers', name: 'Offers', rule }],
      blends: [],
    });
    expect(changedAisles(aisles, edition, edition)).toEqual([]);
    const changed = withRange(edition, { id: 'offers', name: 'Offers', rule: { ...rule, clauses: [] } });
    expect(changedAisles(aisles, edition, changed)).toHaveLength(aisles.all.length);
    expect(withDrafts(changed, [{ ...linked, fixtures: [] }], { ranges: [], blends: [] }).ranges).toEqual([]);
  });
});
