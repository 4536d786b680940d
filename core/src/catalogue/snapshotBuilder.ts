import { earnedColumn, type Earned } from './earned';
import { packingRows } from './packedRows';
import { aislesOf, type Aisle, type AisleMap } from './aisles';
import { newLineage } from './keep';
import { countable } from './countable';
import { gathered } from './gathered';
import { numberColumn, ValueColumnBuilder, type ColumnValue, type FacetColumn } from './columns';
import type {
  AttributeRow,
  AttributeValue,
  CatalogueFrame,
  DayFigures,
  ImageRow,
  ProductLinks,
  ProductRow,
} from './rows';
import type { Texts } from '../text/texts';
import { own } from '../text/own';
import { runToEnd, STRIDE } from './steps';
import { emptyBitset } from './sets';
import {
  BOOLEAN_LABELS,
  saleColumn,
  stockColumn,
  UNCOUNTED,
  type ActivityColumn,
  type AttributeColumn,
  type Snapshot,
} from './snapshot';

const attributeTexts = (attribute: AttributeRow, value: string): Texts =>
  own(attribute.valueLabels, value) ?? {};

/** How a value stands in addresses: numbers without trailing zeros, yes/no in words, text as it is. */
function addressValue(value: string | number | boolean): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return String(value);
}

/**
 * Takes the products one by one, so that rows can stream from a database, and packs them.
 * Add all, then `finish` once; adding after that is refused.
 */
export class SnapshotBuilder {
  private readonly aisles: AisleMap;
  private readonly ruled: ReadonlySet<number>;
  private readonly lines = new Map<number, CategoryLine | null>();
  private readonly groupCodes = { tag: new Map<number, number>(), collection: new Map<number, number>() };
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
    links: (ProductLinks | null)[];
    price: number[];
    was: number[];
    created: number[];
    changed: number[];
    sold: number[];
    activity: (readonly DayFigures[])[];
    earned: (Earned | null)[];
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
    links: [],
    price: [],
    was: [],
    created: [],
    changed: [],
    sold: [],
    activity: [],
    earned: [],
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
    rows.links.push(row.links ?? null);
    rows.price.push(row.price ?? NaN);
    rows.was.push(row.was ?? NaN);
    rows.created.push(row.created ?? NaN);
    rows.changed.push(row.changed ?? row.created ?? NaN);
    rows.sold.push(row.sold ?? NaN);
    rows.activity.push(row.activity ?? NO_DAYS);
    rows.earned.push(row.earned ?? null);
    rows.stock.push(row.stock ?? UNCOUNTED);
    rows.rating.push(row.rating ?? NaN);
    rows.ratings.push(row.ratings ?? NaN);
    rows.mainCategory.push(row.categories[0] ?? 0);
    rows.featured.push(row.featured);

