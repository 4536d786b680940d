import type { Logger } from 'pino';
import type { Sequelize } from 'sequelize';
import { dayLater, EARNED, EARNED_DAYS, todayIn, type Earned } from '@fond/core';
import { noteCatalogueChange } from '../database/catalogueChanges';
import { insertRows, runSql, select } from '../database/rows';
import { inUnit } from '../database/unit';
import type { ServingState } from '../serving/servingHost';

/** How often it is looked whether another day has begun. */
const LOOK_EVERY = 60_000;

/**
 * Keeps what shoppers did with each product over the last weeks, up to yesterday, where orders, ranges and blends read it.
 * One server makes it anew when a day has ended in the shop's zone, and all follow it as they follow the catalogue; so
 * every server sorts alike, and a page stays as it is for a day.
 */
export class EarnedFigures {
  private timer: NodeJS.Timeout | null = null;
  private making: Promise<unknown> = Promise.resolve();
  private day = '';

  constructor(
    private readonly sequelize: Sequelize,
    private readonly serving: () => Pick<ServingState, 'zone'>,
    private readonly log: Logger,
  ) {}

  start(): void {
    const look = (): void => {
      this.making = this.making.then(() =>
        this.make().catch((error: unknown) =>
          this.log.warn({ err: error }, 'What products earned is counted up later'),
        ),
      );
    };
    look();
    this.timer = setInterval(look, LOOK_EVERY);
    this.timer.unref();
  }

  async stop(): Promise<void> {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    await this.making;
  }

  /** Makes it anew where another day has ended; whoever comes second finds it made. */
  async make(): Promise<void> {
    const yesterday = dayLater(todayIn({ now: Date.now(), zone: this.serving().zone }), -1);
    if (this.day === yesterday) return;
    await keepEarned(this.sequelize, yesterday);
    this.day = yesterday;
  }
}

/** Counts up the days to `last`, unless they have been. */
export async function keepEarned(sequelize: Sequelize, last: string): Promise<void> {
  if (await isKept(sequelize, last)) return;
  // Read without a lock, so that nobody who counts has to wait.
  const rows = await select<Earned & { id: number }>(
    sequelize,
    `SELECT c.product AS id, ${EARNED.map((name) => `CAST(SUM(c.${name}) AS DOUBLE) AS ${name}`).join(', ')}
      FROM figure_cards c JOIN products p ON p.id = c.product
      WHERE c.day BETWEEN ? AND ? GROUP BY c.product ORDER BY c.product`,
    [dayLater(last, 1 - EARNED_DAYS), last],
  );
  await inUnit(sequelize, async (transaction) => {
    // Taken first, so that two servers don't write at once.
    await runSql(
      sequelize,
      'INSERT INTO product_figures_day (id, day) VALUES (1, ?) ON DUPLICATE KEY UPDATE day = VALUES(day)',
      [last],
      transaction,
    );
    const [{ had }] = await select<{ had: number }>(
      sequelize,
      'SELECT EXISTS (SELECT 1 FROM product_figures) AS had',
      [],
      transaction,
    );
    await runSql(sequelize, 'DELETE FROM product_figures', [], transaction);
    await insertRows(
      sequelize,
      'product_figures',
      ['product_id', ...EARNED],
      rows.map((row) => [row.id, ...EARNED.map((name) => row[name])]),
      transaction,
    );
    // Where nothing was counted, and nothing had been, nothing changes for anybody.
    if (rows.length || had) await noteCatalogueChange(sequelize, 'figures', transaction);
  });
}

async function isKept(sequelize: Sequelize, last: string): Promise<boolean> {
  const rows = await select<{ day: string }>(
    sequelize,
    `SELECT DATE_FORMAT(day, '%Y-%m-%d') AS day FROM product_figures_day WHERE id = 1`,
  );
  return rows.some(({ day }) => day === last);
}
