import { Transaction, type Sequelize } from 'sequelize';
import {
  SnapshotBuilder,
  type AttributeRow,
  type AttributeType,
  type AttributeValue,
  type CatalogueFrame,
  type CategoryRow,
  type CollectionRow,
  type DayFigures,
  type FreePageRow,
  type GroupRow,
  type ImageRow,
  type LinkKind,
  type ProductLinks,
  type ProductRow,
  type ShopFace,
  type Snapshot,
  type Texts,
  type ValueShow,
  type FocusPoint,
  type SearchWords,
} from '@fond/core';
import { select } from '../database/rows';
import { inTurns } from '../turns';
import { booleanOf } from '../text/booleanOf';
import { productFault, RowFaults, unreachable } from './rowFaults';
import { slugOf, takeSlug } from '../text/slugs';
import { keptSearchRules } from '../setting/searchRules';
import { shopSettings, type StoredShop } from '../setting/shopSettings';

const PRODUCTS_AT_ONCE = 1_000;
const CHANGED_AT_ONCE = 500;

interface TextRow {
  id: number;
  lang: string;
  title: string;
  description: string;
}

/** Both texts of each id, by language. */
class TextBook {
  private readonly titles = new Map<number, Record<string, string>>();
  private readonly descriptions = new Map<number, Record<string, string>>();

  constructor(rows: readonly TextRow[]) {
    for (const row of rows) {
      put(this.titles, row.id, row.lang, row.title);
      if (row.description) put(this.descriptions, row.id, row.lang, row.description);
    }
  }

  of(id: number): { titles: Texts; descriptions: Texts } {
    return { titles: this.titles.get(id) ?? {}, descriptions: this.descriptions.get(id) ?? {} };
  }
}

function put(map: Map<number, Record<string, string>>, id: number, lang: string, text: string): void {
  const known = map.get(id);
  if (known) known[lang] = text;
  else map.set(id, { [lang]: text });
}

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

type Read = <T extends object>(sql: string, values?: unknown[]) => Promise<T[]>;

async function readSearchWords(read: Read): Promise<ReadonlyMap<number, SearchWords>> {
  const rows = await read<TextRow>(
    'SELECT product_id AS id, lang, title, description FROM product_search_texts',
  );
  const words = new Map<number, { titles: Record<string, string>; descriptions: Record<string, string> }>();
  for (const { id, lang, title, description } of rows) {
    const known = words.get(id) ?? { titles: {}, descriptions: {} };
    words.set(id, known);
    if (title) known.titles[lang] = title;
    if (description) known.descriptions[lang] = description;
  }
  return words;
}

async function readFrame(read: Read, faults: RowFaults): Promise<CatalogueFrame> {
  const settings = await shopSettings(read);
  const categories = await read<
    Omit<CategoryRow, 'titles' | 'descriptions' | 'picture'> & ImageRow & FocusPoint
  >(
    `SELECT id, parent_id AS parent, slug, position, colour, hidden, hash, width, height, categories.focus_x AS x,
        categories.focus_y AS y FROM categories LEFT JOIN pictures ON source = picture ORDER BY id`,
  );
  for (const { id, slug } of unreachable(categories))
    faults.tell(
      'categories',
      `${id} (${slug})`,
      'No way leads to it: it hangs below itself, or below one that is gone.',
    );
  const categoryTexts = new TextBook(
    await read<TextRow>('SELECT category_id AS id, lang, title, description FROM category_texts'),
  );
  const groups = async (group: 'tag' | 'collection'): Promise<GroupRow[]> => {
    const rows = await read<{ id: number; slug: string }>(`SELECT id, slug FROM ${group}s ORDER BY id`);
    const texts = new TextBook(
      await read<TextRow>(`SELECT ${group}_id AS id, lang, title, description FROM ${group}_texts`),
    );
    return rows.map((row) => ({ ...row, ...texts.of(row.id) }));
  };
  return {
    searchWords: await readSearchWords(read),
    search: (await keptSearchRules(read)).rules,
    languages: settings.languages,
    shopTitles: settings.titles,
    shopDescriptions: settings.descriptions,
    face: faceOf(settings),
    attributes: await readAttributes(read),
    categories: categories.map(({ hash, width, height, x, y, hidden, ...row }) => ({
      ...row,
      hidden: Boolean(hidden),
      ...categoryTexts.of(row.id),
      picture: hash === null ? null : { hash, width, height, focus: { x, y } },
    })),
    tags: await groups('tag'),
    collections: await readCollections(read, await groups('collection')),
    pages: await readPages(read),
  };
}

const faceOf = ({ tagTitles, searchHints, footers, logo, currency }: StoredShop): ShopFace => ({
  tagTitles,
  searchHints,
  footers,
  logo,
  currency,
});

