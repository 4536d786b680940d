import Joi from 'joi';
import { object } from '../schema/typed';
import type { ShelfReport } from './preview';
import { sieve } from '../range/shapes';
import { anything, count, named, text } from '../schema/basics';

const money = Joi.object({ amount: Joi.number().required(), currency: Joi.string().required() });

export const listing = Joi.object({
  aisle: Joi.object({
    path: Joi.string().required(),
    kind: Joi.string().required(),
    title: text.required(),
    description: text.required(),
  }).required(),
  plan: named.required(),
  edition: count.required(),
  total: count.required(),
  page: count.required(),
  pages: count.required(),
  size: count.required(),
  order: Joi.object({ key: Joi.string().required(), label: text.required() }).required(),
  orders: Joi.array()
    .items(Joi.object({ key: Joi.string().required(), label: text.required() }))
    .required(),
  items: Joi.array()
    .items(
      Joi.object({
        id: count.required(),
        sku: Joi.string().required(),
        slug: Joi.string().required(),
        title: text.required(),
        price: money.allow(null).required(),
        was: money,
        badges: Joi.array()
          .items(Joi.object({ key: Joi.string().required(), text: text.required() }))
          .required(),
        attributes: Joi.object()
          .pattern(
            Joi.string(),
            Joi.alternatives().try(Joi.number(), Joi.boolean(), text, Joi.array().items(text)),
          )
          .required(),
        attributeTexts: Joi.object().pattern(Joi.string(), text).required(),
        rating: Joi.object({ value: Joi.number().required(), count: count.allow(null).required() }),
        image: Joi.string(),
      }),
    )
    .required(),
  instead: Joi.object({
    query: text.required(),
    by: Joi.valid('spelling', 'weakest').required(),
  }).description('What was sought in place of `q`, which finds nothing'),
  facets: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        label: text.required(),
        control: Joi.valid(
          'list',
          'single',
          'swatches',
          'range',
          'steps',
          'toggle',
          'search',
          'query',
        ).required(),
        values: Joi.array()
          .items(
            Joi.object({
              value: Joi.string().required(),
              label: text.required(),
              count: count.required(),
              selected: Joi.boolean().required(),
            }),
          )
          .required(),
        more: count.description('Values that are not told, as there are too many'),
        range: Joi.object({
          min: Joi.number().required(),
          max: Joi.number().required(),
          buckets: Joi.array()
            .items(
              Joi.object({
                from: Joi.number().required(),
                to: Joi.number().required(),
                count: count.required(),
              }),
            )
            .required(),
        }),
      }),
    )
    .required(),
  applied: Joi.array()
    .items(Joi.object({ key: Joi.string().required(), value: text.required(), label: text.required() }))
    .required(),
  ignored: Joi.array().items(Joi.string()),
  explain: anything,
});

const pin = Joi.object({ sku: text.required(), title: text.required(), place: count.required() });

const orderReport = {
  count: count.required(),
  pins: Joi.array().items(pin).required(),
  lostPins: Joi.array()
    .items(pin.keys({ reason: Joi.valid('unknown', 'not-here', 'place-taken').required() }))
    .required(),
  groups: Joi.array()
    .items(Joi.object({ id: text.required(), meet: count.required(), stand: count.required() }))
    .required(),
};

export const shelfReport = object<ShelfReport>({
  aisle: Joi.object({ key: text.required(), title: text.required() }).required(),
  today: text.required(),
  sieve: sieve.required(),
  ...orderReport,
  promoting: Joi.array()
    .items(Joi.object({ fixture: text.required(), ...orderReport }))
    .required(),
  mainOnly: Joi.object({
    any: count.required(),
    main: count.required(),
    anyItself: count.required(),
    mainItself: count.required(),
  }).required(),
});
