import type { Sequelize, Transaction } from 'sequelize';
import { RESERVED_SLUGS, type AttributeType } from '@fond/core';
import { insertRows, select } from '../../database/rows';
import { slugOf, takeSlug } from '../../text/slugs';
import type { Names } from './difference';

const fold = (title: string): string => title.trim().toLowerCase();

type Group = 'tag' | 'collection';

interface CategoryNode {
  id: number | null;
  children: Map<string, CategoryNode>;
  slugs: Set<string>;
}

/** What a file names and the shop doesn't have. */
export interface NewNames {
  categories: string[][];
  tags: string[];
  collections: string[];
}

/**
 * The categories, tags, collections and attributes of a shop by their names. What is asked for and isn't there is
 * remembered; `make` makes it. A name is found whatever the case of its letters.
 */
export class ShopNames implements Names {
  readonly missing: NewNames = { categories: [], tags: [], collections: [] };
  private readonly root: CategoryNode = { id: 0, children: new Map(), slugs: new Set(RESERVED_SLUGS) };
  private readonly groups = {
    tag: { ids: new Map<string, number | null>(), slugs: new Set<string>() },
    collection: { ids: new Map<string, number | null>(), slugs: new Set<string>() },
  };
  private readonly attributes = new Map<string, number>();

  private constructor(
    private readonly sequelize: Sequelize,
    private readonly lang: string,
  ) {}

  static async read(sequelize: Sequelize, lang: string, transaction?: Transaction): Promise<ShopNames> {
    const names = new ShopNames(sequelize, lang);
    const read = <T extends object>(sql: string, values: unknown[] = []): Promise<T[]> =>
      select<T>(sequelize, sql, values, transaction);
    for (const group of ['tag', 'collection'] as const) {
      const { ids, slugs } = names.groups[group];
      const rows = await read<{ id: number; slug: string; title: string | null }>(
        `SELECT g.id, g.slug, t.title FROM ${group}s g LEFT JOIN ${group}_texts t
          ON t.${group}_id = g.id AND t.lang = ?`,
        [lang],
      );
      for (const { id, slug } of rows) {
        slugs.add(slug);
        ids.set(fold(slug), id);
      }
      // A title goes before another group's address.
      for (const { id, title } of rows) if (title) ids.set(fold(title), id);
    }
    const categories = await read<{ id: number; parent: number | null; slug: string; title: string | null }>(
      `SELECT c.id, c.parent_id AS parent, c.slug, t.title FROM categories c
        LEFT JOIN category_texts t ON t.category_id = c.id AND t.lang = ? ORDER BY c.id`,
      [lang],
    );
    const nodes = new Map<number, CategoryNode>([[0, names.root]]);
    for (const { id } of categories) nodes.set(id, { id, children: new Map(), slugs: new Set() });
    for (const { id, parent, slug } of categories) {
      const above = nodes.get(parent ?? 0)!;
      above.slugs.add(slug);
      above.children.set(fold(slug), nodes.get(id)!);
    }
    // Titles go before the addresses of others.
    for (const { id, parent, title } of categories)
      if (title) nodes.get(parent ?? 0)!.children.set(fold(title), nodes.get(id)!);
    for (const { id, key } of await read<{ id: number; key: string }>('SELECT id, `key` FROM attributes'))
      names.attributes.set(key, id);
    return names;
  }

  readonly category = (path: readonly string[]): number | null => {
    let node = this.root;
    for (let step = 0; step < path.length; step++) {
      const name = fold(path[step]);
      let below = node.children.get(name);
      if (!below) {
        this.missing.categories.push(path.slice(0, step + 1));
        node.children.set(name, (below = { id: null, children: new Map(), slugs: new Set() }));
      }
      node = below;
    }
    return node.id;
  };

  readonly tag = (title: string): number | null => this.groupOf('tag', title);
  readonly collection = (title: string): number | null => this.groupOf('collection', title);
  readonly attribute = (key: string): number | null => this.attributes.get(key) ?? null;

