import { badgesOf, type Badge, type BadgeSet } from '../badge/badges';
import type { AttributeValue, FocusPoint } from '../catalogue/rows';
import type { Lang } from '../text/texts';
import { textIn } from '../text/texts';
import { Keep } from '../catalogue/keep';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { productPath } from '../address/address';
import { hrefOf, linkTo } from '../address/link';
import { wordsIn } from '../words/words';
import type { LinkModel } from '../address/link';
import { dateIn } from '../text/days';
import type { CardElement } from './design';
import type { CardField } from '../catalogue/figures';
import { numberText, type NumberForm } from '../text/numbers';
import { savingPercent, stockStateOf } from '../catalogue/figures';
import { type StockState } from '../clause/rule';
import { plainText, shorten } from '../text/plainText';
import { moneyOf, type Money } from '../text/money';

export interface CardImage {
  hash: string;
  /** Pixels of the original. */
  width: number;
  height: number;
  /** What it shows, in words; left out where nobody has said it, and where its name stands beside it. */
  alt?: string;
  /** What of it stays in view where it is cropped; left out for its middle. */
  focus?: FocusPoint;
}

/** What an element shows of a product. */
type PartOf =
  | { part: 'picture' }
  | { part: 'badges' }
  | { part: 'category'; text: string; href: string }
  | { part: 'name' }
  | ({ part: 'rating' } & Stars)
  | { part: 'attribute'; key: string; label: string; text: string }
  | { part: 'field'; key: CardField; label: string; text: string }
  | { part: 'tags'; links: readonly LinkModel[] }
  | { part: 'description'; text: string }
  | ({ part: 'stock' } & StockWord)
  | { part: 'price' }
  | { part: 'cart'; sold: boolean }
  | { part: 'wish' }
  | { part: 'compare' }
  | { part: 'quick' };

/** One printed thing of a card, in the plan's order; `at` is its element's place among those that are on. */
export type CardPart = PartOf & { at: number };

/** How a product is rated. */
export interface Stars {
  /** 0 to 5. */
  rating: number;
  /** As it is written, with one decimal: making a number's format takes a browser longer than a whole card. */
  text: string;
  /** How many have rated it. */
  ratings: number;
}

/** Null for a product that nobody has rated. */
export function starsOf(snapshot: Snapshot, p: number, lang: Lang): Stars | null {
  const rating = snapshot.rating.numbers[p];
  if (Number.isNaN(rating)) return null;
  return { rating, text: numberText(rating, lang, ONE_DECIMAL), ratings: snapshot.ratings[p] };
}

const ONE_DECIMAL: NumberForm = { grouped: false, decimals: 1 };

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
  /** Colour of its main category, `#rrggbb`; null where that has none. */
  colour: string | null;
  parts: readonly CardPart[];
}

