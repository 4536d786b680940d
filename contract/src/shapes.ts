import Joi from 'joi';
import { ROLES } from './session';
import { clausesSchema, savedRuleSchema } from './rangeSchema';

/** Shapes of the bodies and answers of the API, shared by its operations. */

export const text = Joi.string().allow('');
export const count = Joi.number().integer().min(0);
export const time = Joi.string().isoDate();
/** Clock time without a zone of its own: `2026-12-24T18:00`. */
export const localTime = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'a date and a time');
export const named = Joi.object({ id: Joi.string().required(), name: text.required() });
export const anything = Joi.object().unknown(true);
export const texts = Joi.object().pattern(Joi.string(), text);
/** A text per language as it comes in, each of at most so many signs. */
export const textsOf = (most: number): Joi.ObjectSchema =>
  Joi.object()
    .pattern(Joi.string().pattern(/^[a-z]{2}$/, 'a language code'), Joi.string().trim().allow('').max(most))
    .required();

/** Plans in answers are named only: they were checked on their way in, and their schema is long. */
export const aPlan = anything.description('Plan');
export const aDocument = anything.description('PlanDocument');
export const planId = Joi.object({ id: Joi.string().max(64).required() });
export const version = Joi.number().integer().min(1).required();

export const role = Joi.valid(...ROLES);

export const user = Joi.object({
  id: count.required(),
  name: text.required(),
  email: text.required(),
  role: role.required(),
});

export const session = Joi.object({ user: user.required(), csrfToken: Joi.string().required() });

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

export const importColumnType = Joi.valid('text', 'many', 'number', 'boolean', 'colour');

