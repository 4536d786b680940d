import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_BADGES } from '../badge/rule';
import { USUAL_LOOK } from '../look/look';
import { editionFrom } from './edition';
import { shownTrials, type Layers } from './campaigns';
import type { HeirDocument, Plan, PlanDocument } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';
import { plansOnTrial, versionsByPart, withVersion, type TrialLayer } from './trials';

const plan: Plan = {
  id: 'house',
  name: 'House plan',
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: [],
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const heir: HeirDocument = {
  id: 'heir',
  name: 'Heir',
  reach: plan.reach,
  kind: 'page',
  rank: 0,
  base: 'house',
  own: null,
};
const layer = (change: Partial<TrialLayer> = {}): TrialLayer => ({
  id: 'trial',
  name: 'Four columns',
  plan: 'house',
  versions: [
    { share: 50, document: null, ranges: [], blends: [] },
    { share: 50, document: { ...plan, name: 'Another' }, ranges: [], blends: [] },
  ],
  ...change,
});
const layers = (documents: readonly PlanDocument[], trial: TrialLayer): Layers => ({
  beneath: { documents, ranges: [], blends: [] },
  campaigns: [],
  trials: [trial],
});

describe('shares of a trial', () => {
  it('are just as large as they were asked for, and stay who they are', () => {
    const shares = fc
      .array(fc.integer({ min: 1, max: 50 }), { minLength: 1, maxLength: 3 })
      .filter((others) => others.reduce((sum, one) => sum + one, 0) < 100)
      .map((others) => [100 - others.reduce((sum, one) => sum + one, 0), ...others]);
    fc.assert(
      fc.property(fc.uuid(), shares, (id, all) => {
        const versions = all.map((share) => ({ share, document: null, ranges: [], blends: [] }));
        const byPart = versionsByPart({ id, versions });
        expect(all.map((_, version) => byPart.filter((one) => one === version).length)).toEqual(all);
        expect(versionsByPart({ id, versions })).toEqual(byPart);
      }),
    );
  });

  it('are others than those of another trial', () => {
    const { versions } = layer();
    const one = versionsByPart({ id: 'one', versions });
    const other = versionsByPart({ id: 'other', versions });
    const same = one.filter((version, part) => version === other[part]).length;
    expect(same).toBeGreaterThan(25);
    expect(same).toBeLessThan(75);
  });
});

describe('a trial', () => {
  it('rests while a campaign says something of its plan, and once the plan is gone', () => {
    const all = layers([plan], layer());
    expect(shownTrials(all)).toHaveLength(1);
    const covered = { id: 'sale', name: 'Sale', documents: [plan], ranges: [], blends: [] };
    expect(shownTrials({ ...all, campaigns: [covered] })).toEqual([]);
    expect(shownTrials(layers([], layer()))).toEqual([]);
  });

  it('is seen on the pages of its plan and of all that build on it', () => {
    const edition = {
      documents: [plan, heir, { ...heir, id: 'second', base: 'heir' }, { ...plan, id: 'own' }],
    };
    expect([...plansOnTrial(edition, layer())]).toEqual(['house', 'heir', 'second']);
  });

  it('shows the plan of its version, and is plain where that can’t be followed', () => {
    const edition = editionFrom(3, { documents: [plan], ranges: [], blends: [] });
    const [first, second] = layer().versions;
    expect(withVersion(edition, first)).toBe(edition);
    expect(withVersion(edition, second)?.plans.map(({ name }) => name)).toEqual(['Another']);
    expect(withVersion(edition, { ...second, document: { ...heir, base: 'nowhere' } })).toBeNull();
  });
});
