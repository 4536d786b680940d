import { USUAL_BADGES } from '../badge/rule';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import type { SavedRange } from '../clause/rule';
import { editionFrom, withPlansOf } from './edition';
import { startingFixtures, usual } from './housePlan';
import { USUAL_PROMOTION } from './fixtures';
import { basedOn } from './inherit';
import type { EditionContent, Fixture, Plan, PlanDocument } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';

const planOf = (id: string, fixtures: readonly Fixture[], kind: Plan['kind'] = 'page'): Plan => ({
  id,
  kind,
  name: id,
  reach: { include: kind === 'page' ? [{ kind: 'everything' }] : [], exclude: [] },
  rank: 0,
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
  fixtures,
});
const house = planOf('house', startingFixtures([], []));
const row = planOf('row', [{ ...usual('row'), ...USUAL_PROMOTION }], 'part');
const link: Fixture = { ...usual('link'), type: 'part', part: 'row', own: {} };
const shelfOn = (range: string): Fixture => ({
  ...usual('offers'),
  ...USUAL_PROMOTION,
  range: { source: { kind: 'saved', range }, clauses: [] },
});
const saved = (name: string): SavedRange => ({
  id: 'offers',
  name,
  rule: { source: { kind: 'catalogue' }, clauses: [{ kind: 'sale' }] },
});
const held = (...documents: PlanDocument[]): EditionContent => ({ documents, ranges: [], blends: [] });
const live = (...documents: PlanDocument[]) => editionFrom(9, held(...documents));
const names = ({ documents }: EditionContent): string[] => documents.map(({ id }) => id).sort();

describe('having some plans back from an earlier edition', () => {
  it('leaves all others as they are live', () => {
    const before = planOf('pans', [...house.fixtures, { ...usual('line'), type: 'divider' }]);
    const other = planOf('pots', house.fixtures);
    const after = withPlansOf(live(house, other), held(house, before), ['pans']);
    expect(names(after)).toEqual(['house', 'pans', 'pots']);
    expect(after.plans.find(({ id }) => id === 'pans')!.fixtures.at(-1)).toMatchObject({ type: 'divider' });
  });

  it('brings along the parts they show and the plans they build on, where these are not live any more', () => {
    const base = planOf('base', [...house.fixtures, link]);
    const heir = basedOn({ ...base, id: 'heir', name: 'heir' }, base);
    const earlier = held(house, row, base, heir);
    const after = withPlansOf(live(house), earlier, ['heir']);
    expect(names(after)).toEqual(['base', 'heir', 'house', 'row']);
    expect(after.plans.find(({ id }) => id === 'heir')!.fixtures.at(-1)).toMatchObject({
      id: 'link',
      type: 'promotion',
    });
    const dotted = planOf('row', [{ ...usual('row'), ...USUAL_PROMOTION, dots: true }], 'part');
    const kept = withPlansOf(live(house, dotted), earlier, ['heir']);
    expect(
      kept.documents.find(({ id }) => id === 'row'),
      'what is live stays',
    ).toBe(dotted);
  });

  it('takes saved ranges as they were for these plans, and leaves those of others', () => {
    const one = planOf('one', [...house.fixtures, shelfOn('offers')]);
    const earlier = { ...held(house, one), ranges: [saved('Then')] };
    const now = editionFrom(9, { documents: [house, one], ranges: [saved('Now')], blends: [] });
    expect(withPlansOf(now, earlier, ['one']).ranges).toEqual([saved('Then')]);
    expect(withPlansOf(now, earlier, ['house']).ranges, 'only another plan shows it').toEqual([saved('Now')]);
  });

  it('leaves out plans that were not there, and refuses to where another one builds on them', () => {
    const later = planOf('later', house.fixtures);
    expect(names(withPlansOf(live(house, later), held(house), ['later']))).toEqual(['house']);
    const heir = basedOn({ ...later, id: 'heir' }, later);
    expect(() => withPlansOf(live(house, later, heir), held(house), ['later'])).toThrow();
  });
});
