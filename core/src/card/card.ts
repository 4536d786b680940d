import { badgesOf, type Badge, type BadgeSet } from '../badges/badges';
import type { Lang } from '../catalogue/rows';
import { textIn } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { productPath } from '../page/address';
import { hrefOf, linkTo } from '../page/shopFrame';
import { wordsIn } from '../page/words';
import type { CardElement } from '../plans/plan';
import { numberText } from '../text/numbers';
import { stockStateOf, type StockState } from './figures';
import { moneyOf, type Money } from './money';

export interface CardImage {
  hash: string;
  /** Pixels of the original. */
  width: number;
  height: number;
}

/** One printed line of a card, in the plan's order. */
export type CardPart =
  | { part: 'picture' }
  | { part: 'badges' }
  | { part: 'category'; text: string; href: string }
  | { part: 'name' }
  | { part: 'rating'; rating: number; ratings: number }
  | { part: 'attribute'; key: string; label: string; text: string }
  | { part: 'description'; text: string }
  | ({ part: 'stock' } & StockWord)
  | { part: 'price' };

/** Stock as shoppers are told it. */
export interface StockWord {
  text: string;
  state: StockState;
}

export function stockWord(stock: number, lang: Lang): StockWord {
  const words = wordsIn(lang);
  const state = stockStateOf(stock);
  const text = { out: words.soldOut, low: words.fewLeft(stock), in: words.inStock }[state];
  return { text, state };
}

export interface Card {
  id: number;
  sku: string;
  slug: string;
  /** Of the product's page, relative to the shop's root. */
  href: string;
  title: string;
  price: Money | null;
  was: Money | null;
  badges: readonly Badge[];
  images: readonly CardImage[];
  parts: readonly CardPart[];
}

/** An attribute's value as people read it: words in the language, several joined, numbers with their unit. */
export function attributeText(snapshot: Snapshot, p: number, key: string, lang: Lang): string {
  const attribute = snapshot.attributes.get(key);
  if (!attribute) return '';
  const { column, row } = attribute;
  const texts: string[] = [];
  for (let k = column.offsets[p]; k < column.offsets[p + 1]; k++)
    texts.push(valueLabel(snapshot, column, column.codes[k], lang));
  if (!texts.length) return '';
  return texts.join(', ') + (row.unit ? `\u00a0${row.unit}` : '');
}

/** Values of the attributes that may stand on cards, as they are shown there. */
export function cardAttributes(snapshot: Snapshot, p: number, lang: Lang): Readonly<Record<string, string>> {
  const attributes: Record<string, string> = {};
  for (const { row } of snapshot.attributes.values()) {
    if (!row.onCards) continue;
    const text = attributeText(snapshot, p, row.key, lang);
    if (text) attributes[row.key] = text;
  }
  return attributes;
}

/** A value in the page's language; numbers in its way of writing them. */
export function valueLabel(snapshot: Snapshot, column: ValueColumn, code: number, lang: Lang): string {
  const { value, labels, number } = column.values[code];
  if (number !== null) return numberText(number, lang);
  return textIn(labels, lang, snapshot.frame.languages) || value;
}

export const plainText = (html: string): string =>
  html
    .replace(/<[^>]*>/g, ' ')
    .replace(/&nbsp;/g, ' ')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ')
    .trim();

/** Cuts at a word, with an ellipsis, so that at most `most` characters stay. */
export function shorten(text: string, most: number): string {
  if (text.length <= most) return text;
  const cut = text.lastIndexOf(' ', most - 1);
  return `${text.slice(0, cut > most / 2 ? cut : most - 1)}…`;
}

/** The card of one product: a part for every element that is on and has something to show. */
export function cardOf(
  snapshot: Snapshot,
  p: number,
  elements: readonly CardElement[],
  badges: BadgeSet,
  lang: Lang,
): Card {
  const languages = snapshot.frame.languages;
  const currency = snapshot.currencies[p];
  const price = snapshot.price.numbers[p];
  const was = snapshot.was[p];
  const images: CardImage[] = [];
  for (const { hash, width, height } of snapshot.images[p]) if (hash) images.push({ hash, width, height });
  const parts: CardPart[] = [];
  for (const element of elements) {
    if (!element.on) continue;
    const part = partOf(snapshot, p, element, lang);
    if (part) parts.push(part);
  }
  return {
    id: snapshot.ids[p],
    sku: snapshot.skus[p],
    slug: snapshot.slugs[p],
    href: hrefOf(snapshot, productPath(snapshot.slugs[p]), lang),
    title: textIn(snapshot.titles[p], lang, languages),
    price: Number.isNaN(price) ? null : moneyOf(price, currency, lang),
    was: was > price ? moneyOf(was, currency, lang) : null,
    badges: badgesOf(snapshot, p, badges, lang),
    images,
    parts,
  };
}

function partOf(snapshot: Snapshot, p: number, element: CardElement, lang: Lang): CardPart | null {
  const languages = snapshot.frame.languages;
  switch (element.element) {
    case 'picture':
    case 'badges':
    case 'name':
    case 'price':
      return { part: element.element };
    case 'category': {
      const aisle = snapshot.aisles.byKey.get(`category:${snapshot.mainCategory[p]}`);
      if (!aisle) return null;
      const { title, href } = linkTo(snapshot, aisle, lang);
      return { part: 'category', text: title, href };
    }
    case 'rating': {
      const rating = snapshot.rating.numbers[p];
      return Number.isNaN(rating) ? null : { part: 'rating', rating, ratings: snapshot.ratings[p] };
    }
    case 'attribute': {
      const key = element.attribute ?? '';
      const text = attributeText(snapshot, p, key, lang);
      if (!text) return null;
      const label = textIn(snapshot.attributes.get(key)!.row.labels, lang, languages) || key;
      return { part: 'attribute', key, label, text };
    }
    case 'description': {
      const text = shorten(plainText(textIn(snapshot.descriptions[p], lang, languages)), 110);
      return text ? { part: 'description', text } : null;
    }
    case 'stock':
      return { part: 'stock', ...stockWord(snapshot.stock[p], lang) };
  }
}
