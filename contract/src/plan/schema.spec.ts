import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  cardElement,
  CARD_ELEMENT_KINDS,
  USUAL_TILES,
  housePlan,
  SORT_KEYS,
  sortChoice,
  upgradePlan,
  usual,
  USUAL_ORDER,
  type Plan,
  atAllWidths,
  productShelf,
  USUAL_PRODUCT_PAGE,
  applyDesign,
  DESIGNS,
  USUAL_PIN,
} from '@fond/core';
import { snapshotOf } from '../../../core/src/catalogue/snapshotBuilder';
import { FRAME, product } from '../../../core/src/testing/catalogues';
import { planSchema } from './schema';

const house = housePlan(snapshotOf(FRAME, [product(1)]), 'House plan');
const faults = (plan: unknown): string[] =>
  planSchema
    .validate(plan, { abortEarly: false, convert: false })
    .error?.details.map(({ path }) => path.join('.')) ?? [];
const shelfChanged = (change: object): Plan => ({
  ...house,
  fixtures: house.fixtures.map((fixture) =>
    fixture.type === 'shelf' ? ({ ...fixture, ...change } as typeof fixture) : fixture,
  ),
});

const planArbitrary: fc.Arbitrary<Plan> = fc
  .record({
    name: fc.string({ minLength: 1, maxLength: 80 }).filter((name) => name.trim() === name && name !== ''),
    columns: fc.record({
      wide: fc.integer({ min: 1, max: 6 }),
      medium: fc.integer({ min: 1, max: 6 }),
      narrow: fc.integer({ min: 1, max: 6 }),
    }),
    pageSize: fc.oneof(
      fc.record({ by: fc.constant('products'), count: fc.integer({ min: 1, max: 200 }) }),
      fc.record({ by: fc.constant('rows'), count: fc.integer({ min: 1, max: 100 }) }),
      fc.constant({ by: 'all' }),
    ),
    gap: fc.record({
      wide: fc.integer({ min: 0, max: 80 }),
      medium: fc.option(fc.integer({ min: 0, max: 80 })),
      narrow: fc.option(fc.integer({ min: 0, max: 80 })),
    }),
    choices: fc.subarray([...SORT_KEYS], { minLength: 1 }),
    elements: fc.subarray(CARD_ELEMENT_KINDS.filter((kind) => kind !== 'attribute' && kind !== 'field')),
    category: fc.integer({ min: 1, max: 9999 }),
    below: fc.boolean(),
  })
  .map(({ name, columns, pageSize, gap, choices, elements, category, below }) => {
    const plan = shelfChanged({
      columns,
      pageSize,
      gap,
      order: {
        ...USUAL_ORDER,
        levels: [{ key: 'price', reversed: below }],
        choices: choices.map(sortChoice),
      },
      card: elements.map((element) => cardElement(element, below)),
    });
    return {
      ...plan,
      id: 'plan-1',
      name,
      reach: { include: [{ kind: 'category', category, below }], exclude: [] },
    };
  });

