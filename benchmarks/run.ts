import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { startDatabase } from '../server/src/database/process';
import { engineRows } from './engine/engine';
import { machine, type Row } from './measure';
import { previewRows } from './preview';
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

const rows: Row[] = [];
const section = async (name: string, work: () => Promise<Row[]>): Promise<void> => {
  process.stderr.write(`… ${name}\n`);
  const found = await work();
  rows.push(...found);
  for (const { what, figure } of found) process.stderr.write(`  ${what}: ${figure}\n`);
  // After each section, so that a run that is broken off keeps what it has measured.
  await writeFile(
    path.join(import.meta.dirname, 'results.json'),
    `${JSON.stringify({ date: new Date().toISOString(), machine: machine(), rows }, null, 2)}\n`,
  );
};
const engineAt = (size: number): Promise<void> =>
  section(`engine and peers, ${size} products`, () => engine(size));

await engineAt(10_000);
await engineAt(LARGE);
if (!process.argv.includes('engine')) {
  const demo = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  await section('the demo shop (draws its pictures first, which takes some minutes)', () => demoRows(demo));
  await section('preview', () => previewRows(demo));
  await rm(demo, { recursive: true, force: true });
  await section('import', importRows);
  await section(`a server of ${LARGE} products (takes some minutes)`, () => largeRows(LARGE));
}
await engineAt(HUGE);
process.stdout.write(`\n${machine()}\n\n`);
print(rows);
