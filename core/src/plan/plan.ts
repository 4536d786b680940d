import type { ShelfInsert } from './inserts';
import type { ValueFamily, ValueShow } from '../catalogue/valueShow';
import type { BadgeSettings } from '../badge/rule';
import type { CardElement, CardFace } from '../card/design';
import type { AisleKind } from '../catalogue/aisles';
import type { Texts } from '../text/texts';
import type { Blend } from '../clause/blend';
import type { RangeRule, SavedRange } from '../clause/rule';
import type { Look } from '../look/look';
import type { ShelfOrder } from '../order/sorting';
import type { Difference } from './differences';
import type { FixtureDress } from './dress';
import type { FixtureLayout, FrameFixture, ShelfForm, Slot } from './fixtures';
import type { ProductPage } from './productPage';
import type { Stepped } from '../width/widths';
import type { Condition } from './shownWhen';

/** One line of a reach. Categories, tags and collections are named by their id, so a new address changes nothing. */
export type ReachRule =
  | { kind: 'everything' }
  | { kind: 'aisles'; of: AisleKind }
  | { kind: 'category'; category: number; below: boolean }
  /** All aisles of one attribute's values. */
  | { kind: 'values'; attribute: string }
  | { kind: 'aisle'; aisle: string };

/** Which aisles a plan serves: those that meet an include and no exclude. */
export interface Reach {
  include: readonly ReachRule[];
  exclude: readonly ReachRule[];
}

export interface FacetChoice {
  key: string;
  /** Own words in place of the catalogue's, per language. */
  label: Texts;
  /** How many values stand before “more”. */
  shown: number;
  open: boolean;
  /** `auto` chooses by what the facet holds. */
  control: FacetControlChoice;
  /** Several chosen values of one facet: any of them is enough, or all have to be met. */
  logic: 'any' | 'all';
  /**
   * `auto`: numbers by value, the tree as it stands, words in the order of choice where there is one, else by how many
   * products they leave.
   */
  sort: 'auto' | 'count' | 'name' | 'value' | 'chosen';
  /** How this plan shows the values; null for what the attribute says. */
  values: PlanValues | null;
  /** Where each step of numbers begins, ascending, in the units of addresses; null for what the attribute says. */
  steps: readonly number[] | null;
  /** It is shown only where it helps: so many values at least, on so many percent of the products. Null for everywhere. */
  helps: { values: number; coverage: number } | null;
  /** Ids of categories in which, and below which, it is shown; none for all aisles. */
  categories: readonly number[];
  /** Chosen alone, these values make a page of their own for search engines. */
  indexed: readonly IndexedValue[];
  /** So does every other value that is offered. */
  indexAll: boolean;
}

/** How a plan shows the values of an attribute, in place of what the attribute says. */
export interface PlanValues extends Pick<ValueShow, 'order' | 'scale' | 'hidden'> {
  /** Null for those of the attribute. */
  families: readonly ValueFamily[] | null;
  /** What single values are called here; the others as everywhere. */
  labels: readonly { value: string; label: Texts }[];
}

/** A filtered page that search engines may list. */
export interface IndexedValue {
  value: string;
  /** Of the page, per language; where it is empty the aisle and the value are named. */
  title: Texts;
  /** Its description. */
  words: Texts;
}

export type FacetControlChoice =
  | 'auto'
  | 'list'
  | 'single'
  | 'swatches'
  | 'steps'
  | 'slider'
  | 'toggle'
  | 'search';

export const FACET_CONTROLS: readonly FacetControlChoice[] = [
  'auto',
  'list',
  'single',
  'swatches',
  'steps',
  'slider',
  'toggle',
  'search',
];

export type PanelSide = 'start' | 'end' | 'above';

/** How the filters stand on the page, whatever they filter by. */
export interface PanelSettings {
  side: PanelSide;
  /** Percent of the wide page's width, where the panel stands at a side. */
  share: number;
  /** The word “Filters” above them. */
  header: boolean;
  /** The way to give up all choices at once, beside the chips of what is applied. */
  clearAll: boolean;
  counts: boolean;
  /** Values that would leave no product are left out; else they stand there, but can't be chosen. */
  hideDead: boolean;
  facets: readonly FacetChoice[];
}

/** Key of the facet that is a search box of the aisle; no attribute can have it, as it is a parameter's name. */
export const SEARCH_FACET = 'q';

/** How many products a page holds. Rows are those of the wide page. */
export type PageSize = { by: 'products' | 'rows'; count: number } | { by: 'all' };

