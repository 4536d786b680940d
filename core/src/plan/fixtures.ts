import type { CardElement, CardFace } from '../card/design';
import type { FocusPoint } from '../catalogue/rows';
import type { Texts } from '../text/texts';
import { AISLE_RANGE, type RangeRule } from '../clause/rule';
import { ownOrder, type OrderLevel, type OwnOrder } from '../order/sorting';
import { type Stepped, type WidthName, followed } from '../width/widths';

/** Where a fixture stands within a container: one of its columns, or one of its tabs. */
export interface Slot {
  /** Id of the container. */
  fixture: string;
  /** Id of the column or the tab. */
  slot: string;
}

/** How a fixture stands among its neighbours, at each width. */
export interface FixtureLayout {
  /** Twelfths of the room it stands in. */
  span: Stepped<number>;
  /** 0 stands as the plan lists it; what has less comes before, what has more behind. */
  order: Stepped<number>;
  /** Stays in view while the rest scrolls. */
  stuck: Stepped<boolean>;
  hidden: Stepped<boolean>;
}

export const WHOLE_SPAN = 12;

/** Across the whole room, where it is listed, shown everywhere. */
export const USUAL_LAYOUT: FixtureLayout = {
  span: followed(WHOLE_SPAN),
  order: followed(0),
  stuck: followed(false),
  hidden: followed(false),
};

/** The aisle's own picture, or one that was uploaded, by its content hash. */
export type PictureSource =
  | { kind: 'aisle' }
  | { kind: 'kept'; hash: string; width: number; height: number; alt: Texts };

/** `address` begins with a slash, within the shop, or with https://. */
export interface LinkSettings {
  label: Texts;
  address: string;
}

export const BANNER_FADES = ['even', 'start', 'end', 'top', 'bottom'] as const;
export type BannerFade = (typeof BANNER_FADES)[number];

export interface BannerSettings {
  type: 'banner';
  picture: PictureSource | null;
  focus: FocusPoint;
  /** CSS pixels. */
  height: Stepped<number>;
  /** Instead of it on narrower pages; null for what the next wider ones have. */
  others: { medium: PictureSource | null; narrow: PictureSource | null };
  /** Percent of a colour over the picture, so that words can be read on it. */
  shade: number;
  /** That colour, `#rrggbb`. */
  tint: string;
  /** Over all of the picture alike, or strongest at a side and gone at the other one. */
  fade: BannerFade;
  /** Where the words stand, across and down. */
  align: 'start' | 'centre' | 'end';
  stand: 'top' | 'middle' | 'bottom';
  /** Words in the colour of the page, or in that of its words. */
  tone: 'light' | 'dark';
  /** The page's own title, and the way to it, above its words; then they stand nowhere else. */
  holds: { title: boolean; trail: boolean };
  heading: Texts;
  words: Texts;
  link: LinkSettings | null;
}

export interface WordsSettings {
  type: 'words';
  /** HTML, sanitised. */
  html: Texts;
}

/** A product that a picture shows, and where, in percent of the picture as it was uploaded. */
export interface Spot {
  id: string;
  x: number;
  y: number;
  /** Article number. */
  sku: string;
}

export interface PictureSettings {
  type: 'picture';
  picture: PictureSource | null;
  focus: FocusPoint;
  /** Height in percent of the width; null as the picture is. */
  ratio: number | null;
  caption: Texts;
  /** Where it leads; null nowhere. */
  address: string | null;
  spots: readonly Spot[];
}

export const MOST_SPOTS = 12;

/** One line of a navigation that somebody put together: an aisle by its key, or an address. */
export interface NavigationLink {
  id: string;
  /** Such as `category:12`, which stays when the aisle's address changes; null where `address` says it. */
  aisle: string | null;
  address: string | null;
  /** Own words; empty for the aisle's title. */
  label: Texts;
  /** Levels below the top: at most one more than the line before has. */
  depth: number;
}

export const DEEPEST_LINK = 2;

export interface NavigationSettings {
  type: 'navigation';
  hideEmpty: boolean;
  counts: boolean;
  form: 'pills' | 'list';
  /** Near: what is below, else beside. Tree: all top categories, opened towards where the page is. Chosen: `links`. */
  of: 'near' | 'tree' | 'chosen';
  links: readonly NavigationLink[];
  /** In each category's own colour. */
  colours: boolean;
}

/** Where a tile stands in a free grid, and how large it is: columns and rows, both from 0. */
export interface TilePlace {
  category: number;
  x: number;
  y: number;
  w: number;
  h: number;
}

/** A tile of one's own choice: of any aisle by its key, with a picture of its own or null for the aisle's. */
export interface ChosenTile {
  aisle: string;
  picture: PictureSource | null;
}

export const TILED_KINDS = ['collection', 'tag', 'page'] as const;

/** Categories below the page's, categories of choice, any aisles of choice, or all of a kind. */
export type TileSource =
  | { kind: 'children' }
  | { kind: 'chosen'; categories: readonly number[] }
  | { kind: 'aisles'; aisles: readonly ChosenTile[] }
  | { kind: 'all'; of: (typeof TILED_KINDS)[number] }
  | { kind: 'values'; attribute: string };

