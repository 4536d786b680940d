import type { Response } from 'express';
import type { Job } from '@fond/contract';
import type { Jobs } from './jobs';

const ended = (job: Job): boolean => job.state === 'done' || job.state === 'failed';

/** Streams a job as server-sent events (`event: job`, JSON in `data`) and closes when the job has ended. */
export async function streamJob(jobs: Jobs, id: string, response: Response): Promise<void> {
  const first = await jobs.read(id);
  response.set({
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  });
  response.flushHeaders();
  const send = (job: Job): void => {
    response.write(`event: job\ndata: ${JSON.stringify(job)}\n\n`);
    if (ended(job)) finish();
  };
  const stop = jobs.follow(id, send);
  const finish = (): void => {
    stop();
    response.end();
  };
  response.on('close', stop);
  send(first);
  // It may have ended between the read and the subscription.
  if (!ended(first)) {
    const now = await jobs.read(id);
    if (ended(now) && !response.writableEnded) send(now);
  }
}
