import type { Snapshot } from '../catalogue/snapshot';
import { USUAL_DRESS } from './dress';
import { USUAL_GAP, USUAL_LAYOUT, USUAL_NAVIGATION } from './fixtures';
import type { FacetChoice, Fixture, PanelSettings, Plan, Paging } from './plan';
import { USUAL_PRODUCT_PAGE } from './productPage';
import { SORT_KEYS, sortChoice, type ShelfOrder } from '../order/sorting';
import { cardElement, USUAL_FACE } from '../card/design';
import { USUAL_BADGES } from '../badge/rule';
import { USUAL_LOOK } from '../look/look';
import { AISLE_RANGE } from '../clause/rule';

export const HOUSE_PLAN_ID = 'house';

/** What a filter has that nobody has set apart. */
export const USUAL_FACET: Pick<
  FacetChoice,
  'values' | 'steps' | 'helps' | 'categories' | 'indexed' | 'indexAll'
> = {
  values: null,
  steps: null,
  helps: null,
  categories: [],
  indexed: [],
  indexAll: false,
};

export const facetChoice = (key: string, open = true): FacetChoice => ({
  key,
  label: {},
  shown: 6,
  open,
  control: 'auto',
  logic: 'any',
  sort: 'auto',
  ...USUAL_FACET,
});

/** Filters beside the shelf, with nothing around them. */
export const USUAL_PANEL: Omit<PanelSettings, 'facets'> = {
  side: 'start',
  share: 21,
  header: false,
  clearAll: true,
  counts: true,
  hideDead: true,
};

/** Featured first, then the newest, with everything for shoppers to choose from. */
export const USUAL_ORDER: ShelfOrder = {
  levels: [
    { key: 'featured', reversed: false },
    { key: 'newest', reversed: false },
  ],
  choices: SORT_KEYS.map(sortChoice),
  groups: [],
  soldOutLast: false,
  spread: null,
  pins: [],
};

/** What every fixture has before anything is said of it. */
export const usual = (id: string): Pick<Fixture, 'id' | 'when' | 'inside' | 'layout' | 'dress'> => ({
  id,
  when: null,
  inside: null,
  layout: USUAL_LAYOUT,
  dress: USUAL_DRESS,
});

export const USUAL_PAGING: Paging = { form: 'numbered', stop: 3 };

/** The fixtures that a plan starts with: a whole page whose shelf follows its aisle. */
export function startingFixtures(facets: readonly FacetChoice[], attributes: readonly string[]): Fixture[] {
  return [
    { ...usual('breadcrumb'), type: 'breadcrumb' },
    { ...usual('title'), type: 'title' },
    { ...usual('description'), type: 'description' },
    { ...usual('navigation'), ...USUAL_NAVIGATION },
    { ...usual('facets'), type: 'facets', ...USUAL_PANEL, facets },
    {
      ...usual('shelf'),
      type: 'shelf',
      range: AISLE_RANGE,
      order: USUAL_ORDER,
      form: 'grid',
      columns: { wide: 3, medium: 2, narrow: 2 },
      gap: USUAL_GAP,
      rowGap: null,
      pageSize: { by: 'products', count: 12 },
      lastRow: 'start',
      paging: USUAL_PAGING,
      listSwitch: false,
      face: { ...USUAL_FACE, second: true },
      inserts: [],
      card: [
        cardElement('picture'),
        cardElement('badges'),
        cardElement('category', false),
        cardElement('name'),
        ...attributes.slice(0, 2).map((key, at) => cardElement('attribute', at === 0, key)),
        cardElement('rating'),
        cardElement('description', false),
        cardElement('stock', false),
        cardElement('price'),
        cardElement('tags', false),
        cardElement('cart', false),
        { ...cardElement('wish'), corner: true },
        { ...cardElement('quick'), revealed: true },
      ],
    },
  ];
}

/** The plan that serves every aisle nobody has planned: every facet the catalogue offers, card lines likewise. */
export function housePlan(snapshot: Snapshot, name: string): Plan {
  const onCards = snapshot.frame.attributes.filter((attribute) => attribute.onCards);
  return {
    id: HOUSE_PLAN_ID,
    kind: 'page',
    name,
    reach: { include: [{ kind: 'everything' }], exclude: [] },
    rank: 0,
    fixtures: startingFixtures(
      [...snapshot.facets.keys()].map((key, at) => facetChoice(key, at < 5)),
      onCards.map((attribute) => attribute.key),
    ),
    productPage: USUAL_PRODUCT_PAGE,
    look: USUAL_LOOK,
    badges: USUAL_BADGES,
    css: '',
  };
}
