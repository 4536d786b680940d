import { createConnection, type Connection } from 'mariadb';
import type { ProductRow } from '@fond/core';
import { MANY, pathsOf, SINGLE } from './catalogue';
import type { Peer } from './peers';
import { PAGE_SIZE, VALUE_FACETS, valuesOf, type ListingRequest } from './requests';

const MANY_KEYS = [...Object.keys(MANY), 'tag'];
const BATCH = 2_000;
const column = (key: string): string => `\`${key}\``;

/**
 * Tables as one would make them for listings: a product's own columns with an index each, one table a facet with
 * several values and one for the categories, indexed both ways; one grouped query a facet.
 */
export async function mariadbPeer(url: string, rows: Iterable<ProductRow>): Promise<Peer> {
  const { hostname, port, username, pathname } = new URL(url);
  const db = await createConnection({
    host: hostname,
    port: Number(port),
    user: decodeURIComponent(username),
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
      for (const key of VALUE_FACETS) {
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
      const priced = where(request, 'price');
      const buckets: { n: number }[] = await db.query(
        `SELECT FLOOR(p.price / 1000) bucket, COUNT(*) n FROM bench p WHERE ${priced.sql} GROUP BY bucket`,
        priced.values,
      );
      const order = request.order === 'price' ? 'p.price, p.id' : 'p.created DESC, p.id';
      const ids: { id: number }[] = await db.query(
        `SELECT p.id FROM bench p WHERE ${page.sql} ORDER BY ${order} LIMIT ${PAGE_SIZE} OFFSET ${(request.page - 1) * PAGE_SIZE}`,
        page.values,
      );
      return {
        total,
        counts,
        priced: buckets.reduce((sum, { n }) => sum + n, 0),
        ids: ids.map(({ id }) => id),
      };
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
  if (request.price && except !== 'price') {
    parts.push('p.price BETWEEN ? AND ?');
    values.push(...request.price.map((euros) => euros * 100));
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
  const singles = Object.keys(SINGLE);
  await db.query(
    `CREATE TABLE bench (id INT PRIMARY KEY, price INT NOT NULL, created BIGINT NOT NULL, ${singles
      .map((key) => `${column(key)} VARCHAR(16)`)
      .join()}, INDEX (price, id), INDEX (created, id), ${singles.map((key) => `INDEX (${column(key)})`).join()})`,
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
    put('bench', [row.id, row.price, row.created, ...singles.map((key) => valuesOf(row, key)[0] ?? null)]);
    for (const key of MANY_KEYS) for (const value of valuesOf(row, key)) put(`bench_${key}`, [row.id, value]);
    for (const path of pathsOf(row)) put('bench_path', [row.id, path]);
    if (++count % BATCH === 0) await flush();
  }
  await flush();
  await db.query(`ANALYZE TABLE bench, ${[...MANY_KEYS, 'path'].map((key) => `bench_${key}`).join()}`);
}
