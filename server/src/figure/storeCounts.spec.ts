import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { Sequelize } from 'sequelize';
import { nothingCounted, type MarkCount } from '@fond/core';
import { createDatabase } from '../../../tests/support/databaseServer';
import { connect } from '../database/connect';
import { migrate } from '../database/migrate';
import { select } from '../database/rows';
import { inUnit } from '../database/unit';
import { storeCounts } from './storeCounts';

const shops: Sequelize[] = [];
beforeAll(async () => {
  const server = inject('databaseServer');
  for (let shop = 0; shop < 2; shop++) {
    const sequelize = connect(`${server.url}/${await createDatabase(server)}`);
    await migrate(sequelize);
    shops.push(sequelize);
  }
});
afterAll(() => Promise.all(shops.map((sequelize) => sequelize.close())));

const mark = (aisle: string, name: string, visits: number): MarkCount => ({
  ...nothingCounted(),
  ...{ day: '2026-11-30', aisle, kind: 'query', name, visits, found: 3 },
});

async function store(sequelize: Sequelize, marks: readonly MarkCount[]): Promise<void> {
  const remember = await inUnit(sequelize, (transaction) =>
    storeCounts(sequelize, { cards: () => [], marks: () => marks, trials: () => [] }, transaction),
  );
  remember();
}

const stored = (sequelize: Sequelize): Promise<{ aisle: string; name: string; visits: number }[]> =>
  select(
    sequelize,
    `SELECT a.name AS aisle, n.name, c.visits FROM figure_marks c
      JOIN figure_names a ON a.id = c.aisle JOIN figure_names n ON n.id = c.name ORDER BY a.name, n.name`,
  );

describe('counters', () => {
  it('are stored under their names, whatever numbers these have in another shop of the same process', async () => {
    const [one, other] = shops;
    await store(one, [mark('front', 'pan', 2), mark('front', 'knife', 1)]);
    await store(other, [mark('search', 'teapot', 5)]);
    await store(other, [mark('front', 'knife', 4), mark('search', 'pan', 1)]);
    expect(await stored(other)).toEqual([
      { aisle: 'front', name: 'knife', visits: 4 },
      { aisle: 'search', name: 'pan', visits: 1 },
      { aisle: 'search', name: 'teapot', visits: 5 },
    ]);
  });

  it('are added to what is there, and keep names apart that differ by a blank, a capital or an accent', async () => {
    const [one] = shops;
    const names = ['café', 'cafe', 'CAFE', 'cafe '];
    for (const visits of [1, 2])
      await store(
        one,
        names.map((name) => mark('tag:1', name, visits)),
      );
    const found = (await stored(one)).filter(({ aisle }) => aisle === 'tag:1');
    expect(new Set(found.map(({ name }) => name))).toEqual(new Set(names));
    expect(found.map(({ visits }) => visits)).toEqual([3, 3, 3, 3]);
  });
});
