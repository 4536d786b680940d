import { describe, expect, it } from 'vitest';
import { USUAL_BADGES } from '../badge/rule';
import type { SavedRange } from '../clause/rule';
import { READY_LOOKS, USUAL_LOOK } from '../look/look';
import { USUAL_PROMOTION } from '../plan/fixtures';
import { facetChoice, startingFixtures, usual } from '../plan/housePlan';
import { facetPanelOf, shelfOf, type Fixture, type Plan } from '../plan/plan';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';
import { applyDesign, DESIGN_KINDS, type DesignFacts } from './design';
import { contentOf, designsOf, kindsIn, upgradeDesign } from './keptDesign';

const planOf = (fixtures: readonly Fixture[], change: Partial<Plan> = {}): Plan => ({
  id: 'one',
  kind: 'page',
  name: 'One',
  rank: 0,
  reach: { include: [], exclude: [] },
  fixtures,
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
  ...change,
});
const FACTS: DesignFacts = { attributes: [], categories: [] };
const ALL = new Set(DESIGN_KINDS);
const link: Fixture = { ...usual('link'), type: 'part', part: 'best', own: {} };
const best = {
  id: 'best',
  fixtures: [
    {
      ...usual('best-shelf'),
      ...USUAL_PROMOTION,
      range: { source: { kind: 'saved', range: 'r1' }, clauses: [{ kind: 'sale' }] },
    } as Fixture,
  ],
};
const saved: SavedRange = {
  id: 'r1',
  name: 'Steel',
  rule: { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }] },
};

describe('what is kept of a plan', () => {
  it('is whole in itself: links are laid in, saved ranges written out, what is gone left out', () => {
    const lost: Fixture = { ...link, id: 'lost', part: 'gone' };
    const plan = planOf([
      ...startingFixtures([facetChoice('colour')], []),
      link,
      lost,
      { ...link, id: 'again' },
    ]);
    const { page } = contentOf(plan, ALL, [best], [saved]);
    expect(page!.some(({ type }) => type === 'part')).toBe(false);
    const shelves = page!.filter(({ type }) => type === 'promotion');
    expect(shelves).toHaveLength(2);
    expect(shelves[0]).toMatchObject({
      range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'featured' }, { kind: 'sale' }] },
    });
  });

  it('is what was wished of it, and nothing else', () => {
    const plan = planOf(startingFixtures([], []));
    expect(kindsIn(contentOf(plan, new Set(['badges', 'look']), [], []))).toEqual(['badges', 'look']);
    expect(contentOf(planOf([]), new Set(['card']), [], []).card).toBeNull();
  });
});

describe('a kept starting point', () => {
  it('brings its page around the products, the order, the card and the filters that a plan has', () => {
    const from = planOf([
      ...startingFixtures([facetChoice('colour')], []),
      { ...usual('line'), type: 'divider' },
    ]);
    const own = planOf(startingFixtures([facetChoice('material')], []));
    const [page] = designsOf({ id: 3, name: 'Ours', about: '', content: contentOf(from, ALL, [], []) });
    const next = applyDesign(own, page, FACTS);
    expect(next.fixtures.map(({ type }) => type)).toEqual(from.fixtures.map(({ type }) => type));
    expect(shelfOf(next)!.range).toBe(shelfOf(own)!.range);
    expect(facetPanelOf(next)!.facets.map(({ key }) => key)).toEqual(['material']);
  });

  it('is one of each kind that it has, under one name', () => {
    const from = planOf(startingFixtures([], []), { look: READY_LOOKS.garden });
    const designs = designsOf({
      id: 3,
      name: 'Ours',
      about: 'For gifts',
      content: contentOf(from, ALL, [], []),
    });
    expect(designs.map(({ kind, id, name }) => [kind, id, name])).toEqual(
      DESIGN_KINDS.map((kind) => [kind, 'kept-3', 'Ours']),
    );
    const look = designs.find(({ kind }) => kind === 'look')!;
    expect(applyDesign(planOf([]), look, FACTS).look.colours).toEqual(READY_LOOKS.garden.colours);
  });

  it('is read in today’s form, whatever release has kept it', () => {
    const whole = contentOf(planOf(startingFixtures([], [])), ALL, [], []);
    expect(upgradeDesign(whole)).toEqual(whole);
    const { head: _, content: __, ...older } = USUAL_LOOK;
    const none = { page: null, card: null, badges: null };
    expect(upgradeDesign({ ...none, look: older as typeof USUAL_LOOK }).look).toEqual(USUAL_LOOK);
  });
});
