import type { Sequelize } from 'sequelize';
import type { TagLine } from '@fond/contract';
import { aisleProducts, type Snapshot } from '@fond/core';
import { recordActivity } from '../../activity/activity';
import { noteCatalogueChange } from '../../database/catalogueChanges';
import { runSql, select } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { exportNames } from '../export/names';
import { problem } from '../../problem/problem';
import { followSlug } from '../../redirect/redirects';
import { shopSettings } from '../../setting/shopSettings';
import { ShopNames } from '../import/names';

/** All tags as they are served. */
export async function listTags(sequelize: Sequelize, snapshot: Snapshot): Promise<TagLine[]> {
  const names = await exportNames(sequelize, snapshot.frame.languages[0]);
  return snapshot.frame.tags.map(({ id, slug, titles }) => {
    const aisle = snapshot.aisles.byKey.get(`tag:${id}`)!;
    return {
      id,
      slug,
      path: aisle.path,
      written: names.tag(id),
      titles,
      products: aisleProducts(snapshot, aisle).count,
    };
  });
}

export function createTag(sequelize: Sequelize, title: string, userId: number): Promise<{ id: number }> {
  return inUnit(sequelize, async (transaction) => {
    const { languages } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
    const names = await ShopNames.read(sequelize, languages[0], transaction);
    if (names.tag(title) !== null)
      throw problem('bad-input', 'Nothing was made.', [
        { path: 'title', message: `there is a tag “${title}” already` },
      ]);
    await names.make({ categories: [], tags: [title], collections: [] }, transaction);
    const id = names.tag(title)!;
    await recordActivity({ userId, action: 'create', subject: `tag:${id}`, detail: { title } }, transaction);
    await noteCatalogueChange(sequelize, 'tags', transaction);
    return { id };
  });
}

/** Deletes a tag that no product has; whoever follows its address comes to the front. */
export function deleteTag(sequelize: Sequelize, id: number, userId: number): Promise<void> {
  return inUnit(sequelize, async (transaction) => {
    const [tag] = await select<{ slug: string }>(
      sequelize,
      'SELECT slug FROM tags WHERE id = ? FOR UPDATE',
      [id],
      transaction,
    );
    if (!tag) throw problem('not-found', 'There is no such tag any more.');
    const [{ products }] = await select<{ products: number }>(
      sequelize,
      'SELECT COUNT(*) AS products FROM product_tags WHERE tag_id = ?',
      [id],
      transaction,
    );
    if (products)
      throw problem(
        'group-in-use',
        `${products} ${products === 1 ? 'product has' : 'products have'} it. Take it away from them first.`,
      );
    await runSql(sequelize, 'DELETE FROM tags WHERE id = ?', [id], transaction);
    await followSlug(`/tags/${tag.slug}`, '/', userId, transaction);
    await recordActivity(
      { userId, action: 'delete', subject: `tag:${id}`, detail: { slug: tag.slug } },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'tags', transaction);
  });
}
