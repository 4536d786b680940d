import { Transaction, type Sequelize } from 'sequelize';
import {
  EARNED,
  SnapshotBuilder,
  type AttributeRow,
  type AttributeValue,
  type CatalogueFrame,
  type DayFigures,
  type Earned,
  type ImageRow,
  type LinkKind,
  type ProductLinks,
  type ProductRow,
  type Snapshot,
  type Texts,
} from '@fond/core';
import { select } from '../database/rows';
import { inTurns } from '../turns';
import { booleanOf } from '../text/booleanOf';
import { readFrame, type Read } from './readFrame';
import { productFault, RowFaults } from './rowFaults';
import { TextBook, type TextRow } from './textBook';

const PRODUCTS_AT_ONCE = 1_000;
const CHANGED_AT_ONCE = 500;

/**
 * Reads the whole catalogue, products in slices, from one consistent view of the database. The snapshot's version
 * is the number of the last catalogue change in that view.
 */
export function loadSnapshot(sequelize: Sequelize): Promise<{ snapshot: Snapshot; faults: RowFaults }> {
  return sequelize.transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
    async (transaction) => {
      const read = <T extends object>(sql: string, values: unknown[] = []): Promise<T[]> =>
        select<T>(sequelize, sql, values, transaction);
      const [{ version }] = await read<{ version: number }>(
        'SELECT CAST(version AS SIGNED) AS version FROM catalogue_version',
      );
      const faults = new RowFaults();
      const frame = await readFrame(read, faults);
      const builder = new SnapshotBuilder(frame);
      for (let after = 0; ;) {
        const products = await readSlice(read, frame, faults, after);
        await inTurns(addProducts(builder, products, faults));
        if (products.length < PRODUCTS_AT_ONCE) break;
        after = products[products.length - 1].id;
      }
      return { snapshot: await inTurns(builder.finishing(version)), faults };
    },
  );
}

function* addProducts(
  builder: SnapshotBuilder,
  products: readonly ProductRow[],
  faults: RowFaults,
): Generator<void, void> {
  for (const [at, product] of products.entries()) {
    const fault = productFault(product);
    if (fault) faults.tell('products', `${product.id} (${product.sku})`, fault);
    else builder.add(product);
    if (at % 250 === 249) yield;
  }
}

/** The frame of the catalogue and some of its products, from one consistent view of the database. */
export function loadChanges(
  sequelize: Sequelize,
  ids: readonly number[],
): Promise<{ frame: CatalogueFrame; products: ProductRow[]; faults: RowFaults }> {
  return sequelize.transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
    async (transaction) => {
      const read: Read = (sql, values = []) => select(sequelize, sql, values, transaction);
      const faults = new RowFaults();
      const frame = await readFrame(read, faults);
      const products: ProductRow[] = [];
      for (let from = 0; from < ids.length; from += CHANGED_AT_ONCE)
        products.push(
          ...(await readProducts(read, frame, faults, 'id IN (?)', [
            ids.slice(from, from + CHANGED_AT_ONCE),
          ])),
        );
      return { frame, products, faults };
    },
  );
}

/** All products as rows, for tools that need them so; a server never holds them in this form. */
export async function loadProducts(sequelize: Sequelize): Promise<ProductRow[]> {
  const read: Read = (sql, values = []) => select(sequelize, sql, values);
  const faults = new RowFaults();
  const frame = await readFrame(read, faults);
  const all: ProductRow[] = [];
  for (let after = 0; ;) {
    const products = await readSlice(read, frame, faults, after);
    all.push(...products);
    if (products.length < PRODUCTS_AT_ONCE) return all;
    after = products[products.length - 1].id;
  }
}

/** Everything of the catalogue but its products. */
export const loadFrame = (sequelize: Sequelize): Promise<CatalogueFrame> =>
  readFrame((sql, values = []) => select(sequelize, sql, values), new RowFaults());

interface StoredProduct {
  id: number;
  sku: string;
  slug: string;
  price: number | null;
  was: number | null;
  currency: string;
  created: Date | null;
  changed: Date | null;
  stock: number | null;
  featured: number;
  rating: string | null;
  ratings: number | null;
  sold: number | null;
}

const readSlice = (
  read: Read,
  frame: CatalogueFrame,
  faults: RowFaults,
  after: number,
): Promise<ProductRow[]> => readProducts(read, frame, faults, 'id > ?', [after], PRODUCTS_AT_ONCE);

