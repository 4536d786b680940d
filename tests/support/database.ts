import { mkdtemp, rm, statfs } from 'node:fs/promises';
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

const MEMORY = '/dev/shm';
const ROOM = 8 * 2 ** 30;

/** In memory where there is room: that a disk is slow at times is no fault of what is tested. */
async function throwAwayFolder(): Promise<string> {
  const memory = await statfs(MEMORY).catch(() => null);
  const roomy = memory !== null && memory.bavail * memory.bsize >= ROOM;
  return mkdtemp(path.join(roomy ? MEMORY : tmpdir(), 'fond-test-'));
}

/** A MariaDB server of the tests' own, on a free port with a throw-away folder. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await throwAwayFolder();
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
