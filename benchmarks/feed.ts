import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { pino } from 'pino';
import type { FeedChange } from '@fond/contract';
import { startDatabase } from '../server/src/database/process';
import { writeCsv } from './catalogue';
import { spreadOf, spreadRow, type Row } from './measure';
import { addPerson, signIn, type Caller } from './person';
import { importFromFile, startApplication } from './server';

const BATCHES = 20;
const CHANGES = 10;
/** Between one batch and the next, and between one look at a page and the next, in milliseconds. */
const BETWEEN = 100;
const LOOK = 10;
const WATCHED = 'G-7';
const ADDRESS = '/shop/products/watched';

/** Looks at the product's page until it tells a price; answers when that was. */
async function seen(url: string, price: string): Promise<number> {
  for (;;) {
    const page = await fetch(url + ADDRESS);
    if ((await page.text()).includes(`€${price}`)) return performance.now();
    await delay(LOOK);
  }
}

/** Lets a system feed the shop. */
async function machine(
  desk: Caller,
  url: string,
): Promise<(key: string, changes: FeedChange[]) => Promise<void>> {
  const answer = await desk.ask('POST', '/api/feed/systems', { name: 'Bench' });
  const { token } = (await answer.json()) as { token: string };
  return async (key, changes) => {
    const taken = await fetch(`${url}/api/feed/batches`, {
      method: 'POST',
      headers: { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' },
      body: JSON.stringify({ key, changes }),
    });
    if (!taken.ok) throw new Error(`The batch was answered ${taken.status}: ${await taken.text()}`);
  };
}

/** From the moment at which a batch is sent until shoppers see it, on the server that took it and on another one. */
export async function feedRows(count: number): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  try {
    const file = path.join(folder, 'first.csv');
    await writeCsv(file, count);
    await importFromFile(folder, file);
    await addPerson(folder);
    const database = await startDatabase(folder, 0, pino({ level: 'error' }));
    const taking = await startApplication(folder, false, database.url);
    const other = await startApplication(folder, false, database.url);
    const desk = await signIn(taking.url);
    const cells = [{ sku: WATCHED, column: 'slug', value: 'watched', seen: null }];
    await desk.ask('POST', '/api/catalogue/edits', { cells });
    const send = await machine(desk, taking.url);
    const [here, there]: [number[], number[]] = [[], []];
    for (let n = 0; n < BATCHES; n++) {
      const price = `${n + 11}.73`;
      const changes = Array.from({ length: CHANGES }, (_, at): FeedChange => ({
        sku: `G-${at + 7}`,
        number: n + 1,
        set: { price, stock: n + at },
      }));
      const started = performance.now();
      const [atTaking, atOther] = await Promise.all([
        seen(taking.url, price),
        seen(other.url, price),
        send(`batch-${n}`, changes),
      ]);
      here.push(atTaking - started);
      there.push(atOther - started);
      await delay(BETWEEN);
    }
    await other.stop();
    await taking.stop();
    await database.stop();
    const what = `${CHANGES} changes fed until shoppers see them, ${count} products`;
    return [
      spreadRow(`${what}, same server`, spreadOf(here), '< 1 s'),
      spreadRow(`${what}, another server`, spreadOf(there), '< 1 s'),
    ];
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
