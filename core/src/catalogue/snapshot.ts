import { aislesOf, type Aisle, type AisleMap } from './aisles';
import {
  numberColumn,
  ValueColumnBuilder,
  type ColumnValue,
  type FacetColumn,
  type NumberColumn,
  type ValueColumn,
} from './columns';
import { packRows, type PackedRows } from '../facets/packedRows';
import {
  textIn,
  type AttributeRow,
  type AttributeValue,
  type CatalogueFrame,
  type DayFigures,
  type ImageRow,
  type Lang,
  type ProductRow,
  type Texts,
} from './rows';
import { stockStateOf, type StockState } from '../card/figures';
import { wordsFor, type Words } from './sets';

/** The whole catalogue as immutable columns; products are their positions 0…size-1. */
export interface Snapshot {
  /** Number of the last catalogue change it holds. */
  version: number;
  size: number;
  frame: CatalogueFrame;
  aisles: AisleMap;
  ids: Uint32Array;
  skus: readonly string[];
  slugs: readonly string[];
  bySlug: ReadonlyMap<string, number>;
  bySku: ReadonlyMap<string, number>;
  titles: readonly Texts[];
  descriptions: readonly Texts[];
  currencies: readonly string[];
  images: readonly (readonly ImageRow[])[];
  /** Cents; NaN where missing. */
  price: NumberColumn;
  was: Float64Array;
  created: Float64Array;
  changed: Float64Array;
  sold: Uint32Array;
  activity: ActivityColumn;
  /** UNCOUNTED where the shop doesn't count. */
  stock: Int32Array;
  rating: NumberColumn;
  ratings: Uint32Array;
  /** Category id, 0 where the product is in none. */
  mainCategory: Uint32Array;
  featured: Words;
  inStock: Words;
  /** Every category a product is in, and all above them; values are paths without the leading slash. */
  category: ValueColumn;
  /** Only the categories that a product was put into itself. */
  categoryItself: ValueColumn;
  collection: ValueColumn;
  tag: ValueColumn;
  /** By facet key, in the order in which a new plan offers them. */
  facets: ReadonlyMap<string, FacetColumn>;
  /** The facets once more, side by side for counting. */
  packed: PackedRows;
  attributes: ReadonlyMap<string, AttributeColumn>;
}

/** What was sold and seen by product and day: entries `offsets[p] … offsets[p+1]-1` are product p's. */
export interface ActivityColumn {
  offsets: Uint32Array;
  /** Days since 1970. */
  day: Uint32Array;
  sold: Uint32Array;
  views: Uint32Array;
}

/** An attribute's definition and its values by product. */
export interface AttributeColumn {
  row: AttributeRow;
  column: ValueColumn;
}

/** Stands for a stock that nobody counts: more than any shelf holds. */
export const UNCOUNTED = 2 ** 31 - 1;

const attributeTexts = (attribute: AttributeRow, value: string): Texts => attribute.valueLabels[value] ?? {};

const BOOLEAN_LABELS: Readonly<Record<string, Texts>> = {
  yes: { en: 'Yes', fr: 'Oui' },
  no: { en: 'No', fr: 'Non' },
};

const STOCK_LABELS: Readonly<Record<StockState, Texts>> = {
  in: { en: 'In stock', fr: 'En stock' },
  low: { en: 'Few left', fr: 'Bientôt épuisé' },
  out: { en: 'Sold out', fr: 'Épuisé' },
};

const plainValue = (labels: Texts): Omit<ColumnValue, 'value'> => ({ labels, number: null, swatch: null });

/** The facet of what costs less than before. */
export function saleColumn(prices: ArrayLike<number>, was: ArrayLike<number>): ValueColumn {
  const column = new ValueColumnBuilder('sale');
  for (let p = 0; p < prices.length; p++)
    column.add(was[p] > prices[p] ? [column.code('yes', () => plainValue(BOOLEAN_LABELS['yes']))] : []);
  return column.finish();
}

/** The facet of availability. */
export function stockColumn(states: readonly StockState[]): ValueColumn {
  const column = new ValueColumnBuilder('stock');
  for (const state of states) column.add([column.code(state, () => plainValue(STOCK_LABELS[state]))]);
  return column.finish();
}

/** How a value stands in addresses: numbers without trailing zeros, yes/no in words, text as it is. */
function addressValues(value: AttributeValue | undefined): readonly string[] {
  if (value === undefined) return [];
  if (typeof value === 'boolean') return [value ? 'yes' : 'no'];
  if (typeof value === 'number') return [String(value)];
  return typeof value === 'string' ? [value] : value;
}

/**
 * Takes the products one by one, so that rows can stream from a database, and packs them.
 * Add all, then `finish` once; adding after that is refused.
 */
