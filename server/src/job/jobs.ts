import { randomUUID } from 'node:crypto';
import { EventEmitter } from 'node:events';
import { QueryTypes, type Sequelize } from 'sequelize';
import type { Logger } from 'pino';
import type { ImportReport, Job, JobKind, JobProgress } from '@fond/contract';
import { JobModel } from '../database/models';
import { afterCommit, outsideUnits } from '../database/unit';
import { inUnit } from '../database/unit';
import { problem } from '../problem/problem';
import { storedReport } from './report';

/** Progress reaches the database at most this often; listeners get every step. */
const STORE_EVERY = 500;
/** A job whose server has not been heard of for so many seconds has ended with it. */
const LEASE = 30;
const RENEW_EVERY = 8_000;
const EXPIRED = '(lease_until IS NULL OR lease_until <= UTC_TIMESTAMP(3))';

/** What came of a job; an import has a report, and every fault of its file. */
export interface Outcome {
  report: ImportReport;
  faults: ImportReport['errors'];
}

/**
 * What a job does.
 *
 * @param stop Aborted where somebody wants it to end: it throws `BrokenOff` as soon as nothing is half done.
 */
export type Work = (progress: (progress: JobProgress) => void, stop: AbortSignal) => Promise<Outcome | null>;

/** Jobs of servers that have ended which another one goes on with, rather than tell that they were broken off. */
export interface Resumption {
  kind: JobKind;
  /** Ids of jobs that can be gone on with, whoever runs them. */
  unfinished: () => Promise<string[]>;
  work: (id: string) => Work;
}

/** Ends a job because the server stops, or because somebody wants it to. */
export class BrokenOff extends Error {}

/** What a job has begun has to be brought to its end, later on or by another server. */
export class ToBeContinued extends Error {
  /** @param trouble What went wrong; null where the server only stops. */
  constructor(readonly trouble: unknown) {
    super('To be continued');
  }
}

/** What is safe, and what to do, after a job that did not come to its end. */
const AFTERWARDS: Readonly<Record<JobKind, { brokenOff: string; stopped: string; failed: string }>> = {
  import: {
    brokenOff: 'The server stopped while this ran. Nothing was changed; start it again.',
    stopped: 'Stopped. Nothing was changed.',
    failed: 'The job failed and nothing was changed. The server’s log tells more.',
  },
  edit: {
    brokenOff: 'The server stopped while this ran. Nothing was changed; start it again.',
    stopped: 'Stopped. Nothing was changed.',
    failed: 'The job failed and nothing was changed. The server’s log tells more.',
  },
  pictures: {
    brokenOff: 'The server stopped while this ran. What was brought in is kept; start it again for the rest.',
    stopped: 'Stopped. What was brought in is kept; start it again for the rest.',
    failed: 'The job failed. What was brought in is kept. The server’s log tells more.',
  },
  demo: {
    brokenOff: 'The server stopped while this ran. Start it again: it goes on where it was.',
    stopped: 'Stopped. Start it again: it goes on where it was.',
    failed: 'The demo’s products could not be put in. Start it again; the server’s log tells more.',
  },
  renditions: {
    brokenOff: 'The server stopped while this ran. What was made is kept; the rest follows after its start.',
    stopped: 'Stopped. What was made is kept.',
    failed:
      'The job failed. What was made is kept, and what is missing is made when it is asked for. The server’s log tells more.',
  },
};

/**
 * Runs what takes longer than a request, each kind one after the other, and keeps what came of it in the database. A job
 * belongs to the server that runs it, by a lease that this renews; one whose lease has run out was broken off.
 */
export class Jobs {
  private readonly events = new EventEmitter().setMaxListeners(0);
  private readonly queues = new Map<JobKind, Promise<void>>();
  private readonly server = randomUUID();
  private timer: NodeJS.Timeout | null = null;
  private readonly resumptions: Resumption[] = [];
  /** The server stops. */
  private ending = false;
  /** Jobs of this server that have not ended. */
  private readonly open = new Map<string, AbortController>();

  constructor(
    private readonly sequelize: Sequelize,
    private readonly log: Logger,
  ) {}

  /** Goes on with such jobs of servers that have ended. Said before `begin`. */
  resume(resumption: Resumption): void {
    this.resumptions.push(resumption);
  }

