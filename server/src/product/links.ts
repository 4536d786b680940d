import type { Sequelize, Transaction } from 'sequelize';
import type { LinkedProducts, LinkInput, LinkLine, Standing } from '@fond/contract';
import { LINK_KINDS, type LinkKind } from '@fond/core';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { productId } from './productId';
import { shopSettings } from '../setting/shopSettings';

/** What a product is linked to, and what is linked to it. */
export async function readLinks(
  sequelize: Sequelize,
  sku: string,
  transaction?: Transaction,
): Promise<LinkedProducts[]> {
  const id = await productId(sequelize, sku, transaction);
  const { languages } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
  const lines = async (from: string, to: string, order: string): Promise<Map<LinkKind, LinkLine[]>> => {
    const rows = await select<{ kind: LinkKind; sku: string; title: string; standing: Standing }>(
      sequelize,
      `SELECT kind, sku, standing, IFNULL(own.title, sku) AS title FROM product_links
        JOIN products ON products.id = ${to}
        LEFT JOIN product_texts own ON own.product_id = ${to} AND own.lang = ?
        WHERE product_links.${from} = ? ORDER BY ${order}`,
      [languages[0], id],
      transaction,
    );
    const byKind = new Map<LinkKind, LinkLine[]>(LINK_KINDS.map((kind) => [kind, []]));
    for (const { kind, standing, ...line } of rows)
      byKind.get(kind)!.push({ ...line, live: standing === 'live' });
    return byKind;
  };
  const links = await lines('product_id', 'other_id', 'position');
  const back = await lines('other_id', 'product_links.product_id', 'sku');
  return LINK_KINDS.map((as) => ({ as, links: links.get(as)!, back: back.get(as)! }));
}

/**
 * Links a product to others of one kind, in their order; what it was linked to before and isn't named is let go.
 *
 * @throws {Problem} `bad-input` where one of them is not in the catalogue, or is the product itself.
 */
export const linkProducts = (
  sequelize: Sequelize,
  sku: string,
  { as, skus }: LinkInput,
  userId: number,
): Promise<LinkedProducts[]> =>
  inUnit(sequelize, async (transaction) => {
    const id = await productId(sequelize, sku, transaction);
    const others = skus.length
      ? await select<{ id: number; sku: string }>(
          sequelize,
          'SELECT id, sku FROM products WHERE sku IN (?)',
          [skus],
          transaction,
        )
      : [];
    const idBySku = new Map(others.map((other) => [other.sku, other.id]));
    const faults = skus.flatMap((other, at) => {
      const message =
        other === sku
          ? 'is the product itself'
          : idBySku.has(other)
            ? null
            : `“${other}” is no article number of the catalogue`;
      return message ? [{ path: `skus.${at}`, message }] : [];
    });
    if (faults.length) throw problem('bad-input', 'Nothing was linked.', faults);
    await runSql(
      sequelize,
      'DELETE FROM product_links WHERE product_id = ? AND kind = ?',
      [id, as],
      transaction,
    );
    await insertRows(
      sequelize,
      'product_links',
      ['product_id', 'kind', 'position', 'other_id'],
      skus.map((other, position) => [id, as, position, idBySku.get(other)!]),
      transaction,
    );
    const word = as === 'with' ? 'Goes well with' : 'Instead of';
    await recordActivity(
      {
        userId,
        action: 'edit',
        subject: `product:${sku}`,
        detail: { said: `${word} ${sku}: ${skus.length ? skus.join(', ') : 'nothing'}`.slice(0, 400) },
      },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'product', transaction, { products: [id] });
    return readLinks(sequelize, sku, transaction);
  });