export class SnapshotBuilder {
  private readonly aisles: AisleMap;
  /** Collections by rule take nothing that was put in by hand. */
  private readonly ruled: ReadonlySet<number>;
  private readonly ancestry = new Map<number, readonly Aisle[]>();
  private readonly category = new ValueColumnBuilder('category');
  private readonly categoryItself = new ValueColumnBuilder('category');
  private readonly collection = new ValueColumnBuilder('collection');
  private readonly tag = new ValueColumnBuilder('tag');
  private readonly attributes: readonly { row: AttributeRow; column: ValueColumnBuilder }[];
  private readonly rows: {
    ids: number[];
    skus: string[];
    slugs: string[];
    titles: Texts[];
    descriptions: Texts[];
    currencies: string[];
    images: (readonly ImageRow[])[];
    price: number[];
    was: number[];
    created: number[];
    changed: number[];
    sold: number[];
    activity: (readonly DayFigures[])[];
    stock: number[];
    rating: number[];
    ratings: number[];
    mainCategory: number[];
    featured: boolean[];
  } = {
    ids: [],
    skus: [],
    slugs: [],
    titles: [],
    descriptions: [],
    currencies: [],
    images: [],
    price: [],
    was: [],
    created: [],
    changed: [],
    sold: [],
    activity: [],
    stock: [],
    rating: [],
    ratings: [],
    mainCategory: [],
    featured: [],
  };
  private finished = false;

  constructor(private readonly frame: CatalogueFrame) {
    this.aisles = aislesOf(frame);
    this.ruled = new Set(frame.collections.flatMap(({ id, clauses }) => (clauses ? [id] : [])));
    this.attributes = frame.attributes.map((row) => ({ row, column: new ValueColumnBuilder(row.key) }));
    for (const aisle of this.aisles.all) {
      if (aisle.kind !== 'category') continue;
      const line: Aisle[] = [];
      for (let at: Aisle | null = aisle; at; at = at.parent) line.push(at);
      this.ancestry.set(aisle.id, line);
    }
  }

  add(row: ProductRow): void {
    if (this.finished) throw new Error('This snapshot is finished; start a new builder to add products.');
    const { rows } = this;
    rows.ids.push(row.id);
    rows.skus.push(row.sku);
    rows.slugs.push(row.slug);
    rows.titles.push(row.titles);
    rows.descriptions.push(row.descriptions);
    rows.currencies.push(row.currency);
    rows.images.push(row.images);
    rows.price.push(row.price ?? NaN);
    rows.was.push(row.was ?? NaN);
    rows.created.push(row.created);
    rows.changed.push(row.changed ?? row.created);
    rows.sold.push(row.sold);
    rows.activity.push(row.activity ?? []);
    rows.stock.push(row.stock ?? UNCOUNTED);
    rows.rating.push(row.rating ?? NaN);
    rows.ratings.push(row.ratings);
    rows.mainCategory.push(row.categories[0] ?? 0);
    rows.featured.push(row.featured);

    const itself = new Set<number>();
    const all = new Set<number>();
    for (const id of row.categories) {
      for (const aisle of this.ancestry.get(id) ?? []) all.add(this.aisleCode(this.category, aisle));
      const own = this.aisles.byKey.get(`category:${id}`);
      if (own) itself.add(this.aisleCode(this.categoryItself, own));
    }
    this.category.add([...all]);
    this.categoryItself.add([...itself]);
    this.addGroups(this.tag, 'tag', row.tags);
    this.addGroups(
      this.collection,
      'collection',
      row.collections.filter((id) => !this.ruled.has(id)),
    );
    for (const { row: attribute, column } of this.attributes) {
      const codes = new Set<number>();
      for (const value of addressValues(row.attributes[attribute.key])) {
        codes.add(
          column.code(value, () => ({
            labels: attribute.type === 'boolean' ? BOOLEAN_LABELS[value] : attributeTexts(attribute, value),
            number: attribute.type === 'number' ? Number(value) : null,
            swatch: attribute.swatches[value] ?? null,
          })),
        );
      }
      column.add([...codes]);
    }
  }

