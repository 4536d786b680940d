import {
  FRESH_FRAME,
  USUAL_BANNER,
  USUAL_LAYOUT,
  USUAL_NAVIGATION,
  USUAL_PROMOTION,
  USUAL_TILES,
} from '../plan/fixtures';
import { usual } from '../plan/housePlan';
import { facetPanelOf, shelfOf, type FacetPanel, type Fixture, type Plan, type Shelf } from '../plan/plan';
import { followed } from '../width/widths';
import type { PageDesign } from './design';

const breadcrumb: Fixture = { ...usual('breadcrumb'), type: 'breadcrumb' };
const title: Fixture = { ...usual('title'), type: 'title' };
const description: Fixture = { ...usual('description'), type: 'description' };
const navigation: Fixture = { ...usual('navigation'), ...USUAL_NAVIGATION };
const space = (id: string, height: number): Fixture => ({
  ...usual(id),
  type: 'space',
  height: followed(height),
});

/** The plan's own filters, as a design puts them; none where the plan has none. */
function facets(plan: Plan, change: Partial<FacetPanel>): FacetPanel[] {
  const panel = facetPanelOf(plan);
  return panel ? [{ ...panel, ...usual(panel.id), ...change }] : [];
}

/** The plan's own shelf, with its range, order and card. */
function shelf(plan: Plan, change: Partial<Shelf>): Shelf[] {
  const own = shelfOf(plan);
  return own ? [{ ...own, ...usual(own.id), ...change }] : [];
}

const aisleBanner = (plan: Plan): Fixture => ({
  ...usual('banner'),
  ...FRESH_FRAME.banner,
  ...USUAL_BANNER,
  heading: {},
  words: {},
  height: { wide: 300, medium: 240, narrow: 170 },
  shade: 0,
  // In the colour of the page's words, where somebody darkens it.
  tint: plan.look.colours.ink,
});

const newHere = (id: string): Fixture => ({
  ...usual(id),
  ...USUAL_PROMOTION,
  heading: { en: 'New here', fr: 'Nouveautés' },
  most: 10,
});

