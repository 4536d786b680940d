import { randomUUID } from 'node:crypto';
import { stat } from 'node:fs/promises';
import { setImmediate } from 'node:timers/promises';
import type { Sequelize, Transaction } from 'sequelize';
import type { Job, JobKind } from '@fond/contract';
import { select } from '../../database/rows';
import { inUnit } from '../../database/unit';
import { BrokenOff, ToBeContinued, type Jobs, type Outcome, type Work } from '../../job/jobs';
import { importCatalogue } from './importCatalogue';
import type { ImportRequest, Watch } from './importRequest';
import { onImportThread } from './importThread';
import { takeOver } from './takeOver';
import type { ThreadWork } from './thread';

/** Imports that were decided and have not come to their end. */
async function unfinished(sequelize: Sequelize): Promise<string[]> {
  const rows = await select<{ id: string }>(sequelize, 'SELECT id FROM imports WHERE done_at IS NULL');
  return rows.map(({ id }) => id);
}

/** Rows that imports have set aside are kept for servers that were away for a while. */
const KEPT_DAYS = 2;

/** Clears away what imports that have ended, or were broken off, have set aside. */
const clear = (sequelize: Sequelize): Promise<void> =>
  inUnit(sequelize, (transaction) => clearWithin(sequelize, transaction));

async function clearWithin(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  await sequelize.query(
    `DELETE FROM imports WHERE done_at < UTC_TIMESTAMP(3) - INTERVAL ${KEPT_DAYS} DAY
      OR (done_at IS NULL AND NOT EXISTS
        (SELECT 1 FROM jobs j WHERE j.id = imports.id AND j.state IN ('queued', 'running')))`,
    { transaction },
  );
  await sequelize.query(
    `DELETE FROM product_edits WHERE NOT ready AND NOT EXISTS
        (SELECT 1 FROM jobs j WHERE j.id = product_edits.id AND j.state IN ('queued', 'running'))`,
    { transaction },
  );
  await sequelize.query(
    `DELETE r FROM import_rows r LEFT JOIN imports i ON i.id = r.import_id
        LEFT JOIN jobs j ON j.id = r.import_id AND j.state IN ('queued', 'running')
      WHERE i.id IS NULL AND j.id IS NULL`,
    { transaction },
  );
}

/** A file of so many bytes is read before a thread has begun, in turns that nobody feels. */
const SMALL = 256 * 1024;
/** An import with so few products left is taken over likewise. */
const FEW = 500;

/** Product files read as jobs, those that take long each on a thread of its own. */
export class ImportJobs {
  private readonly stopping = new AbortController();

  /**
   * @param databaseUrl For connections of other threads.
   * @param served Lets this process serve what was taken over.
   */
  constructor(
    private readonly sequelize: Sequelize,
    private readonly databaseUrl: string,
    private readonly jobs: Jobs,
    private readonly served: () => Promise<void>,
  ) {
    for (const kind of ['import', 'edit'] as const)
      jobs.resume({
        kind,
        unfinished: () => unfinished(sequelize),
        work: (id) => this.work(id, { finish: id }),
      });
  }

  start(asked: Omit<ImportRequest, 'id'>, id: string = randomUUID()): Promise<Job> {
    const request = { ...asked, id };
    return this.jobs.start(
      request.userId,
      'import',
      async (progress, stop) => {
        await clear(this.sequelize);
        return this.work(id, { read: request })(progress, stop);
      },
      id,
    );
  }

  private work(id: string, work: ThreadWork['work']): Work {
    return async (progress, asked): Promise<Outcome> => {
      // What was decided is brought to its end, whoever wants it to stop; only the server's own stop breaks it off.
      const stopping =
        'finish' in work ? this.stopping.signal : AbortSignal.any([this.stopping.signal, asked]);
      try {
        const outcome = (await this.isShort(work))
          ? await this.atOnce(work, progress, stopping)
          : await onImportThread({ databaseUrl: this.databaseUrl, work }, progress, stopping);
        if (!outcome.report.dryRun) await this.served();
        return outcome;
      } catch (error) {
        // What was decided is done: after a stop, and after a failure on the way, by whoever looks next.
        const decided = (await unfinished(this.sequelize)).includes(id);
        throw decided ? new ToBeContinued(error instanceof BrokenOff ? null : error) : error;
      }
    };
  }

  private async isShort(work: ThreadWork['work']): Promise<boolean> {
    // A workbook unpacks to much more than its size tells.
    if ('read' in work) return work.read.kind !== 'xlsx' && (await stat(work.read.path)).size <= SMALL;
    const [left] = await select<{ products: number }>(
      this.sequelize,
      'SELECT CAST(total AS SIGNED) - CAST(applied AS SIGNED) AS products FROM imports WHERE id = ?',
      [work.finish],
    );
    return !left || left.products <= FEW;
  }

  private async atOnce(
    work: ThreadWork['work'],
    progress: Watch['progress'],
    stopping: AbortSignal,
  ): Promise<Outcome> {
    const watch: Watch = {
      progress,
      breathe: async () => {
        await setImmediate();
        if (stopping.aborted) throw new BrokenOff();
      },
    };
    if ('read' in work) return importCatalogue(this.sequelize, work.read, watch);
    return { report: await takeOver(this.sequelize, work.finish, watch), faults: [] };
  }

  /**
   * Brings to its end what `prepare` has set aside and decided under the same id, in the same steps as a file: so nobody
   * waits for long, and whatever was decided is finished, whichever server dies.
   */
  startPrepared(
    userId: number,
    id: string,
    kind: JobKind,
    prepare: (watch: Watch) => Promise<Outcome | null>,
  ): Promise<Job> {
    return this.jobs.start(
      userId,
      kind,
      async (progress, stop) => {
        await clear(this.sequelize);
        const stopping = AbortSignal.any([this.stopping.signal, stop]);
        const ended = await prepare({
          progress,
          breathe: async () => {
            await setImmediate();
            if (stopping.aborted) throw new BrokenOff();
          },
        });
        return ended ?? this.work(id, { finish: id })(progress, stop);
      },
      id,
    );
  }

  /** Breaks off what is being read; what is being taken over is gone on with later. */
  stop(): void {
    this.stopping.abort();
  }
}
