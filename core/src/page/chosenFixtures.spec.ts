import { describe, expect, it } from 'vitest';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import {
  FRESH_FRAME,
  USUAL_NAVIGATION,
  USUAL_TILES,
  type NavigationLink,
  type TileSource,
} from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import type { Fixture } from '../plan/plan';
import { FRAME, product } from '../testing/catalogues';
import { fixturesOn } from '../testing/pages';

const snapshot = snapshotOf(FRAME, [
  product(1, { sku: 'P-1', categories: [2], stock: 4 }),
  product(2, { sku: 'P-2', categories: [3], stock: 0 }),
]);
const ask = (fixtures: readonly Fixture[], path = '/cookware', lang = 'en') =>
  fixturesOn(snapshot, fixtures, path, lang);

describe('a navigation of links of one’s own', () => {
  const link = (id: string, change: Partial<NavigationLink>): NavigationLink => ({
    id,
    aisle: null,
    address: null,
    label: {},
    depth: 0,
    ...change,
  });
  const items = (links: readonly NavigationLink[], path?: string, lang?: string) => {
    const page = ask([{ ...usual('nav'), ...USUAL_NAVIGATION, of: 'chosen', links }], path, lang);
    return page.flatMap((model) => (model.type === 'navigation' ? model.items : []));
  };

  it('has aisles by their titles or as they are called here, nested, with counts and the way marked', () => {
    const links = [
      link('a', { aisle: 'category:1' }),
      link('b', { aisle: 'category:2', label: { en: 'All pans' }, depth: 1 }),
    ];
    expect(items(links, '/cookware/pans')).toMatchObject([
      { title: 'Cookware', current: true, href: '/cookware' },
      { title: 'All pans', current: true, depth: 1 },
    ]);
  });

  it('has addresses in the page’s language, without a count', () => {
    const [cart] = items([link('a', { address: '/cart', label: { fr: 'Panier' } })], '/cookware', 'fr');
    expect(cart).toMatchObject({ title: 'Panier', href: '/cart?lang=fr', count: null });
  });

  it('leaves out what is gone, and is no navigation when all of it is', () => {
    expect(items([link('a', { aisle: 'category:999' })])).toEqual([]);
  });
});

describe('tiles of other aisles than categories', () => {
  const tiles = (of: TileSource) => {
    const page = ask([{ ...usual('tiles'), ...USUAL_TILES, hideEmpty: false, of }]);
    return page.flatMap((model) => (model.type === 'tiles' ? model.items : []));
  };
  const own = { kind: 'kept', hash: 'a'.repeat(32), width: 900, height: 600, alt: {} } as const;

  it('are those of choice in their order, with a picture of their own where they have one', () => {
    const chosen = tiles({
      kind: 'aisles',
      aisles: [
        { aisle: 'category:2', picture: own },
        { aisle: 'category:1', picture: null },
        { aisle: 'tag:999', picture: null },
      ],
    });
    expect(chosen.map(({ title }) => title)).toEqual(['Pans', 'Cookware']);
    expect(chosen[0].picture).toMatchObject({ hash: own.hash });
    expect(chosen[1].picture).toBeNull();
  });

  it('are all of a kind', () => {
    const keys = snapshot.aisles.all.filter(({ kind }) => kind === 'collection').length;
    expect(tiles({ kind: 'all', of: 'collection' })).toHaveLength(keys);
  });
});

describe('a picture with products on it', () => {
  const picture: Fixture = {
    ...usual('look'),
    ...FRESH_FRAME.picture,
    picture: { kind: 'kept', hash: 'b'.repeat(32), width: 1000, height: 1000, alt: {} },
    ratio: 50,
    spots: [
      { id: 'one', x: 50, y: 50, sku: 'P-1' },
      { id: 'two', x: 50, y: 2, sku: 'P-2' },
      { id: 'gone', x: 5, y: 5, sku: 'P-3' },
    ],
  };

  it('names those that are in the shop, where they are seen in the cropped picture', () => {
    const [model] = ask([picture]);
    expect(model.type === 'picture' && model.spots).toMatchObject([
      { id: 'one', at: { x: 50, y: 50 }, soldOut: false },
      { id: 'two', at: null, soldOut: true },
    ]);
  });
});

describe('slides', () => {
  it('hold what stands in each, and leave out those in which nothing is shown', () => {
    const slides: Fixture = { ...usual('slides'), ...FRESH_FRAME.slides };
    const banner: Fixture = {
      ...usual('banner'),
      ...FRESH_FRAME.banner,
      inside: { fixture: 'slides', slot: 'two' },
    };
    const [model] = ask([slides, banner]);
    expect(model.type === 'slides' && model.slots.map(({ id }) => id)).toEqual(['two']);
    expect(ask([slides])).toEqual([]);
  });
});