/** An attribute's value as people read it: words in the language, several joined, numbers with their unit. */
export function attributeText(snapshot: Snapshot, p: number, key: string, lang: Lang, join = ', '): string {
  const attribute = snapshot.attributes.get(key);
  if (!attribute) return '';
  const { column, row } = attribute;
  const texts: string[] = [];
  for (let k = column.offsets[p]; k < column.offsets[p + 1]; k++)
    texts.push(valueLabel(snapshot, column, column.codes[k], lang));
  if (!texts.length) return '';
  return texts.join(join) + (row.unit ? `\u00a0${row.unit}` : '');
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

/** How the numbers of an attribute are written. */
export function formOf({ attributes }: Snapshot, key: string): NumberForm | undefined {
  const row = attributes.get(key)?.row;
  return row && { grouped: row.grouped !== false, decimals: row.decimals ?? null };
}

/** Values of the attributes that may stand on cards, as data. */
export function cardValues(snapshot: Snapshot, p: number): Readonly<Record<string, AttributeValue>> {
  const values: [string, AttributeValue][] = [];
  for (const { row, column } of snapshot.attributes.values()) {
    const from = column.offsets[p];
    const to = column.offsets[p + 1];
    if (!row.onCards || from === to) continue;
    const each = Array.from(column.codes.subarray(from, to), (code) => column.values[code]);
    const [{ value, number }] = each;
    if (row.type === 'many') values.push([row.key, each.map((one) => one.value)]);
    else if (row.type === 'boolean') values.push([row.key, value === 'yes']);
    else values.push([row.key, number ?? value]);
  }
  return Object.fromEntries(values);
}

/** A value in the page's language; numbers in its way of writing them. */
export function valueLabel(snapshot: Snapshot, column: ValueColumn, code: number, lang: Lang): string {
  const { value, labels, number } = column.values[code];
  if (number !== null) return numberText(number, lang, formOf(snapshot, column.key));
  return textIn(labels, lang, snapshot.frame.languages) || value;
}

/** A description has so many letters at most, and a card so many tags, unless the plan says otherwise. */
const USUAL_LETTERS = 110;
const USUAL_TAGS = 4;

/** Links that every card of a language shares: of tags by their code, of categories by their id; null for none. */
interface SharedLinks {
  tags: (LinkModel | null)[];
  categories: Map<number, { link: LinkModel; colour: string | null } | null>;
}

const shared = new Keep<SharedLinks>(16);

/** The links of a language, each made once for a state of the catalogue. */
function linksIn(snapshot: Snapshot, lang: Lang): SharedLinks {
  const tag = snapshot.facets.get('tag') as ValueColumn;
  return shared.get(snapshot.lineage, lang, [snapshot.aisles, tag], () => ({
    tags: tag.values.map(({ value }) => {
      const aisle = snapshot.aisles.byPath.get(`/tags/${value}`);
      return aisle?.titles[lang] ? linkTo(snapshot, aisle, lang) : null;
    }),
    categories: new Map(),
  }));
}

/** The way to a product's main category, or to what is above it where that is hidden, and its colour; null for none. */
function categoryOf(
  snapshot: Snapshot,
  p: number,
  lang: Lang,
): { link: LinkModel; colour: string | null } | null {
  const id = snapshot.mainCategory[p];
  const { categories } = linksIn(snapshot, lang);
  let known = categories.get(id);
  if (known === undefined) {
    let aisle = snapshot.aisles.byKey.get(`category:${id}`) ?? null;
    while (aisle?.closed) aisle = aisle.parent;
    known = aisle ? { link: linkTo(snapshot, aisle, lang), colour: aisle.colour } : null;
    categories.set(id, known);
  }
  return known;
}

/** The aisles of a product's tags, of those that have a name in the language: nobody wants to read another one's. */
export function tagLinks(snapshot: Snapshot, p: number, lang: Lang, most = Infinity): LinkModel[] {
  const column = snapshot.facets.get('tag') as ValueColumn;
  const { tags } = linksIn(snapshot, lang);
  const links: LinkModel[] = [];
  for (let k = column.offsets[p]; k < column.offsets[p + 1] && links.length < most; k++) {
    const link = tags[column.codes[k]];
    if (link) links.push(link);
  }
  return links;
}

/** A figure of a product as a line of its card; empty where it has none. */
function fieldText(
  snapshot: Snapshot,
  p: number,
  field: CardField,
  lang: Lang,
  zone: string | undefined,
): string {
  switch (field) {
    case 'sku':
      return snapshot.skus[p];
    case 'added':
      return Number.isNaN(snapshot.created[p]) ? '' : dateIn(lang, zone ?? 'UTC', snapshot.created[p]);
    case 'sold':
      return snapshot.sold[p] > 0 ? numberText(snapshot.sold[p], lang) : '';
    case 'saving': {
      const price = snapshot.price.numbers[p];
      const was = snapshot.was[p];
      if (!(was > price)) return '';
      return `${moneyOf(was - price, snapshot.currencies[p], lang).text} (${savingPercent(price, was)}\u00a0%)`;
    }
  }
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
  for (const { hash, width, height, focus } of snapshot.images[p])
    if (hash) images.push({ hash, width, height, ...(focus && { focus }) });
  const parts: CardPart[] = [];
  let at = 0;
  for (const element of elements) {
    if (!element.on) continue;
    const part = partOf(snapshot, p, element, at, lang, badges.context.zone);
    if (part) parts.push(part);
    at++;
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
    colour: categoryOf(snapshot, p, lang)?.colour ?? null,
    parts,
  };
}

function partOf(
  snapshot: Snapshot,
  p: number,
  element: CardElement,
  at: number,
  lang: Lang,
  zone: string | undefined,
): CardPart | null {
  const languages = snapshot.frame.languages;
  switch (element.element) {
    case 'picture':
    case 'badges':
    case 'name':
    case 'price':
    case 'wish':
    case 'compare':
    case 'quick':
      return { part: element.element, at };
    case 'category': {
      const category = categoryOf(snapshot, p, lang);
      return category && { part: 'category', at, text: category.link.title, href: category.link.href };
    }
    case 'rating': {
      const stars = starsOf(snapshot, p, lang);
      return stars && { part: 'rating', at, ...stars };
    }
    case 'attribute': {
      const key = element.attribute ?? '';
      const text = attributeText(snapshot, p, key, lang, element.join);
      if (!text) return null;
      const label =
        textIn(element.text, lang, languages) ||
        textIn(snapshot.attributes.get(key)!.row.labels, lang, languages) ||
        key;
      return { part: 'attribute', at, key, label, text };
    }
    case 'field': {
      const key = element.attribute as CardField;
      const text = fieldText(snapshot, p, key, lang, zone);
      if (!text) return null;
      return {
        part: 'field',
        at,
        key,
        label: textIn(element.text, lang, languages) || wordsIn(lang).fields[key],
        text,
      };
    }
    case 'tags': {
      const links = tagLinks(snapshot, p, lang, element.most ?? USUAL_TAGS);
      return links.length ? { part: 'tags', at, links } : null;
    }
    case 'cart':
      // What has no price can't be bought here.
      return Number.isNaN(snapshot.price.numbers[p])
        ? null
        : { part: 'cart', at, sold: snapshot.stock[p] <= 0 };
    case 'description': {
      const most = element.most ?? USUAL_LETTERS;
      const text = shorten(plainText(textIn(snapshot.descriptions[p], lang, languages)), most);
      return text ? { part: 'description', at, text } : null;
    }
    case 'stock':
      return { part: 'stock', at, ...stockWord(snapshot.stock[p], lang) };
  }
}
