import { describe, expect, it } from 'vitest';
import { contrastsOf } from '../look/look';
import { MIN_CONTRAST } from '../look/contrast';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { housePlan } from '../plan/housePlan';
import { nestingFaults } from '../plan/nesting';
import { facetPanelOf, shelfOf } from '../plan/plan';
import { FRAME, product } from '../testing/catalogues';
import { applyDesign, type Design, type DesignFacts } from './design';
import { DESIGNS } from './designs';

const shop = snapshotOf(FRAME, [product(1, { attributes: { material: 'copper' } })]);
const house = housePlan(shop, 'House');
const facts: DesignFacts = { attributes: ['material', 'colour'], categories: [{ id: 1 }] };
const of = (kind: Design['kind']): Design[] => DESIGNS.filter((one) => one.kind === kind);

describe('starting points', () => {
  it('are eight pages, eight cards, six sets of badges and six looks, each with a name and a word of its own', () => {
    expect(['page', 'card', 'badges', 'look'].map((kind) => of(kind as Design['kind']).length)).toEqual([
      8, 8, 6, 6,
    ]);
    for (const kind of ['page', 'card', 'badges', 'look'] as const) {
      const all = of(kind);
      expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
      expect(new Set(all.map(({ about }) => about)).size).toBe(all.length);
    }
  });

  it('change the one part of a plan that they are about, and nothing of what it serves', () => {
    const PART = { page: 'fixtures', card: 'fixtures', badges: 'badges', look: 'look' } as const;
    for (const design of DESIGNS) {
      const { [PART[design.kind]]: _, ...rest } = applyDesign(house, design, facts);
      const { [PART[design.kind]]: __, ...before } = house;
      expect(rest, design.id).toEqual(before);
    }
  });

  it('keep what the shelf shows, its order, and the filters that were chosen', () => {
    for (const design of of('page')) {
      const next = applyDesign(house, design, facts);
      expect(shelfOf(next), design.id).toMatchObject({
        range: shelfOf(house)!.range,
        order: shelfOf(house)!.order,
        card: shelfOf(house)!.card,
      });
      expect(facetPanelOf(next)?.facets, design.id).toEqual(facetPanelOf(house)?.facets);
    }
  });

  it('are sound: every fixture has its name and place', () => {
    for (const design of of('page')) {
      const { fixtures } = applyDesign(house, design, facts);
      expect(new Set(fixtures.map(({ id }) => id)).size, design.id).toBe(fixtures.length);
      expect(nestingFaults(fixtures), design.id).toEqual([]);
    }
  });

  it('name a card and a look that there are', () => {
    for (const design of DESIGNS) {
      if (design.kind !== 'page') continue;
      expect(of('card').map(({ id }) => id)).toContain(design.card);
      if (design.look !== null) expect(of('look').map(({ id }) => id)).toContain(design.look);
    }
  });

  it('can be read by everybody, in the light and in the dark', () => {
    for (const design of DESIGNS) {
      if (design.kind !== 'look') continue;
      const { colours, dark } = design.look;
      for (const set of dark ? [colours, dark] : [colours])
        expect(
          contrastsOf(set).filter(({ contrast }) => contrast < MIN_CONTRAST),
          design.id,
        ).toEqual([]);
    }
  });

  it('do without a shelf or filters where a plan has none', () => {
    const bare = { ...house, fixtures: [] };
    for (const design of DESIGNS) expect(() => applyDesign(bare, design, facts), design.id).not.toThrow();
  });
});
