import type { TrialWish } from '@fond/contract';
import {
  AS_PART,
  facetChoice,
  FRESH_FRAME,
  SEARCH_FACET,
  usual,
  type Blend,
  type Fixture,
  type Plan,
  type RangeRule,
  type Reach,
  freshAnswer,
  NO_SEARCH_RULES,
  type SearchRules,
  type Shelf,
} from '@fond/core';

/** What the designs of the year name by its number in the database. */
export interface Known {
  categories: ReadonlyMap<string, number>;
  tags: ReadonlyMap<string, number>;
  collections: ReadonlyMap<string, number>;
  /** Of saved ranges, by their name. */
  ranges: ReadonlyMap<string, string>;
}

/** A plan as it changes: filled in, whatever it builds on. */
type Change = (plan: Plan, known: Known) => Plan;

/** Somebody's publication: which plans, made on what, and what was done to each. */
export interface Publication {
  note: string;
  by: string;
  /** Days before today. */
  ago: number;
  changes: readonly { plan: string; change: Change }[];
}

/** A plan that somebody started during the year. */
export interface Beginning {
  name: string;
  reach: (known: Known) => Reach;
}

const withFixture = (
  plan: Plan,
  type: Fixture['type'],
  change: (fixture: Fixture) => Partial<Fixture>,
): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((one) => (one.type === type ? ({ ...one, ...change(one) } as Fixture) : one)),
});

const withShelf = (plan: Plan, change: (shelf: Shelf) => Partial<Shelf>): Plan =>
  withFixture(plan, 'shelf', (shelf) => change(shelf as Shelf));

/** A fixture behind the first of a type. */
const behind = (plan: Plan, type: Fixture['type'], added: Fixture): Plan => {
  const at = plan.fixtures.findIndex((one) => one.type === type);
  return { ...plan, fixtures: plan.fixtures.toSpliced(at + 1, 0, added) };
};

const banner = (id: string, heading: Record<string, string>, words: Record<string, string>): Fixture => ({
  ...usual(id),
  ...FRESH_FRAME.banner,
  type: 'banner',
  heading,
  words,
  height: { wide: 280, medium: 240, narrow: 180 },
  shade: 45,
});

const only = (rule: Reach['include'][number]): Reach => ({ include: [rule], exclude: [] });
const below =
  (slug: string) =>
  (known: Known): Reach =>
    only({ kind: 'category', category: known.categories.get(slug)!, below: true });

/** By the name that publications speak of them. */
export const BEGINNINGS: Readonly<Record<string, Beginning>> = {
  baking: { name: 'Baking, with a word first', reach: below('baking') },
  kettles: { name: 'Kettles by capacity', reach: below('kettles-and-coffee') },
  textiles: { name: 'Textiles, staggered', reach: below('textiles') },
  gifts: {
    name: 'Gift season',
    reach: ({ tags }) => only({ kind: 'aisle', aisle: `tag:${tags.get('gift-idea')}` }),
  },
  clearing: {
    name: 'Clearing the shelves',
    reach: ({ collections }) =>
      only({ kind: 'aisle', aisle: `collection:${collections.get('winter-sale')}` }),
  },
};

/** Saved ranges that plans show. */
export const RANGES: Readonly<Record<string, RangeRule>> = {
  'Reduced and there': {
    source: { kind: 'catalogue' },
    clauses: [{ kind: 'sale' }, { kind: 'stock', states: ['in', 'low'] }],
  },
  'Well rated': {
    source: { kind: 'aisle', below: true, main: false },
    clauses: [
      { kind: 'number', field: 'rating', from: 4, to: null },
      { kind: 'number', field: 'ratings', from: 20, to: null },
    ],
  },
  'New since spring': {
    source: { kind: 'catalogue' },
    clauses: [
      { kind: 'added', days: 240 },
      { kind: 'stock', states: ['in', 'low'] },
    ],
  },
};

/** Blends that orders may sort by. */
export const BLENDS: Readonly<Record<string, Blend['factors']>> = {
  'What sells, and what is new': [
    {
      id: 'factor-1',
      basis: { kind: 'figure', figure: 'sold-lately' },
      weight: 60,
      reversed: false,
      missing: 50,
    },
    { id: 'factor-2', basis: { kind: 'newness', halfLife: 60 }, weight: 30, reversed: false, missing: 0 },
    { id: 'factor-3', basis: { kind: 'figure', figure: 'rating' }, weight: 10, reversed: false, missing: 40 },
  ],
  'To be cleared': [
    { id: 'factor-1', basis: { kind: 'figure', figure: 'stock' }, weight: 50, reversed: false, missing: 0 },
    { id: 'factor-2', basis: { kind: 'figure', figure: 'saving' }, weight: 30, reversed: false, missing: 0 },
    {
      id: 'factor-3',
      basis: { kind: 'figure', figure: 'sold-lately' },
      weight: 20,
      reversed: true,
      missing: 50,
    },
  ],
};