  private groupOf(group: Group, title: string): number | null {
    const { ids } = this.groups[group];
    const known = ids.get(fold(title));
    if (known !== undefined) return known;
    this.missing[`${group}s`].push(title);
    ids.set(fold(title), null);
    return null;
  }

  /** Makes what isn't there; what another one made meanwhile is found, if this was read in the same unit. */
  async make(wanted: NewNames, transaction: Transaction): Promise<void> {
    for (const path of wanted.categories) await this.makeCategory(path, transaction);
    for (const title of wanted.tags) await this.makeGroup('tag', title, transaction);
    for (const title of wanted.collections) await this.makeGroup('collection', title, transaction);
  }

  private async makeGroup(group: Group, title: string, transaction: Transaction): Promise<void> {
    const { sequelize, lang } = this;
    const { ids, slugs } = this.groups[group];
    if (ids.get(fold(title))) return;
    const slug = takeSlug(slugOf(title), slugs);
    await insertRows(sequelize, `${group}s`, ['slug'], [[slug]], transaction);
    const id = await this.idBySlug(`SELECT id FROM ${group}s WHERE slug = ?`, [slug], transaction);
    await insertRows(
      sequelize,
      `${group}_texts`,
      [`${group}_id`, 'lang', 'title'],
      [[id, lang, title]],
      transaction,
    );
    ids.set(fold(title), id);
  }

  private async makeCategory(path: readonly string[], transaction: Transaction): Promise<void> {
    const { sequelize, lang } = this;
    let parent = this.root;
    for (const step of path.slice(0, -1)) parent = parent.children.get(fold(step))!;
    const title = path[path.length - 1];
    if (parent.children.get(fold(title))?.id) return;
    const slug = takeSlug(slugOf(title), parent.slugs);
    await insertRows(
      sequelize,
      'categories',
      ['parent_id', 'slug', 'position'],
      [[parent.id || null, slug, new Set(parent.children.values()).size]],
      transaction,
    );
    const id = await this.idBySlug(
      'SELECT id FROM categories WHERE parent_key = ? AND slug = ?',
      [parent.id, slug],
      transaction,
    );
    await insertRows(
      sequelize,
      'category_texts',
      ['category_id', 'lang', 'title'],
      [[id, lang, title]],
      transaction,
    );
    parent.children.set(fold(title), { id, children: new Map(), slugs: new Set() });
  }

  private async idBySlug(sql: string, values: unknown[], transaction: Transaction): Promise<number> {
    const [{ id }] = await select<{ id: number }>(this.sequelize, sql, values, transaction);
    return id;
  }
}

/** An attribute that a file brings. */
export interface NewAttribute {
  key: string;
  label: string;
  type: AttributeType;
  unit: string | null;
  /** Whether its numbers are written without separators. */
  plain: boolean;
}

/** Makes attributes that aren't there. */
export async function makeAttributes(
  sequelize: Sequelize,
  wanted: readonly NewAttribute[],
  lang: string,
  transaction: Transaction,
): Promise<void> {
  const idByKey = async (): Promise<Map<string, number>> =>
    new Map(
      (
        await select<{ id: number; key: string }>(
          sequelize,
          'SELECT id, `key` FROM attributes',
          [],
          transaction,
        )
      ).map(({ id, key }) => [key, id]),
    );
  const before = await idByKey();
  const missing = wanted.filter(({ key }) => !before.has(key));
  await insertRows(
    sequelize,
    'attributes',
    ['key', 'type', 'unit', 'grouped', 'position'],
    missing.map(({ key, type, unit, plain }, at) => [key, type, unit, !plain, before.size + at]),
    transaction,
  );
  const ids = await idByKey();
  await insertRows(
    sequelize,
    'attribute_texts',
    ['attribute_id', 'lang', 'label'],
    missing.map(({ key, label }) => [ids.get(key)!, lang, label]),
    transaction,
  );
}