/** How shoppers get from one page to the next. All forms have the same addresses underneath. */
export interface Paging {
  /** Numbers to choose from; a button that adds the next page below; pages that add themselves while it is scrolled. */
  form: 'numbered' | 'more' | 'scroll';
  /** After so many pages scrolling waits for a button, so that what stands below can be reached. */
  stop: number;
}

interface FixtureBase {
  /** Unique in its plan; stays when the fixture moves. */
  id: string;
  /** Null shows it always. */
  when: Condition | null;
  /** The place within a container where it stands; null for the page itself. */
  inside: Slot | null;
  layout: FixtureLayout;
  dress: FixtureDress;
}

export type Fixture = FixtureBase &
  (
    | { type: 'breadcrumb' }
    | { type: 'title' }
    | { type: 'description' }
    | ({ type: 'facets' } & PanelSettings)
    | ShelfSettings
    | FrameFixture
  );

export interface ShelfSettings {
  type: 'shelf';
  range: RangeRule;
  order: ShelfOrder;
  form: ShelfForm;
  columns: Stepped<number>;
  /** Pixels between cards. */
  gap: Stepped<number>;
  /** Between rows of them; null for one that goes with the gap. */
  rowGap: Stepped<number> | null;
  pageSize: PageSize;
  lastRow: 'start' | 'centre' | 'stretch';
  paging: Paging;
  /** Whether shoppers may turn the grid into a list, and back. */
  listSwitch: boolean;
  /** Elements of its cards, in order. */
  card: readonly CardElement[];
  /** The cards themselves. */
  face: CardFace;
  /** What stands among its products. */
  inserts: readonly ShelfInsert[];
}

export type FixtureType = Fixture['type'];
export type FixtureOf<T extends FixtureType> = Extract<Fixture, { type: T }>;
export type Shelf = FixtureOf<'shelf'>;
export type FacetPanel = FixtureOf<'facets'>;

export type PlanKind = 'page' | 'part';

/** What a plan says of itself, and no base can say for it. */
export interface PlanHead {
  id: string;
  /** A page serves aisles; a part serves none, and is shown by the plans that link to it. */
  kind: PlanKind;
  name: string;
  reach: Reach;
  /** Where two plans reach an aisle just as exactly, the greater rank wins; 0 unless somebody had to settle it. */
  rank: number;
}

/** What pages are made of; a plan may take all of it, or most, from its base. */
export interface PlanBody {
  fixtures: readonly Fixture[];
  productPage: ProductPage;
  /** The named values that it is drawn with; the house plan’s are the shop’s. */
  look: Look;
  /** What cards say in a corner of their picture. */
  badges: BadgeSettings;
  /** CSS of its own, which reaches its pages’ content and nothing around it; empty for none. */
  css: string;
}

/** The design that one or many aisles are built from, with all values filled in. */
export type Plan = PlanHead & PlanBody;

export const headOf = ({ id, kind, name, reach, rank }: PlanHead): PlanHead => ({
  id,
  kind,
  name,
  reach,
  rank,
});

/** What a plan says that another one could say for it. */
export const bodyOf = ({ fixtures, productPage, look, badges, css }: PlanBody): PlanBody => ({
  fixtures,
  productPage,
  look,
  badges,
  css,
});

/** A plan that builds on another one: only what differs is kept. */
export interface HeirDocument extends PlanHead {
  base: string;
  own: Difference | null;
}

/** A plan as it is stored and published: whole, or as what differs from its base. */
export type PlanDocument = Plan | HeirDocument;

export const isHeir = (document: PlanDocument): document is HeirDocument => 'base' in document;

/** What plans use by name, as it stands or was then. */
export interface SharedRules {
  ranges: readonly SavedRange[];
  blends: readonly Blend[];
}

/** What was published at one moment. */
export interface EditionContent extends SharedRules {
  documents: readonly PlanDocument[];
}

/** An edition ready to be served: `plans` are its pages with what they inherit, and what parts they show, filled in. */
export interface Edition extends EditionContent {
  number: number;
  plans: readonly Plan[];
  /** Names the versions of trials that it is seen in; where it is plain, none does. */
  version?: string;
}

/** The plan's shelf: the first one, which facets filter and paging pages. */
export const shelfOf = (plan: Pick<Plan, 'fixtures'>): Shelf | undefined =>
  plan.fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf');

export const facetPanelOf = ({ fixtures }: Pick<Plan, 'fixtures'>): FacetPanel | undefined =>
  fixtures.find((fixture): fixture is FacetPanel => fixture.type === 'facets');
