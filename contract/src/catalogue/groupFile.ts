import Joi from 'joi';
import { clausesSchema } from '../clause/schema';
import type { Operation } from '../operation';
import { anything, count, text, texts } from '../schema/basics';
import { object } from '../schema/typed';
import { swatch, valueShow } from '../schema/valueShow';
import type {
  FiledAttribute,
  FiledCategory,
  FiledCollection,
  FiledTag,
  GroupFile,
  GroupImport,
} from './types';

const slug = Joi.string()
  .max(120)
  .pattern(/^[\p{Ll}\p{Lo}\p{M}\p{N}]+(-[\p{Ll}\p{Lo}\p{M}\p{N}]+)*$/u, 'small letters, digits and hyphens')
  .required();
const lang = Joi.string().pattern(/^[a-z]{2}$/, 'a language code');
const words = (most: number): Joi.ObjectSchema =>
  Joi.object().pattern(lang, Joi.string().allow('').max(most)).required();
const worded = { titles: words(200), descriptions: words(60_000) };
const flag = Joi.boolean().required();
const colour = Joi.string()
  .pattern(/^#[0-9a-fA-F]{6}$/, 'a colour such as #0b4f5c')
  .allow(null)
  .required();
const position = Joi.number().integer().min(-1_000_000).max(1_000_000).required();

/** A file of groups as it is read. */
export const groupFileSchema = object<GroupFile>({
  format: Joi.valid('fond-aisle/groups').required(),
  version: Joi.valid(1).required(),
  categories: Joi.array()
    .items(
      object<FiledCategory>({
        ...worded,
        path: Joi.string()
          .max(1_000)
          .pattern(
            /^(\/[\p{Ll}\p{Lo}\p{M}\p{N}]+(-[\p{Ll}\p{Lo}\p{M}\p{N}]+)*){1,40}$/u,
            'a path such as /cookware/pans',
          )
          .required(),
        position,
        colour,
        hidden: Joi.boolean(),
        picture: Joi.string().max(400).allow(null).required(),
      }),
    )
    .unique('path')
    .max(20_000)
    .required(),
  tags: Joi.array()
    .items(object<FiledTag>({ ...worded, slug }))
    .unique('slug')
    .max(20_000)
    .required(),
  attributes: Joi.array()
    .items(
      object<FiledAttribute>({
        key: Joi.string().min(1).max(65).required(),
        type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
        unit: Joi.string().max(16).allow(null).required(),
        labels: words(120),
        position,
        filterable: flag,
        onCards: flag,
        hasAisles: flag,
        values: Joi.array()
          .items(Joi.object({ value: Joi.string().max(200).required(), swatch, labels: words(200) }))
          .unique('value')
          .max(5_000)
          .required(),
        shown: valueShow.optional(),
      }),
    )
    .unique('key')
    .max(1_000)
    .required(),
  collections: Joi.array()
    .items(
      object<FiledCollection>({
        ...worded,
        slug,
        clauses: clausesSchema.allow(null).required(),
        arranged: Joi.array().items(Joi.string().max(64)).max(5_000).required(),
      }),
    )
    .unique('slug')
    .max(5_000)
    .required(),
  names: Joi.object()
    .pattern(Joi.string().pattern(/^(category|collection|tag):\d+$/), Joi.string().max(1_000))
    .required(),
});

const counts = Joi.object({ made: count.required(), changed: count.required(), unchanged: count.required() });
const report = object<GroupImport>({
  categories: counts.required(),
  tags: counts.required(),
  attributes: counts.required(),
  collections: counts.required(),
  notices: Joi.array().items(text).required(),
});

const groupFile = object<GroupFile>({
  format: Joi.valid('fond-aisle/groups').required(),
  version: Joi.valid(1).required(),
  categories: Joi.array().items(anything).required(),
  tags: Joi.array().items(anything).required(),
  attributes: Joi.array().items(anything).required(),
  collections: Joi.array().items(anything).required(),
  names: texts.required(),
});

/** Categories, tags, attributes and collections out of a shop and into another one. */
export const GROUP_FILE_OPERATIONS = {
  groupsJsonSchema: {
    method: 'get',
    path: '/api/schema/groups.json',
    summary: 'The JSON Schema of a file of categories, tags, attributes and collections',
    access: 'public',
    status: 200,
    answer: anything,
    problems: [],
  },
  exportGroups: {
    method: 'get',
    path: '/api/export/groups',
    summary: 'Categories, tags, attributes and collections as one file',
    access: 'signed-in',
    status: 200,
    answer: groupFile,
    problems: ['database-away'],
  },
  tryGroups: {
    method: 'post',
    path: '/api/import/groups/trial',
    summary: 'What a file of categories, tags, attributes and collections would change',
    access: 'signed-in',
    free: true,
    body: groupFileSchema,
    status: 200,
    answer: report,
    problems: ['bad-input', 'database-away'],
  },
  importGroups: {
    method: 'post',
    path: '/api/import/groups',
    summary:
      'Take a file of categories, tags, attributes and collections over: what is new is made, what differs changed, nothing deleted',
    access: 'signed-in',
    shown: true,
    body: groupFileSchema,
    status: 200,
    answer: report,
    problems: ['bad-input', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
