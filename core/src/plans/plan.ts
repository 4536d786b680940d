import type { AisleKind } from '../catalogue/aisles';
import type { Texts } from '../catalogue/rows';
import type { OrderLevel } from '../order/order';
import type { RangeRule } from '../range/range';

/** One line of a reach. Categories, tags and collections are named by their id, so a new address changes nothing. */
export type ReachRule =
  | { kind: 'everything' }
  | { kind: 'aisles'; of: AisleKind }
  | { kind: 'category'; category: number; below: boolean }
  | { kind: 'aisle'; aisle: string };

/** Which aisles a plan serves: those that meet an include and no exclude. */
export interface Reach {
  include: readonly ReachRule[];
  exclude: readonly ReachRule[];
}

export type SortKey = 'recommended' | 'newest' | 'price' | 'price-desc' | 'name' | 'rating';

export const SORT_KEYS: readonly SortKey[] = [
  'recommended',
  'newest',
  'price',
  'price-desc',
  'name',
  'rating',
];

/** One value per device width. */
export interface PerWidth<T> {
  wide: T;
  medium: T;
  narrow: T;
}

export type WidthName = keyof PerWidth<unknown>;
export const WIDTH_NAMES: readonly WidthName[] = ['wide', 'medium', 'narrow'];

export interface FacetChoice {
  key: string;
  /** Own words in place of the catalogue's, per language. */
  label: Texts;
  /** How many values stand before “more”. */
  shown: number;
  open: boolean;
}

export type CardElementKind =
  'picture' | 'badges' | 'category' | 'name' | 'rating' | 'attribute' | 'description' | 'stock' | 'price';

export const CARD_ELEMENT_KINDS: readonly CardElementKind[] = [
  'picture',
  'badges',
  'category',
  'name',
  'rating',
  'attribute',
  'description',
  'stock',
  'price',
];

export interface CardElement {
  element: CardElementKind;
  /** Only for `attribute`: which one. */
  attribute: string | null;
  on: boolean;
}

interface FixtureBase {
  /** Unique in its plan; stays when the fixture moves. */
  id: string;
}

export type Fixture = FixtureBase &
  (
    | { type: 'breadcrumb' }
    | { type: 'title' }
    | { type: 'description' }
    | { type: 'navigation'; hideEmpty: boolean; counts: boolean }
    | { type: 'facets'; side: 'start' | 'end'; facets: readonly FacetChoice[]; counts: boolean }
    | ShelfSettings
  );

export interface ShelfSettings {
  type: 'shelf';
  range: RangeRule;
  order: { levels: readonly OrderLevel[]; choices: readonly SortKey[] };
  columns: PerWidth<number>;
  /** Pixels between cards. */
  gap: number;
  pageSize: number;
  lastRow: 'start' | 'centre' | 'stretch';
  card: readonly CardElement[];
}

export type FixtureType = Fixture['type'];
export type FixtureOf<T extends FixtureType> = Extract<Fixture, { type: T }>;
export type Shelf = FixtureOf<'shelf'>;
export type FacetPanel = FixtureOf<'facets'>;

/** The design that one or many aisles are built from. */
export interface Plan {
  id: string;
  name: string;
  reach: Reach;
  fixtures: readonly Fixture[];
}

/** What was published at one moment. */
export interface Edition {
  number: number;
  plans: readonly Plan[];
}

/** The plan's shelf: the first one, which facets filter and paging pages. */
export const shelfOf = (plan: Plan): Shelf | undefined =>
  plan.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf');

export const facetPanelOf = (plan: Plan): FacetPanel | undefined =>
  plan.fixtures.find((fixture): fixture is FacetPanel => fixture.type === 'facets');