/** What shoppers of the demo call things, what the shop answers, and what it shows where nothing is found. */
export const SEARCHES: SearchRules = {
  synonyms: [
    { id: 'pans', lang: 'en', words: ['frying pan', 'skillet', 'frypan'], oneWay: false },
    { id: 'pots', lang: 'en', words: ['casserole', 'dutch oven', 'stew pot'], oneWay: false },
    { id: 'towels', lang: 'en', words: ['tea towel', 'dish towel', 'kitchen towel'], oneWay: false },
    { id: 'gift', lang: 'en', words: ['present', 'gift'], oneWay: true },
    { id: 'faitout', lang: 'fr', words: ['faitout', 'marmite'], oneWay: false },
  ],
  leftOut: ['the', 'a', 'for', 'with', 'and'].map((word) => ({ lang: 'en', word })),
  answers: [
    {
      ...freshAnswer('clearance', 'en'),
      queries: ['clearance', 'last pieces', 'outlet'],
      leadsTo: '/tags/last-pieces',
    },
    {
      ...freshAnswer('induction', 'en'),
      queries: ['induction'],
      match: 'within',
      heading: 'Will it work on my hob?',
      words:
        'What a magnet sticks to works on induction. Every pan and pot here says which hobs it is made for.',
      link: { label: 'All cookware', address: '/cookware' },
    },
    {
      ...freshAnswer('delivery', 'en'),
      queries: ['delivery', 'shipping', 'opening hours'],
      heading: 'Orders leave us within two working days',
      words: 'The warehouse in Pellmere packs from Monday to Friday. Parcels over €60 travel free.',
    },
  ],
  nothing: {
    ...NO_SEARCH_RULES.nothing,
    range: {
      source: { kind: 'catalogue' },
      clauses: [{ kind: 'featured' }, { kind: 'stock', states: ['in', 'low'] }],
    },
    rangeHeading: { en: 'Often chosen', fr: 'Souvent choisis' },
    words: [
      {
        lang: 'en',
        heading: 'We don’t keep that',
        words: 'Perhaps we call it otherwise. These are good places to look:',
        links: [{ label: 'Under €20', address: '/collections/under-20' }],
      },
    ],
  },
};

const savedRange = (name: string, { ranges }: Known): RangeRule => ({
  source: { kind: 'saved', range: ranges.get(name)! },
  clauses: [],
});

