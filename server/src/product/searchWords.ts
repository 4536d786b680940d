import type { Sequelize } from 'sequelize';
import type { ProductSearch, SearchWordsInput } from '@fond/contract';
import {
  composeProduct,
  planOfProduct,
  productPath,
  searchWordsOf,
  titleInShop,
  type Edition,
  type Snapshot,
} from '@fond/core';
import { recordActivity } from '../activity/activity';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { pageTime } from '../page/compose';
import { productId } from './productId';
import type { ServingState } from '../serving/servingHost';

/** What search engines are told of a product in each language, and how they would show its page. */
export async function productSearch(
  sequelize: Sequelize,
  { snapshot, edition, zone }: ServingState,
  sku: string,
): Promise<ProductSearch[]> {
  const id = await productId(sequelize, sku);
  const rows = await select<SearchWordsInput>(
    sequelize,
    'SELECT lang, title, description FROM product_search_texts WHERE product_id = ?',
    [id],
  );
  const own = new Map(rows.map((row) => [row.lang, row]));
  const p = snapshot.bySku.get(sku);
  return snapshot.frame.languages.map((lang) => {
    const { title = '', description = '' } = own.get(lang) ?? {};
    const slug = p === undefined ? null : snapshot.slugs[p];
    const page = slug === null ? null : composeProduct(snapshot, edition, slug, lang, pageTime(), zone);
    const shown = page && {
      title: page.frame.meta.title,
      description: page.frame.meta.description,
      address: productPath(slug!),
    };
    if (p === undefined) return { lang, title, description, shown, from: null, twin: null };
    const plan = planOfProduct(snapshot, edition, p);
    const { from } = searchWordsOf(snapshot, plan, p, lang);
    return { lang, title, description, shown, from, twin: twinOf(snapshot, edition, p, lang) };
  });
}

/** Another product whose page has the same title in a language. */
function twinOf(snapshot: Snapshot, edition: Edition, p: number, lang: string): ProductSearch['twin'] {
  const titleOf = (q: number): string =>
    searchWordsOf(snapshot, planOfProduct(snapshot, edition, q), q, lang).title;
  const title = titleOf(p);
  for (let q = 0; q < snapshot.size; q++)
    if (q !== p && titleOf(q) === title)
      return { sku: snapshot.skus[q], title: titleInShop(snapshot, snapshot.titles[q]) };
  return null;
}

/** Says what search engines are told; nothing said hands it back to name and description. */
export const saySearch = (
  sequelize: Sequelize,
  sku: string,
  { lang, title, description }: SearchWordsInput,
  userId: number,
): Promise<void> =>
  inUnit(sequelize, async (transaction) => {
    const id = await productId(sequelize, sku, transaction);
    if (title || description)
      await insertRows(
        sequelize,
        'product_search_texts',
        ['product_id', 'lang', 'title', 'description'],
        [[id, lang, title, description]],
        transaction,
        ['title', 'description'],
      );
    else
      await runSql(
        sequelize,
        'DELETE FROM product_search_texts WHERE product_id = ? AND lang = ?',
        [id, lang],
        transaction,
      );
    await recordActivity(
      {
        userId,
        action: 'edit',
        subject: `product:${sku}`,
        detail: { said: `Words for search engines of ${sku}` },
      },
      transaction,
    );
    await noteCatalogueChange(sequelize, 'product', transaction, { products: [id] });
  });
