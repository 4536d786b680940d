import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { editionFrom } from '../plan/edition';
import { snapshotOf } from '../catalogue/snapshotBuilder';
import { parseSelections } from '../address/selection';
import { housePlan, usual } from '../plan/housePlan';
import { shelfOf, type Edition, type Plan } from '../plan/plan';
import type { RangeRule } from '../clause/rule';
import {
  FRAME,
  NOW,
  parametersArbitrary,
  product,
  productsArbitrary,
  CONTEXT,
  ruleArbitrary,
} from '../testing/catalogues';
import { Oracle } from '../testing/oracle';
import { composePage } from './composePage';
import { shelfModelOf, type FixtureModel, type PageModel } from './pageModel';

const PATHS = [
  '/',
  '/cookware',
  '/cookware/pans',
  '/cookware/pans/crepe-pans',
  '/knives',
  '/empty',
  '/tags/handmade',
  '/collections/wedding',
  '/search',
];

const withRange = (plan: Plan, range: RangeRule): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture) => (fixture.type === 'shelf' ? { ...fixture, range } : fixture)),
});

const editionOf = (...plans: Plan[]): Edition =>
  editionFrom(1, { documents: plans, ranges: CONTEXT.ranges, blends: [] });
const panelOf = (page: PageModel) =>
  page.fixtures.find(
    (fixture): fixture is Extract<FixtureModel, { type: 'facets' }> => fixture.type === 'facets',
  )!;

