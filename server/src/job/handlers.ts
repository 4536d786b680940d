import { stringify } from 'csv-stringify/sync';
import type { Handlers } from '../http/handler';
import type { Services } from '../services';
import { streamJob } from './jobEvents';

type Own = 'jobFaults' | 'jobs' | 'readJob' | 'stopJob' | 'jobEvents';

/** What goes on behind an answer. */
export const jobHandlers = ({ jobs }: Services): Handlers<Own> => ({
  jobFaults: async ({ params, response }) => {
    const faults = await jobs.faults(params.id);
    response
      .attachment('faults.csv')
      .type('text/csv; charset=utf-8')
      .send(
        stringify([...faults], {
          header: true,
          columns: ['line', 'sku', 'column', 'message'],
          escape_formulas: true,
          bom: true,
        }),
      );
  },
  jobs: () => jobs.latest(),
  readJob: ({ params }) => jobs.read(params.id),
  stopJob: ({ params }) => jobs.stop(params.id),
  jobEvents: ({ params, response }) => streamJob(jobs, params.id, response),
});
