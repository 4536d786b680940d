import Joi from 'joi';
import { WIDTH_NAMES, type CardEvent, type View } from '@fond/core';
import type { Operation } from '../operation';
import { count, text, time } from '../schema/basics';
import { list, object } from '../schema/typed';
import { day, estimate } from './shapes';
import {
  FIGURE_TABLES,
  WALKS,
  type AisleFigure,
  type AisleVisitList,
  type AisleVisits,
  type DayEvent,
  type DayFigure,
  type FacetFigure,
  type Figures,
  type FiguresQuery,
  type FigureTable,
  type NamedFigure,
  type PlaceFigure,
  type ProductFigure,
  type QueryFigure,
  type ShelfFigure,
  type ShoppersState,
  type ShoppersWish,
  type ViewBatch,
  type WidthFigure,
} from './types';

/** Of one batch. */
const MOST_VIEWS = 40;
const MOST_CARDS = 500;
const MOST_PIECES = 99;

const key = Joi.string().min(1).max(120).required();
const happened = Joi.valid(true);

const card = object<CardEvent>({
  shelf: key,
  place: Joi.number().integer().min(1).max(100_000).required(),
  sku: Joi.string().min(1).max(64).required(),
  badges: Joi.array().items(Joi.string().max(64)).max(12).required(),
  seen: happened,
  clicked: happened,
  carted: happened,
  bought: Joi.number().integer().min(1).max(MOST_PIECES),
});

const view = object<View>({
  at: Joi.object({
    aisle: Joi.string().min(1).max(190).required(),
    plan: Joi.string().min(1).max(64).required(),
    edition: count.required(),
    lang: Joi.string().min(2).max(10).required(),
    width: Joi.valid(...WIDTH_NAMES).required(),
    narrowed: Joi.boolean().required(),
  }).required(),
  asked: Joi.object({
    facets: Joi.array().items(Joi.string().min(1).max(400)).max(60).required(),
    order: Joi.string().min(1).max(40).allow(null).required(),
    query: Joi.string().allow('', null).max(200).required(),
    found: count.required(),
  }).required(),
  opens: Joi.boolean().required().description('Told of for the first time, so that it counts as a visit'),
  cards: list(card).max(MOST_CARDS).required(),
});

const query = {
  aisle: Joi.string().max(190).description('Key of an aisle'),
  plan: Joi.string().max(64),
  product: Joi.string().max(64).description('Article number'),
  campaign: Joi.string()
    .max(64)
    .description('Id of a campaign: the aisles that its plans serve, on its days'),
  from: day,
  to: day,
};
/** Figures are asked of one thing, or of the shop. */
const ofOne = <T extends object>(schema: Joi.ObjectSchema<T>): Joi.ObjectSchema<T> =>
  schema.oxor('aisle', 'plan', 'product', 'campaign');

const counts = {
  seen: count.required(),
  clicks: count.required(),
  carts: count.required(),
  bought: count.required(),
  revenue: count.required(),
};
const visits = { ...counts, visits: count.required() };
const rate = estimate.required();
const named = { ...visits, key: text.required(), title: text.required(), rate };
const sought = list(
  object<QueryFigure>({
    query: text.required(),
    times: count.required(),
    found: count.required(),
    clicks: count.required(),
    carts: count.required(),
  }),
).required();

