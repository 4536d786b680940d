import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import type { ProductRow } from '@fond/core';
import { loadProducts, loadSnapshot } from '../server/src/catalogue/loadSnapshot';
import { connect } from '../server/src/database/connect';
import { migrate } from '../server/src/database/migrate';
import { defineModels } from '../server/src/database/models';
import { startDatabase } from '../server/src/database/process';
import { seedDemo } from '../server/src/demo/seed';
import { PictureStore } from '../server/src/media/pictures';
import { engineRows } from './engine';
import { machine, type Row } from './measure';
import { previewRows } from './preview';
import { demoRows, importRows, largeRows } from './server';

const LARGE = 100_000;

function print(rows: readonly Row[]): void {
  const width = Math.max(...rows.map(({ what }) => what.length));
  for (const { what, figure, aim } of rows)
    process.stdout.write(`${what.padEnd(width)}  ${figure}${aim ? `   (aim ${aim})` : ''}\n`);
}

/** The demo's products as rows, for the engine alone. */
async function engine(): Promise<Row[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
  const log = pino({ level: 'error' });
  const database = await startDatabase(folder, 0, log);
  const sequelize = connect(database.url);
  try {
    defineModels(sequelize);
    await migrate(sequelize);
    const pictures = new PictureStore(folder);
    await pictures.prepare();
    await seedDemo(sequelize, pictures, log);
    const products: ProductRow[] = await loadProducts(sequelize);
    return engineRows(await loadSnapshot(sequelize), products);
  } finally {
    await sequelize.close();
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
};
await section('engine and peer', engine);
const demo = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
await section('the demo shop', () => demoRows(demo));
await section('preview', () => previewRows(demo));
await rm(demo, { recursive: true, force: true });
await section('import', importRows);
await section(`a server of ${LARGE} products (takes some minutes)`, () => largeRows(LARGE));
process.stdout.write(`\n${machine()}\n\n`);
print(rows);
await writeFile(
  path.join(import.meta.dirname, 'results.json'),
  `${JSON.stringify({ date: new Date().toISOString(), machine: machine(), rows }, null, 2)}\n`,
);
