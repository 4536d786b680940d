import Joi from 'joi';
import { list, object } from '../schema/typed';
import { type AisleTexts, type WordedAisle, WORDED_AISLES } from '../aisle/types';
import type {
  AttributeChange,
  AttributeInput,
  AttributeValueLine,
  AttributeValues,
  StepsTrial,
} from '../attribute/types';
import type { KeptPicture, PictureReport } from '../picture/types';
import type { FocusPoint, DrawnPicture, HeavyPicture } from '@fond/core';
import type { Operation } from '../operation';
import { attributeLine, numberSteps } from '../attribute/shapes';
import { handSteps, swatch, valueShow } from '../schema/valueShow';
import { job } from '../job/shapes';
import { address, count, named, text, texts, textsOf } from '../schema/basics';

const percent = Joi.number().integer().min(0).max(100).required();
const id = object<{ id: number }>({ id: Joi.number().integer().min(1).required() });

const worded = object<{ of: WordedAisle; id: number }>({
  of: Joi.valid(...WORDED_AISLES).required(),
  id: Joi.number().integer().min(1).required(),
});
const aisleTexts = object<AisleTexts>({ titles: texts.required(), descriptions: texts.required() });

/** What is known of products, and the pictures of categories. */
const drawnPicture = {
  hash: Joi.string().required(),
  width: count.required(),
  of: Joi.alternatives()
    .try(
      Joi.object({ kind: Joi.valid('product').required(), sku: text.required(), name: text.required() }),
      Joi.object({ kind: Joi.valid('aisle').required(), path: text.required(), name: text.required() }),
      Joi.object({ kind: Joi.valid('uploaded').required() }),
    )
    .required(),
  needed: count.required(),
  plan: named.required(),
  fixture: Joi.string().required(),
  type: Joi.string().required(),
};