/** Whether tiles are of categories, which can be put where one wants them. */
export const isOfCategories = ({ of }: Pick<TilesSettings, 'of'>): boolean =>
  of.kind === 'children' || of.kind === 'chosen';

export interface TilesSettings {
  type: 'tiles';
  of: TileSource;
  /** Categories below that are left out. */
  except: readonly number[];
  /** As the tree or the choice has them, by name, or those with the most products first. */
  sort: 'given' | 'name' | 'count';
  /** Words around the number of products, such as “86 products”. */
  before: Texts;
  after: Texts;
  /** Names are cut at a word, so that no more than so many letters stay; null for all. */
  length: number | null;
  hideEmpty: boolean;
  counts: boolean;
  pictures: boolean;
  columns: Stepped<number>;
  gap: Stepped<number>;
  /** Height of a picture in percent of its width. */
  ratio: number;
  /** At most so many; null for all. */
  most: number | null;
  /** Even: rows of equal tiles. Free: each where it was put; narrow pages keep the order alone. */
  grid: 'even' | 'free';
  /** Of a free grid; what has no place is put where there is room. */
  places: readonly TilePlace[];
  /** Height of a free grid's rows, in CSS pixels. */
  rowHeight: number;
}

/** What a shelf with pages looks like: rows of cards, one below another, lanes of cards, or lines that fold out. */
export type ShelfForm = 'grid' | 'list' | 'staggered' | 'folding' | 'carousel';

export const SHELF_FORMS: readonly ShelfForm[] = ['grid', 'list', 'staggered', 'folding', 'carousel'];

/** One product as a large banner: the first of a range. */
export interface SpotlightSettings {
  type: 'spotlight';
  range: RangeRule;
  levels: readonly OrderLevel[];
  /** Words above the product's name. */
  heading: Texts;
  /** Words of the link to it; empty for the shop's own. */
  button: Texts;
  /** Where its picture stands, on pages that have room for both. */
  side: 'start' | 'end';
  description: boolean;
}

/** A shelf beside the aisle's own: another range, without pages and filters. */
/** The way to the rest of a shelf. */
export interface MoreLink {
  /** Empty for the shop's own words. */
  label: Texts;
  /** As a link's; null for the aisle that the range names: see `aisleOfRange`. */
  address: string | null;
}

export interface PromotionSettings extends OwnOrder {
  type: 'promotion';
  heading: Texts;
  range: RangeRule;
  form: ShelfForm;
  columns: Stepped<number>;
  gap: Stepped<number>;
  /** Between rows; null for one that goes with the gap. */
  rowGap: Stepped<number> | null;
  most: number;
  /** Null: the card of the plan's shelf. */
  card: readonly CardElement[] | null;
  face: CardFace | null;
  /** Seconds after which a carousel moves on by itself; 0 never. */
  autoplay: number;
  /** Of a carousel: buttons to turn it, a dot for each view, and whether the first view follows on the last. */
  arrows: boolean;
  dots: boolean;
  loop: boolean;
  /** A carousel begins at the far side, against the direction in which the page is read. */
  backwards: boolean;
  /** Null for none. */
  more: MoreLink | null;
}

export interface Tab {
  id: string;
  label: Texts;
}

/** Views that one turns by hand, or that turn by themselves; what stands in each is listed like in a tab. */
export interface SlidesSettings {
  type: 'slides';
  slides: readonly { id: string }[];
  /** Seconds after which the next one comes by itself; 0 never. */
  seconds: number;
  dots: boolean;
}

export const MOST_SLIDES = 8;

export interface TabsSettings {
  type: 'tabs';
  tabs: readonly Tab[];
}

/** A share of what is left beside columns of fixed width, or such a width in CSS pixels. */
export type ColumnWidth = { by: 'share'; share: number } | { by: 'pixels'; pixels: number };

export interface Column {
  id: string;
  width: ColumnWidth;
  /** Its share on medium pages, where columns stand beside one another there; null for that of wide ones. */
  medium: number | null;
  /** Stays in view while the others scroll. */
  stuck: boolean;
}

export type ColumnsDown = 'start' | 'centre' | 'end';

export interface ColumnsSettings {
  type: 'columns';
  columns: readonly Column[];
  gap: Stepped<number>;
  /** Where what is less high than its neighbours stands. */
  down: ColumnsDown;
  /** From this width down the columns stand one above another. */
  stacked: 'medium' | 'narrow';
}

export interface SpaceSettings {
  type: 'space';
  height: Stepped<number>;
}

/** What a link says otherwise of one fixture of its part; null for what the part says. */
export interface PartOwn {
  heading: Texts | null;
  range: RangeRule | null;
  levels: readonly OrderLevel[] | null;
  most: number | null;
  card: readonly CardElement[] | null;
  face: CardFace | null;
}

/** A link that says nothing otherwise of a fixture. */
export const AS_PART: PartOwn = {
  heading: null,
  range: null,
  levels: null,
  most: null,
  card: null,
  face: null,
};

