import type { Sequelize, Transaction } from 'sequelize';
import type { CategoryLine, CategoryPlace } from '@fond/contract';
import { aisleProducts, RESERVED_SLUGS, type Snapshot } from '@fond/core';
import { recordActivity } from '../../activity/activity';
import { noteCatalogueChange } from '../../database/catalogueChanges';
import { insertRows, runSql, select } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { exportNames } from '../export/names';
import { problem } from '../../problem/problem';
import { followSlug } from '../../redirect/redirects';
import { shopSettings } from '../../setting/shopSettings';
import { slugOf, takeSlug } from '../../text/slugs';

/** Steps of a path; a deeper tree can't be told in an address. */
const DEEPEST = 40;

/** All categories as they are served, in the order of the tree. */
export async function listCategories(sequelize: Sequelize, snapshot: Snapshot): Promise<CategoryLine[]> {
  const names = await exportNames(sequelize, snapshot.frame.languages[0]);
  const rows = new Map(snapshot.frame.categories.map((row) => [row.id, row]));
  const places = new Map<number | null, number>();
  return snapshot.aisles.all.flatMap((aisle) => {
    const row = aisle.kind === 'category' ? rows.get(aisle.id) : undefined;
    if (!row) return [];
    const position = places.get(row.parent) ?? 0;
    places.set(row.parent, position + 1);
    return {
      id: row.id,
      parent: row.parent,
      slug: row.slug,
      path: aisle.path,
      written: names.category(row.id),
      titles: row.titles,
      position,
      colour: row.colour,
      hidden: row.hidden === true,
      products: aisleProducts(snapshot, aisle, false).count,
      below: aisleProducts(snapshot, aisle, true).count,
      picture: row.picture?.hash ?? null,
    };
  });
}

interface Row {
  id: number;
  parent: number | null;
  slug: string;
  position: number;
}

/** The tree as it is stored, held until the unit ends: two who move in it at once would make a ring. */
async function lockTree(sequelize: Sequelize, transaction: Transaction): Promise<Map<number, Row>> {
  const rows = await select<Row>(
    sequelize,
    'SELECT id, parent_id AS parent, slug, position FROM categories ORDER BY position, id FOR UPDATE',
    [],
    transaction,
  );
  return new Map(rows.map((row) => [row.id, row]));
}

function pathOf(tree: ReadonlyMap<number, Row>, id: number): string {
  const row = tree.get(id)!;
  return `${row.parent === null ? '' : pathOf(tree, row.parent)}/${row.slug}`;
}

const childrenOf = (tree: ReadonlyMap<number, Row>, parent: number | null): Row[] =>
  [...tree.values()].filter((row) => row.parent === parent);

function branchOf(tree: ReadonlyMap<number, Row>, id: number): number[] {
  return [id, ...childrenOf(tree, id).flatMap((child) => branchOf(tree, child.id))];
}

const missing = (): Error => problem('not-found', 'There is no such category any more.');