const report = Joi.object({
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

export const job = Joi.object({
  id: Joi.string().required(),
  kind: Joi.valid('import', 'renditions').required(),
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

export const vocabulary = Joi.object({
  languages: Joi.array().items(Joi.string()).required(),
  currency: Joi.string().required(),
  products: count.required(),
  facets: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        labels: texts.required(),
        coverage: count.required(),
        values: count.required(),
      }),
    )
    .required(),
  attributes: Joi.array()
    .items(
      Joi.object({
        key: Joi.string().required(),
        labels: texts.required(),
        unit: text.allow(null).required(),
        type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
        onCards: Joi.boolean().required(),
        coverage: count.required(),
        values: Joi.array()
          .items(Joi.object({ value: text.required(), labels: texts.required(), count: count.required() }))
          .required(),
      }),
    )
    .required(),
});

const fault = Joi.object({
  kind: Joi.valid('category', 'collection', 'tag', 'attribute', 'number', 'range').required(),
  name: text.required(),
});

export const sieve = Joi.object({
  source: count.required(),
  count: count.required(),
  steps: Joi.array().items(anything).required(),
  help: Joi.array()
    .items(
      Joi.object({
        kind: Joi.valid('drop', 'mark', 'source').required(),
        clause: count,
        count,
        inShop: count,
      }),
    )
    .required(),
});

const pin = Joi.object({ sku: text.required(), title: text.required(), place: count.required() });

export const shelfReport = Joi.object({
  aisle: Joi.object({ key: text.required(), title: text.required() }).required(),
  sieve: sieve.required(),
  pins: Joi.array().items(pin).required(),
  lostPins: Joi.array()
    .items(pin.keys({ reason: Joi.valid('unknown', 'not-here', 'place-taken').required() }))
    .required(),
  mainOnly: Joi.object({
    any: count.required(),
    main: count.required(),
    anyItself: count.required(),
    mainItself: count.required(),
  }).required(),
});

const rangeAnswer = {
  inside: Joi.boolean().required(),
  inSource: Joi.boolean().required(),
  clauses: Joi.array()
    .items(
      Joi.object({
        meets: Joi.boolean().required(),
        fault: fault.allow(null).required(),
        of: Joi.array().items(anything).required(),
      }),
    )
    .required(),
  firstFailed: count.allow(null).required(),
};

export const productWhy = Joi.object({
  sku: text.required(),
  title: text.required(),
  ...rangeAnswer,
  saved: Joi.object({ name: text.required(), rule: anything.required(), ...rangeAnswer })
    .allow(null)
    .required(),
  place: Joi.object({
    place: count.required(),
    of: count.required(),
    by: Joi.valid('order', 'pin', 'spread').required(),
    byKeys: count.required(),
    group: Joi.valid('lifted', 'sunk', 'sold-out').allow(null).required(),
    shown: count.allow(null).required(),
  })
    .allow(null)
    .required(),
});

const share = Joi.number().min(0).max(1).required();

export const facetAdvice = Joi.array().items(
  Joi.object({
    key: text.required(),
    label: text.required(),
    covered: count.required(),
    coverage: share,
    values: count.required(),
    evenness: Joi.number().min(0).max(1.000001).required(),
    leaves: share,
    top: Joi.array()
      .items(Joi.object({ value: text.required(), count: count.required() }))
      .required(),
    verdict: Joi.valid('use', 'maybe', 'leave').required(),
    reason: text.required(),
  }),
);

const aProduct = { sku: text.required(), title: text.required() };

export const badgeReport = Joi.object({
  aisle: Joi.object({ key: text.required(), title: text.required() }).required(),
  products: count.required(),
  shop: count.required(),
  rules: Joi.array()
    .items(
      Joi.object({
        id: text.required(),
        aisle: count.required(),
        shop: count.required(),
        fault: Joi.object({ kind: text.required(), name: text.required() }).allow(null).required(),
        example: Joi.object({ ...aProduct, text: text.required(), image: text.allow(null).required() })
          .allow(null)
          .required(),
      }),
    )
    .required(),
  pairs: Joi.array()
    .items(Joi.object({ first: text.required(), second: text.required(), products: count.required() }))
    .required(),
  over: count.required(),
  fullest: Joi.object({
    ...aProduct,
    badges: Joi.array()
      .items(Joi.object({ key: text.required(), text: text.required() }))
      .required(),
  })
    .allow(null)
    .required(),
});

export const storedRange = Joi.object({
  id: Joi.string().required(),
  name: text.required(),
  rule: savedRuleSchema.required(),
  version,
  updatedAt: time.required(),
  updatedBy: text.required(),
  usedIn: Joi.array()
    .items(Joi.object({ plan: named.required(), aside: Joi.boolean().required() }))
    .required(),
});

const collectionBase = {
  id: count.required(),
  slug: Joi.string().required(),
  titles: Joi.object().pattern(Joi.string(), text).required(),
  clauses: clausesSchema.allow(null).required(),
  version,
  updatedAt: time.allow(null).required(),
  updatedBy: text.required(),
};

export const collectionSummary = Joi.object({ ...collectionBase, products: count.required() });

export const storedCollection = Joi.object({
  ...collectionBase,
  descriptions: Joi.object().pattern(Joi.string(), text).required(),
  skus: Joi.array().items(text).allow(null).required(),
  byHand: count.required(),
  namedIn: Joi.array().items(text).required(),
});

export const storedFreePage = Joi.object({
  id: count.required(),
  path: text.required(),
  titles: texts.required(),
  descriptions: texts.required(),
  standsFor: text.allow(null).required(),
  open: Joi.boolean().required(),
  version,
  updatedAt: time.required(),
  updatedBy: text.required(),
  plan: named.allow(null).required(),
  products: count.required(),
});

export const attributeLine = Joi.object({
  key: text.required(),
  type: Joi.valid('text', 'many', 'number', 'boolean', 'colour').required(),
  labels: texts.required(),
  unit: text.allow(null).required(),
  filterable: Joi.boolean().required(),
  onCards: Joi.boolean().required(),
  aisles: Joi.boolean().required(),
  grouped: Joi.boolean().required(),
  decimals: count.allow(null).required(),
  values: count.required(),
  products: count.required(),
});

const productLine = Joi.object({
  sku: text.required(),
  title: text.required(),
  price: Joi.number().allow(null).required(),
  featured: Joi.boolean().required(),
  inStock: Joi.boolean().required(),
  image: text.allow(null).required(),
});

export const productLines = Joi.array().items(productLine);
export const productLookup = Joi.object({
  found: productLines.required(),
  missing: Joi.array().items(text).required(),
});

/** An address of the shop relative to its root, with its parameters. */
export const address = Joi.string()
  .max(4000)
  .pattern(/^\/(?!\/)/, 'an address that starts with one slash')
  .required();

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
