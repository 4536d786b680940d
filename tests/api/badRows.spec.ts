import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import type { RowFault } from '@fond/contract';
import { createApplication, type Application } from '../../server/src/app';
import { createPlan, publishStored } from '../support/plans';
import { startTestServer, type Desk, type TestServer } from '../support/server';

const DEPTH = 3_000;

let server: TestServer;
let second: Application;
let folder: string;
let desk: Desk;
const sql = (text: string, values: unknown[] = []): Promise<unknown> =>
  server.application.sequelize.query(text, { replacements: values });

/** Rows that no file and no screen could write, put there by hand. */
async function spoil(): Promise<void> {
  await sql(
    `UPDATE product_attributes SET value = 'heavy' WHERE attribute_id = (SELECT id FROM attributes WHERE type = 'number' LIMIT 1)
      ORDER BY product_id LIMIT 1`,
  );
  await sql(`INSERT INTO categories (slug, position) VALUES ('ring', 1), ('round', 1)`);
  await sql(
    `UPDATE categories a JOIN categories b ON a.slug = 'ring' AND b.slug = 'round' SET a.parent_id = b.id, b.parent_id = a.id`,
  );
  await sql(`INSERT INTO collections (slug, clauses) VALUES ('odd', '[{"kind":"weather","sunny":true}]')`);
  await sql(`UPDATE catalogue_version SET version = version + 1`);
  await sql(
    `INSERT INTO catalogue_changes (version, kind, at) SELECT version, 'demo', NOW() FROM catalogue_version`,
  );
}

/** A chain of categories, as deep as no file may make it. */
async function deepen(): Promise<void> {
  const [{ first }] = (await server.application.sequelize.query(
    'SELECT CAST(MAX(id) + 1 AS SIGNED) AS first FROM categories',
    { plain: false, type: 'SELECT' },
  )) as unknown as { first: number }[];
  await sql(
    `INSERT INTO categories (id, parent_id, slug, position)
      SELECT ? + seq, IF(seq = 0, NULL, ? + seq - 1), CONCAT('d', seq), 99 FROM seq_0_to_${DEPTH - 1}`,
    [first, first],
  );
  await sql(`UPDATE catalogue_version SET version = version + 1`);
  await sql(
    `INSERT INTO catalogue_changes (version, kind, at) SELECT version, 'demo', NOW() FROM catalogue_version`,
  );
}

beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn('Orla Finch');
  await spoil();
  folder = await mkdtemp(path.join(tmpdir(), 'fond-second-'));
  second = await createApplication({
    databaseUrl: server.databaseUrl,
    data: folder,
    dist: null,
    demo: false,
    log: pino({ level: 'silent' }),
    makePictures: false,
  });
});
afterAll(async () => {
  await second.stop();
  await rm(folder, { recursive: true, force: true });
  await server.stop();
});

describe('stored rows that can’t be shown', () => {
  it('keep no server from starting, and what is sound is served', async () => {
    const answer = await supertest(second.app).get('/api/shop/listing?aisle=/cookware');
    expect(answer.status).toBe(200);
    expect(answer.body.total).toBeGreaterThan(10);
  });

  it('do not stop a server that follows, nor its publishing', async () => {
    await server.application.host.refresh();
    const answer = await server.guest.get('/api/shop/listing?aisle=/cookware');
    expect(answer.body.total).toBeGreaterThan(10);
    const plan = await createPlan(desk, 'Beside bad rows', [{ kind: 'aisles', of: 'tag' }], { as: 'heir' });
    expect((await publishStored(desk, plan.document.id)).live).toBe(true);
  });

  it('are told at the desk, each with its place and what is wrong', async () => {
    const { body } = await desk.get('/api/floor');
    const faults = body.faults as RowFault[];
    expect(faults.map(({ table }) => table).sort()).toEqual([
      'categories',
      'categories',
      'collections',
      'product_attributes',
    ]);
    expect(faults.find(({ table }) => table === 'product_attributes')!.reason).toContain(
      '“heavy” is no number',
    );
    expect(faults.filter(({ row }) => /ring|round/.test(row))).toHaveLength(2);
  });

  it('are told no longer once they are mended', async () => {
    await sql(`DELETE FROM collections WHERE slug = 'odd'`);
    await sql(`UPDATE categories SET parent_id = NULL WHERE slug IN ('ring', 'round')`);
    await sql(`UPDATE product_attributes SET value = '3' WHERE value = 'heavy'`);
    await sql(`UPDATE catalogue_version SET version = version + 1`);
    await sql(
      `INSERT INTO catalogue_changes (version, kind, at) SELECT version, 'categories', NOW() FROM catalogue_version`,
    );
    await server.application.host.refresh();
    expect((await desk.get('/api/floor')).body.faults).toEqual([]);
  });

  it('walk a tree of three thousand steps down to its last category', async () => {
    await deepen();
    await server.application.host.refresh();
    await second.host.refresh();
    for (const { host } of [server.application, second])
      expect(
        host.loaded!.snapshot.aisles.all.filter(({ path: at }) => at.split('/').length === DEPTH + 1),
      ).toHaveLength(1);
    expect((await server.guest.get('/api/shop/listing?aisle=/')).status).toBe(200);
  });
});