  /** Looks after leases from now on, first of all after those of servers that were killed. */
  async begin(): Promise<void> {
    await this.takeUp();
    await this.settleBrokenOff();
    const again = (): void => {
      this.timer = setTimeout(() => {
        void this.lookAfterLeases().finally(() => {
          if (this.timer) again();
        });
      }, RENEW_EVERY);
    };
    again();
  }

  /** Resolves when everything that was started has ended. */
  async idle(): Promise<void> {
    await Promise.all(this.queues.values());
  }

  /** Breaks off what can be broken off, and waits until all has ended. */
  async end(): Promise<void> {
    this.ending = true;
    for (const stop of this.open.values()) stop.abort();
    await this.idle();
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
  }

  private async lookAfterLeases(): Promise<void> {
    try {
      if (this.open.size)
        await this.update(
          `UPDATE jobs SET lease_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
            WHERE server = ? AND state IN ('queued', 'running')`,
          [this.server],
        );
      await this.takeUp();
      await this.settleBrokenOff();
    } catch (error) {
      this.log.debug({ err: error }, 'Leases of jobs are looked after again in a moment');
    }
  }

  /** Goes on with what other servers have left, whoever of those that live is the first to claim it. */
  private async takeUp(): Promise<void> {
    for (const { unfinished, work } of this.resumptions)
      for (const id of await unfinished()) {
        if (this.open.has(id)) continue;
        const claimed = await this.update(
          `UPDATE jobs SET server = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL ${LEASE} SECOND
            WHERE id = ? AND state IN ('queued', 'running') AND ${EXPIRED}`,
          [this.server, id],
        );
        const row = claimed ? await JobModel.findByPk(id) : null;
        if (row) this.queue(row, work(id));
      }
  }

  /** As a unit, which is tried again where it loses a lock to another server's: how many rows it changed. */
  private update(sql: string, replacements: unknown[]): Promise<number> {
    return inUnit(this.sequelize, async (transaction) => {
      const [, changed] = await this.sequelize.query(sql, {
        replacements,
        type: QueryTypes.UPDATE,
        transaction,
      });
      return changed;
    });
  }

  /** Jobs that a killed server left behind are told what became of them. */
  private async settleBrokenOff(): Promise<void> {
    for (const [kind, { brokenOff }] of Object.entries(AFTERWARDS)) {
      const others = await Promise.all(
        this.resumptions.filter((one) => one.kind === kind).map(({ unfinished }) => unfinished()),
      );
      await this.update(
        `UPDATE jobs SET state = 'failed', failure = ?, finished_at = UTC_TIMESTAMP(3)
          WHERE kind = ? AND state IN ('queued', 'running') AND ${EXPIRED} AND id NOT IN (?)`,
        [brokenOff, kind, ['', ...others.flat()]],
      );
    }
  }

  async start(userId: number | null, kind: JobKind, work: Work, id: string = randomUUID()): Promise<Job> {
    const row = await JobModel.create({
      id,
      kind,
      state: 'queued',
      progress: { step: 'Waiting', done: 0, total: null },
      report: null,
      faults: null,
      failure: null,
      createdAt: new Date(),
      finishedAt: null,
      createdBy: userId,
      server: this.server,
      leaseUntil: new Date(Date.now() + LEASE * 1000),
    });
    // Within a unit, such as that of an approval, the job is there only once the unit is.
    await afterCommit(() => this.queue(row, work));
    return jobOf(row);
  }

  private queue(row: JobModel, work: Work): void {
    const before = this.queues.get(row.kind) ?? Promise.resolve();
    this.open.set(row.id, new AbortController());
    this.queues.set(
      row.kind,
      outsideUnits(() => before.then(() => this.run(row, work)).finally(() => this.open.delete(row.id))),
    );
  }

  private async run(row: JobModel, work: Work): Promise<void> {
    let stored = 0;
    const stop = this.open.get(row.id)!;
    const tell = (): void => void this.events.emit(row.id, jobOf(row));
    const progressed = (progress: JobProgress): void => {
      row.progress = progress;
      tell();
      if (Date.now() - stored < STORE_EVERY) return;
      stored = Date.now();
      outsideUnits(() => this.keepProgress(row, stop)).catch((error: unknown) =>
        this.log.warn({ err: error }, 'Progress not kept'),
      );
    };
    try {
      await row.update({ state: 'running' });
      tell();
      await row.update(endOf(await work(progressed, stop.signal)));
    } catch (error) {
      await this.fail(row, error);
    }
    tell();
  }

