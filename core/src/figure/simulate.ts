import { WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import type { Chance } from '../estimate/chance';
import type { Asked, CardEvent, View, ViewPlace } from './counts';

/** A card as a simulated shopper finds it. */
export interface OfferedCard {
  sku: string;
  /** A number of its own that stays, from which the taste for it is drawn. */
  product: number;
  /** Cents; null where it has no price. */
  price: number | null;
  /** Share of the former price that is saved, 0 to 1. */
  saving: number;
  /** 0 to 5; null where nobody has rated. */
  rating: number | null;
  soldOut: boolean;
  badges: readonly string[];
}

/** A shelf as a simulated shopper finds it. */
export interface OfferedShelf {
  shelf: string;
  columns: PerWidth<number>;
  /** From the first place on, as far as a page goes. */
  cards: readonly OfferedCard[];
}

/** What simulated shoppers are like: the truth that figures are made from, and that estimates are held against. */
export interface Shoppers {
  /** Of the taste for each product. */
  seed: number;
  /** Share of them by width. */
  widths: PerWidth<number>;
  /** Share of those who saw a row and go on to the next one, by width. */
  goesOn: PerWidth<number>;
  /** How quickly the eye tires: the n-th card that is seen gets 1 / (1 + tires · (n − 1)) of the first one's clicks. */
  tires: number;
  /** Clicks of a usual card that is seen at the first place. */
  clicks: number;
  /** How much tastes differ: the standard deviation of their logarithm. */
  taste: number;
  /** Exponent of a price against the usual one; negative, as dearer things are looked at less. */
  dear: number;
  /** What a saving adds, as a share for each share of the former price. */
  reduced: number;
  /** For each star more than four, as an exponent. */
  stars: number;
  /** Factor of those of which there are none left. */
  soldOut: number;
  /** Carts of a click, and purchases of a cart. */
  carts: number;
  buys: number;
  /** Cents. */
  usualPrice: number;
}

/** The shoppers of the demo. */
export const USUAL_SHOPPERS: Shoppers = {
  seed: 20_260,
  widths: { wide: 0.36, medium: 0.12, narrow: 0.52 },
  goesOn: { wide: 0.78, medium: 0.8, narrow: 0.88 },
  tires: 0.06,
  clicks: 0.09,
  taste: 0.55,
  dear: -0.3,
  reduced: 1.2,
  stars: 0.3,
  soldOut: 0.35,
  carts: 0.14,
  buys: 0.45,
  usualPrice: 4_000,
};

/** A number of the normal distribution that belongs to a product and a seed (G. E. P. Box and M. E. Muller, 1958). */
function gauss(product: number, seed: number): number {
  const draw = (salt: number): number => {
    let t = Math.imul(product ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(seed + salt, 0xc2b2ae35);
    t = Math.imul(t ^ (t >>> 15), 0x2c1b3c6d);
    t = Math.imul(t ^ (t >>> 12), 0x297a2d39);
    return ((t ^ (t >>> 15)) >>> 0) / 4_294_967_296;
  };
  return Math.sqrt(-2 * Math.log(1 - draw(1))) * Math.cos(2 * Math.PI * draw(2));
}

/** How much of the first place's clicks a card gets that is seen at a place: what an estimate of it should find. */
export const trueAttention = (place: number, { tires }: Pick<Shoppers, 'tires'>): number =>
  1 / (1 + tires * (place - 1));

/** How many of those who look at a page see a place of it. */
export const trueSight = (place: number, columns: number, goesOn: number): number =>
  goesOn ** (Math.ceil(place / columns) - 1);

/** Clicks of a card that is seen at the first place. */
export function trueAppeal(card: OfferedCard, shoppers: Shoppers): number {
  const { price, saving, rating, soldOut } = card;
  const logarithm =
    shoppers.taste * gauss(card.product, shoppers.seed) +
    (price ? shoppers.dear * Math.log(price / shoppers.usualPrice) : 0) +
    (rating === null ? 0 : shoppers.stars * (rating - 4));
  const appeal = Math.exp(logarithm) * (1 + shoppers.reduced * saving) * (soldOut ? shoppers.soldOut : 1);
  return Math.min(0.6, shoppers.clicks * appeal);
}

/** The width of the next one who comes. */
export function drawWidth(chance: Chance, { widths }: Pick<Shoppers, 'widths'>): WidthName {
  const at = chance();
  let sum = 0;
  for (const width of WIDTH_NAMES) if (at < (sum += widths[width])) return width;
  return 'narrow';
}

/**
 * One look at a page, from its first card on: who doesn't go on to the next row has seen all that will be seen.
 *
 * @returns what their browser would have told.
 */
export function simulateView(
  chance: Chance,
  shoppers: Shoppers,
  at: ViewPlace,
  { shelf, columns, cards }: OfferedShelf,
  asked: Asked,
): View {
  const events: CardEvent[] = [];
  const across = Math.max(1, columns[at.width]);
  for (let place = 1; place <= cards.length; place++) {
    if (place > 1 && (place - 1) % across === 0 && chance() >= shoppers.goesOn[at.width]) break;
    const card = cards[place - 1];
    const event: CardEvent = { shelf, place, sku: card.sku, badges: card.badges, seen: true };
    events.push(event);
    if (chance() >= trueAppeal(card, shoppers) * trueAttention(place, shoppers)) continue;
    event.clicked = true;
    if (card.soldOut || card.price === null || chance() >= shoppers.carts) continue;
    event.carted = true;
    if (chance() < shoppers.buys) event.bought = chance() < 0.88 ? 1 : 2;
  }
  return { at, asked, opens: true, cards: events };
}
