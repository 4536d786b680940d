import { latest } from '../text/latest';
import type { Lang } from '../text/texts';
import { pickText, type FacetPick, type Selections } from './selection';

/** Everything that an address of a listing page tells. */
export interface ListingState {
  path: string;
  selections: Selections;
  /** Key of a sort choice; null for the plan's own order. */
  order: string | null;
  page: number;
  /** The first of the pages that are shown together, up to `page`; the same as `page` where one is shown by itself. */
  from: number;
  /** Null for the plan's own page size. */
  size: number | null;
  q: string;
  lang: Lang;
  /** What the shopper has turned the shelf into; null for what they chose before, or the plan's own form. */
  view: ShelfView | null;
  /** The query sets filters by itself; where none is chosen, the address says so. */
  preset?: boolean;
}

export type ShelfView = 'grid' | 'list';

const MAX_ENCODED = 4096;

/**
 * Percent-encoding for a query in which commas, slashes and colons stay readable; they mean nothing else there. A page
 * holds the same few hundred texts again and again, so what was encoded lately is kept.
 */
const encode = latest(MAX_ENCODED, (text: string) =>
  encodeURIComponent(text).replaceAll('%2C', ',').replaceAll('%2F', '/').replaceAll('%3A', ':'),
);

/** A pick as it stands in a query: its own escapes are encoded once more, so that a comma in a value survives. */
export const encodedPick = (pick: FacetPick): string => encode(pickText(pick));

const facetPart = (key: string, picks: readonly string[]): string => `${encode(key)}=${picks.join(',')}`;

/** Says that the filters which a query sets by itself have been taken away. */
export const UNFILTERED = 'unfiltered';

/** What stands before and after the facets in a query. */
function around(state: ListingState, ownLanguage: Lang): { before: string[]; after: string[] } {
  const after: string[] = [];
  if (state.order) after.push(`order=${encode(state.order)}`);
  if (state.size) after.push(`size=${state.size}`);
  if (state.page > 1) after.push(`page=${state.page}`);
  if (state.from < state.page) after.push(`from=${state.from}`);
  if (state.view) after.push(`view=${state.view}`);
  if (state.lang !== ownLanguage) after.push(`lang=${encode(state.lang)}`);
  return { before: state.q ? [`q=${encode(state.q)}`] : [], after };
}

const joinParts = (path: string, parts: readonly string[]): string =>
  parts.length ? `${path}?${parts.join('&')}` : path;

/**
 * The one address of a state, relative to the shop's root: parameters always in the same order (`q`, facets by
 * key, order, size, page, from, view, lang, unfiltered) and none that says what holds anyway.
 */
export function addressOf(state: ListingState, ownLanguage: Lang): string {
  const { before, after } = around(state, ownLanguage);
  const facets: string[] = [];
  for (const key of [...state.selections.keys()].sort()) {
    const picks = state.selections.get(key)!;
    if (picks.length) facets.push(facetPart(key, picks.map(encodedPick)));
  }
  if (state.preset && !facets.length) after.push(`${UNFILTERED}=1`);
  return joinParts(encodePath(state.path), [...before, ...facets, ...after]);
}

/**
 * Addresses of the states next to one: the same with other picks in a single facet, on the first page. A page holds a
 * hundred of them, so everything but that facet's part is written once.
 */
export class NeighbourAddresses {
  private readonly path: string;
  private readonly before: string[];
  private readonly after: string[];
  private readonly facets: readonly { key: string; text: string }[];
  private readonly preset: boolean;

  constructor(state: ListingState, ownLanguage: Lang) {
    const { before, after } = around({ ...state, page: 1 }, ownLanguage);
    this.path = encodePath(state.path);
    this.preset = state.preset ?? false;
    this.before = before;
    this.after = after;
    this.facets = [...state.selections]
      .map(([key, picks]) => ({ key, text: facetPart(key, picks.map(encodedPick)) }))
      .sort((a, b) => (a.key < b.key ? -1 : 1));
  }

  /** The address with these picks, encoded already, in one facet; none takes the facet out. */
  with(key: string, picks: readonly string[]): string {
    const parts = [...this.before];
    const own = picks.length ? facetPart(key, picks) : null;
    let placed = own === null;
    for (const facet of this.facets) {
      if (!placed && facet.key >= key) {
        parts.push(own!);
        placed = true;
      }
      if (facet.key !== key) parts.push(facet.text);
    }
    if (!placed) parts.push(own!);
    const unfiltered = this.preset && parts.length === this.before.length;
    parts.push(...this.after);
    if (unfiltered) parts.push(`${UNFILTERED}=1`);
    return joinParts(this.path, parts);
  }
}

export const encodePath = (path: string): string => path.split('/').map(encodeURIComponent).join('/');

/** Root of product pages under the shop's root. */
export const PRODUCT_ROOT = '/products';

/** Path of a product's page under the shop's root. */
export const productPath = (slug: string): string => `${PRODUCT_ROOT}/${slug}`;

/** Where all that is said of a product is read, and more is written. */
export const reviewsPath = (slug: string): string => `${productPath(slug)}/reviews`;
