import { USUAL_BADGES } from '../badge/rule';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { composePage } from '../page/composePage';
import { composeProduct } from '../page/composeProduct';
import { startingFixtures } from '../plan/housePlan';
import { editionFrom } from '../plan/edition';
import type { Plan, ReachRule } from '../plan/plan';
import { choosePlan } from '../plan/reach';
import { FRAME, NOW, product } from '../testing/catalogues';
import { aislesOf } from './aisles';
import type { CatalogueFrame, FreePageRow } from './rows';
import { snapshotOf } from './snapshotBuilder';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';

const page = (change: Partial<FreePageRow> = {}): FreePageRow => ({
  id: 7,
  path: '/spring-pans',
  titles: { en: 'Pans in spring' },
  descriptions: { en: '<p>For eggs.</p>' },
  standsFor: 'category:2',
  open: true,
  ...change,
});
const withPages = (...pages: FreePageRow[]): CatalogueFrame => ({ ...FRAME, pages });
const products = [
  product(1, { categories: [2], attributes: { colour: 'red', material: 'iron' } }),
  product(2, { categories: [3], attributes: { colour: 'blue' } }),
  product(3, { categories: [5], attributes: { colour: 'red' } }),
];
const plan = (id: string, ...include: ReachRule[]): Plan => ({
  id,
  name: id,
  reach: { include, exclude: [] },
  kind: 'page',
  rank: 0,
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
});
const house = plan('house', { kind: 'everything' });
const edition = (...plans: Plan[]) =>
  editionFrom(1, { documents: [house, ...plans], ranges: [], blends: [] });
const ask = (frame: CatalogueFrame, path: string, rest: object = {}, ...plans: Plan[]) =>
  composePage(snapshotOf(frame, products), edition(...plans), {
    path,
    parameters: {},
    matches: null,
    now: NOW,
    ...rest,
  });
const total = (model: ReturnType<typeof ask>): number | undefined =>
  model?.fixtures.find((fixture) => fixture.type === 'shelf')?.total;

describe('a hidden category', () => {
  const hidden: CatalogueFrame = {
    ...FRAME,
    categories: FRAME.categories.map((one) => (one.slug === 'pans' ? { ...one, hidden: true } : one)),
  };

  it('is not there for shoppers, nor is what is below it, and is seen by those who look ahead', () => {
    for (const path of ['/cookware/pans', '/cookware/pans/crepe-pans']) {
      expect(ask(FRAME, path), path).not.toBeNull();
      expect(ask(hidden, path), path).toBeNull();
      expect(ask(hidden, path, { closed: true }), path).not.toBeNull();
    }
  });

  it('is offered nowhere: not in navigation, tiles, filters and the ways above products', () => {
    const links = (frame: CatalogueFrame): string => JSON.stringify(ask(frame, '/cookware'));
    expect(links(FRAME)).toContain('/cookware/pans');
    expect(links(hidden)).not.toContain('/cookware/pans');
  });

  it('leaves its products wherever else they stand', () => {
    expect(total(ask(hidden, '/cookware'))).toBe(total(ask(FRAME, '/cookware')));
  });
});

