import {
  composeMissing,
  composePage,
  composeProduct,
  languageOf,
  PRODUCT_ROOT,
  type Edition,
  type PageModel,
  type ShopModel,
} from '@fond/core';
import type { CatalogueHost, Stand } from '../catalogue/catalogueHost';

/** An address of the shop, taken apart. */
export interface ShopAddress {
  /** Decoded, without a slash at the end, `/` for the front. */
  path: string;
  /** Decoded once; repeated ones joined by a comma. */
  parameters: Record<string, string>;
}

/** Longer search texts are cut: nobody types them, and each word costs a look-up. */
const MOST_SEARCH_TEXT = 200;
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
  const parameters: Record<string, string> = {};
  if (query >= 0)
    for (const [key, value] of new URLSearchParams(address.slice(query)))
      parameters[key] = key in parameters ? `${parameters[key]},${value}` : value;
  if (parameters['q']) parameters['q'] = parameters['q'].slice(0, MOST_SEARCH_TEXT);
  return { path, parameters };
}

/** Pages count time in hours, so that they can be kept for one. */
export const pageTime = (): number => Math.floor(Date.now() / HOUR) * HOUR;

/** The listing page behind an address, with what the text index finds; null where no aisle is. */
export async function composeListing(
  host: CatalogueHost,
  stand: Stand,
  edition: Edition,
  { path, parameters }: ShopAddress,
): Promise<PageModel | null> {
  const q = (parameters['q'] ?? '').trim();
  const lang = languageOf(stand.snapshot, parameters['lang']);
  const matches = q ? await host.search(stand.snapshot, lang, q) : null;
  return composePage(stand.snapshot, edition, { path, parameters, matches, now: pageTime() });
}

/** Whatever stands at an address of the shop: a listing, a product, or the page that says nothing is there. */
export async function composeAddress(
  host: CatalogueHost,
  stand: Stand,
  edition: Edition,
  address: ShopAddress | null,
): Promise<ShopModel> {
  const { snapshot } = stand;
  const missing = (): ShopModel => composeMissing(snapshot, edition.number, address?.parameters['lang']);
  if (!address) return missing();
  const { path, parameters } = address;
  if (path.startsWith(`${PRODUCT_ROOT}/`)) {
    const slug = path.slice(PRODUCT_ROOT.length + 1);
    return composeProduct(snapshot, edition.number, slug, parameters['lang'], pageTime()) ?? missing();
  }
  return (await composeListing(host, stand, edition, address)) ?? missing();
}
