import {
  composeCompare,
  composeMissing,
  composePage,
  composeProduct,
  languageOf,
  productPageOf,
  slugIn,
  type Edition,
  type PageModel,
  type ProductModel,
  type ShelfView,
  type ShopModel,
} from '@fond/core';
import type { ServingHost, ServingState } from '../serving/servingHost';
import { readParameters } from '../http/parameters';

/** An address of the shop, taken apart. */
export interface ShopAddress {
  /** Decoded, without a slash at the end, `/` for the front. */
  path: string;
  /** Decoded once; repeated ones joined by a comma. */
  parameters: Record<string, string>;
  /** The shopper's number, for fixtures that are shown to a share of them. */
  part?: number;
  /** Whether the shopper has signed in. */
  signedIn?: boolean;
  /** The grid or the list that the shopper chose before. */
  view?: ShelfView | null;
  /** Also free pages that are not open to shoppers yet. */
  closed?: boolean;
  /** Shelves that only browsers can fill show other products. */
  standIns?: boolean;
  /** Another moment than now, for the desk's window. */
  now?: number;
  /** Of one facet, only the values whose label holds a text. */
  find?: { key: string; text: string };
}

/** Longer search texts are cut: nobody types them, and each word costs a look-up. */
const MAX_SEARCH_TEXT = 200;
const HOUR = 3_600_000;

/** Reads an address relative to the shop's root; null where its path can't be decoded. */
export function readAddress(address: string): ShopAddress | null {
  const query = address.indexOf('?');
  const rawPath = query < 0 ? address : address.slice(0, query);
  let path: string;
  try {
    path = decodeURIComponent(rawPath).replace(/\/+$/, '') || '/';
  } catch {
    return null;
  }
  const parameters = readParameters(address);
  if (parameters['q']) parameters['q'] = parameters['q'].slice(0, MAX_SEARCH_TEXT);
  return { path, parameters };
}

/**
 * A plain form can send the two ends of a range only as `price.from` and `price.to`; this puts them together, and
 * returns the address they mean, or null where the address holds no such parts.
 */
export function foldRangeParts(address: string): string | null {
  const query = address.indexOf('?');
  if (query < 0 || !/[?&][^=&]+\.(from|to)=/.test(address)) return null;
  const folded = new URLSearchParams();
  const ends = new Map<string, { from: string; to: string }>();
  for (const [name, value] of new URLSearchParams(address.slice(query))) {
    const part = /^(.+)\.(from|to)$/.exec(name);
    if (!part) {
      folded.append(name, value);
      continue;
    }
    const pair = ends.get(part[1]) ?? { from: '', to: '' };
    pair[part[2] as 'from' | 'to'] = value.trim();
    ends.set(part[1], pair);
  }
  for (const [name, { from, to }] of ends) if (from || to) folded.set(name, `${from}..${to}`);
  const text = folded.toString();
  return address.slice(0, query) + (text ? `?${text}` : '');
}

/** Pages count time in hours, so that they can be kept for one. */
export const pageTime = (): number => Math.floor(Date.now() / HOUR) * HOUR;

/** The listing page behind an address, with what the text index finds; null where no aisle is. */
export async function composeListing(
  host: ServingHost,
  serving: ServingState,
  edition: Edition,
  { path, parameters, part, signedIn, view, closed, standIns, find, now = pageTime() }: ShopAddress,
): Promise<PageModel | null> {
  const q = (parameters['q'] ?? '').trim();
  const lang = languageOf(serving.snapshot, parameters['lang']);
  const matches = q ? await host.search(serving.snapshot, lang, q) : null;
  return composePage(serving.snapshot, edition, {
    path,
    parameters,
    matches,
    now,
    zone: serving.zone,
    part,
    signedIn,
    view,
    closed,
    standIns,
    find,
  });
}

/** The product page behind an address; null where none is. */
async function composeProductAt(
  host: ServingHost,
  { snapshot, zone }: ServingState,
  edition: Edition,
  { path, parameters, standIns, now = pageTime() }: ShopAddress,
): Promise<ProductModel | null> {
  const slug = slugIn(path);
  const p = slug === null ? undefined : snapshot.bySlug.get(slug);
  if (slug === null || p === undefined) return null;
  const reviews = productPageOf(snapshot, edition, p).reviews ? await host.reviewsOf(snapshot.ids[p]) : null;
  return composeProduct(snapshot, edition, slug, parameters['lang'], now, zone, reviews, standIns);
}

/** What the desk's window shows: a page that a plan makes. */
export const composePreview = async (
  host: ServingHost,
  serving: ServingState,
  edition: Edition,
  address: ShopAddress,
): Promise<PageModel | ProductModel | null> =>
  (await composeProductAt(host, serving, edition, address)) ??
  (await composeListing(host, serving, edition, address));

/** Whatever stands at an address of the shop: a listing, a product, or the page that says nothing is there. */
export async function composeAddress(
  host: ServingHost,
  serving: ServingState,
  edition: Edition,
  address: ShopAddress | null,
): Promise<ShopModel> {
  const { snapshot } = serving;
  const lang = address?.parameters['lang'];
  const page =
    address &&
    ((await composePreview(host, serving, edition, address)) ??
      composeCompare(snapshot, edition, address.path, lang));
  return page ?? composeMissing(snapshot, edition, lang);
}
