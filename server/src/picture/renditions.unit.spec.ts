import { pino } from 'pino';
import { describe, expect, it, vi } from 'vitest';
import type { Job } from '@fond/contract';
import { housePlan, snapshotOf, type CatalogueFrame } from '@fond/core';
import type { ServingState } from '../serving/servingHost';
import { BrokenOff, type Work } from '../job/jobs';
import { Renditions } from './renditions';

const FRAME: CatalogueFrame = {
  languages: ['en'],
  shopTitles: { en: 'Shop' },
  shopDescriptions: {},
  attributes: [],
  categories: [],
  tags: [],
  collections: [],
  pages: [],
};
const snapshot = snapshotOf(FRAME, []);
const plan = housePlan(snapshot, 'House');
const stateOf = (number: number): ServingState =>
  ({
    snapshot,
    edition: { number, plans: [plan], documents: [], ranges: [], blends: [] },
  }) as unknown as ServingState;

/** Renditions over a state, a store and jobs that live in memory; jobs end when the test says so. */
function bench() {
  const host = { loaded: stateOf(1) as ServingState | null };
  const ends: (() => void)[] = [];
  const progress = vi.fn(async () => ({ made: 0, wanted: 2 }));
  const makeAll = vi.fn(
    (_pictures: unknown, stopped: () => boolean) =>
      new Promise<number>((resolve) => ends.push(() => resolve(stopped() ? 0 : 2))),
  );
  const works: Promise<unknown>[] = [];
  const start = vi.fn(async (_user: number | null, _kind: string, work: Work) => {
    const running = work(() => undefined, new AbortController().signal);
    works.push(running);
    running.catch(() => undefined);
    return { id: `job-${works.length}` } as Job;
  });
  const read = async (id: string): Promise<Job> => ({ id }) as Job;
  const renditions = new Renditions(host, { progress, makeAll }, { start, read }, pino({ level: 'silent' }));
  const end = async (): Promise<void> => {
    ends.pop()!();
    await works.at(-1)!.catch(() => undefined);
  };
  return { host, renditions, start, end, works };
}

describe('the job that makes pictures', () => {
  it('is one at a time, however many ask at once', async () => {
    const { renditions, start } = bench();
    const [one, two] = await Promise.all([renditions.start(1), renditions.start(2)]);
    expect([one.id, two.id]).toEqual(['job-1', 'job-1']);
    expect(start).toHaveBeenCalledOnce();
  });

  it('runs again where other pictures came into use meanwhile, and not for the same ones', async () => {
    const { host, renditions, start, end } = bench();
    await renditions.startMissing();
    host.loaded = stateOf(2);
    await renditions.startMissing();
    expect(start, 'one runs already').toHaveBeenCalledOnce();
    await end();
    await vi.waitFor(() => expect(start).toHaveBeenCalledTimes(2));
    await end();
    await renditions.startMissing();
    expect(start).toHaveBeenCalledTimes(2);
  });

  it('says that it was broken off where the server stops', async () => {
    const { renditions, end, works, start } = bench();
    await renditions.start(null);
    renditions.stop();
    await end();
    await expect(works[0]).rejects.toBeInstanceOf(BrokenOff);
    await renditions.startMissing();
    expect(start).toHaveBeenCalledOnce();
  });

  it('can be asked for again after it could not be begun', async () => {
    const { renditions, start } = bench();
    start.mockRejectedValueOnce(new Error('no database'));
    await expect(renditions.start(1)).rejects.toThrow('no database');
    expect((await renditions.start(1)).id).toBe('job-1');
  });
});
