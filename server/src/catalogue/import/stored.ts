import type { Sequelize, Transaction } from 'sequelize';
import type { Standing } from '@fond/contract';
import { select, type Cell } from '../../database/rows';

/** The columns of a product's own row that a file or an edit may tell. */
export interface Core {
  slug: string;
  price: number | null;
  was: number | null;
  /** Milliseconds since 1970. */
  created: number | null;
  stock: number | null;
  featured: boolean;
  rating: number | null;
  ratings: number | null;
  sold: number | null;
  standing: Standing;
}

export const LISTS = {
  categories: { table: 'product_categories', column: 'category_id' },
  tags: { table: 'product_tags', column: 'tag_id' },
  collections: { table: 'product_collections', column: 'collection_id' },
  images: { table: 'product_images', column: 'source' },
} as const;

export type ListName = keyof typeof LISTS;

/** A product as the database holds it. */
export interface StoredProduct extends Core {
  id: number;
  sku: string;
  texts: Map<string, { title: string; description: string }>;
  lists: Record<ListName, Cell[]>;
  /** Attribute id → values in their order. */
  attributes: Map<number, string[]>;
}

type Row = Omit<Core, 'featured' | 'rating' | 'created'> & {
  id: number;
  sku: string;
  featured: number;
  rating: string | null;
  created: Date | null;
};

/**
 * Products by article number. Within a transaction their rows are locked, so that nobody changes them before it ends;
 * without one nobody is kept waiting.
 */
export async function readStored(
  sequelize: Sequelize,
  skus: readonly string[],
  transaction?: Transaction,
): Promise<Map<string, StoredProduct>> {
  const found = new Map<string, StoredProduct>();
  if (!skus.length) return found;
  const read = <T extends object>(sql: string, values: unknown[]): Promise<T[]> =>
    select<T>(sequelize, sql, values, transaction);
  const rows = await read<Row>(
    `SELECT id, sku, slug, price_cents AS price, was_cents AS was, created_at AS created, stock, featured, rating,
      ratings, sold, standing FROM products WHERE sku IN (?) ORDER BY id${transaction ? ' FOR UPDATE' : ''}`,
    [skus],
  );
  const byId = new Map<number, StoredProduct>();
  for (const { featured, rating, created, ...row } of rows) {
    const product: StoredProduct = {
      ...row,
      created: created?.getTime() ?? null,
      featured: Boolean(featured),
      rating: rating === null ? null : Number(rating),
      texts: new Map(),
      lists: { categories: [], tags: [], collections: [], images: [] },
      attributes: new Map(),
    };
    found.set(row.sku, product);
    byId.set(row.id, product);
  }
  const ids = [...byId.keys()];
  if (!ids.length) return found;
  const texts = await read<{ id: number; lang: string; title: string; description: string }>(
    'SELECT product_id AS id, lang, title, description FROM product_texts WHERE product_id IN (?)',
    [ids],
  );
  for (const { id, lang, title, description } of texts) byId.get(id)!.texts.set(lang, { title, description });
  for (const [name, { table, column }] of Object.entries(LISTS)) {
    const entries = await read<{ id: number; value: Cell }>(
      `SELECT product_id AS id, ${column} AS value FROM ${table} WHERE product_id IN (?)
        ORDER BY product_id, position`,
      [ids],
    );
    for (const { id, value } of entries) byId.get(id)!.lists[name as ListName].push(value);
  }
  const values = await read<{ id: number; attribute: number; value: string }>(
    `SELECT product_id AS id, attribute_id AS attribute, value FROM product_attributes WHERE product_id IN (?)
      ORDER BY product_id, attribute_id, position`,
    [ids],
  );
  for (const { id, attribute, value } of values) {
    const { attributes } = byId.get(id)!;
    const known = attributes.get(attribute);
    if (known) known.push(value);
    else attributes.set(attribute, [value]);
  }
  return found;
}
