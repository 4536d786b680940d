import type { Sequelize, Transaction } from 'sequelize';
import { RESERVED_SLUGS } from '@fond/core';
import { insertRows, select } from '../../database/rows';
import { slugOf, takeSlug } from '../slugs';

const fold = (title: string): string => title.trim().toLowerCase();

/** Finds tags or collections by title or slug and makes those that are missing. */
export class GroupBook {
  private readonly ids = new Map<string, number>();
  private readonly slugs = new Set<string>();
  readonly made: string[] = [];

  private constructor(
    private readonly sequelize: Sequelize,
    private readonly group: 'tag' | 'collection',
    private readonly lang: string,
    private readonly transaction: Transaction,
  ) {}

  static async open(
    sequelize: Sequelize,
    group: 'tag' | 'collection',
    lang: string,
    transaction: Transaction,
  ): Promise<GroupBook> {
    const book = new GroupBook(sequelize, group, lang, transaction);
    const rows = await select<{ id: number; slug: string; title: string | null }>(
      sequelize,
      `SELECT g.id, g.slug, t.title FROM ${group}s g LEFT JOIN ${group}_texts t ON t.${group}_id = g.id AND t.lang = ?`,
      [lang],
      transaction,
    );
    for (const { id, slug, title } of rows) {
      book.slugs.add(slug);
      book.ids.set(fold(slug), id);
      if (title) book.ids.set(fold(title), id);
    }
    return book;
  }

  async idOf(title: string): Promise<number> {
    const known = this.ids.get(fold(title));
    if (known !== undefined) return known;
    const { sequelize, group, transaction } = this;
    const slug = takeSlug(slugOf(title), this.slugs);
    await insertRows(sequelize, `${group}s`, ['slug'], [[slug]], transaction);
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      `SELECT id FROM ${group}s WHERE slug = ?`,
      [slug],
      transaction,
    );
    await insertRows(
      sequelize,
      `${group}_texts`,
      [`${group}_id`, 'lang', 'title'],
      [[id, this.lang, title]],
      transaction,
    );
    this.ids.set(fold(title), id);
    this.made.push(title);
    return id;
  }
}

interface CategoryNode {
  id: number;
  children: Map<string, CategoryNode>;
  slugs: Set<string>;
}

/** Finds categories by their path of titles and makes what is missing of it. */
export class CategoryBook {
  private readonly root: CategoryNode = { id: 0, children: new Map(), slugs: new Set(RESERVED_SLUGS) };
  readonly made: string[] = [];

  private constructor(
    private readonly sequelize: Sequelize,
    private readonly lang: string,
    private readonly transaction: Transaction,
  ) {}

  static async open(sequelize: Sequelize, lang: string, transaction: Transaction): Promise<CategoryBook> {
    const book = new CategoryBook(sequelize, lang, transaction);
    const rows = await select<{ id: number; parent: number | null; slug: string; title: string | null }>(
      sequelize,
      `SELECT c.id, c.parent_id AS parent, c.slug, t.title FROM categories c
        LEFT JOIN category_texts t ON t.category_id = c.id AND t.lang = ? ORDER BY c.id`,
      [lang],
      transaction,
    );
    const nodes = new Map<number, CategoryNode>([[0, book.root]]);
    for (const row of rows) nodes.set(row.id, { id: row.id, children: new Map(), slugs: new Set() });
    for (const { id, parent, slug, title } of rows) {
      const above = nodes.get(parent ?? 0)!;
      above.slugs.add(slug);
      above.children.set(fold(title ?? slug), nodes.get(id)!);
    }
    return book;
  }

  async idOf(path: readonly string[]): Promise<number> {
    let node = this.root;
    for (let step = 0; step < path.length; step++)
      node = node.children.get(fold(path[step])) ?? (await this.make(node, path.slice(0, step + 1)));
    return node.id;
  }

  private async make(parent: CategoryNode, path: readonly string[]): Promise<CategoryNode> {
    const { sequelize, transaction } = this;
    const title = path[path.length - 1];
    const slug = takeSlug(slugOf(title), parent.slugs);
    await insertRows(
      sequelize,
      'categories',
      ['parent_id', 'slug', 'position'],
      [[parent.id || null, slug, parent.children.size]],
      transaction,
    );
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM categories WHERE parent_key = ? AND slug = ?',
      [parent.id, slug],
      transaction,
    );
    await insertRows(
      sequelize,
      'category_texts',
      ['category_id', 'lang', 'title'],
      [[id, this.lang, title]],
      transaction,
    );
    const node: CategoryNode = { id, children: new Map(), slugs: new Set() };
    parent.children.set(fold(title), node);
    this.made.push(path.join(' > '));
    return node;
  }
}
