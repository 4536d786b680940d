import { SnapshotBuilder } from '@fond/core';
import { QueryTypes } from 'sequelize';
import { afterAll, afterEach, beforeAll, describe, expect, inject, it, vi } from 'vitest';
import { startTestServer, type Desk, type TestServer } from '../support/server';

let server: TestServer;
let desk: Desk;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
});
afterAll(() => server.stop());
afterEach(() => vi.restoreAllMocks());

const count = async (table: string): Promise<number> => {
  const [{ n }] = await server.application.sequelize.query<{ n: number }>(
    `SELECT COUNT(*) AS n FROM ${table}`,
    { type: QueryTypes.SELECT },
  );
  return n;
};

const FILE = `sku,title,category,tags,material,weight in kg
T-1,One,Trial > First,odd,wood,1.5
T-2,Two,Trial > First > Deeper,odd|new,steel,2
T-3,Three,Trial > Second,,wood,
`;

describe('a file whose products the shop could not show', () => {
  it('is refused before anything of it is decided, with the product at fault', async () => {
    const { add } = SnapshotBuilder.prototype;
    vi.spyOn(SnapshotBuilder.prototype, 'add').mockImplementation(function (this: SnapshotBuilder, row) {
      if (row.sku === 'T-2') throw new RangeError('It goes too deep.');
      return add.call(this, row);
    });
    const before = await Promise.all(['products', 'categories', 'tags', 'imports'].map(count));
    for (const fields of [{ dryRun: '1' }, undefined]) {
      const job = await desk.importFile('trial.csv', FILE, fields);
      expect(job.state).toBe('failed');
      expect(job.report).toMatchObject({ rows: 3, errorCount: 1, created: 0 });
      expect(job.report!.errors).toEqual([
        {
          line: 3,
          sku: '',
          column: '',
          message: 'The shop couldn’t show T-2: It goes too deep. Nothing was changed.',
        },
      ]);
    }
    expect(await Promise.all(['products', 'categories', 'tags', 'imports'].map(count))).toEqual(before);
    expect((await server.guest.get('/api/shop/listing?aisle=/')).status).toBe(200);
  });

  it('comes in once the shop can show it, as it was tried', async () => {
    const tried: unknown[] = [];
    const { add } = SnapshotBuilder.prototype;
    const watching = vi.spyOn(SnapshotBuilder.prototype, 'add').mockImplementation(function (
      this: SnapshotBuilder,
      row,
    ) {
      if (row.sku.startsWith('T-')) tried.push({ titles: row.titles, attributes: { ...row.attributes } });
      return add.call(this, row);
    });
    expect((await desk.importFile('trial.csv', FILE)).report).toMatchObject({ created: 3 });
    watching.mockRestore();
    expect(tried.slice(0, 3)).toEqual([
      { titles: { en: 'One' }, attributes: { material: 'wood', 'weight-in-kg': 1.5 } },
      { titles: { en: 'Two' }, attributes: { material: 'steel', 'weight-in-kg': 2 } },
      { titles: { en: 'Three' }, attributes: { material: 'wood' } },
    ]);
    const { body } = await server.guest.get('/api/shop/listing?aisle=/trial/first/deeper');
    expect(body).toMatchObject({ total: 1, items: [{ sku: 'T-2' }] });
  });
});
