import type { Aisle } from '../catalogue/aisles';
import { Keep } from '../catalogue/keep';
import type { Snapshot } from '../catalogue/snapshot';
import { aisleProducts } from '../range/range';
import { type Lang, textIn } from '../text/texts';
import { type ListingState, addressOf } from './address';

/** A link; `href` is relative to the shop's root and starts with a slash. */
export interface LinkModel {
  title: string;
  href: string;
}

/** The plain state of an address without anything chosen. */
export const plainState = (path: string, lang: Lang): ListingState => ({
  path,
  selections: new Map(),
  order: null,
  page: 1,
  from: 1,
  size: null,
  q: '',
  view: null,
  lang,
});

/** Address of an aisle or another page in a language. */
export const hrefOf = (snapshot: Snapshot, path: string, lang: Lang): string =>
  addressOf(plainState(path, lang), snapshot.frame.languages[0]);

/** An address of the shop, in the page's language; of elsewhere, as it is. */
export function targetHref({ snapshot, lang }: { snapshot: Snapshot; lang: Lang }, address: string): string {
  const [, path, query, hash] = /^(\/[^?#]*)(?:\?([^#]*))?(#.*)?$/.exec(address) ?? [];
  if (!path) return address;
  const asked = query ? query.split('&') : [];
  const href = asked.some((one) => one.startsWith('lang=')) ? path : hrefOf(snapshot, path, lang);
  return `${href}${asked.length ? `${href.includes('?') ? '&' : '?'}${query}` : ''}${hash ?? ''}`;
}

export function linkTo(snapshot: Snapshot, aisle: Aisle, lang: Lang): LinkModel {
  const { title, href } = aisleLink(snapshot, aisle, lang);
  return { title, href };
}

export interface AisleLink extends LinkModel {
  /** Products in the aisle and all below it. */
  count: number;
}

export const cache = new Keep<Map<string, AisleLink>>(16);

/** Every page links to all its neighbours, so each link is made once for the aisles and what stands in them. */
export function aisleLink(snapshot: Snapshot, aisle: Aisle, lang: Lang): AisleLink {
  const { aisles, category, collection, tag, attributes } = snapshot;
  const links = cache.get(
    snapshot.lineage,
    lang,
    [aisles, category, collection, tag, attributes],
    () => new Map<string, AisleLink>(),
  );
  // A free page and the aisle it stands in for share an address, but not a title.
  const key = `${aisle.key} ${aisle.path}`;
  let link = links.get(key);
  if (!link) {
    link = {
      title: textIn(aisle.titles, lang, snapshot.frame.languages),
      href: hrefOf(snapshot, aisle.path, lang),
      count: aisleProducts(snapshot, aisle).count,
    };
    links.set(key, link);
  }
  return link;
}
