import { randomUUID } from 'node:crypto';
import { stringify } from 'csv-stringify/sync';
import type { Job } from '@fond/contract';
import { kindOf, readWish } from '../catalogue/import/upload';
import type { Call, Handlers } from '../http/mount';
import { problem } from '../http/problem';
import type { Services } from '../services';
import { streamJob } from './jobEvents';

type Own = 'importCatalogue' | 'jobFaults' | 'jobs' | 'readJob' | 'jobEvents';

/** What goes on behind an answer, and the import that most of it is. */
export const jobHandlers = (services: Services): Handlers<Own> => ({
  importCatalogue: (call) => startImport(call, services),
  jobFaults: async ({ params, response }) => {
    const faults = await services.jobs.faults(params.id);
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
  jobs: () => services.jobs.latest(),
  readJob: ({ params }) => services.jobs.read(params.id),
  jobEvents: ({ params, response }) => streamJob(services.jobs, params.id, response),
});

/** A file that came along, or that of an earlier job. */
async function startImport(
  { body: fields, user, request: { file } }: Call<'importCatalogue'>,
  { jobs, imports, uploads }: Services,
): Promise<Job> {
  const wish = readWish(fields);
  const id = randomUUID();
  await uploads.clear(Date.now());
  if (file) {
    const path = await uploads.keep(file.path, id);
    const name = file.originalname;
    return imports.start({ ...wish, path, name, kind: kindOf(name)!, userId: user.id }, id);
  }
  if (!fields.from)
    throw problem('bad-input', 'Nothing was read.', [{ path: 'file', message: 'is missing' }]);
  const { report } = await jobs.read(fields.from);
  const kind = report ? kindOf(report.file) : undefined;
  if (!report || !kind) throw problem('not-found', 'That job has read no file. Choose one.');
  const path = await uploads.again(fields.from, id);
  return imports.start({ ...wish, path, name: report.file, kind, userId: user.id }, id);
}