async function readCollections(read: Read, groups: readonly GroupRow[]): Promise<CollectionRow[]> {
  const rows = await read<{ id: number } & Pick<CollectionRow, 'clauses' | 'arranged'>>(
    'SELECT id, clauses, arranged FROM collections',
  );
  const made = new Map(rows.map(({ id, clauses, arranged }) => [id, { clauses, arranged: arranged ?? [] }]));
  return groups.map((group) => ({ ...group, ...made.get(group.id) }));
}

async function readPages(read: Read): Promise<FreePageRow[]> {
  const rows = await read<Pick<FreePageRow, 'id' | 'path' | 'standsFor'> & { open: number }>(
    'SELECT id, path, stands_for AS standsFor, open FROM free_pages ORDER BY id',
  );
  const texts = new TextBook(
    await read<TextRow>('SELECT free_page_id AS id, lang, title, description FROM free_page_texts'),
  );
  return rows.map((row) => ({ ...row, ...texts.of(row.id), open: Boolean(row.open) }));
}

/** Each value that products have, with its address, in the order of the values: so an address rarely changes. */
async function readAislesOf(read: Read, attribute: number): Promise<{ value: string; slug: string }[]> {
  const values = await read<{ value: string }>(
    'SELECT DISTINCT value FROM product_attributes WHERE attribute_id = ? ORDER BY value',
    [attribute],
  );
  const taken = new Set<string>();
  return values.map(({ value }) => ({ value, slug: takeSlug(slugOf(value), taken) }));
}

async function readAttributes(read: Read): Promise<AttributeRow[]> {
  const rows = await read<{
    id: number;
    key: string;
    type: AttributeType;
    unit: string | null;
    filterable: number;
    onCards: number;
    hasAisles: number;
    grouped: number;
    decimals: number | null;
    shown: ValueShow | null;
  }>(
    'SELECT id, `key`, type, unit, filterable, on_cards AS onCards, has_aisles AS hasAisles, grouped, decimals, shown FROM attributes ORDER BY position, id',
  );
  const labels = await read<{ id: number; lang: string; label: string }>(
    'SELECT attribute_id AS id, lang, label FROM attribute_texts',
  );
  const values = await read<{ id: number; value: string; swatch: string | null; labels: Texts }>(
    'SELECT attribute_id AS id, value, swatch, labels FROM attribute_values',
  );
  const aisles = new Map<number, { value: string; slug: string }[]>();
  for (const { id, hasAisles } of rows) if (hasAisles) aisles.set(id, await readAislesOf(read, id));
  return rows.map((row) => ({
    id: row.id,
    key: row.key,
    type: row.type,
    unit: row.unit,
    filterable: Boolean(row.filterable),
    onCards: Boolean(row.onCards),
    grouped: Boolean(row.grouped),
    decimals: row.decimals,
    ...(row.shown && { shown: row.shown }),
    labels: Object.fromEntries(
      labels.filter(({ id }) => id === row.id).map(({ lang, label }) => [lang, label]),
    ),
    valueLabels: Object.fromEntries(
      values.filter(({ id }) => id === row.id).map((value) => [value.value, value.labels]),
    ),
    swatches: Object.fromEntries(
      values.flatMap(({ id, value, swatch }) => (id === row.id && swatch ? [[value, swatch]] : [])),
    ),
    aisles: aisles.get(row.id),
  }));
}

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
    return grouped(found, ({ other }) => other);
  };
  const categories = await lists('product_categories', 'category_id');
  const tags = await lists('product_tags', 'tag_id');
  const collections = await lists('product_collections', 'collection_id');
  const images = grouped(
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
  const linked = grouped(
    await read<{ id: number; kind: LinkKind; sku: string }>(
      `SELECT product_id AS id, kind, sku FROM product_links JOIN products ON products.id = other_id
        WHERE ${within} ORDER BY product_id, kind, position`,
      span,
    ),
    ({ kind, sku }) => ({ kind, sku }),
  );
  const attributed = grouped(
    await read<{ id: number; attribute: number; value: string }>(
      `SELECT product_id AS id, attribute_id AS attribute, value FROM product_attributes
        WHERE ${within} ORDER BY product_id, attribute_id, position`,
      span,
    ),
    ({ attribute, value }) => ({ attribute, value }),
  );
  const days = grouped(
    await read<DayFigures & { id: number }>(
      `SELECT product_id AS id, CAST(DATEDIFF(day, '1970-01-01') AS SIGNED) AS day, sold, views FROM product_days
        WHERE ${within} ORDER BY product_id, day`,
      span,
    ),
    ({ day, sold, views }): DayFigures => ({ day, sold, views }),
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

function grouped<T extends { id: number }, V>(rows: readonly T[], value: (row: T) => V): Map<number, V[]> {
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
