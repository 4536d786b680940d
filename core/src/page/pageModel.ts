import type { Instead } from '../order/matches';
import type { LinkModel } from '../address/link';
import type { DrawnBadge } from '../badge/rule';
import type { Card, CardImage, Stars } from '../card/card';
import type { DrawnCard } from '../card/drawn';
import type { AisleKind } from '../catalogue/aisles';
import type { FocusPoint } from '../catalogue/rows';
import type { AppliedModel, FacetModel } from '../facet/models';
import type { Standing } from '../layout/inserts';
import type { CardLane } from '../layout/staggered';
import type { Paint } from '../look/paint';
import type { FixtureDress } from '../plan/dress';
import type {
  BannerSettings,
  Column,
  ColumnsSettings,
  NavigationSettings,
  PromotionSettings,
  SlidesSettings,
  SpotlightSettings,
  TilePlace,
} from '../plan/fixtures';
import type { GallerySettings } from '../plan/productPage';
import type { Paging, PanelSettings, ShelfSettings } from '../plan/plan';
import type { Lang } from '../text/texts';
import type { PerWidth, WidthName } from '../width/widths';
import type { OwnReview, ReviewFault, ReviewWish } from '../review/wish';
import type { ProductFacts } from './productFacts';

export interface NavigationItem extends LinkModel {
  /** Null for what is no aisle. */
  count: number | null;
  current: boolean;
  colour: string | null;
  /** Levels below the top, in a tree. */
  depth?: number;
}

export interface PageLink {
  page: number;
  href: string;
  current: boolean;
}

export interface ShelfModel {
  id: string;
  type: 'shelf';
  /** Products on this page, or on all that are shown together up to it; all pages, and where this page stands. */
  cards: readonly Card[];
  total: number;
  page: number;
  /** The first page that is shown. */
  firstPage: number;
  pages: number;
  size: number;
  /** 1-based places of the first and last card; 0 on an empty shelf. */
  from: number;
  to: number;
  order: { key: string; label: string };
  orders: readonly { key: string; label: string; href: string; selected: boolean }[];
  /** Null marks left-out pages. */
  pager: readonly (PageLink | null)[];
  previous: string | null;
  next: string | null;
  paging: Paging;
  /** Where pages add to each other: the same with the next one below, and with the one before above. */
  more: { href: string; count: number } | null;
  earlier: string | null;
  form: ShelfSettings['form'];
  columns: PerWidth<number>;
  gap: PerWidth<number>;
  /** Left out where it goes with the gap. */
  rowGap?: PerWidth<number>;
  lastRow: ShelfSettings['lastRow'];
  /** For the pictures: `sizes` of a card's picture and the kept widths to offer. */
  pictureSizes: string;
  /** How its cards are drawn. */
  drawn: DrawnCard;
  /** The grid and the list that shoppers may choose between; null where they may not. */
  views: readonly { view: 'grid' | 'list'; href: string; selected: boolean }[] | null;
  /** Where each card stands in a staggered grid. */
  lanes?: readonly CardLane[];
  /** Whether the chips of what is applied end with a way to give up all of them. */
  clearAll: boolean;
  /** What stands among the cards, in reading order; left out where nothing does. */
  inserts?: readonly InsertModel[];
  /** Where such things are shown on any page; left out where none is. */
  standing?: readonly Standing[];
  /** What is said to what was searched for, above the products; left out where nothing is. */
  answer?: AnswerModel;
  /** What stands there where there are no products; left out where there are some. */
  nothing?: NothingModel;
}

/** Words, a picture or fixtures among the cards of a shelf. */
export interface InsertModel {
  /** Of this appearance: what stands behind every so many cards has several. */
  id: string;
  /** Its name on the shelf. */
  slot: string;
  /** What is put in it, below its words. */
  fixtures: readonly FixtureModel[];
  /** How many cards stand before it. */
  before: number;
  heading: string;
  words: string;
  link: LinkModel | null;
  picture: FramePicture | null;
  /** For its picture. */
  sizes: string;
  /** A ground of its own and the colour of words on it, as CSS. */
  ground: string | null;
  ink: string | null;
  /** Cells of the grid at each width. */
  columns: PerWidth<number>;
  rows: PerWidth<number>;
  /** Widths at which it is not shown. */
  hiddenAt: readonly WidthName[];
  /** In a staggered grid: where it stands, and the room of its words and of what is put in it, in CSS pixels. */
  lane?: CardLane;
  said?: PerWidth<number>;
  held?: PerWidth<number>;
}

