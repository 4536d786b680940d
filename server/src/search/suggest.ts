import type { Suggestions } from '@fond/contract';
import {
  aisleProducts,
  hrefOf,
  languageOf,
  moneyOf,
  NO_SEARCH_RULES,
  PRODUCT_ROOT,
  RENDITION_WIDTHS,
  textIn,
  type SearchIndex,
  type Snapshot,
} from '@fond/core';
import { pictureAddress } from '../picture/addresses';
import { bestOf } from './bestOf';

const PRODUCTS = 5;
const AISLES = 4;
const [PICTURE] = RENDITION_WIDTHS;

/** Aisles and products for what has been typed so far, its last word being read as the beginning of one. */
export function suggest(
  snapshot: Snapshot,
  index: SearchIndex,
  q: string,
  asked: string | undefined,
): Suggestions {
  const lang = languageOf(snapshot, asked);
  const { languages, search: rules = NO_SEARCH_RULES } = snapshot.frame;
  const link = (path: string): string => hrefOf(snapshot, path, lang);
  const matches = index.search(snapshot, q, rules);
  return {
    aisles: index
      .groups(q, rules, AISLES * 2)
      .flatMap(({ kind, value }) => {
        const aisle = snapshot.aisles.byPath.get(kind === 'category' ? `/${value}` : `/tags/${value}`);
        const count = aisle && !aisle.closed ? aisleProducts(snapshot, aisle).count : 0;
        return aisle && count
          ? [{ title: textIn(aisle.titles, lang, languages), href: link(aisle.path), count }]
          : [];
      })
      .slice(0, AISLES),
    products: bestOf(snapshot, matches, PRODUCTS).map((p) => {
      const cents = snapshot.price.numbers[p];
      const hash = snapshot.images[p].find((image) => image.hash)?.hash;
      return {
        title: textIn(snapshot.titles[p], lang, languages),
        href: link(`${PRODUCT_ROOT}/${snapshot.slugs[p]}`),
        price: Number.isNaN(cents) ? null : moneyOf(cents, snapshot.currencies[p], lang).text,
        image: hash ? pictureAddress(hash, PICTURE) : null,
      };
    }),
    total: matches.places.length,
  };
}
