import type { Sequelize } from 'sequelize';
import { FATES, type Fate, type FedBatch, type FeedResult, type FeedState } from '@fond/contract';
import { select } from '../database/rows';
import { readShopSystem } from './shopSystemState';
import { listSystems } from './systems';

const BATCHES_SHOWN = 30;
const REFUSED_SHOWN = 3;

/** Who feeds the shop, and what came in last. */
export async function readFeed(sequelize: Sequelize): Promise<FeedState> {
  const rows = await select<
    Omit<FedBatch, 'counts' | 'refused' | 'at'> & { at: Date; results: FeedResult[] | null }
  >(
    sequelize,
    `SELECT CAST(b.id AS SIGNED) AS id, s.name AS \`system\`, b.\`key\`, b.at, b.times, b.milliseconds, b.results
      FROM feed_batches b JOIN feed_systems s ON s.id = b.system_id
      ORDER BY b.id DESC LIMIT ${BATCHES_SHOWN}`,
  );
  return {
    shopSystem: await readShopSystem(sequelize),
    systems: await listSystems(sequelize),
    batches: rows.map(({ results, at, ...batch }) => {
      const all = results ?? [];
      const counts = Object.fromEntries(
        FATES.map((fate) => [fate, all.filter((result) => result.fate === fate).length]),
      ) as Record<Fate, number>;
      const refused = all
        .filter(({ fate }) => fate === 'refused')
        .slice(0, REFUSED_SHOWN)
        .map(({ sku, message }) => ({ sku, message: message ?? '' }));
      return { ...batch, at: at.toISOString(), counts, refused };
    }),
  };
}
