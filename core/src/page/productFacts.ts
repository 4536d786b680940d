import { badgesOf, type Badge, type BadgeSet } from '../badge/badges';
import {
  attributeText,
  starsOf,
  stockWord,
  tagLinks,
  type CardImage,
  type Stars,
  type StockWord,
} from '../card/card';
import { moneyOf, type Money } from '../text/money';
import { piecesOf } from '../cart/cart';
import { type AttributeRow } from '../catalogue/rows';
import { textIn, type Lang } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { productPath } from '../address/address';
import type { LinkModel } from '../address/link';
import { hrefOf, linkTo } from '../address/link';

/** What the shop says of a product, on its page and in a quick look. */
export interface ProductFacts {
  id: number;
  sku: string;
  slug: string;
  /** Of its page, relative to the shop's root. */
  href: string;
  title: string;
  description: string;
  price: Money | null;
  was: Money | null;
  badges: readonly Badge[];
  images: readonly CardImage[];
  rating: Stars | null;
  stock: StockWord;
  /** Pieces that can be put into a cart. */
  pieces: number;
  /** `links` lead to the aisles of its values, where they have any. */
  attributes: readonly { key: string; label: string; text: string; links: readonly LinkModel[] }[];
  tags: readonly LinkModel[];
}

/** @param badges Of the plan of the page; null where no plan makes it. */
export function productFacts(
  snapshot: Snapshot,
  p: number,
  badges: BadgeSet | null,
  lang: Lang,
): ProductFacts {
  const { languages } = snapshot.frame;
  const price = snapshot.price.numbers[p];
  const was = snapshot.was[p];
  const attributes: ProductFacts['attributes'][number][] = [];
  for (const { row } of snapshot.attributes.values()) {
    const text = attributeText(snapshot, p, row.key, lang);
    if (text)
      attributes.push({
        key: row.key,
        label: textIn(row.labels, lang, languages) || row.key,
        text,
        links: valueLinks(snapshot, p, row, lang),
      });
  }
  return {
    id: snapshot.ids[p],
    sku: snapshot.skus[p],
    slug: snapshot.slugs[p],
    href: hrefOf(snapshot, productPath(snapshot.slugs[p]), lang),
    title: textIn(snapshot.titles[p], lang, languages),
    description: textIn(snapshot.descriptions[p], lang, languages),
    price: Number.isNaN(price) ? null : moneyOf(price, snapshot.currencies[p], lang),
    was: was > price ? moneyOf(was, snapshot.currencies[p], lang) : null,
    badges: badges ? badgesOf(snapshot, p, badges, lang) : [],
    images: snapshot.images[p].flatMap(({ hash, alts, focus, ...size }) => {
      const alt = alts && textIn(alts, lang, languages);
      return hash
        ? [{ hash, width: size.width, height: size.height, ...(alt && { alt }), ...(focus && { focus }) }]
        : [];
    }),
    rating: starsOf(snapshot, p, lang),
    stock: stockWord(snapshot.stock[p], lang),
    pieces: piecesOf(snapshot, p),
    attributes,
    tags: tagLinks(snapshot, p, lang),
  };
}

/** The aisles of the values that a product has in an attribute. */
function valueLinks(snapshot: Snapshot, p: number, { key, aisles }: AttributeRow, lang: Lang): LinkModel[] {
  if (!aisles?.length) return [];
  const { column } = snapshot.attributes.get(key)!;
  return Array.from(column.codes.subarray(column.offsets[p], column.offsets[p + 1]), (code) =>
    snapshot.aisles.byKey.get(`value:${key}:${column.values[code].value}`),
  ).flatMap((aisle) => (aisle ? [linkTo(snapshot, aisle, lang)] : []));
}
