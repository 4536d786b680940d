import type { AttributeType, CatalogueFrame, CategoryRow, ProductRow } from '@fond/core';
import { Random } from '../../server/src/random';

/** Attributes of the generated shop with how many values each has; values are drawn independently of each other. */
export const SINGLE: Readonly<Record<string, number>> = {
  material: 9,
  colour: 12,
  maker: 40,
  finish: 6,
  'made-in': 14,
  diameter: 18,
  'oven-safe': 2,
  dishwasher: 2,
};
export const MANY: Readonly<Record<string, number>> = { hob: 6, use: 12 };
/** The attribute of many values. */
export const WIDE = 'series';
export const WIDE_VALUES = 20_000;
export const TAGS = 60;
const TOPS = 6;
const BELOW = [4, 5];
const NEWEST = Date.UTC(2026, 0, 1);
const DAY = 86_400_000;

const attribute = (key: string, id: number, type: AttributeType): CatalogueFrame['attributes'][number] => ({
  id,
  key,
  type,
  labels: { en: key },
  unit: null,
  filterable: true,
  onCards: true,
  valueLabels: {},
  swatches: {},
});

/** A hundred and fifty categories: six at the top, four below each, five below those. */
function categories(): CategoryRow[] {
  const rows: CategoryRow[] = [];
  const put = (parent: number | null, slug: string): number => {
    const id = rows.length + 1;
    rows.push({ id, parent, slug, position: id, colour: null, titles: { en: slug }, descriptions: {} });
    return id;
  };
  for (let top = 0; top < TOPS; top++) {
    const first = put(null, `c${top}`);
    for (let second = 0; second < BELOW[0]; second++) {
      const id = put(first, `c${top}-${second}`);
      for (let third = 0; third < BELOW[1]; third++) put(id, `c${top}-${second}-${third}`);
    }
  }
  return rows;
}

export const FRAME: CatalogueFrame = {
  languages: ['en'],
  shopTitles: { en: 'Generated shop' },
  shopDescriptions: {},
  attributes: [
    ...Object.keys(SINGLE).map((key, k) => attribute(key, k + 1, 'text')),
    ...Object.keys(MANY).map((key, k) => attribute(key, k + 50, 'many')),
    attribute(WIDE, 70, 'text'),
    attribute('weight', 71, 'number'),
  ],
  categories: categories(),
  tags: Array.from({ length: TAGS }, (_, k) => ({
    id: k + 1,
    slug: `t${k}`,
    titles: { en: `t${k}` },
    descriptions: {},
  })),
  collections: [],
};

const LEAVES = FRAME.categories.filter(({ id }) => !FRAME.categories.some(({ parent }) => parent === id));

/** A value's number, smaller ones more often, as in real catalogues. */
const skewed = (random: Random, values: number): number => Math.floor(random.next() ** 2 * values);

/** Product after product, the same for the same count; nothing is kept. */
export function* generated(count: number, seed = 5): Generator<ProductRow> {
  const random = new Random(seed);
  for (let n = 0; n < count; n++) {
    const attributes: Record<string, string | number | string[]> = {};
    for (const [key, values] of Object.entries(SINGLE))
      if (random.chance(0.9)) attributes[key] = `${key[0]}${skewed(random, values)}`;
    for (const [key, values] of Object.entries(MANY)) {
      const list = new Set<string>();
      for (let k = random.whole(0, 3); k > 0; k--) list.add(`${key[0]}${skewed(random, values)}`);
      if (list.size) attributes[key] = [...list];
    }
    if (random.chance(0.9)) attributes[WIDE] = `${WIDE[0]}${skewed(random, WIDE_VALUES)}`;
    if (random.chance(0.9)) attributes['weight'] = Math.round(5 + random.next() ** 2 * 9_995) / 100;
    const categoryIds = new Set([LEAVES[skewed(random, LEAVES.length)].id]);
    for (let k = random.whole(0, 2); k > 0; k--) categoryIds.add(random.pick(LEAVES).id);
    const tags = new Set<number>();
    for (let k = random.whole(0, 4); k > 0; k--) tags.add(1 + skewed(random, TAGS));
    yield {
      id: n + 1,
      sku: `G-${n}`,
      slug: `g-${n}`,
      titles: { en: `Article ${n}` },
      descriptions: {},
      price: Math.round(300 + random.next() ** 3 * 40_000),
      was: null,
      currency: 'EUR',
      created: NEWEST - random.whole(0, 900) * DAY,
      stock: random.whole(0, 40),
      featured: random.chance(0.05),
      rating: random.chance(0.8) ? random.whole(20, 50) / 10 : null,
      ratings: random.whole(1, 300),
      sold: random.whole(0, 900),
      categories: [...categoryIds],
      tags: [...tags],
      collections: [],
      attributes,
      images: [],
    };
  }
}

/** The paths of all categories that a product stands in, with those above. */
export function pathsOf(row: ProductRow): string[] {
  const paths = new Set<string>();
  for (const id of row.categories) for (const path of LINES.get(id)!) paths.add(path);
  return [...paths];
}

const byId = new Map(FRAME.categories.map((category) => [category.id, category]));
const pathOf = (category: CategoryRow): string =>
  category.parent === null ? category.slug : `${pathOf(byId.get(category.parent)!)}/${category.slug}`;
const lineOf = (category: CategoryRow): string[] => [
  pathOf(category),
  ...(category.parent === null ? [] : lineOf(byId.get(category.parent)!)),
];
const LINES = new Map(FRAME.categories.map((category) => [category.id, lineOf(category)]));
/** Categories of a very large shop, ten below each. */
export const manyCategories = (count: number): CategoryRow[] =>
  Array.from({ length: count }, (_, at) => ({
    id: at + 1,
    parent: at < 10 ? null : Math.floor(at / 10),
    slug: `c${at}`,
    position: at,
    colour: null,
    titles: { en: `Category ${at}` },
    descriptions: {},
  }));

export const PATHS: readonly string[] = FRAME.categories.map(pathOf);
