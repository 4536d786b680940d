import { randomBytes } from 'node:crypto';
import type { Sequelize } from 'sequelize';
import { insertRows, select, type Cell } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { linkProducts } from '../../product/links';
import { decideReviews } from '../../review/decideReviews';
import { addShopper } from '../../shopper/shoppers';
import { DOWN, INSTEAD, SHOPPERS, STANDING, TOGETHER, WAITING, type Voice } from './voices';

const DAY = 86_400_000;

/** What sells best in a category, the best first. */
async function bestOf(sequelize: Sequelize, slug: string, most: number): Promise<string[]> {
  const rows = await select<{ sku: string }>(
    sequelize,
    `SELECT sku FROM products
      JOIN product_categories c ON c.product_id = products.id AND c.position = 0
      JOIN categories ON categories.id = c.category_id
      WHERE categories.slug = ? AND standing = 'live' ORDER BY sold DESC, products.id LIMIT ${most}`,
    [slug],
  );
  return rows.map(({ sku }) => sku);
}

/** Links between products, and what shoppers have said over the year. */
export async function liveVoices(sequelize: Sequelize, by: number): Promise<void> {
  for (const [from, to] of TOGETHER) {
    const others = await bestOf(sequelize, to, 4);
    for (const sku of await bestOf(sequelize, from, 4))
      if (others.length) await linkProducts(sequelize, sku, { as: 'with', skus: others }, by);
  }
  for (const category of INSTEAD) {
    const [first, ...others] = await bestOf(sequelize, category, 4);
    if (others.length) await linkProducts(sequelize, first, { as: 'instead', skus: others }, by);
  }
  for (const name of SHOPPERS) {
    const email = `${name
      .toLowerCase()
      .normalize('NFD')
      .replace(/[^a-z]+/g, '.')}@readers.example`;
    await addShopper(sequelize, name, email, randomBytes(24).toString('base64url'));
  }
  const shoppers = await select<{ id: number }>(
    sequelize,
    'SELECT MIN(id) AS id FROM shoppers WHERE name IN (?) GROUP BY name ORDER BY id',
    [SHOPPERS],
  );
  const products = await select<{ id: number }>(
    sequelize,
    `SELECT id FROM products WHERE standing = 'live' ORDER BY sold DESC, id LIMIT 24`,
  );
  // What waits is of other products, so that nobody speaks of one twice.
  const [sellers, others] = [products.slice(0, 16), products.slice(16)];
  /** Voice after voice, each by another shopper of another product. */
  const write = async (
    voices: readonly Voice[],
    times: number,
    since: number,
    of: readonly { id: number }[],
  ): Promise<number[]> => {
    const rows: Cell[][] = [];
    for (let n = 0; n < voices.length * times; n++) {
      const { stars, title, text, lang, answer = '' } = voices[n % voices.length];
      const at = new Date(Date.now() - since * DAY - ((n * 37) % 240) * DAY * (times > 1 ? 1 : 0.02));
      const product = of[(n * 3 + since) % of.length].id;
      const shopper = shoppers[(n + Math.floor(n / of.length) + since) % shoppers.length].id;
      rows.push([product, shopper, lang, stars, title, text, at, answer]);
    }
    const before = await lastReview(sequelize);
    await inUnit(sequelize, (transaction) =>
      insertRows(
        sequelize,
        'reviews',
        ['product_id', 'shopper_id', 'lang', 'stars', 'title', 'text', 'written_at', 'answer'],
        rows,
        transaction,
        ['text'],
      ),
    );
    const made = await select<{ id: number }>(sequelize, 'SELECT id FROM reviews WHERE id > ?', [before]);
    return made.map(({ id }) => id);
  };
  await decideReviews(sequelize, { ids: await write(STANDING, 3, 12, sellers), state: 'standing' }, by);
  await decideReviews(sequelize, { ids: await write(DOWN, 1, 9, others), state: 'down' }, by);
  await write(WAITING, 1, 0, others);
  await sequelize.query(
    'UPDATE reviews SET decided_at = written_at + INTERVAL 1 DAY WHERE decided_at IS NOT NULL',
  );
}

async function lastReview(sequelize: Sequelize): Promise<number> {
  const [{ last }] = await select<{ last: number | null }>(sequelize, 'SELECT MAX(id) AS last FROM reviews');
  return last ?? 0;
}
