import type { Card, CardImage, StockWord } from '../card/card';
import type { Money } from '../card/money';
import type { AisleKind } from '../catalogue/aisles';
import type { Lang } from '../catalogue/rows';
import type { AppliedModel, FacetModel } from '../facets/facetModel';
import type { PanelSettings, PerWidth, ShelfSettings, WidthName } from '../plans/plan';

/** A link; `href` is relative to the shop's root and starts with a slash. */
export interface LinkModel {
  title: string;
  href: string;
}

export interface NavigationItem extends LinkModel {
  count: number;
  current: boolean;
  colour: string | null;
}

export interface PageLink {
  page: number;
  href: string;
  current: boolean;
}

export interface ShelfModel {
  id: string;
  type: 'shelf';
  /** Products on this page, all pages, and where this page stands. */
  cards: readonly Card[];
  total: number;
  page: number;
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
  columns: PerWidth<number>;
  gap: number;
  lastRow: ShelfSettings['lastRow'];
  /** For the pictures: `sizes` of a card's picture and the kept widths to offer. */
  pictureSizes: string;
  /** Whether the chips of what is applied end with a way to give up all of them. */
  clearAll: boolean;
}

export type FixtureModel = {
  /** Widths at which it is not shown, where it isn’t shown at all of them. */
  hiddenAt?: readonly WidthName[];
} & (
  | { id: string; type: 'breadcrumb'; trail: readonly LinkModel[] }
  | { id: string; type: 'title'; text: string }
  | { id: string; type: 'description'; html: string }
  | { id: string; type: 'navigation'; items: readonly NavigationItem[]; counts: boolean }
  | ({ id: string; type: 'facets'; facets: readonly FacetModel[] } & Pick<
      PanelSettings,
      'side' | 'share' | 'header' | 'counts'
    >)
  | ShelfModel
);

/** What every page of the shop has around its own content. */
export interface ShopFrame {
  lang: Lang;
  title: string;
  navigation: readonly NavigationItem[];
  collections: readonly LinkModel[];
  tags: readonly LinkModel[];
  languages: readonly { lang: Lang; href: string; current: boolean }[];
  /** Widths in which every picture is kept. */
  pictureWidths: readonly number[];
  meta: { title: string; description: string; canonical: string; robots: string };
  edition: number;
}

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
  /** Parameters that mean nothing here, and those that could not be read. */
  ignored: readonly string[];
  malformed: readonly { path: string; message: string }[];
}

/** Other products on a product's page. */
export interface RelatedModel {
  heading: string;
  cards: readonly Card[];
  columns: PerWidth<number>;
  gap: number;
  pictureSizes: string;
}

export interface ProductModel {
  kind: 'product';
  /** The plan of the product's main category; null where no plan serves it. */
  plan: { id: string; name: string } | null;
  related: RelatedModel | null;
  frame: ShopFrame;
  id: number;
  sku: string;
  slug: string;
  title: string;
  description: string;
  price: Money | null;
  was: Money | null;
  badges: Card['badges'];
  images: readonly CardImage[];
  rating: { rating: number; ratings: number } | null;
  stock: StockWord;
  /** `links` lead to the aisles of its values, where they have any. */
  attributes: readonly { key: string; label: string; text: string; links: readonly LinkModel[] }[];
  trail: readonly LinkModel[];
  tags: readonly LinkModel[];
}

export interface MissingModel {
  kind: 'missing';
  frame: ShopFrame;
}

export interface AccountModel {
  kind: 'account';
  frame: ShopFrame;
  /** Who is signed in; null while nobody is. */
  shopper: string | null;
  /** The email or the password was wrong. */
  refused: boolean;
  /** What signs the demo shopper in. */
  demo: { email: string; password: string } | null;
}

export type ShopModel = PageModel | ProductModel | MissingModel | AccountModel;

export const shelfModelOf = (page: PageModel): ShelfModel | undefined =>
  page.fixtures.find((fixture): fixture is ShelfModel => fixture.type === 'shelf');