/** Makes a category as the last of its sisters. */
export function createCategory(
  sequelize: Sequelize,
  { parent, title }: { parent: number | null; title: string },
  userId: number,
): Promise<{ id: number }> {
  return inUnit(sequelize, async (transaction) => {
    const tree = await lockTree(sequelize, transaction);
    if (parent !== null && !tree.has(parent)) throw missing();
    const sisters = childrenOf(tree, parent);
    const taken = new Set([...sisters.map(({ slug }) => slug), ...(parent === null ? RESERVED_SLUGS : [])]);
    const slug = takeSlug(slugOf(title) || 'category', taken);
    const position = Math.max(-1, ...sisters.map((row) => row.position)) + 1;
    await insertRows(
      sequelize,
      'categories',
      ['parent_id', 'slug', 'position'],
      [[parent, slug, position]],
      transaction,
    );
    const [{ id }] = await select<{ id: number }>(
      sequelize,
      'SELECT id FROM categories WHERE parent_key = ? AND slug = ?',
      [parent ?? 0, slug],
      transaction,
    );
    const { languages } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
    await insertRows(
      sequelize,
      'category_texts',
      ['category_id', 'lang', 'title'],
      [[id, languages[0], title]],
      transaction,
    );
    await recordActivity(
      { userId, action: 'create', subject: `category:${id}`, detail: { title } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'categories', transaction);
    return { id };
  });
}

/** Puts a category somewhere else, with all below it; addresses that change lead to the new ones. */
export function placeCategory(
  sequelize: Sequelize,
  id: number,
  { parent, position, slug, colour, hidden }: CategoryPlace,
  userId: number,
): Promise<void> {
  return inUnit(sequelize, async (transaction) => {
    const tree = await lockTree(sequelize, transaction);
    const row = tree.get(id);
    if (!row || (parent !== null && !tree.has(parent))) throw missing();
    const branch = branchOf(tree, id);
    if (parent !== null && branch.includes(parent)) refuse('parent', 'a category can’t hang below itself');
    const sisters = childrenOf(tree, parent).filter((sister) => sister.id !== id);
    if (sisters.some((sister) => sister.slug === slug))
      refuse('slug', `another category has the address “${slug}” there`);
    if (parent === null && RESERVED_SLUGS.includes(slug)) refuse('slug', `“${slug}” is taken by the shop`);
    const before = new Map(branch.map((one) => [one, pathOf(tree, one)]));
    const moved = { ...row, parent, slug };
    tree.set(id, moved);
    if (pathOf(tree, id).split('/').length > DEEPEST) refuse('parent', 'that is too deep');
    await runSql(
      sequelize,
      'UPDATE categories SET parent_id = ?, slug = ?, colour = ?, hidden = IFNULL(?, hidden) WHERE id = ?',
      [parent, slug, colour, hidden ?? null, id],
      transaction,
    );
    sisters.splice(Math.min(position, sisters.length), 0, moved);
    for (const [place, sister] of sisters.entries())
      if (sister.position !== place || sister.id === id)
        await runSql(
          sequelize,
          'UPDATE categories SET position = ? WHERE id = ?',
          [place, sister.id],
          transaction,
        );
    for (const one of branch) {
      const [from, to] = [before.get(one)!, pathOf(tree, one)];
      if (from !== to) await followSlug(from, to, userId, transaction);
    }
    await recordActivity(
      {
        userId,
        action: 'move',
        subject: `category:${id}`,
        detail: { from: before.get(id), to: pathOf(tree, id) },
      },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'categories', transaction);
  });
}

function refuse(path: string, message: string): never {
  throw problem('bad-input', 'Nothing was changed.', [{ path, message }]);
}

/** Deletes a category that nothing is in; whoever follows its address comes to the one above. */
export function deleteCategory(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  return inUnit(sequelize, async (transaction) => {
    const tree = await lockTree(sequelize, transaction);
    const row = tree.get(id);
    if (!row) throw missing();
    const [{ products }] = await select<{ products: number }>(
      sequelize,
      'SELECT COUNT(*) AS products FROM product_categories WHERE category_id = ?',
      [id],
      transaction,
    );
    const below = childrenOf(tree, id).length;
    if (products || below)
      throw problem(
        'group-in-use',
        products
          ? `${products} ${products === 1 ? 'product is' : 'products are'} in it. Move them first.`
          : `${below} ${below === 1 ? 'category hangs' : 'categories hang'} below it. Move them first.`,
      );
    const from = pathOf(tree, id);
    await runSql(sequelize, 'DELETE FROM categories WHERE id = ?', [id], transaction);
    await followSlug(from, row.parent === null ? '/' : pathOf(tree, row.parent), userId, transaction);
    await recordActivity(
      { userId, action: 'delete', subject: `category:${id}`, detail: { from } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'categories', transaction);
  });
}
