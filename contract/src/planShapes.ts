import Joi from 'joi';
import { AISLE_KINDS } from '@fond/core';
import { aDocument, aPlan, anything, count, named, text, texts, time, version } from './shapes';

/** Shapes of plans, editions and the floor in the answers of the API. */

export const edition = Joi.object({
  number: count.required(),
  publishedAt: time.required(),
  publishedBy: text.required(),
  note: text.required(),
  hash: Joi.string().required(),
  live: Joi.boolean().required(),
  plans: Joi.array().items(named).required(),
  campaigns: Joi.array().items(named).required(),
});

const standing = Joi.valid('open', 'aside', 'deleted').required();

export const planSummary = Joi.object({
  id: Joi.string().required(),
  name: text.required(),
  kind: Joi.valid('page', 'part').required(),
  version,
  standing,
  base: named.allow(null).required(),
  own: count.required(),
  live: Joi.boolean().required(),
  changed: Joi.boolean().required(),
  aisles: count.required(),
  note: text.required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
});

export const partSummary = Joi.object({
  id: Joi.string().required(),
  name: text.required(),
  version,
  standing,
  fixtures: Joi.array().items(Joi.object().unknown()).required(),
  usedIn: Joi.array().items(named).required(),
  aisles: count.required(),
  live: Joi.boolean().required(),
  changed: Joi.boolean().required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
});

export const storedPlan = Joi.object({
  document: aDocument.required(),
  plan: aPlan.required(),
  bases: Joi.array().items(aDocument).required(),
  heirs: Joi.array().items(named).required(),
  version,
  standing,
  note: text.required(),
  updatedAt: time.required(),
  updatedBy: text.required(),
  live: aPlan.allow(null).required(),
  liveDocument: aDocument.allow(null).required(),
});

const aisleKind = Joi.valid(...AISLE_KINDS);

export const floor = Joi.object({
  aisles: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        kind: aisleKind.required(),
        path: Joi.string().required(),
        title: text.required(),
        titles: texts.required(),
        parent: Joi.string().allow(null).required(),
        products: count.required(),
        productsItself: count.required(),
        plan: named.allow(null).required(),
        why: anything.allow(null).required(),
        others: Joi.array()
          .items(
            named.keys({
              rule: anything.required(),
              against: Joi.valid('less-exact', 'lower-rank', 'dispute').required(),
            }),
          )
          .required(),
        leftOut: Joi.array()
          .items(named.keys({ rule: anything.required(), by: anything.required() }))
          .required(),
        standIn: Joi.object({ key: text.required(), title: text.required() }).allow(null).required(),
        attribute: Joi.object({ key: text.required(), title: text.required() }).allow(null).required(),
        closed: Joi.boolean().required(),
        picture: Joi.object({
          hash: text.required(),
          focus: Joi.object({ x: count.required(), y: count.required() }).required(),
        })
          .allow(null)
          .required(),
        disputed: Joi.boolean().required(),
        publishedAt: time.allow(null).required(),
      }),
    )
    .required(),
  plans: Joi.array().items(planSummary).required(),
  edition: edition.required(),
  products: count.required(),
  faults: Joi.array()
    .items(Joi.object({ table: text.required(), row: text.required(), reason: text.required() }))
    .required(),
});

export const disputes = Joi.array().items(
  Joi.object({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    plan: named.keys({ rank: count.required() }).required(),
  }),
);

export const moves = Joi.array().items(
  Joi.object({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    plan: named.allow(null).required(),
  }),
);

export const aisleChanges = Joi.array().items(
  Joi.object({
    key: Joi.string().required(),
    path: Joi.string().required(),
    title: text.required(),
    kind: aisleKind.required(),
    products: count.required(),
    from: named.allow(null).required(),
    to: named.allow(null).required(),
  }),
);

export const changes = Joi.object({
  changes: aisleChanges.required(),
  productPages: count.required(),
  disputes: disputes.required(),
  heirs: Joi.array()
    .items(
      named.keys({
        aisles: count.required(),
        kept: Joi.array().items(Joi.array().items(Joi.string())).required(),
      }),
    )
    .required(),
  faults: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('base-not-live').required(),
        plan: named.required(),
        base: named.required(),
      }),
      Joi.object({
        kind: Joi.valid('part-not-live').required(),
        plan: named.required(),
        part: named.required(),
      }),
      Joi.object({
        kind: Joi.valid('overlap').required(),
        plan: named.required(),
        other: named.required(),
        aisles: count.required(),
      }),
    )
    .required(),
  covered: Joi.array().items(named).required(),
  findings: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('empty-shelf', 'lost-pins').required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        skus: Joi.array().items(text),
      }),
      Joi.object({
        kind: Joi.valid('empty-promotion').required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        fixture: text.required(),
        aisles: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('poor-contrast').required(),
        plan: named.required(),
        pairs: Joi.array()
          .items(Joi.object({ what: text.required(), contrast: Joi.number().required() }))
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('card').required(),
        plan: named.required(),
        name: text.required(),
        contrast: Joi.number().required(),
      }),
      Joi.object({
        kind: Joi.valid('badge').required(),
        plan: named.required(),
        id: text.required(),
        text: text.required(),
        contrast: Joi.number().allow(null).required(),
        covered: Joi.object({ width: text.required(), share: Joi.number().min(0).max(1).required() })
          .allow(null)
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('no-description').required(),
        key: text.required(),
        path: text.required(),
        title: text.required(),
        plan: named.required(),
        aisles: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('small-pictures').required(),
        plan: named.required(),
        fixture: Joi.string().required(),
        type: Joi.string().required(),
        pictures: count.required(),
        width: count.required(),
        needed: count.required(),
      }),
      Joi.object({
        kind: Joi.valid('missing-language').required(),
        plan: named.required(),
        lang: text.required(),
        texts: Joi.array()
          .items(Joi.object({ use: text.required(), fixture: Joi.string().allow(null).required() }))
          .required(),
      }),
      Joi.object({
        kind: Joi.valid('idle-settings').required(),
        plan: named.required(),
        settings: Joi.array().items(Joi.array().items(Joi.string())).required(),
      }),
    )
    .required(),
});
