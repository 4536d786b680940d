import Joi from 'joi';
import { byKind } from '../schema/byKind';
import { list, object } from '../schema/typed';
import { clausesSchema } from '../clause/schema';
import {
  STANDINGS,
  type BulkTrial,
  type CellConflict,
  type EditAnswer,
  type EditLine,
  type GroupUses,
  type LinkedProducts,
  type LinkLine,
  type ProductColumn,
  type ProductLine,
  type ProductLookup,
  type ProductPlace,
  type ProductRows,
  type ProductSheet,
  type ProductView,
  type StoredCell,
  type ProductSearch,
} from './types';
import { AISLE_KINDS, LINK_KINDS, type GapCount } from '@fond/core';
import { count, named, text, time } from '../schema/basics';

export const productLine = object<ProductLine>({
  sku: text.required(),
  title: text.required(),
  price: Joi.number().allow(null).required(),
  featured: Joi.boolean().required(),
  inStock: Joi.boolean().required(),
  stock: Joi.number().integer().allow(null).required(),
  image: text.allow(null).required(),
});

export const productLines = list(productLine);
export const productLookup = object<ProductLookup>({
  found: productLines.required(),
  missing: Joi.array().items(text).required(),
});

export const productColumns = list(
  object<ProductColumn>({
    name: text.required(),
    label: text.required(),
    kind: Joi.valid(
      'text',
      'html',
      'money',
      'number',
      'boolean',
      'time',
      'list',
      'paths',
      'pictures',
      'standing',
    ).required(),
    unit: text.allow(null).required(),
    sort: text.allow(null).required(),
    fixed: Joi.boolean().required(),
    choices: Joi.array().items(text).required(),
  }),
);

export const gapCounts = list(object<GapCount>({ gap: text.required(), count: count.required() }));

export const productRows = object<ProductRows>({
  total: count.required(),
  from: count.required(),
  rows: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        image: text.allow(null).required(),
        cells: Joi.array().items(text).required(),
      }),
    )
    .required(),
});

const storedCell = object<StoredCell>({
  sku: text.required(),
  column: text.required(),
  value: text.required(),
});

const conflict = object<CellConflict>({
  sku: text.required(),
  column: text.required(),
  yours: text.required(),
  theirs: text.required(),
});

export const editAnswer = object<EditAnswer>({
  id: Joi.string().allow(null).required(),
  cells: Joi.array().items(storedCell).required(),
  left: Joi.array().items(conflict).required(),
  job: Joi.string().allow(null).required(),
});

export const editLines = list(
  object<EditLine>({
    id: Joi.string().required(),
    at: time.required(),
    by: text.allow(null).required(),
    said: text.required(),
    products: count.required(),
    undone: Joi.boolean().required(),
    undoing: Joi.boolean().required(),
  }),
);

export const standing = Joi.valid(...STANDINGS);

export const productSheet = object<ProductSheet>({
  sku: text.required(),
  standing: standing.required(),
  cells: Joi.array()
    .items(Joi.object({ column: text.required(), value: text.required() }))
    .required(),
  pictures: Joi.array()
    .items(
      Joi.object({
        source: text.required(),
        hash: Joi.string().allow(null).required(),
        width: count.required(),
        height: count.required(),
        alts: Joi.object().pattern(Joi.string(), text).required(),
        focus: Joi.object({ x: count.required(), y: count.required() }).allow(null).required(),
      }),
    )
    .required(),
  prices: Joi.array()
    .items(
      Joi.object({
        until: time.required(),
        price: Joi.number().allow(null).required(),
        was: Joi.number().allow(null).required(),
      }),
    )
    .required(),
  changedAt: time.allow(null).required(),
});

export const productPlaces = list(
  object<ProductPlace>({
    path: text.required(),
    title: text.required(),
    kind: Joi.valid(...AISLE_KINDS).required(),
    plan: named.allow(null).required(),
    place: Joi.object({
      place: count.required(),
      of: count.required(),
      page: count.required(),
      by: Joi.valid('order', 'pin', 'spread').required(),
    })
      .allow(null)
      .required(),
  }),
);