export const CATALOGUE_OPERATIONS = {
  pictures: {
    method: 'get',
    path: '/api/pictures',
    summary:
      'How the shop’s pictures stand: renditions that are made, originals that are too small, files that weigh too much',
    access: 'signed-in',
    status: 200,
    answer: object<PictureReport>({
      pictures: count.required(),
      renditions: Joi.object({ made: count.required(), wanted: count.required() }).required(),
      job: job.allow(null).required(),
      widths: Joi.array().items(count).required(),
      small: Joi.array().items(object<DrawnPicture>(drawnPicture)).required(),
      blurred: count.required(),
      soft: count.required(),
      heavy: Joi.array()
        .items(object<HeavyPicture>({ ...drawnPicture, fetched: count.required(), bytes: count.required() }))
        .required(),
      weighty: count.required(),
    }),
    problems: ['not-ready', 'database-away'],
  },
  makeRenditions: {
    method: 'post',
    path: '/api/pictures/renditions',
    summary: 'Make the renditions that are missing; answers with the job that does',
    access: 'signed-in',
    status: 202,
    answer: job,
    problems: ['not-ready', 'database-away'],
  },
  attributes: {
    method: 'get',
    path: '/api/catalogue/attributes',
    summary: 'Attributes, with how many values each has and how many products have one',
    access: 'signed-in',
    status: 200,
    answer: list(attributeLine),
    problems: ['not-ready'],
  },
  changeAttribute: {
    method: 'put',
    path: '/api/catalogue/attributes/{key}',
    summary: 'What an attribute is called, and whether it is filtered by, stands on cards, has aisles',
    access: 'signed-in',
    shown: true,
    params: object<{ key: string }>({ key: Joi.string().max(64).required() }),
    body: object<AttributeChange>({
      labels: textsOf(120),
      unit: Joi.string().trim().min(1).max(16).allow(null).required(),
      filterable: Joi.boolean().required(),
      onCards: Joi.boolean().required(),
      aisles: Joi.boolean().required(),
      type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').description(
        'Makes it something else; all its values are tried first',
      ),
      grouped: Joi.boolean().description('Whether thousands of a number are set apart'),
      decimals: Joi.number()
        .integer()
        .min(0)
        .max(4)
        .allow(null)
        .description('Decimals of a number that are always written; null for as many as there are'),
    }),
    status: 200,
    answer: attributeLine,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  createAttribute: {
    method: 'post',
    path: '/api/catalogue/attributes',
    summary: 'Make an attribute; its key follows from what it is called',
    access: 'signed-in',
    body: object<AttributeInput>({
      label: Joi.string().trim().min(1).max(120).required(),
      type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
      unit: Joi.string().trim().min(1).max(16).allow(null).required(),
    }),
    status: 201,
    answer: object<{ key: string }>({ key: Joi.string().required() }),
    problems: ['bad-input', 'database-away'],
  },
  attributeValues: {
    method: 'get',
    path: '/api/catalogue/attributes/{key}/values',
    summary: 'The values of an attribute with their words and products, and those that are spelt alike',
    access: 'signed-in',
    params: object<{ key: string }>({ key: Joi.string().max(65).required() }),
    status: 200,
    answer: object<AttributeValues>({
      column: text.allow(null).required(),
      values: Joi.array()
        .items(
          Joi.object({
            value: text.required(),
            products: count.required(),
            labels: texts.required(),
            swatch: Joi.string().allow(null).required(),
          }),
        )
        .required(),
      variants: Joi.array().items(Joi.array().items(text)).required(),
      shown: valueShow.required(),
    }),
    problems: ['not-found', 'not-ready', 'database-away'],
  },
  writeAttributeValue: {
    method: 'put',
    path: '/api/catalogue/attributes/{key}/values',
    summary: 'What a value is called in each language, and its colour',
    access: 'signed-in',
    shown: true,
    params: object<{ key: string }>({ key: Joi.string().max(65).required() }),
    body: object<Omit<AttributeValueLine, 'products'>>({
      value: Joi.string().min(1).max(200).required(),
      labels: textsOf(120),
      swatch,
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  showAttributeValues: {
    method: 'put',
    path: '/api/catalogue/attributes/{key}/shown',
    summary: 'How shoppers see the values of an attribute: in which order, gathered, hidden, in which steps',
    access: 'signed-in',
    shown: true,
    params: object<{ key: string }>({ key: Joi.string().max(65).required() }),
    body: valueShow,
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  trySteps: {
    method: 'post',
    path: '/api/explain/steps',
    summary: 'The steps of a number filter in an aisle: those that follow the products, and those of choice',
    access: 'signed-in',
    free: true,
    body: object<{ key: string; steps: readonly number[]; address: string }>({
      key: Joi.string().max(65).required(),
      steps: handSteps.required(),
      address,
    }),
    status: 200,
    answer: object<StepsTrial>({ automatic: numberSteps, own: numberSteps, covered: count.required() }),
    problems: ['bad-input', 'not-found', 'unknown-aisle', 'not-ready'],
  },
  uploadPicture: {
    method: 'post',
    path: '/api/pictures',
    summary: 'Keep a picture: JPEG, PNG, WebP, AVIF or GIF',
    access: 'signed-in',
    upload: object<object>({}),
    status: 201,
    answer: object<KeptPicture>({
      hash: Joi.string().required(),
      width: count.required(),
      height: count.required(),
    }),
    problems: ['bad-input', 'too-large'],
  },
  aisleTexts: {
    method: 'get',
    path: '/api/catalogue/texts/{of}/{id}',
    summary: 'What a category or a tag is called and says of itself, per language',
    access: 'signed-in',
    params: worded,
    status: 200,
    answer: aisleTexts,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  saveAisleTexts: {
    method: 'put',
    path: '/api/catalogue/texts/{of}/{id}',
    summary: 'Write what a category or a tag is called and says of itself; shoppers read it at once',
    access: 'signed-in',
    shown: true,
    params: worded,
    body: object<AisleTexts & { seen: AisleTexts }>({
      titles: textsOf(200),
      descriptions: textsOf(20_000),
      seen: aisleTexts
        .required()
        .description('What stood there when the writing began; newer texts of others are not written over'),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'newer-draft', 'database-away'],
  },
  setCategoryPicture: {
    method: 'put',
    path: '/api/catalogue/categories/{id}/picture',
    summary: 'The picture of a category: a product’s first one, one of the library, or none',
    access: 'signed-in',
    shown: true,
    params: id,
    body: object<{ sku: string | null; source?: string }>({
      sku: Joi.string().max(64).allow(null).required(),
      source: Joi.string()
        .max(400)
        .description('In place of a product’s: a picture of the library, by its name'),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
  focusCategoryPicture: {
    method: 'put',
    path: '/api/catalogue/categories/{id}/picture/focus',
    summary:
      'What of a category’s picture stays in view wherever it is cropped, in percent from the top left',
    access: 'signed-in',
    shown: true,
    params: id,
    body: object<FocusPoint>({ x: percent, y: percent }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