describe('a free page', () => {
  it('has the products of the whole shop at an address of its own', () => {
    const frame = withPages(page({ standsFor: null }));
    expect(total(ask(frame, '/spring-pans'))).toBe(3);
    expect(ask(frame, '/cookware/pans')?.aisle.title).toBe('Pans');
  });

  it('is found in place of the aisle it stands in for, with its products and its place in the tree', () => {
    const model = ask(withPages(page()), '/cookware/pans')!;
    expect(model.aisle).toMatchObject({ key: 'page:7', kind: 'page', title: 'Pans in spring' });
    expect(total(model)).toBe(2);
    const trail = model.fixtures.find((fixture) => fixture.type === 'breadcrumb');
    expect(trail).toMatchObject({
      trail: [{}, { title: 'Cookware' }, { title: 'Pans in spring', href: '/cookware/pans' }],
    });
    const navigation = model.fixtures.find((fixture) => fixture.type === 'navigation');
    expect(navigation).toMatchObject({ items: [{ title: 'Crêpe pans' }] });
    // The tree calls the aisle by its own name.
    const front = ask(withPages(page()), '/cookware')!.fixtures.find(({ type }) => type === 'navigation');
    expect(front).toMatchObject({ items: [{ title: 'Pans', href: '/cookware/pans' }] });
  });

  it('is indexed at one address, that of the aisle', () => {
    const frame = withPages(page());
    expect(ask(frame, '/spring-pans')?.frame.meta.canonical).toBe('/cookware/pans');
    expect(ask(frame, '/cookware/pans')?.frame.meta).toMatchObject({
      canonical: '/cookware/pans',
      robots: 'index,follow',
    });
  });

  it('is seen by nobody but previews until it is open, and changes no aisle', () => {
    const frame = withPages(page({ open: false }));
    expect(ask(frame, '/spring-pans')).toBeNull();
    expect(ask(frame, '/cookware/pans')?.aisle.title).toBe('Pans');
    const seen = ask(frame, '/spring-pans', { closed: true })!;
    expect(total(seen)).toBe(2);
    expect(seen.frame.meta.robots).toBe('noindex,follow');
  });

  it('takes no address from the catalogue’s own aisles, and stands for itself where its aisle is gone', () => {
    expect(ask(withPages(page({ path: '/knives', standsFor: null })), '/knives')?.aisle.kind).toBe(
      'category',
    );
    expect(total(ask(withPages(page({ standsFor: 'category:99' })), '/spring-pans'))).toBe(3);
  });

  it('has the plan that names it, never one of the aisle behind it', () => {
    const pans = plan('pans', { kind: 'category', category: 2, below: true });
    const own = plan('own', { kind: 'aisle', aisle: 'page:7' });
    const kind = plan('kind', { kind: 'aisles', of: 'page' });
    const frame = withPages(page());
    expect(ask(frame, '/cookware/pans', {}, pans)?.plan.id).toBe('house');
    expect(ask(frame, '/cookware/pans', {}, pans, kind)?.plan.id).toBe('kind');
    expect(ask(frame, '/cookware/pans', {}, pans, kind, own)?.plan.id).toBe('own');
  });
});

describe('an aisle by attribute value', () => {
  const frame: CatalogueFrame = {
    ...FRAME,
    attributes: FRAME.attributes.map((row) =>
      row.key === 'colour'
        ? {
            ...row,
            aisles: [
              { value: 'red', slug: 'red' },
              { value: 'blue', slug: 'blue' },
            ],
          }
        : row,
    ),
  };
  const aisles = aislesOf(frame);

  it('holds the products with that value, and is called by the value in each language', () => {
    expect(total(ask(frame, '/by/colour/red'))).toBe(2);
    expect(total(ask(frame, '/by/colour/blue'))).toBe(1);
    expect(aisles.byPath.get('/by/colour/red')!.titles).toEqual({ en: 'Red', fr: 'Rouge' });
    expect(aisles.byPath.get('/by/colour/blue')!.titles).toEqual({ en: 'blue', fr: 'blue' });
    expect(aislesOf(FRAME).byPath.has('/by/colour/red')).toBe(false);
  });

  it('is served by what names it, then all of its attribute, then all values', () => {
    const red = aisles.byKey.get('value:colour:red')!;
    const itself = plan('itself', { kind: 'aisle', aisle: 'value:colour:red' });
    const colours = plan('colours', { kind: 'values', attribute: 'colour' });
    const values = plan('values', { kind: 'aisles', of: 'value' });
    const winners = (...plans: Plan[]) => choosePlan([house, ...plans], red);
    expect(winners(values, colours, itself).winner?.plan.id).toBe('itself');
    expect(winners(values, colours).others.map((other) => other.plan.id)).toEqual(['values', 'house']);
    expect(winners(plan('other', { kind: 'values', attribute: 'material' })).winner?.plan.id).toBe('house');
  });

  it('is led to from the products that have the value', () => {
    const model = composeProduct(snapshotOf(frame, products), edition(), 'product-1', 'fr', NOW)!;
    const links = Object.fromEntries(model.attributes.map((attribute) => [attribute.key, attribute.links]));
    expect(links).toEqual({
      colour: [{ title: 'Rouge', href: '/by/colour/red?lang=fr' }],
      material: [],
    });
  });
});
