import { EventEmitter } from 'node:events';
import type { Response } from 'express';
import { pino } from 'pino';
import type { Sequelize } from 'sequelize';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it, vi } from 'vitest';
import type { ImportReport, Job } from '@fond/contract';
import { openDatabase } from '../../../tests/support/databaseServer';
import { JobModel } from '../database/models';
import { streamJob } from './jobEvents';
import { emptyReport } from './report';
import { BrokenOff, Jobs, ToBeContinued, type Outcome } from './jobs';

const report: ImportReport = { ...emptyReport('two.csv', false), rows: 2, created: 2, milliseconds: 1 };

const outcome: Outcome = { report, faults: [] };

let sequelize: Sequelize;
let jobs: Jobs;
beforeAll(async () => {
  sequelize = await openDatabase(inject('databaseServer'));
});
afterAll(() => sequelize.close());
beforeEach(async () => {
  await JobModel.destroy({ where: {} });
  jobs = new Jobs(sequelize, pino({ level: 'silent' }));
});

/** Work that the test ends when it wishes. */
function held(): { work: () => Promise<Outcome>; finish: () => void } {
  let finish!: () => void;
  const promise = new Promise<Outcome>((resolve) => (finish = () => resolve(outcome)));
  return { work: () => promise, finish };
}

/** What a browser would get of the stream. */
class FakeResponse extends EventEmitter {
  body = '';
  writableEnded = false;
  set = (): this => this;
  flushHeaders = (): void => undefined;
  write(text: string): boolean {
    this.body += text;
    return true;
  }
  end(): void {
    this.writableEnded = true;
    this.emit('finished');
  }
  get states(): string[] {
    return [...this.body.matchAll(/data: (.*)\n/g)].map(([, json]) => (JSON.parse(json) as Job).state);
  }
}