  finish(version: number): Snapshot {
    this.finished = true;
    const { frame, aisles } = this;
    const order = this.shelfOrder();
    const rows = inOrder(this.rows, order);
    const size = rows.ids.length;
    const featured = wordsFor(size);
    const inStock = wordsFor(size);
    for (let p = 0; p < size; p++) {
      if (rows.featured[p]) featured[p >>> 5] |= 1 << (p & 31);
      if (rows.stock[p] > 0) inStock[p >>> 5] |= 1 << (p & 31);
    }
    const price = numberColumn('price', Float64Array.from(rows.price), 100);
    const rating = numberColumn('rating', Float64Array.from(rows.rating));
    const category = this.category.finish(order);
    const facets = new Map<string, FacetColumn>([
      ['category', category],
      ['price', price],
    ]);
    const attributes = new Map<string, AttributeColumn>();
    for (const { row, column } of this.attributes) {
      const packed = column.finish(order);
      attributes.set(row.key, { row, column: packed });
      if (row.filterable) facets.set(row.key, packed);
    }
    const tag = this.tag.finish(order);
    facets.set('tag', tag);
    facets.set('rating', rating);
    facets.set('sale', saleColumn(price.numbers, rows.was));
    facets.set('stock', stockColumn(rows.stock.map(stockStateOf)));
    return {
      version,
      size,
      frame,
      aisles,
      ids: Uint32Array.from(rows.ids),
      skus: rows.skus,
      slugs: rows.slugs,
      bySku: new Map(rows.skus.map((sku, p) => [sku, p])),
      bySlug: new Map(rows.slugs.map((slug, p) => [slug, p])),
      titles: rows.titles,
      descriptions: rows.descriptions,
      currencies: rows.currencies,
      images: rows.images,
      price,
      was: Float64Array.from(rows.was),
      created: Float64Array.from(rows.created),
      changed: Float64Array.from(rows.changed),
      sold: Uint32Array.from(rows.sold),
      activity: activityOf(rows.activity),
      stock: Int32Array.from(rows.stock),
      rating,
      ratings: Uint32Array.from(rows.ratings),
      mainCategory: Uint32Array.from(rows.mainCategory),
      featured,
      inStock,
      category,
      categoryItself: this.categoryItself.finish(order),
      collection: this.collection.finish(order),
      tag,
      facets,
      packed: packRows(facets, size),
      attributes,
    };
  }

  /**
   * Products stand by their main category, in the order of the tree, then as they were added: a category's products, and
   * those of all below it, are neighbours, so that a range lies in few words. By counting (Knuth, TAOCP 3, 5.2).
   */
  private shelfOrder(): Uint32Array {
    const ranks = new Map<number, number>();
    this.aisles.all.forEach((aisle, rank) => {
      if (aisle.kind === 'category') ranks.set(aisle.id, rank);
    });
    const none = this.aisles.all.length;
    const { mainCategory } = this.rows;
    const starts = new Uint32Array(none + 2);
    const rankOf = (at: number): number => ranks.get(mainCategory[at]) ?? none;
    for (let at = 0; at < mainCategory.length; at++) starts[rankOf(at) + 1]++;
    for (let rank = 1; rank < starts.length; rank++) starts[rank] += starts[rank - 1];
    const order = new Uint32Array(mainCategory.length);
    for (let at = 0; at < mainCategory.length; at++) order[starts[rankOf(at)]++] = at;
    return order;
  }

  private aisleCode(column: ValueColumnBuilder, aisle: Aisle): number {
    const value =
      aisle.kind === 'category' ? aisle.path.slice(1) : aisle.path.slice(aisle.path.lastIndexOf('/') + 1);
    return column.code(value, () => ({ labels: aisle.titles, number: null, swatch: null }));
  }

  private addGroups(column: ValueColumnBuilder, kind: 'tag' | 'collection', ids: readonly number[]): void {
    const codes: number[] = [];
    for (const id of ids) {
      const aisle = this.aisles.byKey.get(`${kind}:${id}`);
      if (aisle) codes.push(this.aisleCode(column, aisle));
    }
    column.add(codes);
  }
}

/** Every list of a record in another order. */
function inOrder<T extends object>(
  lists: { [K in keyof T]: T[K][] },
  order: Uint32Array,
): { [K in keyof T]: T[K][] } {
  const ordered = { ...lists };
  for (const key of Object.keys(lists) as (keyof T)[])
    ordered[key] = Array.from(order, (at) => lists[key][at]);
  return ordered;
}

function activityOf(rows: readonly (readonly DayFigures[])[]): ActivityColumn {
  const offsets = new Uint32Array(rows.length + 1);
  rows.forEach((days, p) => (offsets[p + 1] = offsets[p] + days.length));
  const all = rows.flat();
  return {
    offsets,
    day: Uint32Array.from(all, ({ day }) => day),
    sold: Uint32Array.from(all, ({ sold }) => sold),
    views: Uint32Array.from(all, ({ views }) => views),
  };
}

/** A snapshot of rows that are all at hand; tests and small tools use it. */
export function snapshotOf(frame: CatalogueFrame, products: Iterable<ProductRow>, version = 1): Snapshot {
  const builder = new SnapshotBuilder(frame);
  for (const product of products) builder.add(product);
  return builder.finish(version);
}

/** A text in the shop's own language, for lists of the desk. */
export const titleInShop = ({ frame }: Snapshot, texts: Texts, lang: Lang = frame.languages[0]): string =>
  textIn(texts, lang, frame.languages);

/** The languages a shop speaks; the first is its own. */
export const languageOf = (snapshot: Snapshot, asked: string | undefined): Lang =>
  asked && snapshot.frame.languages.includes(asked) ? asked : snapshot.frame.languages[0];