describe('composePage against the oracle', () => {
  it('counts every facet over the range with all other selections applied, and finds the same products', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        parametersArbitrary,
        ruleArbitrary,
        fc.constantFrom(...PATHS),
        (rows, parameters, range, path) => {
          const snapshot = snapshotOf(FRAME, rows);
          const plan = withRange(housePlan(snapshot, 'House'), range);
          const oracle = new Oracle(snapshot, rows);
          const aisle = snapshot.aisles.byPath.get(path)!;
          const { selections } = parseSelections(snapshot, parameters);
          const page = composePage(snapshot, editionOf(plan), { path, parameters, matches: null, now: NOW })!;

          expect(page.malformed).toEqual([]);
          expect(shelfModelOf(page)!.total).toBe(
            oracle.matching(aisle, range, selections, null, CONTEXT).length,
          );
          for (const facet of panelOf(page).facets) {
            const others = oracle.matching(aisle, range, selections, facet.key, CONTEXT);
            if (facet.range) {
              const prices = others.flatMap((row) => oracle.valuesOf(row, facet.key) as number[]);
              expect(facet.range.buckets.reduce((sum, bucket) => sum + bucket.count, 0)).toBe(prices.length);
              if (prices.length) {
                expect(facet.range.min).toBe(Math.min(...prices));
                expect(facet.range.max).toBe(Math.max(...prices));
              }
              for (const bucket of facet.range.buckets)
                expect(bucket.count).toBe(
                  prices.filter((price) => price >= bucket.from && price < bucket.to).length,
                );
            } else if (facet.key === 'rating') {
              for (const { value, count } of facet.values)
                expect(count).toBe(
                  others.filter((row) => row.rating !== null && row.rating >= parseFloat(value)).length,
                );
            } else {
              for (const { value, count } of facet.values)
                expect(count).toBe(
                  others.filter((row) => oracle.valuesOf(row, facet.key).map(String).includes(value)).length,
                );
            }
          }
        },
      ),
      { numRuns: 200 },
    );
  });

  it('never offers a value that leads to an empty page', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        parametersArbitrary,
        fc.constantFrom(...PATHS),
        (rows, parameters, path) => {
          const snapshot = snapshotOf(FRAME, rows);
          const edition = editionOf(housePlan(snapshot, 'House'));
          const page = composePage(snapshot, edition, { path, parameters, matches: null, now: NOW })!;
          for (const facet of panelOf(page).facets)
            for (const value of facet.values) {
              if (value.selected) continue;
              const next = composePage(snapshot, edition, {
                ...requestOf(value.href!),
                matches: null,
                now: NOW,
              })!;
              expect(shelfModelOf(next)!.total).toBeGreaterThan(0);
            }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('shows every product once over all pages, in the order of its keys, whatever the page size', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        parametersArbitrary,
        fc.integer({ min: 1, max: 50 }),
        fc.constantFrom(undefined, 'newest', 'price', 'price-desc', 'name', 'rating'),
        (rows, parameters, size, order) => {
          const snapshot = snapshotOf(FRAME, rows);
          const edition = editionOf(housePlan(snapshot, 'House'));
          const ask = (page: number) =>
            shelfModelOf(
              composePage(snapshot, edition, {
                path: '/cookware',
                parameters: {
                  ...parameters,
                  size: String(size),
                  page: String(page),
                  ...(order && { order }),
                },
                matches: null,
                now: NOW,
              })!,
            )!;
          const first = ask(1);
          const ids = Array.from({ length: first.pages }, (_, at) =>
            ask(at + 1).cards.map((card) => card.id),
          ).flat();
          expect(new Set(ids).size).toBe(ids.length);
          expect(ids.length).toBe(first.total);
          if (order === 'price' || order === 'price-desc') {
            const prices = ids.map((id) => rows[id - 1].price);
            const known = prices.filter((price) => price !== null);
            const sign = order === 'price' ? 1 : -1;
            expect(prices.slice(0, known.length)).toEqual([...known].sort((a, b) => sign * (a - b)));
          }
          if (order === 'newest') {
            const dates = ids.map((id) => rows[id - 1].created ?? -Infinity);
            expect(dates).toEqual([...dates].sort((a, b) => b - a));
          }
        },
      ),
      { numRuns: 120 },
    );
  });

  it('gives the same page for its own address', () => {
    fc.assert(
      fc.property(
        productsArbitrary,
        parametersArbitrary,
        fc.integer({ min: 1, max: 4 }),
        (rows, parameters, number) => {
          const snapshot = snapshotOf(FRAME, rows);
          const edition = editionOf(housePlan(snapshot, 'House'));
          const page = composePage(snapshot, edition, {
            path: '/',
            parameters: { ...parameters, page: String(number), lang: 'fr' },
            matches: null,
            now: NOW,
          })!;
          const again = composePage(snapshot, edition, { ...requestOf(page.href), matches: null, now: NOW })!;
          expect(again).toEqual(page);
        },
      ),
      { numRuns: 60 },
    );
  });
});

function requestOf(href: string): { path: string; parameters: Record<string, string> } {
  const address = new URL(href, 'http://shop.invalid');
  return { path: decodeURIComponent(address.pathname), parameters: Object.fromEntries(address.searchParams) };
}

