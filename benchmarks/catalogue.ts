import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { stringify } from 'csv-stringify/sync';
import type { ProductRow, Snapshot } from '@fond/core';
import { SnapshotBuilder } from '@fond/core';
import { demoProducts, type DemoRow } from '../server/src/demo/catalogue/products';
import { Random } from '../server/src/demo/random';

const DAY = 86_400_000;

/** The demo's products over and over, each with a SKU, name, price, age and stock of its own. */
export function* manyRows(count: number, seed = 7): Generator<DemoRow> {
  const random = new Random(seed);
  const patterns = demoProducts(Date.UTC(2026, 0, 1)).map(({ row }) => row);
  for (let n = 0; n < count; n++) {
    const pattern = patterns[n % patterns.length];
    const price = random.whole(300, 30_000) / 100;
    yield {
      ...pattern,
      sku: `G-${n}`,
      title: `${pattern['title']} no. ${n}`,
      'title@fr': pattern['title@fr'] && `${pattern['title@fr']} n° ${n}`,
      price: price.toFixed(2),
      was: random.chance(0.2) ? (price * 1.25).toFixed(2) : '',
      created: new Date(Date.UTC(2026, 0, 1) - random.whole(0, 900) * DAY).toISOString(),
      stock: String(random.whole(0, 60)),
      image: '',
    };
  }
}

export async function writeCsv(file: string, count: number): Promise<void> {
  const out = createWriteStream(file);
  let header = true;
  let batch: DemoRow[] = [];
  const flush = async (): Promise<void> => {
    if (!out.write(stringify(batch, { header }))) await once(out, 'drain');
    header = false;
    batch = [];
  };
  for (const row of manyRows(count)) if (batch.push(row) === 500) await flush();
  if (batch.length) await flush();
  out.end();
  await once(out, 'finish');
}

/** Products of a snapshot multiplied in memory, for measuring the engine without a database. */
export function enlarged(
  snapshot: Snapshot,
  products: readonly ProductRow[],
  count: number,
  seed = 11,
): { snapshot: Snapshot; rows: ProductRow[] } {
  const random = new Random(seed);
  const builder = new SnapshotBuilder(snapshot.frame);
  const rows: ProductRow[] = [];
  for (let n = 0; n < count; n++) {
    const pattern = products[random.whole(0, products.length - 1)];
    const row: ProductRow = {
      ...pattern,
      id: n + 1,
      sku: `G-${n}`,
      slug: `g-${n}`,
      titles: { en: `${pattern.titles['en'] ?? ''} ${n}` },
      descriptions: {},
      price: random.whole(300, 30_000),
      created: Date.UTC(2026, 0, 1) - random.whole(0, 900) * DAY,
      stock: random.whole(0, 60),
      rating: random.chance(0.8) ? random.whole(20, 50) / 10 : null,
      ratings: random.whole(1, 300),
    };
    rows.push(row);
    builder.add(row);
  }
  return { snapshot: builder.finish(1), rows };
}
