import { USUAL_BADGES } from '../badge/rule';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { startingFixtures } from './housePlan';
import { USUAL_GAP } from './fixtures';
import {
  basedOn,
  ChainError,
  chainOf,
  documentOf,
  documentsBy,
  heirsOf,
  listKeptOverrides,
  MAX_BASES,
  originOf,
  resolveAll,
  resolvePlan,
  standingAlone,
} from './inherit';
import type { HeirDocument, Plan, PlanDocument, PlanHead, Shelf } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';

const head = (id: string): PlanHead => ({
  id,
  name: id,
  reach: { include: [], exclude: [] },
  kind: 'page',
  rank: 0,
});
const whole = (id: string): Plan => ({
  ...head(id),
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});
const heir = (id: string, base: string, own: HeirDocument['own'] = null): HeirDocument => ({
  ...head(id),
  base,
  own,
});
const withShelf = (plan: Plan, change: Partial<Shelf>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture) => (fixture.type === 'shelf' ? { ...fixture, ...change } : fixture)),
});
const gapOf = (plan: Plan): number =>
  plan.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!.gap.wide;

const house = whole('house');
/** A plan on another one that differs from it by the gap of its shelf. */
const gapped = (id: string, base: Plan, gap: number): HeirDocument =>
  basedOn(withShelf({ ...base, ...head(id) }, { gap: { ...USUAL_GAP, wide: gap } }), base);

describe('a plan that builds on another', () => {
  it('has all values of its base but its own', () => {
    const documents = documentsBy([house, gapped('pans', house, 60)]);
    const pans = resolvePlan(documents, 'pans');
    expect(gapOf(pans)).toBe(60);
    expect(withShelf(pans, { gap: { ...USUAL_GAP, wide: 24 } })).toEqual({ ...house, ...head('pans') });
  });

  it('follows a change in its base, through a chain, where it says nothing of its own', () => {
    const pans = gapped('pans', house, 60);
    const wide = withShelf(house, {
      gap: { ...USUAL_GAP, wide: 40 },
      columns: { wide: 5, medium: 3, narrow: 1 },
    });
    const [, filled, below] = resolveAll([wide, pans, heir('crepes', 'pans')]);
    for (const plan of [filled, below]) {
      expect(gapOf(plan)).toBe(60);
      expect(plan.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({ columns: { wide: 5 } });
    }
    expect(listKeptOverrides(pans, house, wide)).toEqual([['fixtures', 'shelf', 'gap', 'wide']]);
  });

  it('stores what an edit says otherwise, and is a whole plan no less for a plan without a base', () => {
    const pans = heir('pans', 'house');
    const filled = resolvePlan(documentsBy([house, pans]), 'pans');
    const edited = documentOf(
      pans,
      house,
      withShelf(filled, { gap: { ...USUAL_GAP, wide: 8 } }),
    ) as HeirDocument;
    expect(resolvePlan(documentsBy([house, edited]), 'pans')).toEqual(
      withShelf(filled, { gap: { ...USUAL_GAP, wide: 8 } }),
    );
    expect(documentOf(edited, house, filled)).toEqual(pans);
    expect(documentOf(house, null, withShelf(house, { gap: { ...USUAL_GAP, wide: 8 } }))).toEqual(
      withShelf(house, { gap: { ...USUAL_GAP, wide: 8 } }),
    );
  });

  it('looks the same on another base, and standing alone', () => {
    const pans = gapped('pans', house, 60);
    const filled = resolvePlan(documentsBy([house, pans]), 'pans');
    const other = withShelf(whole('other'), { gap: { ...USUAL_GAP, wide: 12 }, lastRow: 'centre' });
    expect(resolvePlan(documentsBy([other, basedOn(filled, other)]), 'pans')).toEqual(filled);
    expect(standingAlone(filled)).toEqual(filled);
  });

  it('tells where each value comes from: the nearest plan that says something of it', () => {
    const pans = gapped('pans', house, 60);
    const documents: PlanDocument[] = [house, pans, heir('crepes', 'pans')];
    const chain = chainOf(documentsBy(documents), 'crepes');
    expect(originOf(chain, ['fixtures', 'shelf', 'gap', 'wide'])).toBe('pans');
    expect(originOf(chain, ['fixtures', 'shelf', 'lastRow'])).toBe('house');
    expect(heirsOf(documents, 'house').map(({ id }) => id)).toEqual(['pans', 'crepes']);
    expect(heirsOf(documents, 'crepes')).toEqual([]);
  });
});

describe('a chain of plans', () => {
  const faultOf = (documents: PlanDocument[], id: string): unknown => {
    try {
      return resolvePlan(documentsBy(documents), id);
    } catch (error) {
      return (error as ChainError).fault;
    }
  };

  it('may be eight deep, and no deeper', () => {
    const chain: PlanDocument[] = [house];
    for (let n = 1; n <= MAX_BASES + 1; n++) chain.push(heir(`p${n}`, n === 1 ? 'house' : `p${n - 1}`));
    expect(faultOf(chain, 'p7')).toMatchObject({ id: 'p7' });
    expect(faultOf(chain, 'p8')).toMatchObject({ fault: 'too-deep', plan: 'p8' });
  });

  it('is refused where it leads back into itself, or to a plan that isn’t there', () => {
    const ring = [heir('a', 'b'), heir('b', 'c'), heir('c', 'a')];
    expect(faultOf(ring, 'a')).toEqual({ fault: 'loop', plan: 'a', chain: ['a', 'b', 'c', 'a'] });
    expect(faultOf([heir('a', 'gone')], 'a')).toEqual({ fault: 'base-missing', plan: 'a', base: 'gone' });
    expect(() => resolveAll(ring)).toThrow(ChainError);
    expect(heirsOf(ring, 'a').map(({ id }) => id)).toEqual(['a', 'b', 'c']);
  });
});
