import type { Sequelize } from 'sequelize';
import { recordActivity } from '../activity/activity';
import { runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { shopSettings } from '../setting/shopSettings';
import { slugOf, takeSlug } from '../text/slugs';
import { readStored } from '../catalogue/import/stored';
import { writeChanges } from '../catalogue/import/takeOver';
import type { ProductChange } from '../catalogue/import/difference';

/** What a new product is called, and which other one it is a copy of. */
export interface ProductInput {
  sku: string;
  title: string;
  from: string | null;
}

/** Makes a product as a draft: shoppers see it once it is live. A copy has all but what shoppers did with the other one. */
export function createProduct(
  sequelize: Sequelize,
  { sku, title, from }: ProductInput,
  userId: number,
): Promise<{ sku: string }> {
  return inUnit(sequelize, async (transaction) => {
    const stored = await readStored(sequelize, from === null ? [sku] : [sku, from], transaction);
    if (stored.has(sku))
      throw problem('bad-input', 'Nothing was made.', [
        { path: 'sku', message: `“${sku}” is the article number of another product` },
      ]);
    const model = from === null ? null : stored.get(from);
    if (model === undefined) throw problem('not-found', `There is no product “${from}” any more.`);
    const { languages, currency } = await shopSettings((sql) => select(sequelize, sql, [], transaction));
    const wished = slugOf(title) || 'item';
    const taken = await select<{ slug: string }>(
      sequelize,
      'SELECT slug FROM products WHERE slug = ? OR slug LIKE ?',
      [wished, `${wished}-%`],
      transaction,
    );
    const texts = new Map(model?.texts);
    texts.set(languages[0], { description: '', ...texts.get(languages[0]), title });
    const change: ProductChange = {
      sku,
      core: {
        price: model?.price ?? null,
        was: model?.was ?? null,
        stock: model?.stock ?? null,
        slug: takeSlug(wished, new Set(taken.map(({ slug }) => slug))),
        standing: 'draft',
      },
      texts: [...texts].map(([lang, said]) => ({ lang, ...said })),
      lists: model?.lists ?? {},
      attributes: [...(model?.attributes ?? [])].map(([id, values]) => ({ key: String(id), id, values })),
    };
    await writeChanges(sequelize, [change], stored, currency, transaction);
    if (model)
      await runSql(
        sequelize,
        `INSERT INTO product_links (product_id, kind, position, other_id)
          SELECT made.id, kind, position, other_id FROM product_links
            JOIN products made ON made.sku = ? WHERE product_id = ?`,
        [sku, model.id],
        transaction,
      );
    await recordActivity(
      { userId, action: 'create', subject: `product:${sku}`, detail: { title, from } },
      transaction,
    );
    return { sku };
  });
}