/** Products that meet a condition, by id. */
async function readProducts(
  read: Read,
  frame: CatalogueFrame,
  faults: RowFaults,
  condition: string,
  values: readonly unknown[],
  most = CHANGED_AT_ONCE,
): Promise<ProductRow[]> {
  const rows = await read<StoredProduct>(
    `SELECT id, sku, slug, price_cents AS price, was_cents AS was, currency, created_at AS created,
      changed_at AS changed, stock, featured, rating, ratings, sold FROM products
      WHERE standing = 'live' AND ${condition} ORDER BY id LIMIT ${most}`,
    [...values],
  );
  if (!rows.length) return [];
  // Neighbours are read by their span, which is quicker than by a list.
  const ids = rows.map(({ id }) => id);
  const near = ids[ids.length - 1] - ids[0] < ids.length * 2;
  const span = near ? [ids[0], ids[ids.length - 1]] : [ids];
  const within = near ? 'product_id BETWEEN ? AND ?' : 'product_id IN (?)';
  const texts = new TextBook(
    await read<TextRow>(
      `SELECT product_id AS id, lang, title, description FROM product_texts WHERE ${within}`,
      span,
    ),
  );
  const lists = async (table: string, column: string): Promise<Map<number, number[]>> => {
    const found = await read<{ id: number; other: number }>(
      `SELECT product_id AS id, ${column} AS other FROM ${table}
        WHERE ${within} ORDER BY product_id, position`,
      span,
    );
    return groupById(found, ({ other }) => other);
  };
  const categories = await lists('product_categories', 'category_id');
  const tags = await lists('product_tags', 'tag_id');
  const collections = await lists('product_collections', 'collection_id');
  const images = groupById(
    await read<Required<Pick<ImageRow, 'hash' | 'width' | 'height'>> & StoredWords & { id: number }>(
      `SELECT product_id AS id, hash, CAST(IFNULL(width, 0) AS SIGNED) AS width,
          CAST(IFNULL(height, 0) AS SIGNED) AS height, alts, focus_x AS x, focus_y AS y
        FROM product_images LEFT JOIN pictures USING (source)
        WHERE ${within} ORDER BY product_id, position`,
      span,
    ),
    ({ hash, width, height, alts, x, y }): ImageRow => ({
      hash,
      width,
      height,
      ...(alts && { alts }),
      ...(x !== null && y !== null && { focus: { x, y } }),
    }),
  );
  const linked = groupById(
    await read<{ id: number; kind: LinkKind; sku: string }>(
      `SELECT product_id AS id, kind, sku FROM product_links JOIN products ON products.id = other_id
        WHERE ${within} ORDER BY product_id, kind, position`,
      span,
    ),
    ({ kind, sku }) => ({ kind, sku }),
  );
  const attributed = groupById(
    await read<{ id: number; attribute: number; value: string }>(
      `SELECT product_id AS id, attribute_id AS attribute, value FROM product_attributes
        WHERE ${within} ORDER BY product_id, attribute_id, position`,
      span,
    ),
    ({ attribute, value }) => ({ attribute, value }),
  );
  const days = groupById(
    await read<DayFigures & { id: number }>(
      `SELECT product_id AS id, CAST(DATEDIFF(day, '1970-01-01') AS SIGNED) AS day, sold, views FROM product_days
        WHERE ${within} ORDER BY product_id, day`,
      span,
    ),
    ({ day, sold, views }): DayFigures => ({ day, sold, views }),
  );
  const earned = new Map(
    (
      await read<Earned & { id: number }>(
        `SELECT product_id AS id, ${EARNED_SUMS} FROM product_figures WHERE ${within}`,
        span,
      )
    ).map((row) => [row.id, row]),
  );
  const attributes = new Map(frame.attributes.map((attribute) => [attribute.id, attribute]));
  return rows.map((row) => ({
    id: row.id,
    sku: row.sku,
    slug: row.slug,
    ...texts.of(row.id),
    price: row.price,
    was: row.was,
    currency: row.currency,
    created: row.created?.getTime() ?? null,
    changed: (row.changed ?? row.created)?.getTime(),
    activity: days.get(row.id) ?? [],
    earned: earned.get(row.id),
    stock: row.stock,
    featured: Boolean(row.featured),
    rating: row.rating === null ? null : Number(row.rating),
    ratings: row.ratings,
    sold: row.sold,
    categories: categories.get(row.id) ?? [],
    tags: tags.get(row.id) ?? [],
    collections: collections.get(row.id) ?? [],
    attributes: attributeValues(attributed.get(row.id) ?? [], attributes, (key, value) =>
      faults.tell(
        'product_attributes',
        `${row.sku}, ${key}`,
        `“${value.slice(0, 40)}” is no number; the product is shown without it.`,
      ),
    ),
    images: images.get(row.id) ?? [],
    links: linksOf(linked.get(row.id)),
  }));
}

/** What somebody has said of a picture. */
interface StoredWords {
  alts: Texts | null;
  x: number | null;
  y: number | null;
}

const linksOf = (links: readonly { kind: LinkKind; sku: string }[] | undefined): ProductLinks | null =>
  links
    ? {
        with: links.flatMap(({ kind, sku }) => (kind === 'with' ? [sku] : [])),
        instead: links.flatMap(({ kind, sku }) => (kind === 'instead' ? [sku] : [])),
      }
    : null;

function groupById<T extends { id: number }, V>(rows: readonly T[], value: (row: T) => V): Map<number, V[]> {
  const map = new Map<number, V[]>();
  for (const row of rows) {
    const known = map.get(row.id);
    if (known) known.push(value(row));
    else map.set(row.id, [value(row)]);
  }
  return map;
}

/** What a product has of attributes; a value that is no number of its attribute is told and left out. */
export function attributeValues(
  values: readonly { attribute: number; value: string }[],
  attributes: ReadonlyMap<number, AttributeRow>,
  tell: (key: string, value: string) => void,
): Record<string, AttributeValue> {
  const record = Object.create(null) as Record<string, AttributeValue>;
  for (const { attribute, value } of values) {
    const { key, type } = attributes.get(attribute)!;
    if (type === 'many') record[key] = [...((record[key] as readonly string[] | undefined) ?? []), value];
    else if (type === 'number') {
      if (Number.isFinite(Number(value))) record[key] = Number(value);
      else tell(key, value);
    } else if (type === 'boolean') record[key] = booleanOf(value) === true;
    else record[key] = value;
  }
  return record;
}

/** Sums as numbers; the driver gives out large whole numbers as text. */
const EARNED_SUMS = EARNED.map((name) => `CAST(${name} AS DOUBLE) AS ${name}`).join(', ');

/** What shoppers did lately with every product of which anything was counted. */
export const readEarned = (sequelize: Sequelize): Promise<(Earned & { id: number })[]> =>
  select(sequelize, `SELECT product_id AS id, ${EARNED_SUMS} FROM product_figures`);
