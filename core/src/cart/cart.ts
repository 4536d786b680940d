import type { CardImage } from '../card/card';
import { moneyOf, type Money } from '../text/money';
import { textIn, type Lang } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { productPath } from '../address/address';
import { hrefOf } from '../address/link';

/** One product of a cart holds so many pieces at most, and a cart so many products. */
export const MAX_PIECES = 99;
export const MAX_CART_LINES = 100;

/** A line of a cart as it is kept. */
export interface KeptLine {
  sku: string;
  quantity: number;
}

export interface CartLine extends KeptLine {
  title: string;
  /** Of the product's page, relative to the shop's root. */
  href: string;
  image: CardImage | null;
  /** Of one piece; null for what has no price any more. */
  price: Money | null;
  sum: Money | null;
  /** Pieces that can be had, at most `MAX_PIECES`. */
  available: number;
}

/** A cart as a shopper sees it. Prices and stock are those of now, whatever they were when a product was put in. */
export interface Cart {
  lines: readonly CartLine[];
  /** Pieces that can be bought: of each line no more than there are. */
  count: number;
  /** One for each currency. */
  totals: readonly Money[];
  /** Article numbers of the wish list, the latest first. */
  wishes: readonly string[];
}

/** Pieces of a product that a cart can hold; none of what has no price. */
export const piecesOf = (snapshot: Snapshot, p: number): number =>
  Number.isNaN(snapshot.price.numbers[p]) ? 0 : Math.min(MAX_PIECES, Math.max(0, snapshot.stock[p]));

/**
 * A cart with the prices and the stock of a snapshot; products that are gone from it are left out.
 *
 * @param lines In the order in which they are shown.
 */
export function cartOf(
  snapshot: Snapshot,
  { lines, wishes }: { lines: readonly KeptLine[]; wishes: readonly string[] },
  lang: Lang,
): Cart {
  const totals = new Map<string, number>();
  let count = 0;
  const shown = lines.flatMap(({ sku, quantity }): CartLine[] => {
    const p = snapshot.bySku.get(sku);
    if (p === undefined) return [];
    const cents = snapshot.price.numbers[p];
    const currency = snapshot.currencies[p];
    const available = piecesOf(snapshot, p);
    const bought = Math.min(quantity, available);
    const image = snapshot.images[p].find(({ hash }) => hash);
    count += bought;
    if (bought) totals.set(currency, (totals.get(currency) ?? 0) + cents * bought);
    return [
      {
        sku,
        quantity,
        title: textIn(snapshot.titles[p], lang, snapshot.frame.languages),
        href: hrefOf(snapshot, productPath(snapshot.slugs[p]), lang),
        image: image?.hash ? { hash: image.hash, width: image.width, height: image.height } : null,
        price: Number.isNaN(cents) ? null : moneyOf(cents, currency, lang),
        sum: bought ? moneyOf(cents * bought, currency, lang) : null,
        available,
      },
    ];
  });
  return {
    lines: shown,
    count,
    totals: [...totals].map(([currency, cents]) => moneyOf(cents, currency, lang)),
    wishes: wishes.filter((sku) => snapshot.bySku.has(sku)),
  };
}
