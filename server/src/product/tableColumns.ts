import type { Sequelize } from 'sequelize';
import { STANDINGS, type ProductColumn, type ProductColumnKind } from '@fond/contract';
import { PRODUCT_SORTS, titleInShop, type AttributeType, type Snapshot } from '@fond/core';
import { select } from '../database/rows';
import { columnsOf, recordOf, type ExportValue } from '../catalogue/export/productRecords';
import { exportNames, type ExportNames } from '../catalogue/export/names';
import { planColumns, type ColumnPlan, type KnownAttribute } from '../catalogue/import/columns';
import type { StoredProduct } from '../catalogue/import/stored';
import { shopSettings, type StoredShop } from '../setting/shopSettings';

/** The one column that product files don't have. */
export const STANDING = 'standing';

const FIELDS: Readonly<Record<string, { label: string; kind: ProductColumnKind }>> = {
  sku: { label: 'Article number', kind: 'text' },
  title: { label: 'Name', kind: 'text' },
  category: { label: 'Categories', kind: 'paths' },
  price: { label: 'Price', kind: 'money' },
  was: { label: 'Price before', kind: 'money' },
  created: { label: 'Added', kind: 'time' },
  stock: { label: 'Stock', kind: 'number' },
  featured: { label: 'Featured', kind: 'boolean' },
  rating: { label: 'Rating', kind: 'number' },
  ratings: { label: 'Ratings', kind: 'number' },
  sold: { label: 'Sold', kind: 'number' },
  description: { label: 'Description', kind: 'html' },
  image: { label: 'Pictures', kind: 'pictures' },
  tags: { label: 'Tags', kind: 'list' },
  collections: { label: 'Collections', kind: 'list' },
  slug: { label: 'Address', kind: 'text' },
};

const KINDS: Readonly<Record<AttributeType, ProductColumnKind>> = {
  text: 'text',
  many: 'list',
  number: 'number',
  boolean: 'boolean',
  colour: 'text',
};

/** What is offered to choose from in a cell; a longer list is no help. */
const MAX_CHOICES = 300;

const served = new WeakMap<Snapshot['frame'], Promise<TableColumns>>();

/** How products are told in cells: each as a product file writes it, so that the same rules read them. */
export class TableColumns {
  private constructor(
    readonly shop: StoredShop,
    readonly names: ExportNames,
    /** How each column is read, by its name; the standing isn't read by a file's rules. */
    readonly plans: ReadonlyMap<string, ColumnPlan>,
  ) {}

  static async read(sequelize: Sequelize): Promise<TableColumns> {
    const shop = await shopSettings((sql) => select(sequelize, sql));
    const [own, ...others] = shop.languages;
    const names = await exportNames(sequelize, own);
    const known = new Map(
      names.attributes.map(({ key, type, unit }): [string, KnownAttribute] => [key, { type, unit }]),
    );
    const { columns } = planColumns(columnsOf(names, others), known, {}, shop.languages);
    return new TableColumns(shop, names, new Map(columns.map((plan) => [plan.name, plan])));
  }

  /** As `read`, but only once for what is served: names that are shown may be a moment old, those that are written not. */
  static of(sequelize: Sequelize, { frame }: Snapshot): Promise<TableColumns> {
    let columns = served.get(frame);
    if (!columns) {
      columns = TableColumns.read(sequelize);
      served.set(frame, columns);
      columns.catch(() => served.delete(frame));
    }
    return columns;
  }

  has(column: string): boolean {
    return column === STANDING || this.plans.has(column);
  }

  /** A product's cells by column. */
  cellsOf(product: StoredProduct): ReadonlyMap<string, string> {
    const [own, ...others] = this.shop.languages;
    const record = recordOf(product, this.names, own, others);
    const cells = new Map<string, string>([[STANDING, product.standing]]);
    for (const [column, value] of record) cells.set(column, cellText(column, value));
    return cells;
  }

  kindOf(column: string): ProductColumnKind {
    const plan = this.plans.get(column);
    if (plan?.use === 'text') return plan.field === 'title' ? 'text' : 'html';
    if (plan?.use === 'attribute') return KINDS[plan.type ?? 'text'];
    return column === STANDING ? 'standing' : FIELDS[column].kind;
  }

  labelOf(column: string): string {
    const plan = this.plans.get(column);
    if (plan?.use === 'attribute') return plan.label;
    if (plan?.use === 'text') return `${FIELDS[plan.field].label} (${plan.lang})`;
    return column === STANDING ? 'Standing' : FIELDS[column].label;
  }

  /** All columns, as the desk shows them. */
  describe(snapshot: Snapshot): ProductColumn[] {
    const groups = (rows: readonly { titles: Readonly<Record<string, string>> }[]): string[] =>
      rows.length > MAX_CHOICES ? [] : rows.map(({ titles }) => titleInShop(snapshot, titles));
    const choices = (column: string): readonly string[] => {
      const plan = this.plans.get(column);
      if (column === STANDING) return STANDINGS;
      if (column === 'tags') return groups(snapshot.frame.tags);
      if (column === 'collections') return groups(snapshot.frame.collections);
      if (column === 'category') {
        const { categories } = snapshot.frame;
        return categories.length > MAX_CHOICES ? [] : categories.map(({ id }) => this.names.category(id));
      }
      if (plan?.use !== 'attribute' || plan.type === 'number' || plan.type === 'boolean') return [];
      const values = snapshot.attributes.get(plan.key)?.column.values ?? [];
      return values.length > MAX_CHOICES ? [] : values.map(({ value }) => value);
    };
    return [...this.plans.keys(), STANDING].map((name) => {
      const plan = this.plans.get(name);
      const attribute = plan?.use === 'attribute' ? plan : null;
      return {
        name,
        label: this.labelOf(name),
        kind: this.kindOf(name),
        unit: attribute?.unit ?? null,
        sort: attribute
          ? `attribute:${attribute.key}`
          : (PRODUCT_SORTS.find((sort) => sort === name) ?? null),
        fixed: name === 'sku',
        choices: choices(name),
      };
    });
  }
}

/** A value as a product file's cell; days without their midnight, money with two decimals. */
function cellText(column: string, value: ExportValue): string {
  if (value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number')
    return column === 'price' || column === 'was' ? value.toFixed(2) : String(value);
  if (typeof value !== 'string') return value.join('|');
  return column === 'created' ? value.replace('T00:00:00.000Z', '') : value;
}