const figures = object<Figures>({
  scope: Joi.object({
    kind: Joi.valid('shop', 'aisle', 'plan', 'product', 'campaign').required(),
    key: text.required(),
    title: text.required(),
    path: Joi.string().allow(null).required(),
  }).required(),
  currency: text.required(),
  from: day.required(),
  to: day.required(),
  before: Joi.object({ from: day.required(), to: day.required() }).required(),
  since: day.allow(null).required(),
  now: Joi.object(visits).required(),
  earlier: Joi.object(visits).required(),
  days: list(object<DayFigure>({ ...visits, day: day.required() })).required(),
  events: list(
    object<DayEvent>({
      day: day.required(),
      kind: Joi.valid('edition', 'campaign-start', 'campaign-end').required(),
      name: text.required(),
      note: text.required(),
    }),
  ).required(),
  places: list(
    object<PlaceFigure>({
      ...counts,
      place: count.required(),
      sight: rate,
      rate,
      attention: estimate.allow(null).required(),
    }),
  ).required(),
  products: list(
    object<ProductFigure>({ ...counts, sku: text.required(), title: text.required(), rate }),
  ).required(),
  shelves: list(
    object<ShelfFigure>({
      ...counts,
      key: text.required(),
      type: Joi.valid('shelf', 'promotion').required(),
      title: text.required(),
      rate,
    }),
  ).required(),
  aisles: list(object<AisleFigure>({ ...named, path: text.required() })).required(),
  facets: list(
    object<FacetFigure>({
      key: text.required(),
      title: text.required(),
      times: count.required(),
      values: Joi.array()
        .items(Joi.object({ value: text.required(), title: text.required(), times: count.required() }))
        .required(),
    }),
  ).required(),
  unused: Joi.array()
    .items(Joi.object({ key: text.required(), title: text.required() }))
    .required(),
  badges: list(object<NamedFigure>(named)).required(),
  orders: Joi.array()
    .items(Joi.object({ key: text.required(), times: count.required() }))
    .required(),
  queries: sought,
  within: sought,
  widths: list(
    object<WidthFigure>({ ...visits, width: Joi.valid(...WIDTH_NAMES).required(), rate }),
  ).required(),
  languages: Joi.array()
    .items(Joi.object({ lang: text.required(), visits: count.required() }))
    .required(),
});

const WISH = { walking: Joi.boolean().required(), pace: Joi.valid(...WALKS).required() };

/** What places, products and filters earn, counted without keeping anything about a person. */
export const FIGURE_OPERATIONS = {
  countViews: {
    method: 'post',
    path: '/api/shop/views',
    summary:
      'What a shopper’s browser has seen, clicked, put into the cart and bought, for the counters alone; nothing about a person is kept',
    access: 'public',
    body: object<ViewBatch>({
      id: Joi.string()
        .pattern(/^[\w-]{16,40}$/, '16 to 40 letters, digits, hyphens and underscores')
        .required()
        .description('Chosen by the browser; the same batch sent again counts once'),
      views: list(view).min(1).max(MOST_VIEWS).required(),
    }),
    status: 204,
    answer: null,
    problems: ['bad-input', 'token-needed', 'too-many-tries', 'not-ready'],
  },
  figures: {
    method: 'get',
    path: '/api/figures',
    summary:
      'What was counted of the shop, an aisle, a plan’s aisles, a campaign’s or a product, against the days before',
    access: 'signed-in',
    query: ofOne(object<FiguresQuery>(query)),
    status: 200,
    answer: figures,
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  aisleVisits: {
    method: 'get',
    path: '/api/figures/aisles',
    summary: 'Visits of each aisle in the last four weeks, and how much of what was seen was clicked',
    access: 'signed-in',
    status: 200,
    answer: object<AisleVisitList>({
      from: day.required(),
      to: day.required(),
      currency: text.required(),
      aisles: list(
        object<AisleVisits>({
          aisle: text.required(),
          visits: count.required(),
          clicks: count.required(),
          revenue: count.required(),
          rate,
          earned: Joi.number().min(0).allow(null).required(),
        }),
      ).required(),
    }),
    problems: ['not-ready', 'database-away'],
  },
  figuresFile: {
    method: 'get',
    path: '/api/figures.csv',
    summary: 'One table of the figures, as CSV',
    access: 'signed-in',
    query: ofOne(
      object<FiguresQuery & { table: FigureTable }>({
        ...query,
        table: Joi.valid(...FIGURE_TABLES).required(),
      }),
    ),
    status: 200,
    answer: Joi.string(),
    produces: 'text/csv',
    problems: ['bad-input', 'not-found', 'not-ready', 'database-away'],
  },
  shoppers: {
    method: 'get',
    path: '/api/figures/shoppers',
    summary: 'The demo’s simulated shoppers',
    access: 'signed-in',
    status: 200,
    answer: object<{ shoppers: ShoppersState | null }>({
      shoppers: object<ShoppersState>({
        ...WISH,
        visits: count.required(),
        said: text.required(),
        saidAt: time.allow(null).required(),
      })
        .allow(null)
        .required()
        .description('Null outside the demo'),
    }),
    problems: ['database-away'],
  },
  changeShoppers: {
    method: 'put',
    path: '/api/figures/shoppers',
    summary: 'Let simulated shoppers of the demo walk, pause them, or change how many come',
    access: 'signed-in',
    body: object<ShoppersWish>(WISH),
    status: 204,
    answer: null,
    problems: ['bad-input', 'not-found', 'database-away'],
  },
} as const satisfies Record<string, Operation>;
