import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import type { TestProject } from 'vitest/node';
import type { DatabaseServer } from './databaseServer';
import { seedDemoShop, type DemoShop } from './demoShop';
import { startDatabase } from '../../server/src/database/process';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseServer: DatabaseServer;
    demoShop: DemoShop;
  }
}

/** A MariaDB server of the tests' own, on a free port with a throw-away folder. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-test-'));
  const database = await startDatabase(folder, 0, pino({ level: 'warn' }));
  const server = { url: database.url.replace(/\/fond$/, ''), socket: database.socket };
  const demo = await seedDemoShop(server);
  project.provide('databaseServer', server);
  project.provide('demoShop', { database: demo.database, folder: demo.folder });
  return async () => {
    await database.stop();
    await demo.remove();
    await rm(folder, { recursive: true, force: true });
  };
}
