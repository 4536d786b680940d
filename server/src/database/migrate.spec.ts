import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { QueryTypes, type Sequelize } from 'sequelize';
import { afterEach, describe, expect, inject, it } from 'vitest';
import { createDatabase } from '../../../tests/support/databaseServer';
import { createApplication } from '../app';
import { connect } from './connect';
import { migrate, STEPS } from './migrate';

const server = inject('databaseServer');
const opened: Sequelize[] = [];
const empty = async (): Promise<Sequelize> => {
  const sequelize = connect(`${server.url}/${await createDatabase(server)}`);
  opened.push(sequelize);
  return sequelize;
};
afterEach(async () => {
  for (const sequelize of opened.splice(0)) await sequelize.close();
});

/** Everything that a schema consists of, in words. */
const shapeOf = (sequelize: Sequelize): Promise<object[]> =>
  sequelize.query(
    `SELECT TABLE_NAME, COLUMN_NAME, COLUMN_TYPE, IS_NULLABLE, COLUMN_KEY, GENERATION_EXPRESSION
      FROM information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() ORDER BY TABLE_NAME, COLUMN_NAME`,
    { type: QueryTypes.SELECT },
  );
const triggersOf = async (sequelize: Sequelize): Promise<number> => {
  const rows = await sequelize.query(
    'SELECT 1 FROM information_schema.TRIGGERS WHERE TRIGGER_SCHEMA = DATABASE()',
    { type: QueryTypes.SELECT },
  );
  return rows.length;
};

describe('a database', () => {
  it('that was left in the middle of any step is brought to the same shape as a new one', async () => {
    const fresh = await empty();
    await migrate(fresh);
    const whole = await shapeOf(fresh);
    expect(whole.length).toBeGreaterThan(100);
    for (const { name, statements } of STEPS) {
      const broken = await empty();
      // Killed within this step: what it had done stands, and nobody wrote down that it ran.
      const before = STEPS.slice(
        0,
        STEPS.findIndex((step) => step.name === name),
      );
      for (const statement of before.flatMap((step) => step.statements)) await broken.query(statement);
      for (const statement of statements.slice(0, Math.ceil(statements.length / 2)))
        await broken.query(statement);
      await migrate(broken);
      expect(await shapeOf(broken), name).toEqual(whole);
      expect(await triggersOf(broken), name).toBe(2);
    }
  });

  it('that is empty is made ready once, by the one of two servers that comes first', async () => {
    const url = `${server.url}/${await createDatabase(server)}`;
    const folders = await Promise.all([1, 2].map(() => mkdtemp(path.join(tmpdir(), 'fond-two-'))));
    const both = await Promise.all(
      folders.map((data) =>
        createApplication({ databaseUrl: url, data, dist: null, demo: false, log: pino({ level: 'fatal' }) }),
      ),
    );
    const editions = both.map(({ host }) => host.loaded?.edition.number);
    for (const { stop } of both) await stop();
    for (const folder of folders) await rm(folder, { recursive: true, force: true });
    expect(editions).toEqual([1, 1]);
  });
});
