import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { Job, ProductRows } from '@fond/contract';
import { writeCsv } from './catalogue';
import { spreadOf, spreadRow, timedAsync, type Row } from './measure';
import { addPerson, signIn, type Caller } from './person';
import { importFromFile, startApplication } from './server';

const COLUMNS = ['sku', 'title', 'category', 'price', 'was', 'stock', 'featured', 'tags'];
const WINDOW = 100;
const MANY = 10_000;
/** Between one edit and the next, in milliseconds. */
const BETWEEN = 100;

const rows = async (desk: Caller, question: object): Promise<ProductRows> =>
  (
    await desk.ask('POST', '/api/catalogue/rows', { columns: COLUMNS, from: 0, count: WINDOW, ...question })
  ).json() as Promise<ProductRows>;

/** The job's end, looked at often. */
async function ended(desk: Caller, id: string): Promise<Job> {
  for (;;) {
    const job = (await (await desk.ask('GET', `/api/jobs/${id}`)).json()) as Job;
    if (job.state === 'done' || job.state === 'failed') return job;
    await delay(50);
  }
}

const seconds = (milliseconds: number): string => `${(milliseconds / 1000).toFixed(1)} s`;

/** A products table over a large catalogue: its windows, an edit until shoppers see it, and many products at once. */
export async function tableRows(count: number): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  try {
    const file = path.join(folder, 'first.csv');
    await writeCsv(file, count);
    await importFromFile(folder, file);
    await addPerson(folder);
    const server = await startApplication(folder, false);
    const desk = await signIn(server.url);
    await rows(desk, {});
    const windows = async (question: (n: number) => object): Promise<number[]> => {
      const times: number[] = [];
      for (let n = 0; n < 60; n++) times.push(await timedAsync(() => rows(desk, question(n))));
      return times;
    };
    const first = await windows((n) => ({
      clauses: [{ kind: 'number', field: 'price', from: n, to: null }],
    }));
    const next = await windows((n) => ({ from: ((n * 997) % (count / WINDOW)) * WINDOW }));
    const sorted = await windows((n) => ({
      sorting: { by: n % 2 ? 'price' : 'stock', down: n % 3 > 0 },
      from: n * WINDOW,
    }));
    const found = await windows((n) => ({ q: `copper ${n}` }));
    const edits = async (column: string, value: (n: number) => string): Promise<number[]> => {
      const times: number[] = [];
      for (let n = 0; n < 20; n++) {
        const cells = [{ sku: `G-${n * 31 + 7}`, column, value: value(n), seen: null }];
        // Its answer comes once this server shows it.
        times.push(await timedAsync(() => desk.ask('POST', '/api/catalogue/edits', { cells })));
        await delay(BETWEEN);
      }
      return times;
    };
    const priced = await edits('price', (n) => `${n + 3}.50`);
    const titled = await edits('title', (n) => `Edited ${n}`);
    const skus = (
      await Promise.all(Array.from({ length: MANY / WINDOW }, (_, n) => rows(desk, { from: n * WINDOW })))
    ).flatMap((answer) => answer.rows.map(({ sku }) => sku));
    const bulk = {
      skus,
      filter: {},
      column: 'tags',
      change: { kind: 'entries', add: ['Bench'], remove: [] },
    };
    const trial = await timedAsync(() => desk.ask('POST', '/api/catalogue/bulk/trial', bulk));
    const many = await timedAsync(async () => {
      const job = (await (await desk.ask('POST', '/api/catalogue/bulk', bulk)).json()) as Job;
      await ended(desk, job.id);
    });
    const taken = await timedAsync(async () => {
      const answer = await desk.ask('GET', '/api/catalogue/export');
      for await (const _ of answer.body!);
    });
    await server.stop();
    return [
      spreadRow(`table of ${count}: first rows of a filter`, spreadOf(first), '< 150 ms'),
      spreadRow(`table of ${count}: another window`, spreadOf(next), '< 80 ms'),
      spreadRow(`table of ${count}: a window in another order`, spreadOf(sorted)),
      spreadRow(`table of ${count}: first rows of a search`, spreadOf(found), '< 150 ms'),
      spreadRow(`price written until shoppers see it, ${count} products`, spreadOf(priced), '< 1 s'),
      spreadRow(`name written until shoppers see it, ${count} products`, spreadOf(titled), '< 1 s'),
      {
        what: `a change of ${MANY} of ${count} products told before`,
        figure: seconds(trial),
        values: { seconds: trial / 1000 },
      },
      {
        what: `a tag for ${MANY} of ${count} products, until shoppers see it`,
        figure: seconds(many),
        aim: '< 10 s',
        values: { seconds: many / 1000 },
      },
      {
        what: `${count} products taken out as CSV`,
        figure: seconds(taken),
        aim: '< 20 s',
        values: { seconds: taken / 1000 },
      },
    ];
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
