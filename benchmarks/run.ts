import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { startDatabase } from '../server/src/database/process';
import { cardRows } from './cards';
import { engineRows, onceRows } from './engine/engine';
import { feedRows } from './feed';
import { figureRows } from './figures';
import { trialRows, whatIfRows } from './trials';
import { findingRows } from './findings';
import { importBesideRows } from './importBeside';
import { interactionRows } from './interactions';
import { layoutRows } from './layout';
import { lighthouseRows } from './lighthouse';
import { machine, type Row } from './measure';
import { boardRows, orderRows } from './orders';
import { searchRows } from './searches';
import { planRows } from './plans';
import { previewRows } from './preview';
import { tableRows } from './table';
import { shopPageRows } from './shopPage';
import { demoRows, importRows, largeRows } from './server';

const LARGE = 100_000;
const HUGE = 1_000_000;

function print(rows: readonly Row[]): void {
  const width = Math.max(...rows.map(({ what }) => what.length));
  for (const { what, figure, aim } of rows)
    process.stdout.write(`${what.padEnd(width)}  ${figure}${aim ? `   (aim ${aim})` : ''}\n`);
}

/** The engine beside its peers, one of which is a database of its own. */
async function engine(size: number): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  const database = await startDatabase(folder, 0, pino({ level: 'error' }));
  try {
    return await engineRows(size, database.url);
  } finally {
    await database.stop();
    await rm(folder, { recursive: true, force: true });
  }
}

interface Measured extends Row {
  /** What was measured in one go. */
  section: string;
  /** When it was measured; a section can be run by itself. */
  measured: string;
}

const RESULTS = path.join(import.meta.dirname, 'results.json');
const rows: Row[] = [];

/** What was measured before, with what has just been measured in place of the section's earlier figures. */
async function keep(section: string, found: readonly Row[]): Promise<void> {
  const measured = new Date().toISOString();
  const before = JSON.parse(await readFile(RESULTS, 'utf8').catch(() => '{}')) as { rows?: Measured[] };
  const others = (before.rows ?? []).filter((row) => row.section !== section);
  const fresh = found.map((row): Measured => ({ ...row, section, measured }));
  await writeFile(
    RESULTS,
    `${JSON.stringify({ machine: machine(), rows: [...others, ...fresh] }, null, 2)}\n`,
  );
}

const section = async (name: string, work: () => Promise<Row[]>): Promise<void> => {
  process.stderr.write(`… ${name}\n`);
  const found = await work();
  rows.push(...found);
  for (const { what, figure } of found) process.stderr.write(`  ${what}: ${figure}\n`);
  // After each section, so that a run that is broken off keeps what it has measured.
  await keep(name, found);
};
/** `npm run bench` measures all; with the name of a section, only that one. */
const SECTIONS: Readonly<Record<string, () => Promise<void>>> = {
  plans: () => section('plans', planRows),
  orders: () => section('orders', () => Promise.resolve([...orderRows(LARGE), ...boardRows(10_000, 2_000)])),
  searches: () => section('searches', () => Promise.resolve(searchRows(LARGE))),
  layout: () => section('layout', () => Promise.resolve(layoutRows())),
  cards: () => section('cards', () => Promise.resolve(cardRows())),
  engine: async () => {
    for (const size of [10_000, LARGE, HUGE])
      await section(`engine and peers, ${size} products`, () => engine(size));
  },
  once: async () => {
    for (const size of [10_000, LARGE, HUGE])
      await section(`requests asked once, ${size} products`, () => onceRows(size));
  },
  demo: async () => {
    const demo = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
    await section('the demo shop', () => demoRows(demo));
    await section('preview', () => previewRows(demo));
    await section('a published page', () => shopPageRows(demo));
    await section('what shoppers do', () => interactionRows(demo));
    await rm(demo, { recursive: true, force: true });
  },
  shoppers: async () => {
    const demo = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
    await section('what shoppers do', () => interactionRows(demo));
    await rm(demo, { recursive: true, force: true });
  },
  lighthouse: async () => {
    const demo = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
    await section('Lighthouse', () => lighthouseRows(demo));
    await rm(demo, { recursive: true, force: true });
  },
  import: () => section('import', importRows),
  beside: () => section('a large file beside shoppers', () => importBesideRows(2 * LARGE)),
  table: () => section(`the products table, ${LARGE} products`, () => tableRows(LARGE)),
  feed: () => section(`what other systems feed, ${LARGE} products`, () => feedRows(LARGE)),
  findings: () => section('findings', () => Promise.resolve(findingRows())),
  figures: () => section('what shoppers do, counted', figureRows),
  trials: () => section('trials, judged', trialRows),
  whatIf: () => section('what if, held against the truth', whatIfRows),
  large: () => section(`a server of ${LARGE} products`, () => largeRows(LARGE)),
};
const asked = process.argv[2];
if (asked !== undefined && !(asked in SECTIONS))
  throw new Error(`“${asked}” is no section; there are ${Object.keys(SECTIONS).join(', ')}.`);
// The shoppers' section is part of the demo's, and there to be run by itself.
for (const [name, run] of Object.entries(SECTIONS))
  if (asked === undefined ? name !== 'shoppers' : name === asked) await run();
process.stdout.write(`\n${machine()}\n\n`);
print(rows);
