import type { Response } from 'express';
import type { Job } from '@fond/contract';
import type { Jobs } from './jobs';

const hasEnded = (job: Job): boolean => job.state === 'done' || job.state === 'failed';

/** A job of another server tells nothing by itself, so it is looked at. */
const LOOK_EVERY = 1_000;

/** Streams a job as server-sent events (`event: job`, JSON in `data`) and closes when the job has ended. */
export async function streamJob(jobs: Jobs, id: string, response: Response): Promise<void> {
  let last = '';
  const send = (job: Job): void => {
    const text = JSON.stringify(job);
    if (response.writableEnded || text === last) return;
    last = text;
    response.write(`event: job\ndata: ${text}\n\n`);
    if (hasEnded(job)) finish();
  };
  const first = await jobs.read(id);
  response.set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  response.flushHeaders();
  const unfollow = jobs.follow(id, send);
  // The database may be away for a while; the next look may find it again.
  const look = setInterval(() => void jobs.read(id).then(send, () => undefined), LOOK_EVERY);
  const stop = (): void => {
    clearInterval(look);
    unfollow();
  };
  const finish = (): void => {
    stop();
    response.end();
  };
  response.on('close', stop);
  send(first);
  // It may have ended between the read and the subscription.
  if (!hasEnded(first)) send(await jobs.read(id));
}
