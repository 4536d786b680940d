import type { Sequelize } from 'sequelize';
import { select } from '../../database/rows';
import { shopSettings } from '../../setting/shopSettings';
import { readStored, type StoredProduct } from '../import/stored';
import { exportNames, type ExportNames } from './names';

/** One product as a product file tells it; null where nothing is known. */
export type ExportValue = string | number | boolean | readonly string[] | null;
export type ExportRecord = ReadonlyMap<string, ExportValue>;

export interface ProductRecords {
  columns: readonly string[];
  /** Columns of attributes that are numbers. */
  numeric: ReadonlySet<string>;
  /** In the order of the products' numbers; never holds more than a slice of them. */
  records: () => AsyncGenerator<ExportRecord>;
}

/** Products that are read at once. */
const SLICE = 400;

/**
 * Products as a file that an import reads as they are.
 *
 * @param only Article numbers of those that are wanted; null for all.
 */
export async function productRecords(
  sequelize: Sequelize,
  only: readonly string[] | null,
): Promise<ProductRecords> {
  const { languages } = await shopSettings((sql) => select(sequelize, sql));
  const [own, ...others] = languages;
  const names = await exportNames(sequelize, own);
  return {
    columns: columnsOf(names, others),
    numeric: new Set(names.attributes.flatMap(({ type, column }) => (type === 'number' ? [column] : []))),
    records: async function* () {
      for await (const skus of only ? slices(only) : everything(sequelize)) {
        const stored = await readStored(sequelize, skus);
        for (const sku of skus) {
          const product = stored.get(sku);
          if (product) yield recordOf(product, names, own, others);
        }
      }
    },
  };
}

/** The columns of a file that says everything. */
export const columnsOf = ({ attributes }: ExportNames, others: readonly string[]): string[] => [
  'sku',
  'title',
  ...others.map((lang) => `title@${lang}`),
  'category',
  'price',
  'was',
  'created',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
  'description',
  ...others.map((lang) => `description@${lang}`),
  'image',
  'tags',
  'collections',
  'slug',
  ...attributes.map(({ column }) => column),
];

function* slices(skus: readonly string[]): Generator<readonly string[]> {
  for (let from = 0; from < skus.length; from += SLICE) yield skus.slice(from, from + SLICE);
}

async function* everything(sequelize: Sequelize): AsyncGenerator<readonly string[]> {
  for (let after = 0; ;) {
    const rows = await select<{ id: number; sku: string }>(
      sequelize,
      `SELECT id, sku FROM products WHERE id > ? AND standing = 'live' ORDER BY id LIMIT ${SLICE}`,
      [after],
    );
    if (!rows.length) return;
    yield rows.map(({ sku }) => sku);
    after = rows[rows.length - 1].id;
  }
}

export function recordOf(
  product: StoredProduct,
  names: ExportNames,
  own: string,
  others: readonly string[],
): ExportRecord {
  const money = (cents: number | null): number | null => (cents === null ? null : cents / 100);
  const { texts, lists, attributes } = product;
  return new Map<string, ExportValue>([
    ['sku', product.sku],
    ['title', texts.get(own)?.title ?? ''],
    ['category', lists.categories.map((id) => names.category(Number(id)))],
    ['price', money(product.price)],
    ['was', money(product.was)],
    ['created', product.created === null ? null : new Date(product.created).toISOString()],
    ['stock', product.stock],
    ['featured', product.featured],
    ['rating', product.rating],
    ['ratings', product.ratings],
    ['sold', product.sold],
    ['description', texts.get(own)?.description ?? ''],
    ['image', lists.images.map(String)],
    ['tags', lists.tags.map((id) => names.tag(Number(id)))],
    ['collections', lists.collections.map((id) => names.collection(Number(id)))],
    ['slug', product.slug],
    ...others.flatMap((lang): [string, ExportValue][] => [
      [`title@${lang}`, texts.get(lang)?.title ?? ''],
      [`description@${lang}`, texts.get(lang)?.description ?? ''],
    ]),
    ...names.attributes.map(({ id, column }): [string, ExportValue] => [column, attributes.get(id) ?? []]),
  ]);
}
