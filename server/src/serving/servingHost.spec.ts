import { randomUUID } from 'node:crypto';
import { setTimeout as delay } from 'node:timers/promises';
import { createConnection } from 'mariadb';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { pino } from 'pino';
import { holds } from '@fond/core';
import { publishPlans } from '../../../tests/support/plans';
import { startTestServer, type Desk, type TestServer } from '../../../tests/support/server';
import { connect } from '../database/connect';
import { select } from '../database/rows';
import { ServingHost } from './servingHost';

let server: TestServer;
let desk: Desk;
let second: ServingHost;
let other: ReturnType<typeof connect>;
beforeAll(async () => {
  server = await startTestServer(inject('databaseServer'), { demo: true });
  desk = await server.signIn();
  // Another process on the same database, as far as the database can tell.
  other = connect(server.databaseUrl);
  second = new ServingHost(other, pino({ level: 'silent' }));
  await second.refresh();
});
afterAll(async () => {
  second.stop();
  await other.close();
  await server.stop();
});

const publishColumns = async (wide: number): Promise<number> => {
  const stored = (await desk.get('/api/plans/house')).body;
  const fixtures = stored.plan.fixtures.map((fixture: { type: string; columns: object }) =>
    fixture.type === 'shelf' ? { ...fixture, columns: { ...fixture.columns, wide } } : fixture,
  );
  const saved = await desk.put('/api/plans/house', {
    plan: { ...stored.plan, fixtures },
    version: stored.version,
  });
  const edition = await publishPlans(desk, [{ id: 'house', version: saved.body.version }]);
  return edition.body.number;
};

describe('several servers on one database', () => {
  it('keep what they have while nothing changed', async () => {
    const { loaded } = second;
    await second.refresh();
    expect(second.loaded).toBe(loaded);
  });

  it('take over an edition that another one published, and keep the catalogue', async () => {
    const before = second.loaded!;
    const number = await publishColumns(5);
    await second.refresh();
    expect(second.loaded!.edition.number).toBe(number);
    expect(second.loaded!.snapshot).toBe(before.snapshot);
  });

  it('take over a catalogue that another one imported, and keep the edition', async () => {
    const before = second.loaded!;
    await desk.importFile('one.csv', 'sku,title,category\nNEW-1,Tea cosy,Textiles\n');
    await second.refresh();
    expect(second.loaded!.snapshot.size).toBe(before.snapshot.size + 1);
    expect(second.loaded!.edition).toBe(before.edition);
    expect(second.loaded!.snapshot.skus).toContain('NEW-1');
  });

  it('answer a writer soon while what a file changed is read, and serve it afterwards', async () => {
    const { host } = server.application;
    const before = host.loaded!.snapshot;
    const locked = await createConnection(server.databaseUrl);
    const id = randomUUID();
    await locked.query(
      "INSERT INTO imports (id, lang, currency, total, names, report, decided_at) VALUES (?, 'en', 'EUR', 1, '{}', '{}', NOW())",
      [id],
    );
    await locked.query('UPDATE catalogue_version SET version = version + 1');
    await locked.query(
      "INSERT INTO catalogue_changes (version, kind, at, import_id) SELECT version, 'import', NOW(), ? FROM catalogue_version",
      [id],
    );
    // Reading stops at the texts; nobody who wrote waits for them.
    await locked.query('LOCK TABLES product_texts WRITE');
    const first = await Promise.race([
      host.catchUp().then(() => 'answered'),
      delay(3_000).then(() => 'waited'),
    ]);
    expect(first).toBe('answered');
    expect(host.loaded!.snapshot).toBe(before);
    await locked.query('UNLOCK TABLES');
    await locked.end();
    await expect.poll(() => host.loaded!.snapshot.version).toBeGreaterThan(before.version);
    await second.refresh();
  });

  it('follow a mark that another one set without reading the catalogue anew', async () => {
    const before = second.loaded!.snapshot;
    const at = before.bySku.get('NEW-1')!;
    await desk.put('/api/catalogue/products/NEW-1/featured', { featured: true });
    await second.refresh();
    const after = second.loaded!.snapshot;
    expect(after.version).toBeGreaterThan(before.version);
    expect(after.titles).toBe(before.titles);
    expect([holds(before.featured, at), holds(after.featured, at)]).toEqual([false, true]);
  });

  it('search the catalogue they serve, in the language asked for', async () => {
    const { snapshot } = second.loaded!;
    const found = await second.search(snapshot, 'en', 'tea cosy');
    expect(Array.from(found.places, (p) => snapshot.skus[p])).toContain('NEW-1');
    const french = await second.search(snapshot, 'fr', 'poele');
    expect(french.places.length).toBeGreaterThan(0);
  });

  it('go on serving what is in memory while the database is away', async () => {
    const lost = connect('mariadb://root@127.0.0.1:1/nothing');
    const host = new ServingHost(lost, pino({ level: 'silent' }));
    await expect(host.refresh()).rejects.toThrow();
    expect(host.loaded).toBeNull();
    await lost.close();
  });
});

describe('a storm of changes on two servers', () => {
  it('leaves both serving exactly what the database holds', async () => {
    const skus = second.loaded!.snapshot.skus.slice(0, 24);
    const storm = Array.from({ length: 120 }, (_, at) => ({
      sku: skus[(at * 7) % skus.length],
      featured: at % 3 > 0,
    }));
    let ended = false;
    // Looks all the while, so that numbers that are committed out of their order would be passed over.
    const looking = (async () => {
      while (!ended) await second.refresh();
    })();
    await Promise.all(
      [0, 1, 2, 3].map(async (lane) => {
        for (const { sku, featured } of storm.filter((_, at) => at % 4 === lane))
          await desk.put(`/api/catalogue/products/${sku}/featured`, { featured }).expect(204);
      }),
    );
    ended = true;
    await looking;
    await second.refresh();
    const rows = await select<{ sku: string; featured: number }>(other, 'SELECT sku, featured FROM products');
    for (const { loaded } of [second, server.application.host])
      for (const { sku, featured } of rows)
        expect(holds(loaded!.snapshot.featured, loaded!.snapshot.bySku.get(sku)!), sku).toBe(
          Boolean(featured),
        );
  });
});
