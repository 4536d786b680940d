import { createConnection, type Connection } from 'mariadb';
import type { ProductRow } from '@fond/core';
import { MANY, pathsOf, SINGLE, WIDE } from './catalogue';
import { BUCKET, FACETS, type Peer } from './peer';
import {
  NUMBER_FACETS,
  numberOf,
  PAGE_SIZE,
  VALUE_FACETS,
  valuesOf,
  Widest,
  type ListingRequest,
} from './requests';

const MANY_KEYS = [...Object.keys(MANY), 'tag'];
const SINGLE_KEYS = [...Object.keys(SINGLE), WIDE];
const BATCH = 2_000;
const column = (key: string): string => `\`${key}\``;

/**
 * Tables as one would make them for listings: a product's own columns with an index each, one table a facet with
 * several values and one for the categories, indexed both ways; one grouped query a facet.
 */
export async function mariadbPeer(url: string, rows: Iterable<ProductRow>): Promise<Peer> {
  const { hostname, port, username, password, pathname } = new URL(url);
  const db = await createConnection({
    host: hostname,
    port: Number(port),
    user: decodeURIComponent(username),
    password: decodeURIComponent(password),
    database: pathname.slice(1),
    bigIntAsNumber: true,
    decimalAsNumber: true,
  });
  await fill(db, rows);
  return {
    name: 'MariaDB 10.11, indexed',
    async answer(request) {
      const page = where(request, null);
      const [{ total }] = await db.query(`SELECT COUNT(*) total FROM bench p WHERE ${page.sql}`, page.values);
      const counts: Record<string, Record<string, number>> = {};
      for (const key of FACETS) {
        const { sql, values } = where(request, key);
        const found: { value: string; n: number }[] = MANY_KEYS.includes(key)
          ? await db.query(
              `SELECT f.value, COUNT(*) n FROM bench p JOIN bench_${key} f ON f.product = p.id WHERE ${sql} GROUP BY f.value`,
              values,
            )
          : await db.query(
              `SELECT p.${column(key)} value, COUNT(*) n FROM bench p WHERE ${sql} AND p.${column(key)} IS NOT NULL GROUP BY p.${column(key)}`,
              values,
            );
        counts[key] = Object.fromEntries(found.map(({ value, n }) => [value, n]));
      }
      const { [WIDE]: widely, ...narrow } = counts;
      const wide = new Widest(String);
      for (const [value, count] of Object.entries(widely)) wide.add(value, count);
      const numbers = { price: 0, weight: 0 };
      for (const key of NUMBER_FACETS) {
        const { sql, values } = where(request, key);
        const buckets: { n: number }[] = await db.query(
          `SELECT FLOOR(p.${key} / ${BUCKET[key] * 100}) bucket, COUNT(*) n FROM bench p WHERE ${sql} AND p.${key} IS NOT NULL GROUP BY bucket`,
          values,
        );
        for (const { n } of buckets) numbers[key] += n;
      }
      const order = request.order === 'price' ? 'p.price, p.id' : 'p.created DESC, p.id';
      const ids: { id: number }[] = await db.query(
        `SELECT p.id FROM bench p WHERE ${page.sql} ORDER BY ${order} LIMIT ${PAGE_SIZE} OFFSET ${(request.page - 1) * PAGE_SIZE}`,
        page.values,
      );
      return {
        total,
        counts: Object.fromEntries(VALUE_FACETS.map((key) => [key, narrow[key]])),
        wide: wide.answer(),
        numbers,
        ids: ids.map(({ id }) => id),
      };
    },
    async reprice(id, cents) {
      await db.query('UPDATE bench SET price = ? WHERE id = ?', [cents, id]);
    },
    async close() {
      await db.end();
    },
  };
}

function where(request: ListingRequest, except: string | null): { sql: string; values: unknown[] } {
  const parts = ['1'];
  const values: unknown[] = [];
  if (request.path !== null) {
    parts.push('p.id IN (SELECT product FROM bench_path WHERE value = ?)');
    values.push(request.path);
  }
  if (request.stocked) parts.push('p.stocked = 1');
  for (const key of NUMBER_FACETS) {
    const span = request.numbers[key];
    if (!span || key === except) continue;
    parts.push(`p.${key} BETWEEN ? AND ?`);
    values.push(...span.map((bound) => Math.round(bound * 100)));
  }
  for (const [key, chosen] of Object.entries(request.values)) {
    if (key === except) continue;
    const marks = chosen.map(() => '?').join();
    parts.push(
      MANY_KEYS.includes(key)
        ? `p.id IN (SELECT product FROM bench_${key} WHERE value IN (${marks}))`
        : `p.${column(key)} IN (${marks})`,
    );
    values.push(...chosen);
  }
  return { sql: parts.join(' AND '), values };
}

async function fill(db: Connection, rows: Iterable<ProductRow>): Promise<void> {
  await db.query(`DROP TABLE IF EXISTS bench, ${[...MANY_KEYS, 'path'].map((key) => `bench_${key}`).join()}`);
  await db.query(
    `CREATE TABLE bench (id INT PRIMARY KEY, price INT NOT NULL, weight INT, created BIGINT NOT NULL, stocked BOOL NOT NULL, ${SINGLE_KEYS.map(
      (key) => `${column(key)} VARCHAR(16)`,
    ).join()}, INDEX (price, id), INDEX (weight), INDEX (created, id), ${SINGLE_KEYS.map(
      (key) => `INDEX (${column(key)})`,
    ).join()})`,
  );
  for (const key of [...MANY_KEYS, 'path'])
    await db.query(
      `CREATE TABLE bench_${key} (product INT, value VARCHAR(40), PRIMARY KEY (product, value), INDEX (value, product))`,
    );
  const waiting = new Map<string, unknown[][]>();
  const flush = async (): Promise<void> => {
    for (const [table, batch] of waiting)
      if (batch.length)
        await db.batch(`INSERT INTO ${table} VALUES (${batch[0].map(() => '?').join()})`, batch);
    waiting.clear();
  };
  const put = (table: string, row: unknown[]): void =>
    void (waiting.get(table)?.push(row) ?? waiting.set(table, [row]));
  let count = 0;
  for (const row of rows) {
    const weight = numberOf(row, 'weight');
    put('bench', [
      row.id,
      row.price,
      weight === null ? null : Math.round(weight * 100),
      row.created,
      row.stock ? 1 : 0,
      ...SINGLE_KEYS.map((key) => valuesOf(row, key)[0] ?? null),
    ]);
    for (const key of MANY_KEYS) for (const value of valuesOf(row, key)) put(`bench_${key}`, [row.id, value]);
    for (const path of pathsOf(row)) put('bench_path', [row.id, path]);
    if (++count % BATCH === 0) await flush();
  }
  await flush();
  await db.query(`ANALYZE TABLE bench, ${[...MANY_KEYS, 'path'].map((key) => `bench_${key}`).join()}`);
}