    const itself: number[] = [];
    const all: number[] = [];
    for (const id of row.categories) {
      const line = this.lineOf(id);
      if (!line) continue;
      addOnce(itself, line.own);
      for (const code of line.all) addOnce(all, code);
    }
    this.category.add(all);
    this.categoryItself.add(itself);
    this.addGroups(this.tag, 'tag', row.tags);
    this.addGroups(this.collection, 'collection', row.collections);
    for (const { row: attribute, column } of this.attributes) {
      const value = own(row.attributes, attribute.key);
      if (value === undefined) column.add(NO_CODES);
      else if (isMany(value)) {
        const codes: number[] = [];
        for (const one of value) addOnce(codes, codeOf(column, attribute, one));
        column.add(codes);
      } else column.addOne(codeOf(column, attribute, addressValue(value)));
    }
  }

  finish(version: number): Snapshot {
    return runToEnd(this.finishing(version));
  }

  /** As `finish`, in steps between which others may have their turn. */
  *finishing(version: number): Generator<void, Snapshot> {
    this.finished = true;
    const { frame, aisles } = this;
    const order = this.shelfOrder();
    const { rows } = this;
    const size = order.length;
    const lists = <T>(list: readonly T[]): Ordering<T[]> => inOrder(list, order, new Array<T>(size));
    const floats = (list: readonly number[]): Ordering<Float64Array> =>
      inOrder(list, order, new Float64Array(size));
    const wholes = (list: readonly number[]): Ordering<Uint32Array> =>
      inOrder(list, order, new Uint32Array(size));
    const stock = yield* inOrder(rows.stock, order, new Int32Array(size));
    const featured = emptyBitset(size);
    const inStock = emptyBitset(size);
    for (let p = 0; p < size; p++) {
      if (rows.featured[order[p]]) featured[p >>> 5] |= 1 << (p & 31);
      if (stock[p] > 0) inStock[p >>> 5] |= 1 << (p & 31);
    }
    yield;
    const price = numberColumn('price', yield* floats(rows.price), 100);
    yield;
    const rating = numberColumn('rating', yield* floats(rows.rating));
    const was = yield* floats(rows.was);
    const skus = yield* lists(rows.skus);
    const slugs = yield* lists(rows.slugs);
    yield;
    const category = yield* this.category.finishing(order);
    yield;
    const facets = new Map<string, FacetColumn>([
      ['category', category],
      ['price', price],
    ]);
    const attributes = new Map<string, AttributeColumn>();
    for (const { row, column } of this.attributes) {
      const packed = yield* column.finishing(order);
      yield;
      attributes.set(row.key, { row, column: packed });
      if (row.filterable) facets.set(row.key, countable(gathered(row, packed)));
    }
    const tag = yield* this.tag.finishing(order);
    yield;
    facets.set('tag', tag);
    facets.set('rating', rating);
    facets.set('sale', saleColumn(price.numbers, was));
    facets.set('stock', stockColumn(stock));
    yield;
    const packed = yield* packingRows(facets, size);
    const categoryItself = yield* this.categoryItself.finishing(order);
    const collection = yield* this.collection.finishing(order);
    const bySku = yield* placesBy(skus);
    const bySlug = yield* placesBy(slugs);
    yield;
    const ids = yield* wholes(rows.ids);
    const titles = yield* lists(rows.titles);
    const descriptions = yield* lists(rows.descriptions);
    const currencies = yield* lists(rows.currencies);
    const images = yield* lists(rows.images);
    const links = yield* lists(rows.links);
    const created = yield* floats(rows.created);
    const changed = yield* floats(rows.changed);
    const sold = yield* floats(rows.sold);
    const ratings = yield* floats(rows.ratings);
    const mainCategory = yield* wholes(rows.mainCategory);
    yield;
    return {
      lineage: newLineage(),
      version,
      size,
      frame,
      aisles,
      ids,
      skus,
      slugs,
      bySku,
      bySlug,
      titles,
      descriptions,
      currencies,
      images,
      links,
      price,
      was,
      created,
      changed,
      sold,
      activity: activityOf(rows.activity, order),
      earned: earnedColumn(Array.from(order, (at) => rows.earned[at])),
      stock,
      rating,
      ratings,
      mainCategory,
      featured,
      inStock,
      category,
      categoryItself,
      collection,
      tag,
      facets,
      packed,
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

  /** The codes of a category and of all above it; looked up once a category, not once a product. */
  private lineOf(id: number): CategoryLine | null {
    let line = this.lines.get(id);
    if (line === undefined) {
      const own = this.aisles.byKey.get(`category:${id}`);
      line = own
        ? {
            own: this.aisleCode(this.categoryItself, own),
            all: this.ancestry.get(id)!.map((aisle) => this.aisleCode(this.category, aisle)),
          }
        : null;
      this.lines.set(id, line);
    }
    return line;
  }

  private addGroups(column: ValueColumnBuilder, kind: 'tag' | 'collection', ids: readonly number[]): void {
    const known = this.groupCodes[kind];
    const codes: number[] = [];
    for (const id of ids) {
      let code = known.get(id);
      if (code === undefined) {
        const aisle = this.aisles.byKey.get(`${kind}:${id}`);
        // Collections by rule take nothing that was put in by hand.
        const taken = aisle && !(kind === 'collection' && this.ruled.has(id));
        known.set(id, (code = taken ? this.aisleCode(column, aisle) : NO_CODE));
      }
      if (code !== NO_CODE) codes.push(code);
    }
    column.add(codes);
  }
}

interface CategoryLine {
  own: number;
  all: readonly number[];
}

const NO_DAYS: readonly DayFigures[] = [];
const NO_CODE = -1;
const NO_CODES: readonly number[] = [];

const addOnce = (codes: number[], code: number): void => {
  if (!codes.includes(code)) codes.push(code);
};

/** A colour that says itself how it looks. */
const HEX = /^#[0-9a-f]{6}$/i;

const isMany = (value: AttributeValue): value is readonly string[] => typeof value === 'object';

/** The code of a value; what it is called is only asked on first sight. */
function codeOf(column: ValueColumnBuilder, attribute: AttributeRow, value: string): number {
  return column.known(value) ?? column.code(value, () => describedValue(attribute, value));
}

/** What a value of an attribute is called, and how it looks. */
export const describedValue = (attribute: AttributeRow, value: string): Omit<ColumnValue, 'value'> => ({
  labels:
    attribute.type === 'boolean' ? (own(BOOLEAN_LABELS, value) ?? {}) : attributeTexts(attribute, value),
  number: attribute.type === 'number' ? Number(value) : null,
  swatch: own(attribute.swatches, value) ?? (HEX.test(value) ? value.toLowerCase() : null),
});

type Ordering<Into> = Generator<void, Into>;

/** Fills `into` so that its place p holds what was added as number `order[p]`. */
function* inOrder<T, Into extends Record<number, T>>(
  list: readonly T[],
  order: Uint32Array,
  into: Into,
): Ordering<Into> {
  for (let p = 0; p < order.length; p++) {
    into[p] = list[order[p]];
    if (p % STRIDE === STRIDE - 1) yield;
  }
  return into;
}

/** Name → place, in steps. */
export function* placesBy(names: readonly string[]): Generator<void, Map<string, number>> {
  const places = new Map<string, number>();
  for (let p = 0; p < names.length; p++) {
    places.set(names[p], p);
    if (p % STRIDE === STRIDE - 1) yield;
  }
  return places;
}

function activityOf(rows: readonly (readonly DayFigures[])[], order: Uint32Array): ActivityColumn {
  const offsets = new Uint32Array(order.length + 1);
  for (let p = 0; p < order.length; p++) offsets[p + 1] = offsets[p] + rows[order[p]].length;
  const length = offsets[order.length];
  const column = {
    offsets,
    day: new Uint32Array(length),
    sold: new Uint32Array(length),
    views: new Uint32Array(length),
  };
  for (let p = 0; p < order.length; p++)
    rows[order[p]].forEach(({ day, sold, views }, k) => {
      const at = offsets[p] + k;
      column.day[at] = day;
      column.sold[at] = sold;
      column.views[at] = views;
    });
  return column;
}

/** A snapshot of rows that are all at hand; tests and small tools use it. */
export function snapshotOf(frame: CatalogueFrame, products: Iterable<ProductRow>, version = 1): Snapshot {
  const builder = new SnapshotBuilder(frame);
  for (const product of products) builder.add(product);
  return builder.finish(version);
}
