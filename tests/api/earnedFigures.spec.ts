import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { runSql, select } from '../../server/src/database/rows';
import { inUnit } from '../../server/src/database/unit';
import { keepEarned } from '../../server/src/figure/earnedFigures';
import { loadSnapshot } from '../../server/src/serving/loadSnapshot';
import { startTestServer, type TestServer } from '../support/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
});
afterAll(() => server.stop());

const sequelize = () => server.application.sequelize;
const count = (product: number, day: string, seen: number, clicks: number) =>
  inUnit(sequelize(), async (transaction) => {
    await runSql(
      sequelize(),
      `INSERT IGNORE INTO figure_names (id, name) VALUES (1, 'category:1'), (2, 'shelf')`,
      [],
      transaction,
    );
    await runSql(
      sequelize(),
      `INSERT INTO figure_cards (day, aisle, shelf, place, width, product, seen, clicks, carts, bought, revenue)
        VALUES (?, 1, 2, 1, 'wide', ?, ?, ?, 1, 1, 1990)`,
      [day, product, seen, clicks],
      transaction,
    );
  });

describe('what products earned', () => {
  it('is counted up over four whole weeks, followed by every server, and once for a day', async () => {
    const { host } = server.application;
    const { snapshot } = host.serving();
    const [id, other] = snapshot.ids;
    await count(id, '2026-05-31', 100, 9);
    await count(id, '2026-05-04', 50, 1);
    await count(id, '2026-05-03', 1000, 1);
    await count(other, '2026-06-01', 7, 7);
    await keepEarned(sequelize(), '2026-05-31');
    await host.refresh();
    const after = host.serving().snapshot;
    const at = (product: number) => after.ids.indexOf(product);
    expect([after.earned.seen[at(id)], after.earned.clicks[at(id)], after.earned.revenue[at(id)]]).toEqual([
      150, 10, 3980,
    ]);
    expect(after.earned.seen[at(other)], 'the day has not ended').toBe(0);
    expect(after.titles, 'nothing else is read again').toBe(snapshot.titles);
    await keepEarned(sequelize(), '2026-05-31');
    await host.refresh();
    expect(host.serving().snapshot.version).toBe(after.version);
    await keepEarned(sequelize(), '2026-06-01');
    await host.refresh();
    expect(host.serving().snapshot.earned.seen[at(other)]).toBe(7);
  });

  it('is read with the catalogue by a server that starts', async () => {
    const { snapshot } = await loadSnapshot(sequelize());
    const [row] = await select<{ id: number; seen: number }>(
      sequelize(),
      'SELECT product_id AS id, CAST(seen AS DOUBLE) AS seen FROM product_figures ORDER BY seen DESC LIMIT 1',
    );
    expect(snapshot.earned.seen[snapshot.ids.indexOf(row.id)]).toBe(row.seen);
  });
});