/** What a shop says to a query. */
export interface AnswerModel {
  /** What was sought in place of the query, in words; empty where it was the query itself. */
  instead: string;
  sought?: Instead;
  heading: string;
  words: string;
  link: LinkModel | null;
  picture: FramePicture | null;
  /** For its picture. */
  sizes: string;
}

/** What an empty shelf offers in its place. */
export interface NothingModel {
  /** Both empty for the shop's usual words. */
  heading: string;
  words: string;
  links: readonly LinkModel[];
  /** Products of the shop's choice; null for none. */
  shelf: PromotionModel | null;
  /** Whether they stand before the words. */
  shelfFirst: boolean;
}

/** A picture of the frame; `alt` is empty for one that only adorns. */
export interface FramePicture extends CardImage {
  alt: string;
}

export interface TileModel extends NavigationItem {
  /** Number of the category; 0 for what is none. */
  category: number;
  count: number;
  picture: CardImage | null;
  /** What of the picture stays in view. */
  focus: FocusPoint | null;
  sizes: string;
  /** In a free grid, where it stands. */
  place?: TilePlace & { broad: boolean };
}

/** How a fixture stands at each width, with what it takes from wider ones filled in. */
export interface Placement {
  /** Twelfths. */
  spans: PerWidth<number>;
  orders: PerWidth<number>;
  stuckAt: readonly WidthName[];
}

/** What a fixture has around it, as pages draw it. */
export interface DressModel {
  /** Space above beyond the usual, in CSS pixels of a look whose space is the usual one; none where it touches. */
  above: PerWidth<number | 'none'>;
  ground: Paint | null;
  words: Paint | null;
  picture: FramePicture | null;
  align: FixtureDress['align'];
  /** Letters by the usual. */
  size: PerWidth<number>;
  widest: number | null;
  /** Whether its ground reaches the edges of the page. */
  bleeds: boolean;
}

/** A product that a picture shows; `x` and `y` in percent of the picture as it is cropped, null where that leaves it out. */
export interface SpotModel {
  id: string;
  at: { x: number; y: number } | null;
  title: string;
  href: string;
  price: string;
  was: string;
  soldOut: boolean;
}

/** A place within a container, with what stands there. */
export interface SlotModel {
  id: string;
  /** Between the columns that fixtures span there, in CSS pixels; null where it is as on the page itself. */
  between: PerWidth<number> | null;
  fixtures: readonly FixtureModel[];
}

