import fc from 'fast-check';
import { NUMBER_FIELDS, type StockState } from '../clause/rule';
import type { CatalogueFrame, ProductRow } from '../catalogue/rows';
import type { Clause, RangeContext, RangeRule } from '../clause/rule';

/** A small shop with three levels of categories, tags, collections and attributes of every type. */
export const FRAME: CatalogueFrame = {
  languages: ['en', 'fr'],
  shopTitles: { en: 'Test shop' },
  shopDescriptions: {},
  attributes: [
    attribute(1, 'material', 'text', { en: 'Material', fr: 'Matière' }),
    attribute(2, 'hob', 'many', { en: 'Hob' }),
    { ...attribute(3, 'diameter', 'number', { en: 'Diameter', fr: 'Diamètre' }), unit: 'cm' },
    attribute(4, 'oven-safe', 'boolean', { en: 'Oven-safe' }),
    {
      ...attribute(5, 'colour', 'colour', { en: 'Colour' }),
      valueLabels: { red: { en: 'Red', fr: 'Rouge' } },
      swatches: { red: '#b22' },
    },
  ],
  categories: [
    category(1, null, 'cookware', { en: 'Cookware', fr: 'Cuisson' }),
    category(2, 1, 'pans', { en: 'Pans', fr: 'Poêles' }),
    category(3, 2, 'crepe-pans', { en: 'Crêpe pans' }),
    category(4, 1, 'pots', { en: 'Pots' }),
    category(5, null, 'knives', { en: 'Knives' }),
    category(6, null, 'empty', { en: 'Empty' }),
  ],
  tags: [
    { id: 1, slug: 'induction', titles: { en: 'For induction' }, descriptions: {} },
    { id: 2, slug: 'handmade', titles: { en: 'Handmade' }, descriptions: {} },
  ],
  collections: [{ id: 1, slug: 'wedding', titles: { en: 'Wedding list' }, descriptions: {} }],
};

function attribute(
  id: number,
  key: string,
  type: CatalogueFrame['attributes'][number]['type'],
  labels: Record<string, string>,
): CatalogueFrame['attributes'][number] {
  return {
    id,
    key,
    type,
    labels,
    unit: null,
    filterable: true,
    onCards: true,
    valueLabels: {},
    swatches: {},
  };
}

function category(id: number, parent: number | null, slug: string, titles: Record<string, string>) {
  return { id, parent, slug, titles, position: id, colour: null, descriptions: {} };
}

export const NOW = Date.UTC(2026, 5, 15);

const TODAY = NOW / 86_400_000;

export function product(id: number, change: Partial<ProductRow> = {}): ProductRow {
  return {
    id,
    sku: `P-${id}`,
    slug: `product-${id}`,
    titles: { en: `Product ${id}` },
    descriptions: {},
    price: 1000 + id,
    was: null,
    currency: 'EUR',
    created: NOW - id * 86_400_000,
    stock: 10,
    featured: false,
    rating: null,
    ratings: 0,
    sold: 0,
    categories: [2],
    tags: [],
    collections: [],
    attributes: {},
    images: [],
    ...change,
  };
}

const values = {
  material: ['steel', 'iron', 'copper, tinned', '100% oak'],
  hob: ['gas', 'induction', 'ceramic'],
  diameter: [16, 20, 24.5, 28],
  colour: ['red', 'blue'],
};

const maybe = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<T | undefined> =>
  fc.option(arbitrary, { nil: undefined, freq: 3 });

const attributesArbitrary = fc
  .record({
    material: maybe(fc.constantFrom(...values.material)),
    hob: maybe(fc.subarray(values.hob)),
    diameter: maybe(fc.constantFrom(...values.diameter)),
    'oven-safe': maybe(fc.boolean()),
    colour: maybe(fc.constantFrom(...values.colour)),
  })
  .map((record) => present(record));

/** The entries that have a value. */
function present<T>(record: Readonly<Record<string, T | undefined>>): Record<string, T> {
  return Object.fromEntries(
    Object.entries(record).filter((entry): entry is [string, T] => entry[1] !== undefined),
  );
}

/** Rows with every gap that real catalogues have: no price, no category, no rating, equal names, sold out. */
export const productsArbitrary: fc.Arbitrary<ProductRow[]> = fc
  .array(
    fc.record({
      title: fc.constantFrom('Ëlan', 'elan', 'Zest', 'Pan 9', 'Pan 10', 'öl', ''),
      price: fc.option(fc.integer({ min: 0, max: 20_000 }), { nil: null, freq: 8 }),
      discount: fc.constantFrom(null, 100, 2_000),
      created: fc.option(fc.integer({ min: 0, max: 90 }), { nil: null, freq: 8 }),
      stock: fc.integer({ min: 0, max: 3 }),
      featured: fc.boolean(),
      rating: fc.option(fc.constantFrom(1, 2.5, 3, 4, 4.5, 5), { nil: null }),
      ratings: fc.option(fc.integer({ min: 0, max: 40 }), { nil: null, freq: 6 }),
      categories: fc.subarray([2, 3, 4, 5], { maxLength: 2 }),
      tags: fc.subarray([1, 2]),
      collections: fc.subarray([1]),
      attributes: attributesArbitrary,
      sold: fc.option(fc.integer({ min: 0, max: 9 }), { nil: null, freq: 8 }),
      earned: fc.option(
        fc.record({
          seen: fc.integer({ min: 0, max: 40 }),
          clicks: fc.integer({ min: 0, max: 9 }),
          carts: fc.integer({ min: 0, max: 3 }),
          revenue: fc.integer({ min: 0, max: 9000 }),
        }),
        { nil: undefined },
      ),
      activity: fc.array(
        fc.record({
          day: fc.integer({ min: TODAY - 9, max: TODAY }),
          sold: fc.integer({ min: 0, max: 3 }),
          views: fc.integer({ min: 0, max: 9 }),
        }),
        { maxLength: 3 },
      ),
    }),
    { maxLength: 120 },
  )
  .map((rows) =>
    rows.map(({ title, discount, created, rating, ratings, price, ...rest }, at) =>
      product(at + 1, {
        ...rest,
        price,
        titles: { en: title },
        was: price !== null && discount !== null ? price + discount : null,
        created: created === null ? null : NOW - created * 86_400_000,
        rating,
        ratings: rating === null ? 0 : ratings,
      }),
    ),
  );

