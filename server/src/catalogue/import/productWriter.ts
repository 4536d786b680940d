import { QueryTypes, type Sequelize, type Transaction } from 'sequelize';
import { insertRows, select, type Cell } from '../../database/rows';
import { PRODUCT_ROOT } from '@fond/core';
import { followSlug } from '../../redirects/redirects';
import { slugOf, takeSlug } from '../slugs';
import type { CategoryBook, GroupBook } from './groupBook';
import type { ProductRecord } from './parseRecord';

interface StoredProduct {
  id: number;
  sku: string;
  slug: string;
  price: number | null;
  was: number | null;
  currency: string;
  created: Date;
  stock: number | null;
  featured: boolean;
  rating: number | null;
  ratings: number;
  sold: number;
}

const CORE = [
  'slug',
  'price',
  'was',
  'currency',
  'created',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
] as const;

const CORE_COLUMNS = [
  'sku',
  'slug',
  'price_cents',
  'was_cents',
  'currency',
  'created_at',
  'stock',
  'featured',
  'rating',
  'ratings',
  'sold',
];

/** A table of a product's list, such as its tags, and what this batch puts into it. */
interface ListTable {
  table: string;
  column: string;
  rows: Cell[][];
  /** Products whose list is written anew. */
  replaced: number[];
}

const listTable = (table: string, column: string): ListTable => ({ table, column, rows: [], replaced: [] });

export interface WriteCounts {
  created: number;
  changed: number;
  unchanged: number;
}

export interface Books {
  categories: CategoryBook;
  tags: GroupBook;
  collections: GroupBook;
  /** Attribute key → id. */
  attributes: ReadonlyMap<string, number>;
}

/**
 * Writes products in batches: reads what is there, compares, and writes only what differs, so that the same file a
 * second time changes nothing.
 */
export class ProductWriter {
  readonly counts: WriteCounts = { created: 0, changed: 0, unchanged: 0 };

  constructor(
    private readonly sequelize: Sequelize,
    private readonly transaction: Transaction,
    private readonly lang: string,
    private readonly books: Books,
    /** Slugs of all products, those of the file's own included. */
    private readonly slugs: Set<string>,
    private readonly now: Date,
  ) {}

  async write(records: readonly ProductRecord[]): Promise<void> {
    const before = await this.stored(records.map((record) => record.sku));
    const fresh = records.filter((record) => !before.has(record.sku));
    const touched = new Set<string>();
    const core: Cell[][] = [];
    const moved: [string, string][] = [];
    for (const record of records) {
      const known = before.get(record.sku);
      const row = this.coreOf(record, known);
      if (!known || CORE.some((name) => !same(row[name], known[name]))) {
        core.push([record.sku, ...CORE.map((name) => row[name])]);
        touched.add(record.sku);
        if (known && known.slug !== row.slug) moved.push([known.slug, String(row.slug)]);
      }
    }
    await insertRows(this.sequelize, 'products', CORE_COLUMNS, core, this.transaction, CORE_COLUMNS.slice(1));
    for (const [from, to] of moved)
      await followSlug(`${PRODUCT_ROOT}/${from}`, `${PRODUCT_ROOT}/${to}`, null, this.transaction);
    const ids = fresh.length
      ? new Map(
          [...(await this.stored(records.map((record) => record.sku)))].map(([sku, { id }]) => [sku, id]),
        )
      : new Map([...before].map(([sku, { id }]) => [sku, id]));

    await this.writeTexts(records, ids, touched);
    await this.writeLists(records, ids, touched);
    await this.writeAttributes(records, ids, touched);
    await this.noteChanges([...touched].map((sku) => ids.get(sku)!));
    this.counts.created += fresh.length;
    for (const record of records) {
      if (!before.has(record.sku)) continue;
      if (touched.has(record.sku)) this.counts.changed++;
      else this.counts.unchanged++;
    }
  }

  /** For the order “lately changed”. */
  private async noteChanges(ids: readonly number[]): Promise<void> {
    if (!ids.length) return;
    await this.sequelize.query('UPDATE products SET changed_at = ? WHERE id IN (?)', {
      type: QueryTypes.UPDATE,
      replacements: [this.now, ids],
      transaction: this.transaction,
    });
  }

  private async stored(skus: readonly string[]): Promise<Map<string, StoredProduct>> {
    const rows = await select<
      Omit<StoredProduct, 'featured' | 'rating'> & { featured: number; rating: string | null }
    >(
      this.sequelize,
      `SELECT id, sku, slug, price_cents AS price, was_cents AS was, currency, created_at AS created, stock, featured,
        rating, ratings, sold FROM products WHERE sku IN (?)`,
      [skus],
      this.transaction,
    );
    return new Map(
      rows.map((row) => [
        row.sku,
        { ...row, featured: Boolean(row.featured), rating: row.rating === null ? null : Number(row.rating) },
      ]),
    );
  }

  private coreOf(record: ProductRecord, known: StoredProduct | undefined): Omit<StoredProduct, 'id' | 'sku'> {
    const title = record.texts.get('')?.title ?? record.sku;
    return {
      slug: record.slug ?? known?.slug ?? takeSlug(slugOf(title), this.slugs),
      price: record.price !== undefined ? record.price : (known?.price ?? null),
      was: record.was !== undefined ? record.was : (known?.was ?? null),
      currency: record.currency ?? known?.currency ?? 'EUR',
      created: record.created ?? known?.created ?? this.now,
      stock: record.stock !== undefined ? record.stock : (known?.stock ?? null),
      featured: record.featured ?? known?.featured ?? false,
      rating: record.rating !== undefined ? record.rating : (known?.rating ?? null),
      ratings: record.ratings ?? known?.ratings ?? 0,
      sold: record.sold ?? known?.sold ?? 0,
    };
  }