export type FixtureModel = {
  /** Widths at which it is not shown, where it isn’t shown at all of them. */
  hiddenAt?: readonly WidthName[];
  /** How it stands, where that is not as usual. */
  placement?: Placement;
  /** What it has around it, where that is not as usual. */
  dress?: DressModel;
  /** On narrow pages it opens from a button that says this. */
  drawer?: string;
} & (
  | { id: string; type: 'breadcrumb'; trail: readonly LinkModel[] }
  | { id: string; type: 'title'; text: string }
  | { id: string; type: 'description'; html: string }
  | ({ id: string; type: 'navigation'; items: readonly NavigationItem[] } & Pick<
      NavigationSettings,
      'counts' | 'form' | 'colours'
    >)
  | ({
      id: string;
      type: 'banner';
      picture: FramePicture | null;
      heading: string;
      text: string;
      link: LinkModel | null;
      sizes: string;
      /** Instead of the picture below a viewport width, in CSS pixels; the narrowest first. */
      others: readonly { below: number; picture: FramePicture }[];
      /** The page's title, and the way to it, where they stand on it. */
      title: string;
      trail: readonly LinkModel[];
    } & Pick<BannerSettings, 'shade' | 'tint' | 'fade' | 'align' | 'stand' | 'tone' | 'focus'> & {
        height: PerWidth<number>;
      })
  | { id: string; type: 'words'; html: string }
  | {
      id: string;
      type: 'picture';
      picture: FramePicture;
      ratio: number | null;
      focus: FocusPoint;
      caption: string;
      href: string | null;
      spots: readonly SpotModel[];
      sizes: string;
    }
  | {
      id: string;
      type: 'tiles';
      items: readonly TileModel[];
      counts: boolean;
      /** Words around the count. */
      before: string;
      after: string;
      pictures: boolean;
      columns: PerWidth<number>;
      gap: PerWidth<number>;
      ratio: number;
      /** Of a free grid, in CSS pixels; null where tiles stand in even rows. */
      rowHeight: number | null;
    }
  | ({
      id: string;
      type: 'promotion';
      heading: string;
      cards: readonly Card[];
      /** The way to the rest; an empty title stands for the shop's own words. */
      more: LinkModel | null;
      /** The plan by which a browser asks for its cards, where it alone knows which; null where they are here. */
      recent: string | null;
    } & Pick<ShelfModel, 'columns' | 'gap' | 'rowGap' | 'pictureSizes' | 'lanes' | 'drawn'> &
      Pick<PromotionSettings, 'form' | 'autoplay' | 'arrows' | 'dots' | 'loop' | 'backwards'>)
  | ({
      id: string;
      type: 'spotlight';
      card: Card;
      heading: string;
      description: string;
      button: string;
      sizes: string;
    } & Pick<SpotlightSettings, 'side'>)
  | { id: string; type: 'tabs'; slots: readonly (SlotModel & { label: string })[] }
  | ({ id: string; type: 'slides'; slots: readonly SlotModel[] } & Pick<SlidesSettings, 'seconds' | 'dots'>)
  | ({
      id: string;
      type: 'columns';
      slots: readonly (SlotModel & Pick<Column, 'width' | 'medium' | 'stuck'>)[];
      gap: PerWidth<number>;
    } & Pick<ColumnsSettings, 'down' | 'stacked'>)
  | { id: string; type: 'space'; height: PerWidth<number> }
  | { id: string; type: 'divider' }
  | ({ id: string; type: 'facets'; facets: readonly FacetModel[] } & Pick<
      PanelSettings,
      'side' | 'share' | 'header' | 'counts'
    >)
  | ShelfModel
);

/** What search engines and others who name the page elsewhere are told of it. */
export interface PageMeta {
  title: string;
  description: string;
  /** Address of what this page repeats, or is; null where nothing stands. */
  canonical: string | null;
  robots: 'index,follow' | 'noindex,follow';
  kind: 'website' | 'product';
  image: CardImage | null;
  /** Where the shop is reached, without a slash at its end; known to the server alone. */
  origin?: string;
}

/** What every page of the shop has around its own content. */
export interface ShopFrame {
  lang: Lang;
  title: string;
  /** Content hash of the shop's mark. */
  logo: string | null;
  /** Empty where the shop says nothing of its own. */
  searchHint: string;
  footer: string;
  tagTitle: string;
  navigation: readonly NavigationItem[];
  collections: readonly LinkModel[];
  tags: readonly LinkModel[];
  languages: readonly { lang: Lang; href: string; current: boolean }[];
  /** Widths in which every picture is kept. */
  pictureWidths: readonly number[];
  /** The look as custom properties, and the files of its fonts; null for the one that the style sheet has by itself. */
  look: {
    variables: Readonly<Record<string, string>>;
    fonts: readonly string[];
    /** Whether it has colours for dark pages among its variables. */
    dark: boolean;
    /** Breakpoints of its own, as the style sheet is asked for with them: `700-1100`. */
    widths: string | null;
  } | null;
  /** How the plan's badges are drawn, by their rule; those that are on. */
  badges: Readonly<Record<string, DrawnBadge>>;
  /** Families of the shop's own that its words are set in. */
  ownFonts: readonly string[];
  /** The plan's own CSS: where it is served, or, in a preview, itself. */
  css: { href: string } | { text: string } | null;
  meta: PageMeta;
  edition: number;
}