/** A link to a part: shows it as it is wherever it is used, but for what is said otherwise here. */
export interface PartSettings {
  type: 'part';
  part: string;
  /** By the name of a fixture of the part. */
  own: Readonly<Record<string, PartOwn>>;
}

export type FrameFixture =
  | BannerSettings
  | WordsSettings
  | PictureSettings
  | NavigationSettings
  | TilesSettings
  | PromotionSettings
  | SpotlightSettings
  | TabsSettings
  | SlidesSettings
  | ColumnsSettings
  | SpaceSettings
  | PartSettings
  | { type: 'divider' };

/** A column's share on medium pages; null for one of a fixed width. */
export const mediumShare = ({ width, medium }: Column): number | null =>
  width.by === 'share' ? (medium ?? width.share) : null;

/** Whether columns stand one above another at a width. */
export const isStacked = ({ stacked }: ColumnsSettings, width: WidthName): boolean =>
  width === 'narrow' || (width === 'medium' && stacked === 'medium');

export const USUAL_NAVIGATION: NavigationSettings = {
  type: 'navigation',
  hideEmpty: true,
  counts: true,
  form: 'pills',
  of: 'near',
  links: [],
  colours: false,
};

/** Between cards; on narrow pages they stand closer. */
export const USUAL_GAP: Stepped<number> = { wide: 24, medium: null, narrow: 12 };

const SOME_COLUMNS: Stepped<number> = { wide: 4, medium: 3, narrow: 2 };

/** Tiles as they begin: all categories below in even rows, in the tree's order, with their whole names. */
export const USUAL_TILES: TilesSettings = {
  type: 'tiles',
  of: { kind: 'children' },
  hideEmpty: true,
  counts: true,
  pictures: true,
  columns: SOME_COLUMNS,
  gap: USUAL_GAP,
  ratio: 90,
  most: null,
  except: [],
  sort: 'given',
  before: {},
  after: {},
  length: null,
  grid: 'even',
  places: [],
  rowHeight: 110,
};

/** A promoting shelf as it begins: what is new in the aisle, to be turned by hand. */
export const USUAL_PROMOTION: PromotionSettings = {
  type: 'promotion',
  heading: {},
  range: AISLE_RANGE,
  ...ownOrder([{ key: 'newest', reversed: false }]),
  soldOutLast: true,
  form: 'carousel',
  columns: SOME_COLUMNS,
  gap: USUAL_GAP,
  rowGap: null,
  most: 12,
  card: null,
  face: null,
  autoplay: 0,
  arrows: true,
  dots: false,
  loop: true,
  backwards: false,
  more: null,
};

/** What a banner has that nobody has set apart: words at the start, half way down, on a picture darkened alike. */
export const USUAL_BANNER: Pick<
  BannerSettings,
  'others' | 'shade' | 'tint' | 'fade' | 'align' | 'stand' | 'tone' | 'holds'
> = {
  others: { medium: null, narrow: null },
  shade: 35,
  tint: '#0e162b',
  fade: 'even',
  align: 'start',
  stand: 'middle',
  tone: 'light',
  holds: { title: false, trail: false },
};

/** What a fixture that is added begins with: it shows something at once, and follows its aisle. A part is chosen. */
export const FRESH_FRAME: {
  readonly [T in Exclude<FrameFixture['type'], 'part'>]: Extract<FrameFixture, { type: T }>;
} = {
  banner: {
    type: 'banner',
    picture: { kind: 'aisle' },
    focus: { x: 50, y: 50 },
    height: { wide: 320, medium: 260, narrow: 200 },
    ...USUAL_BANNER,
    heading: { en: 'A few words' },
    words: {},
    link: null,
  },
  words: { type: 'words', html: { en: '<p>Your words.</p>' } },
  picture: {
    type: 'picture',
    picture: { kind: 'aisle' },
    focus: { x: 50, y: 50 },
    ratio: 60,
    caption: {},
    address: null,
    spots: [],
  },
  navigation: USUAL_NAVIGATION,
  tiles: USUAL_TILES,
  promotion: USUAL_PROMOTION,
  spotlight: {
    type: 'spotlight',
    range: { ...AISLE_RANGE, clauses: [{ kind: 'stock', states: ['in', 'low'] }] },
    levels: [{ key: 'rating', reversed: false }],
    heading: {},
    button: {},
    side: 'start',
    description: true,
  },
  tabs: {
    type: 'tabs',
    tabs: [
      { id: 'one', label: { en: 'First' } },
      { id: 'two', label: { en: 'Second' } },
    ],
  },
  slides: { type: 'slides', slides: [{ id: 'one' }, { id: 'two' }], seconds: 0, dots: true },
  columns: {
    type: 'columns',
    columns: [
      { id: 'side', width: { by: 'share', share: 30 }, medium: null, stuck: false },
      { id: 'main', width: { by: 'share', share: 70 }, medium: null, stuck: false },
    ],
    gap: { wide: 40, medium: 40, narrow: 40 },
    down: 'start',
    stacked: 'medium',
  },
  space: { type: 'space', height: { wide: 32, medium: 32, narrow: 32 } },
  divider: { type: 'divider' },
};