describe('jobs', () => {
  it('run one after the other, in the order in which they came', async () => {
    const order: string[] = [];
    const first = held();
    const one = await jobs.start(null, 'import', async () => {
      order.push('first begins');
      const done = await first.work();
      order.push('first ends');
      return done;
    });
    const two = await jobs.start(null, 'import', async () => {
      order.push('second begins');
      return outcome;
    });
    expect((await jobs.read(two.id)).state).toBe('queued');
    first.finish();
    await jobs.idle();
    expect(order).toEqual(['first begins', 'first ends', 'second begins']);
    expect((await jobs.read(one.id)).state).toBe('done');
    expect((await jobs.read(two.id)).finishedAt).not.toBeNull();
  });

  it('end as failed with a word that tells nothing of the machine, and let the next one run', async () => {
    const one = await jobs.start(null, 'import', async () => {
      throw new Error('disk full at /secret/path');
    });
    const two = await jobs.start(null, 'import', async () => outcome);
    await jobs.idle();
    const failed = await jobs.read(one.id);
    expect(failed).toMatchObject({ state: 'failed', report: null });
    expect(failed.failure).toContain('nothing was changed');
    expect(failed.failure).not.toContain('secret');
    expect((await jobs.read(two.id)).state).toBe('done');
  });

  it('fail with their report where the file has errors', async () => {
    const { id } = await jobs.start(null, 'import', async () => ({
      report: { ...report, errorCount: 3 },
      faults: [],
    }));
    await jobs.idle();
    expect(await jobs.read(id)).toMatchObject({ state: 'failed', report: { errorCount: 3 }, failure: null });
  });

  it('of a server whose lease has run out are told so, those of a living one go on', async () => {
    const other = new Jobs(sequelize, pino({ level: 'silent' }));
    const { work, finish } = held();
    const living = await jobs.start(null, 'import', work);
    const { id } = await other.start(null, 'import', async () => outcome);
    await other.idle();
    await JobModel.update(
      { state: 'running', finishedAt: null, leaseUntil: new Date(Date.now() - 1_000) },
      { where: { id } },
    );
    await other.begin();
    const settled = await jobs.read(id);
    expect(settled.state).toBe('failed');
    expect(settled.failure).toContain('Nothing was changed');
    expect(['queued', 'running']).toContain((await jobs.read(living.id)).state);
    finish();
    await other.end();
    await jobs.idle();
    expect((await jobs.read(living.id)).state).toBe('done');
  });

  it('that wrote their end along with their work are done, whatever fails afterwards', async () => {
    const { id } = await jobs.start(null, 'import', async () => {
      await JobModel.update({ state: 'done', report }, { where: { state: 'running' } });
      throw new Error('the database went away');
    });
    await jobs.idle();
    expect(await jobs.read(id)).toMatchObject({
      state: 'done',
      report: { file: report.file },
      failure: null,
    });
  });

  it('that were begun and not ended are gone on with by another server, once', async () => {
    const { id } = await jobs.start(null, 'import', async () => {
      throw new ToBeContinued(null);
    });
    await jobs.idle();
    const others = [1, 2].map(() => new Jobs(sequelize, pino({ level: 'silent' })));
    const ran = vi.fn(async () => outcome);
    for (const other of others)
      other.resume({
        kind: 'import',
        unfinished: async () => (ran.mock.calls.length ? [] : [id]),
        work: () => ran,
      });
    await Promise.all(others.map((other) => other.begin()));
    for (const other of others) await other.end();
    expect(ran).toHaveBeenCalledOnce();
    expect(await jobs.read(id)).toMatchObject({ state: 'done', report: { file: report.file } });
  });

  it('that a stopping server breaks off say what of their kind is kept', async () => {
    const { id } = await jobs.start(null, 'renditions', async () => {
      throw new BrokenOff();
    });
    await jobs.idle();
    const ended = await jobs.read(id);
    expect(ended.state).toBe('failed');
    expect(ended.failure).toContain('What was made is kept');
  });

  it('that run or wait are broken off as the server stops, which waits for none that can be', async () => {
    const untilStopped = (_: unknown, stop: AbortSignal): Promise<never> =>
      new Promise((_resolve, reject) => {
        if (stop.aborted) reject(new BrokenOff());
        stop.addEventListener('abort', () => reject(new BrokenOff()));
      });
    const { id } = await jobs.start(null, 'pictures', untilStopped);
    const { id: waiting } = await jobs.start(null, 'pictures', untilStopped);
    await jobs.end();
    for (const one of [id, waiting]) {
      const { state, failure } = await jobs.read(one);
      expect(state).toBe('failed');
      expect(failure).toContain('The server stopped while this ran');
    }
  });

  it('are unknown by any other name', async () => {
    await expect(jobs.read('5e1fb5a8-0000-4000-8000-000000000000')).rejects.toMatchObject({
      name: expect.any(String),
    });
  });
});

describe('the stream of a job', () => {
  const stream = (id: string): FakeResponse => {
    const response = new FakeResponse();
    void streamJob(jobs, id, response as unknown as Response);
    return response;
  };
  const finished = (response: FakeResponse): Promise<unknown> =>
    response.writableEnded ? Promise.resolve() : new Promise((resolve) => response.once('finished', resolve));

  it('tells every step and closes after the last one', async () => {
    const { work, finish } = held();
    const { id } = await jobs.start(null, 'import', async (progress) => {
      progress({ step: 'Reading', done: 1, total: 2 });
      return work();
    });
    const response = stream(id);
    finish();
    await finished(response);
    expect(response.states.at(-1)).toBe('done');
    expect(response.states.filter((state) => state === 'done')).toHaveLength(1);
  });

  it('of one that has ended says so at once', async () => {
    const { id } = await jobs.start(null, 'import', async () => outcome);
    await jobs.idle();
    const response = stream(id);
    await finished(response);
    expect(response.states).toEqual(['done']);
  });

  it('stops when the reader goes', async () => {
    const { work, finish } = held();
    const { id } = await jobs.start(null, 'import', work);
    const response = stream(id);
    await expect.poll(() => response.states.length).toBeGreaterThan(0);
    response.emit('close');
    const before = response.body;
    finish();
    await jobs.idle();
    expect(response.body).toBe(before);
  });
});
