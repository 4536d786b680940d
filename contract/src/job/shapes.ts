import Joi from 'joi';
import { object } from '../schema/typed';
import type { Job, ImportReport } from './types';
import { count, text, time } from '../schema/basics';

export const importColumnType = Joi.valid('text', 'many', 'number', 'boolean', 'colour');

const report = object<ImportReport>({
  file: text.required(),
  dryRun: Joi.boolean().required(),
  rows: count.required(),
  created: count.required(),
  changed: count.required(),
  unchanged: count.required(),
  errors: Joi.array()
    .items(
      Joi.object({
        line: count.required(),
        sku: text.required(),
        column: text.required(),
        message: text.required(),
      }),
    )
    .required(),
  errorCount: count.required(),
  faultyLines: count.required(),
  leftOut: Joi.boolean().required(),
  notices: Joi.array().items(text).required(),
  variants: Joi.array()
    .items(
      Joi.object({
        column: text.required(),
        gathered: Joi.boolean().required(),
        count: count.required(),
        words: Joi.array()
          .items(
            Joi.object({
              spellings: Joi.array()
                .items(Joi.object({ text: text.required(), count: count.required() }))
                .required(),
            }),
          )
          .required(),
      }),
    )
    .required(),
  columns: Joi.array()
    .items(
      Joi.object({
        name: text.required(),
        use: Joi.valid('field', 'text', 'attribute', 'skip').required(),
        key: text.required(),
        type: importColumnType.allow(null).required(),
        known: Joi.boolean().required(),
        filled: count.required(),
        examples: Joi.array().items(text).required(),
      }),
    )
    .required(),
  newCategories: Joi.array().items(text).required(),
  newTags: Joi.array().items(text).required(),
  newCollections: Joi.array().items(text).required(),
  milliseconds: count.required(),
});

export const job = object<Job>({
  id: Joi.string().required(),
  kind: Joi.valid('import', 'edit', 'renditions').required(),
  state: Joi.valid('queued', 'running', 'done', 'failed').required(),
  progress: Joi.object({
    step: text.required(),
    done: count.required(),
    total: count.allow(null).required(),
  }).required(),
  report: report.allow(null).required(),
  failure: text.allow(null).required(),
  createdAt: time.required(),
  finishedAt: time.allow(null).required(),
});

/** What `mapping` of an import may say. */
export const importMappingSchema = Joi.object().pattern(
  Joi.string().max(200),
  Joi.alternatives().try(
    Joi.object({ use: Joi.valid('skip').required() }),
    Joi.object({
      use: Joi.valid('attribute').required(),
      type: importColumnType.required(),
      gather: Joi.boolean(),
    }),
    Joi.object({ use: Joi.valid('gather').required() }),
  ),
);

export const ratesSchema = Joi.object().pattern(
  Joi.string().pattern(/^[A-Z]{3}$/, 'three letters such as USD'),
  Joi.number().positive().max(1_000_000),
);
