import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import type { TestProject } from 'vitest/node';
import { startDatabase } from '../../server/src/database/process';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Of the tests' own MariaDB server, without a database name. */
    databaseServer: string;
    baseUrl: string;
  }
}

/** A MariaDB server of the tests' own, on a free port with a throw-away folder. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await mkdtemp(path.join(tmpdir(), 'fond-test-'));
  const database = await startDatabase(folder, 0, pino({ level: 'warn' }));
  project.provide('databaseServer', database.url.replace(/\/fond$/, ''));
  return async () => {
    await database.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
