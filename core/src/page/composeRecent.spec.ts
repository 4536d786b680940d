import { describe, expect, it } from 'vitest';
import { USUAL_BADGES } from '../badge/rule';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { USUAL_LOOK } from '../look/look';
import { editionFrom } from '../plan/edition';
import { USUAL_PROMOTION, type PromotionSettings } from '../plan/fixtures';
import { startingFixtures, usual } from '../plan/housePlan';
import type { Fixture, Plan } from '../plan/plan';
import { productShelf, USUAL_PRODUCT_PAGE } from '../plan/productPage';
import { FRAME, NOW, product } from '../testing/catalogues';
import { fixturesOn } from '../testing/pages';
import { composeRecent } from './composeRecent';

const snapshot = snapshotOf(
  FRAME,
  ['P-1', 'P-2', 'P-3'].map((sku, at) => product(at + 1, { sku, categories: [2], stock: at })),
);
const LAST: Pick<PromotionSettings, 'range' | 'levels'> = {
  range: { source: { kind: 'recent' }, clauses: [] },
  levels: [{ key: 'named', reversed: false }],
};
const seen: Fixture = { ...usual('seen'), ...USUAL_PROMOTION, ...LAST };
const fresh: Fixture = { ...usual('below'), ...USUAL_PROMOTION };
const plan: Plan = {
  id: 'house',
  kind: 'page',
  name: 'House',
  rank: 0,
  reach: { include: [{ kind: 'everything' }], exclude: [] },
  fixtures: [...startingFixtures([], []), seen, fresh],
  productPage: {
    ...USUAL_PRODUCT_PAGE,
    shelves: [productShelf('below', { kind: 'recent' }, { range: LAST.range })],
  },
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
const edition = editionFrom(1, { documents: [plan], ranges: [], blends: [] });
const ask = (skus: readonly string[], fixture = 'seen', lang = 'en') =>
  composeRecent(snapshot, edition, { plan: 'house', fixture, skus, lang, now: NOW });

describe('a shelf of what a shopper has looked at', () => {
  it('is on the page without products, with the plan by which a browser asks for them', () => {
    const model = fixturesOn(snapshot, plan.fixtures, '/cookware').find(({ id }) => id === 'seen');
    expect(model).toMatchObject({ recent: 'house', cards: [] });
  });

  it('shows them as they were told, those that can be bought first, without what is gone', () => {
    expect(ask(['P-1', 'gone', 'P-3', 'P-2'])?.cards.map(({ sku }) => sku)).toEqual(['P-3', 'P-2', 'P-1']);
    expect(ask(['P-2'])).toMatchObject({ recent: null, heading: 'What you looked at' });
    expect(ask(['P-2'], 'seen', 'fr')?.heading).toBe('Ce que vous avez vu');
  });

  it('is one below products, too, whatever else is called the same', () => {
    expect(ask(['P-2'], 'below')?.cards.map(({ sku }) => sku)).toEqual(['P-2']);
  });

  it('is none for other shelves, for names that nobody has, and for nobody who has seen anything', () => {
    expect(ask(['P-2'], 'shelf')).toBeNull();
    expect(ask(['P-2'], 'constructor')).toBeNull();
    expect(ask([])).toBeNull();
  });
});