export const bulkTrial = object<BulkTrial>({
  products: count.required(),
  changed: count.required(),
  unchanged: count.required(),
  refused: count.required(),
  examples: Joi.array()
    .items(
      Joi.object({
        sku: text.required(),
        title: text.required(),
        before: text.required(),
        after: text.required(),
      }),
    )
    .required(),
  faults: Joi.array()
    .items(Joi.object({ sku: text.required(), message: text.required() }))
    .required(),
});

const entry = Joi.string().trim().min(1).max(1_000);

/** One change for the cells of many products. */
export const cellChange = byKind('kind', [
  { is: 'set', then: Joi.object({ kind: 'set', text: Joi.string().allow('').max(100_000).required() }) },
  { is: 'clear', then: Joi.object({ kind: 'clear' }) },
  {
    is: 'entries',
    then: Joi.object({
      kind: 'entries',
      add: Joi.array().items(entry).max(100).required(),
      remove: Joi.array().items(entry).max(100).required(),
    }),
  },
  {
    is: 'replace',
    then: Joi.object({
      kind: 'replace',
      find: Joi.string().min(1).max(1_000).required(),
      put: Joi.string().allow('').max(1_000).required(),
    }),
  },
  { is: 'scale', then: Joi.object({ kind: 'scale', percent: Joi.number().min(0).max(10_000).required() }) },
  { is: 'shift', then: Joi.object({ kind: 'shift', by: Joi.number().min(-1e9).max(1e9).required() }) },
  {
    is: 'round',
    then: Joi.object({
      kind: 'round',
      to: Joi.number().integer().min(0).max(999_999).required(),
      of: Joi.number().integer().min(1).max(1_000_000).required(),
    }),
  },
]);

export const productFilterFields = {
  q: Joi.string().allow('').max(200),
  aisle: Joi.string().max(1000).pattern(/^\//, 'a path that starts with a slash'),
  clauses: clausesSchema,
  gap: Joi.string().max(80),
  standing,
};
export const productFilter = Joi.object(productFilterFields);

const viewFields = {
  filter: productFilter.required(),
  sorting: Joi.object({ by: Joi.string().max(80).required(), down: Joi.boolean().required() })
    .allow(null)
    .required(),
  columns: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().max(200).required(),
        width: Joi.number().integer().min(40).max(1_200).required(),
      }),
    )
    .max(300)
    .required(),
};
export const productViewBody = object<Omit<ProductView, 'name'>>(viewFields);
export const productViews = list(object<ProductView>({ name: text.required(), ...viewFields }));

const wordsFrom = Joi.valid('product', 'pattern', 'facts').required();

export const productSearch = list(
  object<ProductSearch>({
    lang: text.required(),
    title: text.required(),
    description: text.required(),
    shown: Joi.object({ title: text.required(), description: text.required(), address: text.required() })
      .allow(null)
      .required(),
    from: Joi.object({ title: wordsFrom, description: wordsFrom }).allow(null).required(),
    twin: Joi.object({ sku: text.required(), title: text.required() }).allow(null).required(),
  }),
);

const linkLine = object<LinkLine>({
  sku: text.required(),
  title: text.required(),
  live: Joi.boolean().required(),
});
export const linkedProducts = list(
  object<LinkedProducts>({
    as: Joi.valid(...LINK_KINDS).required(),
    links: Joi.array().items(linkLine).required(),
    back: Joi.array().items(linkLine).required(),
  }),
);

export const groupUses = object<GroupUses>({
  plans: Joi.array().items(named).required(),
  ranges: Joi.array().items(named).required(),
  collections: Joi.array()
    .items(Joi.object({ id: count.required(), title: text.required() }))
    .required(),
  search: Joi.boolean().required(),
});
