import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { importCatalogue } from '../server/src/catalogue/import/importCatalogue';
import { connect } from '../server/src/database/connect';
import { migrate } from '../server/src/database/migrate';
import { defineModels } from '../server/src/database/models';
import { startDatabase } from '../server/src/database/process';
import { writeCsv } from './catalogue';
import { AS_FOUND } from '../server/src/catalogue/import/importRequest';

/** Run by itself, so that its memory is its own: prints seconds and peak memory of reading a file of N products. */
const count = Number(process.argv[2] ?? 20_000);
const folder = await mkdtemp(path.join(tmpdir(), 'fond-bench-'));
const database = await startDatabase(folder, 0, pino({ level: 'error' }));
const sequelize = connect(database.url);
defineModels(sequelize);
await migrate(sequelize);
const file = path.join(folder, 'products.csv');
await writeCsv(file, count);
const request = {
  path: file,
  name: 'products.csv',
  kind: 'csv',
  ...AS_FOUND,
  leaveOut: false,
  dryRun: false,
  userId: null,
} as const;
const times: number[] = [];
for (const expected of [{ created: count }, { unchanged: count }]) {
  const started = performance.now();
  const { report } = await importCatalogue(
    sequelize,
    { ...request, id: randomUUID() },
    { progress: () => undefined, breathe: () => Promise.resolve() },
  );
  times.push((performance.now() - started) / 1000);
  for (const [key, value] of Object.entries(expected))
    if (report[key as 'created'] !== value)
      throw new Error(`${key} is ${report[key as 'created']}: ${JSON.stringify(report.errors.slice(0, 3))}`);
}
const peak = process.resourceUsage().maxRSS / 1024;
process.stdout.write(JSON.stringify({ count, first: times[0], again: times[1], peak }) + '\n');
await sequelize.close();
await database.stop();
await rm(folder, { recursive: true, force: true });
