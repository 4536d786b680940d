import type { Lang } from '../catalogue/rows';
import { pickText, type FacetPick, type Selections } from '../facets/selection';

/** Everything that an address of a listing page tells. */
export interface ListingState {
  path: string;
  selections: Selections;
  /** Key of a sort choice; null for the plan's own order. */
  order: string | null;
  page: number;
  /** Null for the plan's own page size. */
  size: number | null;
  q: string;
  lang: Lang;
}

/** Commas, slashes and dots stay readable; they mean nothing else in a query. */
const encode = (text: string): string =>
  encodeURIComponent(text).replaceAll('%2C', ',').replaceAll('%2F', '/').replaceAll('%3A', ':');

/**
 * The one address of a state, relative to the shop's root: parameters always in the same order (`q`, facets by
 * key, order, size, page, lang) and none that says what holds anyway.
 */
export function addressOf(state: ListingState, ownLanguage: Lang): string {
  const parts: string[] = [];
  if (state.q) parts.push(`q=${encode(state.q)}`);
  for (const key of [...state.selections.keys()].sort()) {
    const picks = state.selections.get(key)!;
    // The part's own escapes are encoded once more, so that a comma in a value survives one decoding.
    if (picks.length)
      parts.push(`${encodeURIComponent(key)}=${picks.map((pick) => encode(pickText(pick))).join(',')}`);
  }
  if (state.order) parts.push(`order=${encode(state.order)}`);
  if (state.size) parts.push(`size=${state.size}`);
  if (state.page > 1) parts.push(`page=${state.page}`);
  if (state.lang !== ownLanguage) parts.push(`lang=${encode(state.lang)}`);
  return encodePath(state.path) + (parts.length ? `?${parts.join('&')}` : '');
}

export const encodePath = (path: string): string => path.split('/').map(encodeURIComponent).join('/');

/** The state with one pick put in or taken out; either way on the first page. */
export function toggled(state: ListingState, key: string, pick: FacetPick): ListingState {
  const text = pickText(pick);
  const picks = state.selections.get(key) ?? [];
  const without = picks.filter((other) => pickText(other) !== text);
  return withPicks(state, key, without.length < picks.length ? without : [...picks, pick]);
}

export function withPicks(state: ListingState, key: string, picks: readonly FacetPick[]): ListingState {
  const selections = new Map(state.selections);
  if (picks.length) selections.set(key, picks);
  else selections.delete(key);
  return { ...state, selections, page: 1 };
}

/** Root of product pages under the shop's root. */
export const PRODUCT_ROOT = '/products';

/** Path of a product's page under the shop's root. */
export const productPath = (slug: string): string => `${PRODUCT_ROOT}/${slug}`;