  /** Where another server was asked to stop it, this one learns of it here. */
  private async keepProgress(row: JobModel, stop: AbortController): Promise<void> {
    await row.save({ fields: ['progress'] });
    const asked = await JobModel.count({ where: { id: row.id, stopAsked: true } });
    if (asked) stop.abort();
  }

  /** Tells a failure, unless the job had come to its good end before: what is committed is done. */
  private async fail(row: JobModel, error: unknown): Promise<void> {
    if (error instanceof ToBeContinued) {
      if (error.trouble)
        this.log.error({ err: error.trouble, job: row.id }, 'A job is tried again in a while');
      // Whatever went wrong, it is not tried again and again.
      const pause = error.trouble ? LEASE * 1000 : 0;
      await row
        .update({ leaseUntil: new Date(Date.now() + pause) })
        .catch((cause: unknown) => this.log.warn({ err: cause, job: row.id }, 'A lease was not given back'));
      return;
    }
    const { brokenOff, stopped, failed } = AFTERWARDS[row.kind];
    const ended = error instanceof BrokenOff;
    if (!ended) this.log.error({ err: error, job: row.id }, 'A job failed');
    const asked = !this.ending && this.open.get(row.id)?.signal.aborted;
    const failure = ended ? (asked ? stopped : brokenOff) : failed;
    try {
      const [changed] = await JobModel.update(
        { state: 'failed', failure, finishedAt: new Date() },
        { where: { id: row.id, state: ['queued', 'running'] } },
      );
      if (changed) row.set({ state: 'failed', failure, finishedAt: new Date() });
      else await row.reload();
    } catch (cause) {
      // Whether it was done is known once the database answers; its lease runs out, or it stands there as done.
      this.log.error({ err: cause, job: row.id }, 'A job’s end is not known yet');
    }
  }

  async read(id: string): Promise<Job> {
    const row = await JobModel.findByPk(id);
    if (!row) throw problem('not-found', 'There is no such job.');
    return jobOf(row);
  }

  /** Wants a job to end; one that has ended stays as it is. */
  async stop(id: string): Promise<void> {
    const row = await JobModel.findByPk(id);
    if (!row) throw problem('not-found', 'There is no such job.');
    await JobModel.update({ stopAsked: true }, { where: { id, state: ['queued', 'running'] } });
    await afterCommit(() => this.open.get(id)?.abort());
  }

  /** Every fault that is kept of a product file. */
  async faults(id: string): Promise<ImportReport['errors']> {
    const row = await JobModel.findByPk(id);
    if (!row) throw problem('not-found', 'There is no such job.');
    return row.faults ?? row.report?.errors ?? [];
  }

  /** The last imports. */
  async latest(): Promise<Job[]> {
    return (
      await JobModel.findAll({
        where: { kind: 'import' },
        attributes: { exclude: ['faults'] },
        order: [['createdAt', 'DESC']],
        limit: 20,
      })
    ).map(jobOf);
  }

  /** Calls back with every step until `stop` is called. */
  follow(id: string, listener: (job: Job) => void): () => void {
    this.events.on(id, listener);
    return () => this.events.off(id, listener);
  }
}

const endOf = (outcome: Outcome | null): Pick<JobModel, 'state' | 'report' | 'faults' | 'finishedAt'> => ({
  state: outcome?.report.errorCount && !outcome.report.leftOut ? 'failed' : 'done',
  report: outcome?.report ?? null,
  faults: outcome?.faults.length ? outcome.faults : null,
  finishedAt: new Date(),
});

function jobOf(row: JobModel): Job {
  return {
    id: row.id,
    kind: row.kind,
    state: row.state,
    progress: row.progress,
    report: row.report && storedReport(row.report),
    failure: row.failure,
    createdAt: row.createdAt.toISOString(),
    finishedAt: row.finishedAt?.toISOString() ?? null,
  };
}
