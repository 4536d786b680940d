import type { Sequelize } from 'sequelize';
import type { Standing } from '@fond/contract';
import { select } from '../database/rows';
import { foldTitle } from './findProducts';

/** Products that are not in the shop: of a standing, whose name or article number holds a text. */
export interface Elsewhere {
  standing: Exclude<Standing, 'live'>;
  q: string;
}

const WHERE = `FROM products p WHERE standing = ? AND (? = '' OR LOWER(sku) LIKE ? OR EXISTS
  (SELECT 1 FROM product_texts t WHERE t.product_id = p.id AND LOWER(t.title) LIKE ?))`;

function valuesOf({ standing, q }: Elsewhere): string[] {
  const sought = foldTitle(q);
  const like = `%${sought.replace(/[\\%_]/g, (sign) => `\\${sign}`)}%`;
  return [standing, sought, like, like];
}

export async function countElsewhere(sequelize: Sequelize, elsewhere: Elsewhere): Promise<number> {
  const [{ total }] = await select<{ total: number }>(
    sequelize,
    `SELECT COUNT(*) AS total ${WHERE}`,
    valuesOf(elsewhere),
  );
  return total;
}

/** Article numbers in their order; all of them where no window is named. */
export async function skusElsewhere(
  sequelize: Sequelize,
  elsewhere: Elsewhere,
  window: { from: number; count: number } | null = null,
): Promise<string[]> {
  const rows = await select<{ sku: string }>(
    sequelize,
    `SELECT sku ${WHERE} ORDER BY sku${window ? ' LIMIT ? OFFSET ?' : ''}`,
    [...valuesOf(elsewhere), ...(window ? [window.count, window.from] : [])],
  );
  return rows.map(({ sku }) => sku);
}
