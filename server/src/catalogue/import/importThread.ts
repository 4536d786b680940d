import { Worker } from 'node:worker_threads';
import type { ImportReport, JobProgress } from '@fond/contract';
import { BrokenOff } from '../../job/jobs';
import type { ThreadMessage, ThreadWork } from './thread';

/** Of memory, for the objects of one thread. */
const MOST_MEGABYTES = 2_048;

/**
 * Does the work of an import on a thread of its own.
 *
 * @throws {BrokenOff} where `stopping` says so before it has come to its end.
 */
export function onImportThread(
  work: ThreadWork,
  progress: (progress: JobProgress) => void,
  stopping: AbortSignal,
): Promise<{ report: ImportReport; faults: ImportReport['errors'] }> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(new URL('./threadEntry.mjs', import.meta.url), {
      workerData: work,
      // A file that unpacks to more than it says ends its own thread, and nothing else.
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES },
    });
    const stop = (): void => thread.postMessage('stop');
    stopping.addEventListener('abort', stop);
    if (stopping.aborted) stop();
    thread.on('message', (message: ThreadMessage) => {
      if (message.kind === 'progress') progress(message.progress);
      else if (message.kind === 'done') resolve(message);
      else reject(message.kind === 'stopped' ? new BrokenOff() : message.error);
    });
    thread.on('error', reject);
    thread.on('exit', () => {
      stopping.removeEventListener('abort', stop);
      reject(new Error('The thread that reads product files ended without a word.'));
    });
  });
}
