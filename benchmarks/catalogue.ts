import { createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { stringify } from 'csv-stringify/sync';
import { demoProducts, type DemoRow } from '../server/src/demo/catalogue/products';
import { Random } from '../server/src/random';

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

export async function writeCsv(file: string, count: number, seed = 7): Promise<void> {
  const out = createWriteStream(file);
  let header = true;
  let batch: DemoRow[] = [];
  const flush = async (): Promise<void> => {
    if (!out.write(stringify(batch, { header }))) await once(out, 'drain');
    header = false;
    batch = [];
  };
  for (const row of manyRows(count, seed)) if (batch.push(row) === 500) await flush();
  if (batch.length) await flush();
  out.end();
  await once(out, 'finish');
}