describe('the schema of plans', () => {
  it('takes the plan that a shop starts with, and every plan that the desk can make', () => {
    expect(faults(house)).toEqual([]);
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        expect(faults(plan)).toEqual([]);
      }),
    );
  });

  it('takes back what it took, unchanged', () => {
    fc.assert(
      fc.property(planArbitrary, (plan) => {
        const stored: unknown = JSON.parse(JSON.stringify(plan));
        expect(planSchema.validate(stored, { convert: false }).value).toEqual(plan);
      }),
    );
  });

  it('refuses keys it does not know, wherever they stand', () => {
    expect(faults({ ...house, theme: 'dark' })).toEqual(['theme']);
    expect(faults(shelfChanged({ shadow: 3 })).length).toBeGreaterThan(0);
    expect(
      faults({ ...house, reach: { include: [{ kind: 'everything', also: 1 }], exclude: [] } }).length,
    ).toBeGreaterThan(0);
  });

  it('refuses numbers that no page could be built from', () => {
    for (const change of [
      { columns: { wide: 0, medium: 2, narrow: 1 } },
      { columns: { wide: 3, medium: 2 } },
      { pageSize: 12 },
      { pageSize: { by: 'products', count: 0 } },
      { pageSize: { by: 'products', count: 12.5 } },
      { pageSize: { by: 'rows', count: '4' } },
      { pageSize: { by: 'all', count: 4 } },
      { pageSize: { by: 'pages', count: 4 } },
      { gap: 24 },
      { gap: atAllWidths(-1) },
      { gap: { wide: null, medium: 4, narrow: 4 } },
      { order: { ...USUAL_ORDER, levels: [] } },
      { order: { ...USUAL_ORDER, choices: [] } },
      { order: { ...USUAL_ORDER, spread: { by: 'maker', most: 0 } } },
      { lastRow: 'left' },
    ])
      expect(faults(shelfChanged(change)).length, JSON.stringify(change)).toBeGreaterThan(0);
  });

  it('refuses two of what may stand once', () => {
    expect(faults({ ...house, fixtures: [...house.fixtures, house.fixtures[0]] })).toEqual([
      `fixtures.${house.fixtures.length}`,
    ]);
    expect(
      faults(
        shelfChanged({
          order: {
            ...USUAL_ORDER,
            levels: [
              { key: 'price', reversed: false },
              { key: 'price', reversed: true },
            ],
          },
        }),
      ).length,
    ).toBeGreaterThan(0);
    const twice = cardElement('picture');
    expect(faults(shelfChanged({ card: [twice, twice] })).length).toBeGreaterThan(0);
  });

  it('wants an attribute’s name for attribute lines and for nothing else', () => {
    expect(faults(shelfChanged({ card: [cardElement('attribute')] })).length).toBeGreaterThan(0);
    expect(faults(shelfChanged({ card: [cardElement('name', true, 'material')] })).length).toBeGreaterThan(0);
    expect(faults(shelfChanged({ card: [cardElement('attribute', true, 'material')] }))).toEqual([]);
  });

  it('keeps the house plan serving everything', () => {
    expect(faults({ ...house, reach: { include: [], exclude: [] } })).toHaveLength(1);
    expect(faults({ ...house, id: 'other', reach: { include: [], exclude: [] } })).toEqual([]);
  });

  it('tells a fault inside a shelf at its place', () => {
    expect(
      faults(
        shelfChanged({ range: { source: { kind: 'catalogue' }, clauses: [{ kind: 'added', days: 0 }] } }),
      ),
    ).toEqual([`fixtures.${house.fixtures.length - 1}.range.clauses.0.days`]);
    const pin = { ...USUAL_PIN, sku: 'P-1', place: 2 };
    const pins = (...all: object[]): string[] =>
      faults(shelfChanged({ order: { ...USUAL_ORDER, pins: all } }));
    expect(pins(pin, { ...pin, sku: 'P-2', place: 1 })).toEqual([]);
    expect(pins(pin, { ...pin, sku: 'P-2' })).toHaveLength(1);
    expect(pins(pin, { ...pin, aisle: 'front' })).toEqual([]);
    const march = { from: '2026-03-01', to: '2026-03-31' };
    const april = { from: '2026-04-01', to: null };
    expect(pins({ ...pin, ...march }, { ...pin, ...april, sku: 'P-2' }), 'on other days').toEqual([]);
    expect(pins({ ...pin, ...march }, { ...pin, sku: 'P-2' }), 'the more exact one holds').toEqual([]);
    expect(pins({ ...pin, ...march }, { ...pin, ...march, sku: 'P-2' })).toHaveLength(1);
    expect(pins({ ...pin, from: '2026-04-01', to: '2026-03-01' })).toHaveLength(1);
  });

  it('asks a level by an attribute or a blend which one, and takes each of them once', () => {
    const levels = (...all: object[]): string[] =>
      faults(shelfChanged({ order: { ...USUAL_ORDER, levels: all } }));
    const by = (of: string): object => ({ key: 'attribute', of, reversed: false });
    expect(levels(by('diameter'), by('capacity'))).toEqual([]);
    expect(levels(by('diameter'), by('diameter'))).toHaveLength(1);
    expect(levels({ key: 'attribute', reversed: false })).toHaveLength(1);
    expect(levels({ key: 'price', of: 'diameter', reversed: false })).toHaveLength(1);
  });

  it('lets what is related stand below products only, where there is one to be related to', () => {
    const range = { source: { kind: 'related' }, clauses: [] };
    const below = (change: object): string[] =>
      faults({
        ...house,
        productPage: {
          ...USUAL_PRODUCT_PAGE,
          shelves: [{ ...productShelf('one', { kind: 'related' }), ...change }],
        },
      });
    expect(below({})).toEqual([]);
    expect(below({ range: { source: { kind: 'linked', as: 'with' }, clauses: [] } })).toEqual([]);
    expect(below({ range: { source: { kind: 'linked', as: 'near' }, clauses: [] } })).toEqual([
      'productPage.shelves.0.range.source.as',
    ]);
    expect(below({ most: 0 })).toEqual(['productPage.shelves.0.most']);
    const twice = USUAL_PRODUCT_PAGE.shelves.map((shelf) => ({ ...shelf, id: 'same' }));
    expect(faults({ ...house, productPage: { ...USUAL_PRODUCT_PAGE, shelves: twice } })).toHaveLength(1);
    expect(faults(shelfChanged({ range }))).toEqual([
      `fixtures.${house.fixtures.length - 1}.range.source.kind`,
    ]);
  });

  it('takes every starting point', () => {
    const facts = { attributes: ['material'], categories: [] };
    for (const design of DESIGNS) expect(faults(applyDesign(house, design, facts)), design.id).toEqual([]);
  });

  it('refuses words for search engines whose braces hold no field', () => {
    const told = (title: string): string[] =>
      faults({
        ...house,
        productPage: { ...USUAL_PRODUCT_PAGE, search: { title: { en: title }, description: {} } },
      });
    expect(told('{title} · {category}, {hob type}')).toEqual([]);
    expect(['{title', 'title}', '{}', '{{title}}'].map((text) => told(text))).toEqual(
      Array.from({ length: 4 }, () => ['productPage.search.title']),
    );
  });

  it('takes what earlier releases stored, once it is read in today’s form', () => {
    const { productPage: _, ...plain } = house;
    const first = {
      ...plain,
      fixtures: house.fixtures.map((fixture) => {
        if (fixture.type === 'facets')
          return {
            id: fixture.id,
            type: fixture.type,
            side: fixture.side,
            counts: fixture.counts,
            facets: fixture.facets.map(({ key, label, shown, open }) => ({ key, label, shown, open })),
          };
        if (fixture.type !== 'shelf') return fixture;
        return {
          ...fixture,
          pageSize: 24,
          range: { source: 'aisle', below: false, stock: 'in' },
          order: { levels: [{ key: 'newest', reversed: false }], choices: ['recommended', 'price'] },
        };
      }),
    };
    const upgraded = upgradePlan(first) as Plan;
    expect(faults(upgraded)).toEqual([]);
    expect(upgraded.fixtures.find(({ type }) => type === 'facets')).toMatchObject({
      share: 21,
      hideDead: true,
    });
    expect(upgraded.fixtures.find(({ type }) => type === 'shelf')).toMatchObject({
      pageSize: { by: 'products', count: 24 },
      range: { source: { kind: 'aisle', below: false }, clauses: [{ kind: 'stock', states: ['in', 'low'] }] },
      order: { choices: [sortChoice('recommended'), sortChoice('price')], pins: [] },
    });
    expect(upgradePlan(upgraded)).toEqual(upgraded);
  });

  it('says which tile stands outside its grid, or over another one', () => {
    const tiles = (...places: object[]): string[] => {
      const fixture = {
        ...usual('tiles'),
        ...USUAL_TILES,
        grid: 'free',
        places,
      };
      const { error } = planSchema.validate(
        { ...house, fixtures: [fixture] },
        { abortEarly: false, convert: false },
      );
      return error?.details.map(({ message }) => message) ?? [];
    };
    const at = (category: number, x: number, w: number) => ({ category, x, y: 0, w, h: 1 });
    expect(tiles(at(1, 0, 3), at(2, 3, 3))).toEqual([]);
    expect(tiles(at(7, 4, 3))[0]).toContain('the tile of category 7 outside the grid');
    expect(tiles(at(1, 0, 3), at(2, 2, 3))[0]).toContain('the tiles of categories 2 and 1 over each other');
  });
});
