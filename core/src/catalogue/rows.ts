import type { Clause, LinkKind } from '../clause/rule';
import type { SearchRules } from '../clause/searchRules';
import type { Earned } from './earned';
import type { Lang, Texts } from '../text/texts';
import type { ValueShow } from './valueShow';

/** What a filterable or printable property of products is made of. */
export type AttributeType = 'text' | 'many' | 'number' | 'boolean' | 'colour';

export interface AttributeRow {
  id: number;
  /** Stands in addresses (`?material=steel`), so it never changes. */
  key: string;
  type: AttributeType;
  labels: Texts;
  unit: string | null;
  filterable: boolean;
  onCards: boolean;
  /** Of numbers: whether thousands are set apart; they are where this is left out. */
  grouped?: boolean;
  /** Of numbers: decimals that are always written; null, or left out, for as many as there are. */
  decimals?: number | null;
  /** Translated values: value → language → word. Values without an entry are shown as they are. */
  valueLabels: Readonly<Record<string, Texts>>;
  /** How a value looks: `#rrggbb`, two of them with a blank between, or `picture:` with a content hash. */
  swatches: Readonly<Record<string, string>>;
  /** Values with an aisle of their own each; none, or absent, where the attribute is only filtered by. */
  aisles?: readonly { value: string; slug: string }[];
  /** How shoppers see its values where they filter by it; as they come where this is left out. */
  shown?: ValueShow;
}

/** The point of a picture that stays in view however it is cropped, in percent from the top left. */
export interface FocusPoint {
  x: number;
  y: number;
}

/** The one picture of an aisle, cropped about its point wherever it is shown. */
export interface AislePicture extends ImageRow {
  focus: FocusPoint;
}

export interface CategoryRow {
  id: number;
  parent: number | null;
  slug: string;
  position: number;
  colour: string | null;
  titles: Texts;
  /** Sanitised HTML. */
  descriptions: Texts;
  picture?: AislePicture | null;
  /** Shoppers see neither it nor what is below it; its products stand wherever else they do. */
  hidden?: boolean;
}

/** A page with an address of its own, which may stand in for an aisle. */
export interface FreePageRow {
  id: number;
  /** As under the shop's root, for instance `/spring-table`. */
  path: string;
  titles: Texts;
  /** Sanitised HTML. */
  descriptions: Texts;
  /** Key of the aisle in whose place it stands; null where it stands for itself. */
  standsFor: string | null;
  /** Whether shoppers may see it, between its days. */
  open: boolean;
  /** Its first and its last day in the shop's zone, `2026-12-24`; null, or left out, for no such day. */
  from?: string | null;
  to?: string | null;
}

/** A tag or a collection: a flat group of products with an address. */
export interface GroupRow {
  id: number;
  slug: string;
  titles: Texts;
  /** Sanitised HTML. */
  descriptions: Texts;
}

export interface ImageRow {
  /** Content hash of the original, the name of its renditions; null while it has not been fetched. */
  hash: string | null;
  width: number;
  height: number;
  /** What it shows, in words; left out where nobody has said it. */
  alts?: Texts;
  /** What of it stays in view where it is cropped; left out for its middle. */
  focus?: FocusPoint;
}

/** A collection, made by hand or by rule. */
export interface CollectionRow extends GroupRow {
  /** What its products have to meet; null, or absent, where they were put in by hand. */
  clauses?: readonly Clause[] | null;
  /** Article numbers in the order that was given by hand; products not named come after it. */
  arranged?: readonly string[];
}

/** One product on one day. */
export interface DayFigures {
  /** Days since 1970 in UTC. */
  day: number;
  sold: number;
  views: number;
}

/** A value as the catalogue holds it; `many` attributes hold several. */
export type AttributeValue = string | number | boolean | readonly string[];

export interface ProductRow {
  id: number;
  sku: string;
  slug: string;
  titles: Texts;
  /** Sanitised HTML. */
  descriptions: Texts;
  /** Cents; null where the product has no price yet. */
  price: number | null;
  /** Cents; the price before the reduction. */
  was: number | null;
  currency: string;
  /** Milliseconds since 1970 in UTC; null where nobody knows. */
  created: number | null;
  /** Pieces; null where the shop doesn't count them, which means there is always one. */
  stock: number | null;
  featured: boolean;
  /** 0 to 5; null where nobody has rated. */
  rating: number | null;
  /** How many people rated; null where nobody knows. */
  ratings: number | null;
  /** Units; null where nobody knows. */
  sold: number | null;
  /** When it was last changed, milliseconds since 1970; as `created` where nobody noted it. */
  changed?: number;
  /** What was sold and seen on single days, in any order. */
  activity?: readonly DayFigures[];
  /** What shoppers did with it lately; nothing where this is left out. */
  earned?: Earned;
  /** Category ids; the first is the main one. */
  categories: readonly number[];
  tags: readonly number[];
  collections: readonly number[];
  attributes: Readonly<Record<string, AttributeValue>>;
  images: readonly ImageRow[];
  /** Article numbers of other products, in an order of choice; none where it isn't given. */
  links?: ProductLinks | null;
}

/** What somebody has linked a product to, by why. */
export type ProductLinks = Readonly<Record<LinkKind, readonly string[]>>;

/** What search engines are told of a product, where it differs from its name and description. */
export interface SearchWords {
  titles: Texts;
  descriptions: Texts;
}

/** What a shop says of itself around its pages; a text that is missing is left out, or said in general words. */
export interface ShopFace {
  /** What its tags are called together, as the name of their filter and list. */
  tagTitles: Texts;
  /** Stands in the empty search box. */
  searchHints: Texts;
  /** Plain words at the foot of every page. */
  footers: Texts;
  /** Content hash of its mark, beside its name. */
  logo: string | null;
  /** ISO 4217; all prices are in it. */
  currency: string;
}

export const PLAIN_FACE: ShopFace = {
  tagTitles: {},
  searchHints: {},
  footers: {},
  logo: null,
  currency: 'EUR',
};

/** Everything but the products; small, so it is handed over at once. */
export interface CatalogueFrame {
  /** Words for search engines by the product's id; few products have any. */
  searchWords?: ReadonlyMap<number, SearchWords>;
  /** The first is the one that missing texts fall back to. */
  languages: readonly Lang[];
  shopTitles: Texts;
  shopDescriptions: Texts;
  face?: ShopFace;
  attributes: readonly AttributeRow[];
  categories: readonly CategoryRow[];
  tags: readonly GroupRow[];
  collections: readonly CollectionRow[];
  pages?: readonly FreePageRow[];
  /** The day for which pages are open or closed; where it is left out, only whether somebody has opened them counts. */
  day?: string;
  /** What the shop makes of what shoppers type; nothing unless given. */
  search?: SearchRules;
}