  private async writeTexts(
    records: readonly ProductRecord[],
    ids: ReadonlyMap<string, number>,
    touched: Set<string>,
  ): Promise<void> {
    const rows = await select<{ id: number; lang: string; title: string; description: string }>(
      this.sequelize,
      'SELECT product_id AS id, lang, title, description FROM product_texts WHERE product_id IN (?)',
      [[...ids.values()]],
      this.transaction,
    );
    const known = new Map(rows.map((row) => [`${row.id}|${row.lang}`, row]));
    const changed: Cell[][] = [];
    for (const record of records) {
      const id = ids.get(record.sku)!;
      for (const [asked, text] of record.texts) {
        const lang = asked || this.lang;
        const before = known.get(`${id}|${lang}`);
        const title = text.title ?? before?.title ?? '';
        const description = text.description ?? before?.description ?? '';
        if (before ? before.title === title && before.description === description : !title && !description)
          continue;
        changed.push([id, lang, title, description]);
        touched.add(record.sku);
      }
    }
    await insertRows(
      this.sequelize,
      'product_texts',
      ['product_id', 'lang', 'title', 'description'],
      changed,
      this.transaction,
      ['title', 'description'],
    );
  }

  private async writeLists(
    records: readonly ProductRecord[],
    ids: ReadonlyMap<string, number>,
    touched: Set<string>,
  ): Promise<void> {
    const { categories, tags, collections } = this.books;
    const tables: [ListTable, (record: ProductRecord) => Promise<readonly Cell[]> | undefined][] = [
      [
        listTable('product_categories', 'category_id'),
        ({ categories: paths }) => paths && inTurn(paths, (path) => categories.idOf(path)),
      ],
      [
        listTable('product_tags', 'tag_id'),
        ({ tags: titles }) => titles && inTurn(titles, (title) => tags.idOf(title)),
      ],
      [
        listTable('product_collections', 'collection_id'),
        ({ collections: titles }) => titles && inTurn(titles, (title) => collections.idOf(title)),
      ],
      [listTable('product_images', 'source'), ({ images }) => images && Promise.resolve(images)],
    ];
    for (const [list, wanted] of tables) {
      const before = await this.listsOf(list, [...ids.values()]);
      for (const record of records) {
        const values = await wanted(record);
        const id = ids.get(record.sku)!;
        if (!values) continue;
        const entries = [...new Set(values)];
        if (entries.join('|') === (before.get(id) ?? []).join('|')) continue;
        touched.add(record.sku);
        list.replaced.push(id);
        entries.forEach((entry, position) => list.rows.push([id, position, entry]));
      }
      await this.replace(list.table, list.replaced);
      await insertRows(
        this.sequelize,
        list.table,
        ['product_id', 'position', list.column],
        list.rows,
        this.transaction,
      );
    }
  }

  private async listsOf(list: ListTable, ids: readonly number[]): Promise<Map<number, Cell[]>> {
    const rows = await select<{ id: number; value: Cell }>(
      this.sequelize,
      `SELECT product_id AS id, ${list.column} AS value FROM ${list.table} WHERE product_id IN (?)
        ORDER BY product_id, position`,
      [ids],
      this.transaction,
    );
    const lists = new Map<number, Cell[]>();
    for (const { id, value } of rows) lists.set(id, [...(lists.get(id) ?? []), value]);
    return lists;
  }

  private async replace(
    table: string,
    ids: readonly number[],
    more = '',
    values: readonly Cell[] = [],
  ): Promise<void> {
    if (!ids.length) return;
    await this.sequelize.query(`DELETE FROM ${table} WHERE product_id IN (?) ${more}`, {
      type: QueryTypes.RAW,
      replacements: [ids, ...values],
      transaction: this.transaction,
    });
  }

  private async writeAttributes(
    records: readonly ProductRecord[],
    ids: ReadonlyMap<string, number>,
    touched: Set<string>,
  ): Promise<void> {
    const rows = await select<{ id: number; attribute: number; value: string }>(
      this.sequelize,
      `SELECT product_id AS id, attribute_id AS attribute, value FROM product_attributes WHERE product_id IN (?)
        ORDER BY product_id, attribute_id, position`,
      [[...ids.values()]],
      this.transaction,
    );
    const before = new Map<string, string[]>();
    for (const { id, attribute, value } of rows) {
      const key = `${id}|${attribute}`;
      before.set(key, [...(before.get(key) ?? []), value]);
    }
    const replaced = new Map<number, number[]>();
    const inserted: Cell[][] = [];
    for (const record of records) {
      const id = ids.get(record.sku)!;
      for (const [name, values] of record.attributes) {
        const attribute = this.books.attributes.get(name)!;
        if (values.join('|') === (before.get(`${id}|${attribute}`) ?? []).join('|')) continue;
        touched.add(record.sku);
        replaced.set(attribute, [...(replaced.get(attribute) ?? []), id]);
        values.forEach((value, position) => inserted.push([id, attribute, position, value]));
      }
    }
    for (const [attribute, those] of replaced)
      await this.replace('product_attributes', those, 'AND attribute_id = ?', [attribute]);
    await insertRows(
      this.sequelize,
      'product_attributes',
      ['product_id', 'attribute_id', 'position', 'value'],
      inserted,
      this.transaction,
    );
  }
}

const same = (a: Cell, b: Cell): boolean =>
  a instanceof Date && b instanceof Date ? a.getTime() === b.getTime() : a === b;

/** One after the other, as making a missing group must not race with itself. */
async function inTurn<T>(entries: readonly T[], idOf: (entry: T) => Promise<number>): Promise<number[]> {
  const ids: number[] = [];
  for (const entry of entries) ids.push(await idOf(entry));
  return ids;
}
