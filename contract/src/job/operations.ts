import Joi from 'joi';
import type { Operation } from '../operation';
import { list, object } from '../schema/typed';
import { job, keptMappingBody, keptMappings } from './shapes';
import type { UploadFields } from './types';

const mappingName = object<{ name: string }>({ name: Joi.string().trim().min(1).max(80).required() });

/** Product files that are read, and whatever else takes longer than a request. */
export const JOB_OPERATIONS = {
  importCatalogue: {
    method: 'post',
    path: '/api/catalogue/import',
    summary: 'Read a product file, or that of an earlier job once more; answers with a job',
    access: 'signed-in',
    shown: true,
    upload: object<UploadFields>({
      mapping: Joi.string()
        .max(100_000)
        .description(
          'JSON: column name → `{use: "skip"}`, `{use: "field", field}`, `{use: "text", field, lang}`, `{use: "attribute", type, key?, gather?}` or `{use: "gather"}`',
        ),
      from: Joi.string().guid().description('In place of `file`: the job whose file is read once more'),
      leaveOut: Joi.valid('0', '1').description('1: lines with a fault are left out, all others taken'),
      rates: Joi.string()
        .max(4_000)
        .description('JSON: currency → what one unit of it is worth in the shop’s, as in `{"USD": 0.92}`'),
      form: Joi.string()
        .max(2_000)
        .description(
          'JSON: how the file is written, where what is found is not wanted: `{encoding, separator, decimal, date, sheet}`',
        ),
      absent: Joi.valid('leave', 'aside').description(
        'What becomes of products that the file doesn’t name: they stay as they are (the default), or are put aside',
      ),
      dryRun: Joi.valid('0', '1'),
    }),
    status: 202,
    answer: job,
    problems: ['bad-input', 'not-found', 'too-large', 'wrong-kind', 'database-away'],
  },
  fillWithDemo: {
    method: 'post',
    path: '/api/catalogue/demo',
    summary: 'Fill an empty catalogue with the products of the demo shop, under its name; answers with a job',
    access: 'signed-in',
    role: 'owner',
    status: 202,
    answer: job,
    problems: ['shop-not-empty', 'database-away'],
  },
  keptMappings: {
    method: 'get',
    path: '/api/catalogue/mappings',
    summary: 'How files are read, kept by name',
    access: 'signed-in',
    status: 200,
    answer: keptMappings,
    problems: ['database-away'],
  },
  keepMapping: {
    method: 'put',
    path: '/api/catalogue/mappings/{name}',
    summary: 'Keep how a file is read under a name, in place of what it had',
    access: 'signed-in',
    params: mappingName,
    body: keptMappingBody,
    status: 204,
    answer: null,
    problems: ['bad-input', 'database-away'],
  },
  forgetMapping: {
    method: 'delete',
    path: '/api/catalogue/mappings/{name}',
    summary: 'Forget how a file was read',
    access: 'signed-in',
    params: mappingName,
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
  jobFaults: {
    method: 'get',
    path: '/api/jobs/{id}/faults.csv',
    summary: 'Every fault of a product file, with line, article number and column, as CSV',
    access: 'signed-in',
    params: object<{ id: string }>({ id: Joi.string().guid().required() }),
    status: 200,
    answer: Joi.string(),
    produces: 'text/csv',
    problems: ['not-found', 'database-away'],
  },
  jobs: {
    method: 'get',
    path: '/api/jobs',
    summary: 'The latest jobs',
    access: 'signed-in',
    status: 200,
    answer: list(job),
    problems: ['database-away'],
  },
  readJob: {
    method: 'get',
    path: '/api/jobs/{id}',
    summary: 'Progress and report of a job',
    access: 'signed-in',
    params: object<{ id: string }>({ id: Joi.string().guid().required() }),
    status: 200,
    answer: job,
    problems: ['not-found', 'database-away'],
  },
  stopJob: {
    method: 'post',
    path: '/api/jobs/{id}/stop',
    summary: 'Stop a job with nothing half done; what it has decided already is brought to its end',
    access: 'signed-in',
    params: object<{ id: string }>({ id: Joi.string().guid().required() }),
    status: 204,
    answer: null,
    problems: ['not-found', 'database-away'],
  },
  jobEvents: {
    method: 'get',
    path: '/api/jobs/{id}/events',
    summary: 'The same as server-sent events, until the job ends',
    access: 'signed-in',
    params: object<{ id: string }>({ id: Joi.string().guid().required() }),
    status: 200,
    answer: Joi.string(),
    produces: 'text/event-stream',
    problems: ['not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
