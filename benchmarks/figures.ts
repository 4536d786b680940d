import { randomBytes } from 'node:crypto';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { setTimeout as delay } from 'node:timers/promises';
import type { Figures, ViewBatch } from '@fond/contract';
import type { PageModel, ShelfModel } from '@fond/core';
import type { Row } from './measure';
import { addPerson, signIn } from './person';
import { startApplication } from './server';

/** Events are cards; a browser tells of some ten at a time. */
const EVENTS_A_SECOND = 500;
const EVENTS = 10;
const SECONDS = 30;
/** Until what was told is stored, in milliseconds. */
const SETTLED = 5_000;
/** Jiffies of a second, as Linux counts a process's time. */
const JIFFIES = 100;
const BROWSER = 'Mozilla/5.0 (X11; Linux x86_64) Gecko/20100101 Firefox/140.0';
const AISLES = ['/', '/cookware', '/cookware/pans', '/table', '/baking', '/knives-and-boards'];

/** Processor time of a process so far, in milliseconds. */
async function processorTime(pid: number): Promise<number> {
  const fields = (await readFile(`/proc/${pid}/stat`, 'utf8')).split(') ')[1].split(' ');
  return ((Number(fields[11]) + Number(fields[12])) / JIFFIES) * 1_000;
}

async function pagesOf(url: string): Promise<{ page: PageModel; shelf: ShelfModel }[]> {
  return Promise.all(
    AISLES.map(async (aisle) => {
      const answer = await fetch(`${url}/api/shop/page?address=${encodeURIComponent(aisle)}`);
      const page = (await answer.json()) as PageModel;
      return { page, shelf: page.fixtures.find(({ type }) => type === 'shelf') as ShelfModel };
    }),
  );
}

/** What counting costs, and whether all is counted that browsers tell at once. */
export async function figureRows(): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  try {
    const started = await startApplication(folder, true);
    await started.stop();
    await addPerson(folder);
    const running = await startApplication(folder, true);
    const pages = await pagesOf(running.url);
    const tell = async (n: number): Promise<void> => {
      const { page, shelf } = pages[n % pages.length];
      const from = n % Math.max(1, shelf.cards.length - EVENTS);
      const batch: ViewBatch = {
        id: randomBytes(12).toString('hex'),
        views: [
          {
            at: {
              ...{ aisle: page.aisle.key, plan: page.plan.id, edition: page.frame.edition },
              ...{ lang: 'en', width: (['wide', 'medium', 'narrow'] as const)[n % 3], narrowed: false },
            },
            asked: { facets: [], order: null, query: null, found: shelf.total },
            opens: true,
            cards: shelf.cards.slice(from, from + EVENTS).map(({ sku }, at) => ({
              ...{ shelf: shelf.id, place: from + at + 1, sku, badges: [], seen: true },
              ...(at === 0 && { clicked: true }),
            })),
          },
        ],
      };
      const answer = await fetch(`${running.url}/api/shop/views`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'User-Agent': BROWSER },
        body: JSON.stringify(batch),
      });
      if (answer.status !== 204) throw new Error(`The batch was answered ${answer.status}.`);
    };
    for (let n = 0; n < 200; n++) await tell(n);
    await delay(SETTLED);
    const idle = await idleTime(running.pid);
    const busy = await processorTime(running.pid);
    const begun = performance.now();
    const batches = (EVENTS_A_SECOND * SECONDS) / EVENTS;
    const open: Promise<void>[] = [];
    for (let n = 0; n < batches; n++) {
      const due = begun + (n * EVENTS * 1_000) / EVENTS_A_SECOND;
      if (due > performance.now()) await delay(due - performance.now());
      open.push(tell(n));
    }
    await Promise.all(open);
    const took = (performance.now() - begun) / 1_000;
    await delay(SETTLED);
    const spent = (await processorTime(running.pid)) - busy - idle * (took + SETTLED / 1_000);
    const desk = await signIn(running.url);
    const { now } = (await (await desk.ask('GET', '/api/figures')).json()) as Figures;
    await running.stop();
    const told = (batches + 200) * EVENTS;
    return [
      {
        what: `processor time of the server for an event that is counted, ${Math.round((batches * EVENTS) / took)} events a second`,
        figure: `${(spent / (batches * EVENTS)).toFixed(3)} ms`,
        aim: '≤ 0.2 ms',
        values: { perEvent: spent / (batches * EVENTS), perSecond: (batches * EVENTS) / took },
      },
      {
        what: 'events that were told and not counted',
        figure: `${told - now.seen} of ${told}`,
        aim: '0',
        values: { lost: told - now.seen, told },
      },
    ];
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Milliseconds of processor time a second that the server takes by itself. */
async function idleTime(pid: number): Promise<number> {
  const before = await processorTime(pid);
  await delay(5_000);
  return ((await processorTime(pid)) - before) / 5;
}