const some = <T>(list: readonly T[]): fc.Arbitrary<T[]> => fc.subarray([...list], { minLength: 1 });

/** Facet parameters as they stand in an address, decoded once. */
export const parametersArbitrary: fc.Arbitrary<Record<string, string>> = fc
  .record({
    material: maybe(some(values.material).map((list) => list.map(escape).join(','))),
    hob: maybe(some(values.hob).map((list) => list.join(','))),
    diameter: maybe(fc.constantFrom('20', '16,28', '18..25', '..20', '24.5..')),
    'oven-safe': maybe(fc.constantFrom('yes', 'no', 'yes,no')),
    price: maybe(fc.constantFrom('20..80', '..19.99', '50..', '10..20,100..')),
    rating: maybe(fc.constantFrom('4..', '3..')),
    tag: maybe(fc.constantFrom('induction', 'handmade', 'induction,handmade')),
    category: maybe(fc.constantFrom('cookware/pans', 'knives', 'cookware/pots,knives')),
  })
  .map((record) => present(record));

const escape = (value: string): string => value.replaceAll('%', '%25').replaceAll(',', '%2C');

const bound = fc.option(fc.integer({ min: 0, max: 30 }), { nil: null });

/** Clauses of every kind, some of them about what the catalogue doesn't have, nested up to four deep. */
export const clauseArbitrary: fc.Arbitrary<Clause> = fc.letrec<{ clause: Clause }>((tie) => ({
  clause: fc.oneof(
    { maxDepth: 3 },
    fc.oneof(
      fc.record({
        kind: fc.constant('category' as const),
        category: fc.integer({ min: 1, max: 7 }),
        below: fc.boolean(),
        main: fc.boolean(),
      }),
      fc.record({ kind: fc.constant('tag' as const), tag: fc.integer({ min: 1, max: 3 }) }),
      fc.record({ kind: fc.constant('collection' as const), collection: fc.integer({ min: 1, max: 2 }) }),
      fc.record({
        kind: fc.constant('attribute' as const),
        attribute: fc.constantFrom('material', 'hob', 'colour', 'gone'),
        values: fc.subarray(['steel', 'iron', 'gas', 'red', 'never']),
      }),
      fc.record({
        kind: fc.constant('attributeNumber' as const),
        attribute: fc.constantFrom('diameter', 'gone'),
        from: bound,
        to: bound,
      }),
      fc.record({
        kind: fc.constant('number' as const),
        field: fc.constantFrom(...NUMBER_FIELDS),
        from: bound,
        to: bound,
      }),
      fc.record({
        kind: fc.constant('activity' as const),
        of: fc.constantFrom('sold' as const, 'views' as const),
        days: fc.integer({ min: 1, max: 12 }),
        least: fc.integer({ min: 0, max: 5 }),
      }),
      fc.record({
        kind: fc.constant('stock' as const),
        states: fc.subarray<StockState>(['in', 'low', 'out'], { minLength: 1 }),
      }),
      fc.record({ kind: fc.constant('added' as const), days: fc.integer({ min: 1, max: 60 }) }),
      fc.record({ kind: fc.constant('title' as const), text: fc.constantFrom('ELA', 'pan', 'ö', 'x') }),
      fc.record({ kind: fc.constant('language' as const), lang: fc.constantFrom('en', 'fr') }),
      fc.record({ kind: fc.constantFrom('sale', 'featured', 'picture', 'free') }),
    ) as fc.Arbitrary<Clause>,
    fc.record({
      kind: fc.constantFrom('all' as const, 'any' as const, 'none' as const),
      of: fc.array(tie('clause'), { maxLength: 3 }),
    }),
  ),
})).clause;

export const ruleArbitrary: fc.Arbitrary<RangeRule> = fc.record({
  source: fc.oneof(
    fc.record({ kind: fc.constant('aisle' as const), below: fc.boolean(), main: fc.boolean() }),
    fc.constant({ kind: 'catalogue' as const }),
    fc.record({
      kind: fc.constant('named' as const),
      skus: fc.subarray(['P-1', 'P-2', 'P-3', 'P-9', 'P-gone']),
    }),
    fc.constantFrom({ kind: 'saved' as const, range: 'offers' }, { kind: 'saved' as const, range: 'gone' }),
  ),
  clauses: fc.array(clauseArbitrary, { maxLength: 4 }),
});

/** The day of the test, and one saved range that follows its aisle. */
export const CONTEXT: RangeContext = {
  now: NOW,
  ranges: [
    {
      id: 'offers',
      name: 'Offers',
      rule: { source: { kind: 'aisle', below: true, main: false }, clauses: [{ kind: 'sale' }] },
    },
  ],
  blends: [],
};