describe('a page', () => {
  const rows = Array.from({ length: 30 }, (_, at) =>
    product(at + 1, {
      attributes: { material: at % 2 ? 'steel' : 'copper, tinned' },
      featured: at === 20,
      categories: at < 25 ? [2] : [5],
    }),
  );
  const snapshot = snapshotOf(FRAME, rows);
  const edition = editionOf(housePlan(snapshot, 'House'));
  const ask = (path: string, parameters: Record<string, string> = {}) =>
    composePage(snapshot, edition, { path, parameters, matches: null, now: NOW });

  it('is not there for an unknown path', () => {
    expect(ask('/cookware/woks')).toBeNull();
  });

  it('is not there where no plan reaches the aisle', () => {
    const narrow = {
      ...edition.plans[0],
      reach: { include: [{ kind: 'aisles', of: 'tag' } as const], exclude: [] },
    };
    expect(
      composePage(snapshot, editionOf(narrow), { path: '/', parameters: {}, matches: null, now: NOW }),
    ).toBeNull();
  });

  it('puts featured products first, then the newest', () => {
    expect(
      shelfModelOf(ask('/')!)!
        .cards.slice(0, 3)
        .map((card) => card.id),
    ).toEqual([21, 1, 2]);
  });

  it('keeps a comma inside a value apart from the comma between values', () => {
    const page = ask('/', { material: 'copper%2C tinned,steel' })!;
    expect(page.applied.map((applied) => applied.value)).toEqual(['copper%2C tinned', 'steel']);
    expect(page.href).toBe('/?material=copper%252C%20tinned,steel');
  });

  it('shows no box for an aisle without a description, and prints one only once', () => {
    expect(ask('/knives')!.fixtures.map((fixture) => fixture.type)).not.toContain('description');
    const described = snapshotOf(
      {
        ...FRAME,
        categories: FRAME.categories.map((one) => ({ ...one, descriptions: { en: '<p>Words.</p>' } })),
      },
      rows,
    );
    const plan = housePlan(described, 'House');
    const twice = {
      ...plan,
      fixtures: [...plan.fixtures, { ...usual('again'), type: 'description' } as const],
    };
    const page = composePage(described, editionOf(twice), {
      path: '/knives',
      parameters: {},
      matches: null,
      now: NOW,
    })!;
    expect(page.fixtures.filter((fixture) => fixture.type === 'description')).toHaveLength(1);
  });

  it('goes to its last page when asked for one beyond it', () => {
    expect(shelfModelOf(ask('/cookware/pans', { page: '9' })!)).toMatchObject({
      page: 3,
      pages: 3,
      from: 25,
      to: 25,
    });
  });

  it('tells what it could not read and shows the aisle all the same', () => {
    const page = ask('/', {
      price: '80..20',
      page: 'two',
      order: 'colour',
      weight: '3',
      material: 'steel,',
    })!;
    expect(page.malformed.map((fault) => fault.path)).toEqual(['price', 'material', 'page', 'order']);
    expect(page.ignored).toEqual(['weight']);
    expect(shelfModelOf(page)!.total).toBe(15);
  });

  it('keeps filtered, sorted and searched states out of search engines', () => {
    expect(ask('/knives')!.frame.meta).toMatchObject({ robots: 'index,follow', canonical: '/knives' });
    expect(ask('/cookware', { page: '2' })!.frame.meta.canonical).toBe('/cookware?page=2');
    expect(ask('/knives', { material: 'steel' })!.frame.meta).toMatchObject({ robots: 'noindex,follow' });
    expect(ask('/search')!.frame.meta.robots).toBe('noindex,follow');
  });

  it('leaves empty aisles out of its navigation', () => {
    const navigation = ask('/')!.fixtures.find((fixture) => fixture.type === 'navigation');
    expect(navigation).toMatchObject({
      items: [
        { title: 'Cookware', count: 25 },
        { title: 'Knives', count: 5 },
      ],
    });
  });

  it('speaks the language it is asked in, and its own where a text is missing', () => {
    const page = ask('/cookware', { lang: 'fr' })!;
    expect(page.aisle.title).toBe('Cuisson');
    expect(page.frame.lang).toBe('fr');
    expect(ask('/knives', { lang: 'fr' })!.aisle.title).toBe('Knives');
    expect(ask('/knives', { lang: 'xx' })!.frame.lang).toBe('en');
  });
});

describe('a plan without a shelf', () => {
  it('still makes a page', () => {
    const snapshot = snapshotOf(FRAME, [product(1)]);
    const plan = housePlan(snapshot, 'House');
    const bare = { ...plan, fixtures: plan.fixtures.filter((fixture) => fixture.type !== 'shelf') };
    expect(shelfOf(bare)).toBeUndefined();
    const page = composePage(snapshot, editionOf(bare), {
      path: '/',
      parameters: {},
      matches: null,
      now: NOW,
    })!;
    expect(page.fixtures.map((fixture) => fixture.type)).toEqual(['title', 'navigation']);
  });
});
