import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import type { ImportReport, JobProgress } from '@fond/contract';
import { connect } from '../../database/connect';
import { defineModels } from '../../database/models';
import { importCatalogue } from './importCatalogue';
import type { ImportRequest, Watch } from './importRequest';
import { takeOver } from './takeOver';

/** What the thread is given: a file to be read, or an import that was decided and has to be finished. */
export interface ThreadWork {
  databaseUrl: string;
  work: { read: ImportRequest } | { finish: string };
}

export type ThreadMessage =
  | { kind: 'progress'; progress: JobProgress }
  | { kind: 'done'; report: ImportReport; faults: ImportReport['errors'] }
  | { kind: 'stopped' }
  | { kind: 'failed'; error: unknown };

class Stopped extends Error {}

/** How far the thread steps back behind those who serve, on a scale that ends at 19. */
const NICENESS = 10;

/**
 * Leaves the processor to whoever answers requests. Linux knows each thread by a number of its own, which only the
 * thread itself can read; elsewhere all are alike.
 */
function stepBack(): void {
  if (process.platform !== 'linux') return;
  setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), NICENESS);
}

/** Reads product files on a thread of its own, so that pages are answered as quickly as without. */
async function main(): Promise<void> {
  stepBack();
  const port = parentPort!;
  const { databaseUrl, work } = workerData as ThreadWork;
  const send = (message: ThreadMessage): void => port.postMessage(message);
  let stopped = false;
  port.on('message', () => (stopped = true));
  const watch: Watch = {
    progress: (progress) => send({ kind: 'progress', progress }),
    breathe: async () => {
      await new Promise((resolve) => setImmediate(resolve));
      if (stopped) throw new Stopped();
    },
  };
  const sequelize = connect(databaseUrl);
  defineModels(sequelize);
  try {
    if ('read' in work) send({ kind: 'done', ...(await importCatalogue(sequelize, work.read, watch)) });
    else send({ kind: 'done', report: await takeOver(sequelize, work.finish, watch), faults: [] });
  } catch (error) {
    send(error instanceof Stopped ? { kind: 'stopped' } : { kind: 'failed', error });
  } finally {
    await sequelize.close();
    port.close();
  }
}

await main();
