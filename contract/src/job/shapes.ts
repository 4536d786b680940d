import Joi from 'joi';
import { list, object } from '../schema/typed';
import { PRODUCT_FIELDS } from './fields';
import type { FileForm, ImportReport, Job, KeptMapping } from './types';
import { count, text, time } from '../schema/basics';

export const importColumnType = Joi.valid('text', 'many', 'number', 'boolean', 'colour');

/** What `mapping` of an import may say. */
export const importMappingSchema = Joi.object().pattern(
  Joi.string().max(200),
  Joi.alternatives().try(
    Joi.object({ use: Joi.valid('skip').required() }),
    Joi.object({
      use: Joi.valid('field').required(),
      field: Joi.valid(...PRODUCT_FIELDS).required(),
      gather: Joi.boolean(),
    }),
    Joi.object({
      use: Joi.valid('text').required(),
      field: Joi.valid('title', 'description').required(),
      lang: Joi.string()
        .pattern(/^[a-z]{2}$/, 'a language of two letters')
        .required(),
    }),
    Joi.object({
      use: Joi.valid('attribute').required(),
      type: importColumnType.required(),
      key: Joi.string().max(64),
      gather: Joi.boolean(),
    }),
    Joi.object({ use: Joi.valid('gather').required() }),
  ),
);

const FORM = {
  encoding: Joi.valid('utf-8', 'utf-16le', 'utf-16be', 'windows-1252'),
  separator: Joi.valid(',', ';', '\t', '|', null),
  decimal: Joi.valid('.', ','),
  date: Joi.valid('ymd', 'dmy', 'mdy'),
  sheet: Joi.string().max(200).allow(null),
};

/** What `form` of an import may say; what it doesn't is found. */
export const fileFormSchema = object<Partial<FileForm>>(FORM);

/** How files of one kind are read; its name stands in the address. */
export const keptMappingBody = object<Omit<KeptMapping, 'name' | 'updatedAt'>>({
  columns: Joi.array().items(Joi.string().max(400)).max(1_000).required(),
  mapping: importMappingSchema.required(),
  form: fileFormSchema.required(),
});

export const keptMappings = list(
  object<KeptMapping>({
    name: text.required(),
    columns: Joi.array().items(text).required(),
    mapping: importMappingSchema.required(),
    form: fileFormSchema.required(),
    updatedAt: time.required(),
  }),
);

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
  form: object<FileForm>({
    encoding: FORM.encoding.required(),
    separator: FORM.separator.required(),
    decimal: FORM.decimal.required(),
    date: FORM.date.required(),
    sheet: text.allow(null).required(),
  })
    .allow(null)
    .required(),
  sheets: Joi.array().items(text).required(),
  lines: Joi.array().items(count).required(),
  proposed: importMappingSchema.required(),
  aside: count.required(),
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
        read: Joi.array().items(text).required(),
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
  kind: Joi.valid('import', 'edit', 'renditions', 'pictures', 'demo').required(),
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

export const ratesSchema = Joi.object().pattern(
  Joi.string().pattern(/^[A-Z]{3}$/, 'three letters such as USD'),
  Joi.number().positive().max(1_000_000),
);
