import { openAsBlob } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import { createConnection } from 'mariadb';
import { pino } from 'pino';
import type { Job } from '@fond/contract';
import { startDatabase } from '../server/src/database/process';
import { writeCsv } from './catalogue';
import { spreadOf, spreadRow, timedAsync, type Row } from './measure';
import { addPerson, caller, signIn, type Caller } from './person';
import { importFromFile, startApplication } from './server';

/** How long the shop is watched without an import, in milliseconds. */
const AT_REST = 120_000;
/** What nobody should wait for, in milliseconds. */
const LONG = 300;
/** Between one round of requests and the next, in milliseconds. */
const BETWEEN = 150;

type Times = Record<'kept' | 'made' | 'star' | 'cart', number[]>;

/** One round after another of what shoppers and colleagues do, one request at a time, until `over`. */
async function watch(desk: Caller, shopper: Caller, over: () => boolean): Promise<Times> {
  const times: Times = { kept: [], made: [], star: [], cart: [] };
  const read = (address: string): Promise<unknown> =>
    shopper.ask('GET', address).then((answer) => answer.arrayBuffer());
  for (let round = 0; !over(); round++) {
    times.kept.push(await timedAsync(() => read('/shop/cookware/pans')));
    times.made.push(await timedAsync(() => read(`/shop/cookware?price=${round}..${round + 300}`)));
    const sku = `G-${(round * 37) % 1000}`;
    const star = `/api/catalogue/products/${sku}/featured`;
    times.star.push(await timedAsync(() => desk.ask('PUT', star, { featured: round % 2 === 0 })));
    const pieces = { quantity: 1 + (round % 3) };
    times.cart.push(await timedAsync(() => shopper.ask('PUT', `/api/shop/cart/${IN_CART}`, pieces)));
    await delay(BETWEEN);
  }
  return times;
}

/** A product of which there is always enough. */
const IN_CART = 'ALWAYS-1';

const spreadRows = (times: Times, when: string): Row[] =>
  (
    [
      ['kept', 'page from the cache'],
      ['made', 'page that is made'],
      ['star', 'star'],
      ['cart', 'pieces in the cart'],
    ] as const
  ).map(([key, what]) => {
    const spread = spreadOf(times[key]);
    const worst = Math.max(...times[key]);
    const long = times[key].filter((time) => time > LONG).length;
    const row = spreadRow(
      `${what}, ${when}`,
      spread,
      key === 'star' || key === 'cart' ? '< 300 ms' : undefined,
    );
    return {
      ...row,
      figure: `${row.figure}, worst of ${times[key].length}: ${worst.toFixed(0)} ms, ${long} over ${LONG} ms`,
      values: { ...row.values, worst, long },
    };
  });

/** What shoppers and colleagues notice of a file that changes every product of a large catalogue. */
export async function importBesideRows(count: number): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  try {
    const [first, second] = [path.join(folder, 'first.csv'), path.join(folder, 'second.csv')];
    await writeCsv(first, count);
    await writeCsv(second, count, 8);
    await importFromFile(folder, first);
    await addPerson(folder);
    const database = await startDatabase(folder, 0, pino({ level: 'error' }));
    const server = await startApplication(folder, false, database.url);
    const desk = await signIn(server.url);
    const put = new FormData();
    const line = `sku,title,category,price,stock\n${IN_CART},Salt cellar,Table,4.00,100000\n`;
    put.set('file', new Blob([line]), 'one.csv');
    await finished(desk, await startImport(desk, put));
    const shopper = caller(server.url);
    for (;;) {
      const taken = await shopper.ask('POST', '/api/shop/cart', { sku: IN_CART, quantity: 1 }).then(
        () => true,
        () => false,
      );
      if (taken) break;
      await delay(200);
    }
    const until = performance.now() + AT_REST;
    const rest = await watch(desk, shopper, () => performance.now() > until);
    const form = new FormData();
    form.set('file', await openAsBlob(second), 'products.csv');
    const started = performance.now();
    const job = await startImport(desk, form);
    let ended: Job | null = null;
    const end = finished(desk, job).then((last) => (ended = last));
    const beside = await watch(desk, shopper, () => ended !== null);
    await end;
    const seconds = (performance.now() - started) / 1000;
    await server.stop();
    const wait = await longestWait(database.url);
    await database.stop();
    return [
      {
        what: `a file that changes ${count} products of ${count}`,
        figure: `${seconds.toFixed(0)} s`,
        values: { seconds },
      },
      ...spreadRows(rest, 'at rest'),
      ...spreadRows(beside, 'beside the file'),
      {
        what: 'the longest that any write waited for a row that another one held, beside the file',
        figure: `${wait} ms`,
        aim: '< 300 ms',
        values: { wait },
      },
    ];
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** In milliseconds, since the database was started: what it counted itself, so without what the machine's other work took. */
async function longestWait(database: string): Promise<number> {
  const connection = await createConnection(database);
  const [{ Value }] = await connection.query<{ Value: string }[]>(
    "SHOW GLOBAL STATUS LIKE 'Innodb_row_lock_time_max'",
  );
  await connection.end();
  return Number(Value);
}

const startImport = async (desk: Caller, form: FormData): Promise<string> =>
  ((await (await desk.ask('POST', '/api/catalogue/import', form)).json()) as Job).id;

async function finished(desk: Caller, id: string): Promise<Job> {
  for (;;) {
    const job = (await (await desk.ask('GET', `/api/jobs/${id}`)).json()) as Job;
    if (job.state === 'done') return job;
    if (job.state === 'failed') throw new Error(`The file was not taken: ${JSON.stringify(job)}`);
    await delay(500);
  }
}