/** A shelf beside an aisle's own, or below a product. */
export type PromotionModel = Extract<FixtureModel, { type: 'promotion' }>;

/** A listing page, complete: the shop renders it, the API answers it, the desk counts it. */
export interface PageModel {
  kind: 'listing';
  frame: ShopFrame;
  aisle: { key: string; kind: AisleKind; path: string; title: string; description: string };
  plan: { id: string; name: string };
  q: string;
  fixtures: readonly FixtureModel[];
  applied: readonly AppliedModel[];
  /** The state without any selection; null while nothing is chosen. */
  clearHref: string | null;
  /** The address of this very state. */
  href: string;
  /** A product that is looked at over the aisle, and the address of the aisle without it. */
  quick: { product: ProductFacts; close: string } | null;
  /** Parameters that mean nothing here, and those that could not be read. */
  ignored: readonly string[];
  malformed: readonly { path: string; message: string }[];
}

/** Other products on a plain page. */
export interface RelatedModel {
  heading: string;
  cards: readonly Card[];
  columns: PerWidth<number>;
  gap: PerWidth<number>;
  pictureSizes: string;
  drawn: DrawnCard;
}

export interface GalleryModel {
  side: GallerySettings['side'];
  thumbnails: PerWidth<number>;
  zoom: boolean;
}

/** A review that stands, as shoppers read it. */
export interface ReviewModel {
  id: number;
  /** 1 to 5. */
  stars: number;
  title: string;
  text: string;
  /** As its shopper is called. */
  by: string;
  /** When, in UTC as ISO 8601, and as the page's language writes it. */
  written: string;
  date: string;
  /** Tag of the language that it is written in. */
  lang: Lang;
  /** The shop's own answer; empty for none. */
  answer: string;
}

/** What shoppers say of a product: the latest, of how many. */
export interface ReviewsModel {
  /** Where one is written. */
  href: string;
  total: number;
  shown: readonly ReviewModel[];
  /** They can't be read for the moment. */
  away: boolean;
}

/** All that is said of a product, and what the shopper who looks says of it. */
export interface ReviewsPageModel {
  kind: 'reviews';
  frame: ShopFrame;
  product: { title: string; href: string; image: CardImage | null; rating: Stars | null };
  reviews: ReviewsModel;
  /** From 1, of how many. */
  page: number;
  pages: number;
  /** Where the signed-in shopper's name is told; null where nobody is. */
  shopper: string | null;
  own: OwnReview | null;
  /** Letters that fit. */
  most: { title: number; text: number };
  /** Why what was sent can't be kept, and what it was. */
  fault: { kind: ReviewFault | 'too-many'; wish: ReviewWish } | null;
}

export interface ProductModel extends ProductFacts {
  kind: 'product';
  /** Key of the aisle of its main category, that of the front for a product in none. */
  aisle: string;
  /** The plan of the product's main category; null where no plan serves it. */
  plan: { id: string; name: string } | null;
  gallery: GalleryModel;
  shelves: readonly PromotionModel[];
  /** What shoppers say of it; null where the plan shows none of it. */
  reviews: ReviewsModel | null;
  frame: ShopFrame;
  trail: readonly LinkModel[];
}

/** All fixtures of a page, those within containers too, in the order in which they are read. */
export function* eachFixture(fixtures: readonly FixtureModel[]): Generator<FixtureModel> {
  for (const fixture of fixtures) {
    yield fixture;
    if ('slots' in fixture) for (const slot of fixture.slots) yield* eachFixture(slot.fixtures);
    if (fixture.type === 'shelf')
      for (const insert of fixture.inserts ?? []) yield* eachFixture(insert.fixtures);
  }
}

export const shelfModelOf = (page: Pick<PageModel, 'fixtures'>): ShelfModel | undefined =>
  [...eachFixture(page.fixtures)].find((fixture): fixture is ShelfModel => fixture.type === 'shelf');