/** What was published since the shop opened, in its order. */
export const PUBLICATIONS: readonly Publication[] = [
  {
    note: 'A search box among the filters, as people asked for it',
    by: 'Ines Marlow',
    ago: 318,
    changes: [
      {
        plan: 'house',
        change: (plan) =>
          withFixture(plan, 'facets', (panel) =>
            panel.type === 'facets' ? { facets: [...panel.facets, facetChoice(SEARCH_FACET, false)] } : {},
          ),
      },
    ],
  },
  {
    note: 'Knives: two across on tablets, three were too small',
    by: 'Mara Quill',
    ago: 274,
    changes: [
      {
        plan: 'knives',
        change: (plan) => withShelf(plan, () => ({ columns: { wide: 4, medium: 2, narrow: 2 } })),
      },
    ],
  },
  {
    note: 'Sold out goes to the end, everywhere',
    by: 'Theo Lark',
    ago: 241,
    changes: [
      {
        plan: 'house',
        change: (plan) => withShelf(plan, ({ order }) => ({ order: { ...order, soldOutLast: true } })),
      },
    ],
  },
  {
    note: 'Baking gets a plan of its own, with a banner',
    by: 'Mara Quill',
    ago: 203,
    changes: [
      {
        plan: 'baking',
        change: (plan) =>
          behind(
            plan,
            'breadcrumb',
            banner(
              'banner',
              { en: 'Flour on the table', fr: 'De la farine sur la table' },
              {
                en: 'Tins, bowls and pins for slow mornings.',
                fr: 'Moules, bols et rouleaux pour matins calmes.',
              },
            ),
          ),
      },
    ],
  },
  {
    note: 'Titles for search engines say the category',
    by: 'Theo Lark',
    ago: 176,
    changes: [
      {
        plan: 'house',
        change: (plan) => ({
          ...plan,
          productPage: {
            ...plan.productPage,
            search: {
              title: { en: '{title} · {category}', fr: '{title} · {category}' },
              description: {},
            },
          },
        }),
      },
    ],
  },
  {
    note: 'Kettles: capacity before price',
    by: 'Mara Quill',
    ago: 151,
    changes: [
      {
        plan: 'kettles',
        change: (plan) =>
          withFixture(plan, 'facets', (panel) =>
            panel.type === 'facets'
              ? {
                  facets: [
                    ...panel.facets.filter(({ key }) => key === 'capacity'),
                    ...panel.facets.filter(({ key }) => key !== 'capacity'),
                  ],
                }
              : {},
          ),
      },
    ],
  },
  {
    note: 'The front shows what is reduced and there, from a saved range',
    by: 'Ines Marlow',
    ago: 118,
    changes: [
      {
        plan: 'front',
        change: (plan, known) => ({
          ...plan,
          fixtures: plan.fixtures.map((one) =>
            one.id === 'row-sale' && one.type === 'part'
              ? { ...one, own: { row: { ...AS_PART, range: savedRange('Reduced and there', known) } } }
              : one.id === 'row-new' && one.type === 'part'
                ? { ...one, own: { row: { ...AS_PART, range: savedRange('New since spring', known) } } }
                : one,
          ),
        }),
      },
    ],
  },
  {
    note: 'Textiles in lanes, so that tall and wide pictures both fit',
    by: 'Mara Quill',
    ago: 83,
    changes: [{ plan: 'textiles', change: (plan) => withShelf(plan, () => ({ form: 'staggered' })) }],
  },
  {
    note: 'Small pictures beside the large one on product pages',
    by: 'Theo Lark',
    ago: 47,
    changes: [
      {
        plan: 'house',
        change: (plan) => ({
          ...plan,
          productPage: { ...plan.productPage, gallery: { ...plan.productPage.gallery, side: 'beside' } },
        }),
      },
    ],
  },
  {
    note: 'The best rated stand above the kettles',
    by: 'Mara Quill',
    ago: 19,
    changes: [
      {
        plan: 'kettles',
        change: (plan, known) =>
          behind(plan, 'navigation', {
            ...usual('rated'),
            ...FRESH_FRAME.promotion,
            heading: { en: 'What others like', fr: 'Ce que d’autres aiment' },
            range: savedRange('Well rated', known),
            levels: [{ key: 'rating', reversed: false }],
            most: 8,
          }),
      },
    ],
  },
];

/** Plans that run for a while over what is published, and what they look like. */
export const CAMPAIGNS: readonly {
  name: string;
  plan: string;
  change: Change;
  /** Days from today to its first and its last. */
  from: number;
  to: number;
}[] = [
  {
    name: 'Gift season',
    plan: 'gifts',
    from: -2,
    to: 26,
    change: (plan) =>
      withShelf(
        behind(
          plan,
          'title',
          banner(
            'banner',
            { en: 'Presents that get used', fr: 'Des cadeaux qui servent' },
            {
              en: 'Wrapped by hand until the last parcel leaves.',
              fr: 'Emballés à la main jusqu’au dernier colis.',
            },
          ),
        ),
        ({ order }) => ({
          columns: { wide: 4, medium: 3, narrow: 2 },
          order: { ...order, levels: [{ key: 'sold', reversed: false }] },
        }),
      ),
  },
  {
    name: 'Clearing the shelves',
    plan: 'clearing',
    from: 31,
    to: 59,
    change: (plan) =>
      withShelf(
        behind(plan, 'title', banner('banner', { en: 'Clearing the shelves', fr: 'On vide les rayons' }, {})),
        ({ order }) => ({ order: { ...order, levels: [{ key: 'saving', reversed: false }] } }),
      ),
  },
];

/** What somebody works on at present: not published yet. */
export const DRAFT: { plan: string; change: Change; asked: string } = {
  plan: 'knives',
  asked: 'Three across again? Four are hard to tell apart.',
  change: (plan) => withShelf(plan, () => ({ columns: { wide: 3, medium: 2, narrow: 2 } })),
};

/** What is tried on half of the shoppers, since so many days ago. */
export const TRIAL: Omit<TrialWish, 'plan'> & { plan: string; change: Change; ago: number } = {
  name: 'The best rated first',
  plan: 'house',
  change: (plan) =>
    withShelf(plan, ({ order }) => ({
      order: { ...order, levels: [{ key: 'rating', reversed: false }, ...order.levels] },
    })),
  goal: 'clicks',
  smallest: 10,
  share: 50,
  start: true,
  ago: 16,
};