/** Pages to start from. */
export const PAGE_DESIGNS: readonly PageDesign[] = [
  {
    kind: 'page',
    id: 'shelf-first',
    name: 'Shelf first',
    about: 'Filters in a row above four columns of products; the words of the aisle come last.',
    card: 'plain',
    look: null,
    fixtures: (plan) => [
      breadcrumb,
      title,
      navigation,
      ...facets(plan, { side: 'above' }),
      ...shelf(plan, {
        form: 'grid',
        columns: { wide: 4, medium: 3, narrow: 2 },
        pageSize: { by: 'rows', count: 5 },
      }),
      description,
    ],
  },
  {
    kind: 'page',
    id: 'picture-over-all',
    name: 'A picture over all',
    about: 'The aisle’s own picture across the page, then its name and words, then three columns.',
    card: 'maker-first',
    look: 'garden',
    fixtures: (plan) => [
      breadcrumb,
      aisleBanner(plan),
      title,
      description,
      navigation,
      ...facets(plan, { side: 'start', share: 22 }),
      ...shelf(plan, {
        form: 'grid',
        columns: { wide: 3, medium: 2, narrow: 2 },
        pageSize: { by: 'rows', count: 6 },
      }),
    ],
  },
  {
    kind: 'page',
    id: 'side-tree',
    name: 'The tree at the side',
    about: 'All categories as a list in a narrow column that stays in view; products beside it.',
    card: 'buy-now',
    look: null,
    fixtures: (plan) => {
      const inside = (slot: string) => ({ inside: { fixture: 'columns', slot } });
      return [
        breadcrumb,
        {
          ...usual('columns'),
          ...FRESH_FRAME.columns,
          columns: [
            { id: 'side', width: { by: 'share', share: 22 }, medium: null, stuck: true },
            { id: 'main', width: { by: 'share', share: 78 }, medium: null, stuck: false },
          ],
        },
        {
          ...usual('navigation'),
          ...USUAL_NAVIGATION,
          ...inside('side'),
          form: 'list',
          of: 'tree',
          // Where the columns stand one below another, a whole tree would come before every product.
          layout: { ...USUAL_LAYOUT, hidden: { wide: false, medium: true, narrow: null } },
        },
        { ...title, ...inside('main') },
        { ...description, ...inside('main') },
        ...facets(plan, { side: 'above', ...inside('main') }),
        ...shelf(plan, {
          form: 'grid',
          columns: { wide: 3, medium: 3, narrow: 2 },
          pageSize: { by: 'rows', count: 6 },
          ...inside('main'),
        }),
      ];
    },
  },
  {
    kind: 'page',
    id: 'price-list',
    name: 'Price list',
    about: 'One product a line, thirty on a page, filters beside: for people who know what they need.',
    card: 'facts',
    look: 'slate',
    fixtures: (plan) => [
      breadcrumb,
      title,
      ...facets(plan, { side: 'start', share: 20, header: true }),
      ...shelf(plan, {
        form: 'list',
        pageSize: { by: 'products', count: 30 },
        listSwitch: true,
        paging: { form: 'numbered', stop: 3 },
      }),
    ],
  },
  {
    kind: 'page',
    id: 'gallery-wall',
    name: 'Gallery wall',
    about: 'Pictures in lanes, each as high as it is, that go on while one scrolls.',
    card: 'quiet',
    look: 'paper',
    fixtures: (plan) => [
      title,
      navigation,
      ...facets(plan, { side: 'above', counts: false }),
      ...shelf(plan, {
        form: 'staggered',
        columns: { wide: 4, medium: 3, narrow: 2 },
        gap: { wide: 16, medium: null, narrow: 8 },
        pageSize: { by: 'products', count: 32 },
        paging: { form: 'scroll', stop: 3 },
      }),
    ],
  },
  {
    kind: 'page',
    id: 'departments',
    name: 'Departments first',
    about: 'The categories below as large tiles, what is new in a row that turns, then everything.',
    card: 'plain',
    look: null,
    fixtures: (plan) => [
      breadcrumb,
      title,
      {
        ...usual('tiles'),
        ...USUAL_TILES,
        columns: { wide: 4, medium: 3, narrow: 2 },
        ratio: 75,
      },
      newHere('new-here'),
      space('room', 24),
      ...facets(plan, { side: 'start', share: 21 }),
      ...shelf(plan, { form: 'grid', columns: { wide: 3, medium: 2, narrow: 2 } }),
      description,
    ],
  },
  {
    kind: 'page',
    id: 'one-large',
    name: 'One large, then the rest',
    about: 'The best rated product of the aisle as a page-wide banner above the shelf.',
    card: 'maker-first',
    look: 'clay',
    fixtures: (plan) => [
      breadcrumb,
      title,
      { ...usual('spotlight'), ...FRESH_FRAME.spotlight, side: 'end' },
      ...facets(plan, { side: 'above' }),
      ...shelf(plan, {
        form: 'grid',
        columns: { wide: 4, medium: 3, narrow: 2 },
        pageSize: { by: 'rows', count: 4 },
        paging: { form: 'more', stop: 3 },
      }),
      description,
    ],
  },
  {
    kind: 'page',
    id: 'a-word-first',
    name: 'A word first',
    about: 'Name and words of the aisle, then few products at a time, large, in full rows.',
    card: 'poster',
    look: 'paper',
    fixtures: (plan) => [
      title,
      description,
      space('breath', 16),
      ...shelf(plan, {
        form: 'grid',
        columns: { wide: 3, medium: 2, narrow: 1 },
        gap: { wide: 40, medium: 28, narrow: 20 },
        pageSize: { by: 'rows', count: 3 },
        lastRow: 'centre',
        paging: { form: 'more', stop: 3 },
      }),
      ...facets(plan, { side: 'above' }),
      newHere('new-here'),
    ],
  },
];
