import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { Op } from 'sequelize';
import type { Logger } from 'pino';
import type { ImportReport, Job, JobKind, JobProgress } from '@fond/contract';
import { JobModel } from '../database/models';
import { problem } from '../http/problem';

/** Progress reaches the database at most this often; listeners get every step. */
const STORE_EVERY = 500;

/** What a job does; an import answers with its report. */
export type Work = (progress: (progress: JobProgress) => void) => Promise<ImportReport | null>;

/** Ends a job because the server stops. */
export class BrokenOff extends Error {}

/** What is safe, and what to do, after a job that did not come to its end. */
const AFTERWARDS: Readonly<Record<JobKind, { brokenOff: string; failed: string }>> = {
  import: {
    brokenOff: 'The server stopped while this ran. Nothing was changed; start it again.',
    failed: 'The job failed and nothing was changed. The server’s log tells more.',
  },
  renditions: {
    brokenOff: 'The server stopped while this ran. What was made is kept; the rest follows after its start.',
    failed:
      'The job failed. What was made is kept, and what is missing is made when it is asked for. The server’s log tells more.',
  },
};

/** Runs what takes longer than a request, each kind one after the other, and keeps what came of it in the database. */
export class Jobs {
  private readonly events = new EventEmitter().setMaxListeners(0);
  private readonly queues = new Map<JobKind, Promise<void>>();

  constructor(private readonly log: Logger) {}

  /** Jobs that a killed server left behind are told what became of them. */
  async settleInterrupted(): Promise<void> {
    for (const [kind, { brokenOff }] of Object.entries(AFTERWARDS))
      await JobModel.update(
        { state: 'failed', failure: brokenOff, finishedAt: new Date() },
        { where: { kind, state: { [Op.in]: ['queued', 'running'] } } },
      );
  }

  async start(userId: number | null, kind: JobKind, work: Work): Promise<Job> {
    const row = await JobModel.create({
      id: randomUUID(),
      kind,
      state: 'queued',
      progress: { step: 'Waiting', done: 0, total: null },
      report: null,
      failure: null,
      createdAt: new Date(),
      finishedAt: null,
      createdBy: userId,
    });
    const before = this.queues.get(kind) ?? Promise.resolve();
    this.queues.set(
      kind,
      before.then(() => this.run(row, work)),
    );
    return jobOf(row);
  }

  /** Resolves when everything that was started has ended. */
  async idle(): Promise<void> {
    await Promise.all(this.queues.values());
  }

  private async run(row: JobModel, work: Work): Promise<void> {
    let stored = 0;
    const tell = (): void => void this.events.emit(row.id, jobOf(row));
    try {
      await row.update({ state: 'running' });
      tell();
      const report = await work((progress) => {
        row.progress = progress;
        tell();
        if (Date.now() - stored < STORE_EVERY) return;
        stored = Date.now();
        row
          .save({ fields: ['progress'] })
          .catch((error: unknown) => this.log.warn({ err: error }, 'Progress not kept'));
      });
      await row.update({ state: report?.errorCount ? 'failed' : 'done', report, finishedAt: new Date() });
    } catch (error) {
      const { brokenOff, failed } = AFTERWARDS[row.kind];
      const stopped = error instanceof BrokenOff;
      if (!stopped) this.log.error({ err: error, job: row.id }, 'A job failed');
      row.set({ state: 'failed', failure: stopped ? brokenOff : failed, finishedAt: new Date() });
      await row.save().catch((cause: unknown) => this.log.error({ err: cause }, 'A job’s end was not kept'));
    }
    tell();
  }

  async read(id: string): Promise<Job> {
    const row = await JobModel.findByPk(id);
    if (!row) throw problem('not-found', 'There is no such job.');
    return jobOf(row);
  }

  /** The last imports. */
  async latest(): Promise<Job[]> {
    return (
      await JobModel.findAll({ where: { kind: 'import' }, order: [['createdAt', 'DESC']], limit: 20 })
    ).map(jobOf);
  }

  /** Calls back with every step until `stop` is called. */
  follow(id: string, listener: (job: Job) => void): () => void {
    this.events.on(id, listener);
    return () => this.events.off(id, listener);
  }
}

function jobOf(row: JobModel): Job {
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    progress: row.progress,
    report: row.report,
    failure: row.failure,
    createdAt: row.createdAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  };
}
