import {
  activitySums,
  attributeText,
  blendScores,
  explainScore,
  dateIn,
  holds,
  moneyOf,
  numberOf,
  numberText,
  stockStateOf,
  titleInShop,
  VIEW_DAYS,
  type Blend,
  type OrderLevel,
  type RangeContext,
  type RangeResult,
  type Snapshot,
} from '@fond/core';

const STOCK_WORDS = { in: 'in stock', low: 'few left', out: 'sold out' } as const;

/** What a product has in a level of an order, as people read it in a language; null where it has nothing. */
export function levelText(
  snapshot: Snapshot,
  { key, of }: OrderLevel,
  p: number,
  within: RangeResult,
  named: readonly string[] | null,
  context: RangeContext,
): string | null {
  const [lang] = snapshot.frame.languages;
  const number = (value: number | null, unit = ''): string | null =>
    value === null || Number.isNaN(value) ? null : numberText(value, lang) + unit;
  const day = (at: number): string | null =>
    Number.isNaN(at) ? null : dateIn(lang, context.zone ?? 'UTC', at);
  switch (key) {
    case 'featured':
      return holds(snapshot.featured, p) ? 'featured' : 'not featured';
    case 'newest':
      return day(snapshot.created[p]);
    case 'changed':
      return day(snapshot.changed[p]);
    case 'name':
      return titleInShop(snapshot, snapshot.titles[p]);
    case 'price': {
      const cents = snapshot.price.numbers[p];
      return Number.isNaN(cents) ? null : moneyOf(cents, snapshot.currencies[p], lang).text;
    }
    case 'saving':
      return number(numberOf(snapshot, 'saving', p), ' %');
    case 'rating': {
      const rating = number(numberOf(snapshot, 'rating', p));
      return rating && `${rating} by ${number(numberOf(snapshot, 'ratings', p)) ?? 'one'}`;
    }
    case 'sold':
      return number(numberOf(snapshot, 'sold', p));
    case 'views':
      return number(activitySums(snapshot, 'views', VIEW_DAYS, context.now)[p]);
    case 'clicked':
      return number(rounded(numberOf(snapshot, 'clicked', p)), ' % of the times it was seen');
    case 'earned':
      return number(rounded(numberOf(snapshot, 'earned', p)), ' for a thousand times it was seen');
    case 'margin':
      return attributeText(snapshot, p, 'margin', lang) || null;
    case 'stock':
      return number(numberOf(snapshot, 'stock', p));
    case 'availability':
      return STOCK_WORDS[stockStateOf(snapshot.stock[p])];
    case 'attribute':
      return attributeText(snapshot, p, of!, lang) || null;
    case 'blend': {
      const blend = blendOf(of, context);
      return blend && numberText(scoreOf(snapshot, blend, p, within, context), lang);
    }
    case 'named': {
      const place = named?.indexOf(snapshot.skus[p]) ?? -1;
      return place < 0 ? null : `no. ${place + 1} of the list`;
    }
    case 'random':
      return null;
  }
}

/** With two decimals, as more are not known. */
const rounded = (value: number | null): number | null => value && Math.round(value * 100) / 100;

/** Of 100, with one decimal. */
function scoreOf(
  snapshot: Snapshot,
  blend: Blend,
  p: number,
  within: RangeResult,
  context: RangeContext,
): number {
  const { score } = explainScore(snapshot, blendScores(snapshot, blend, within, context), p, context);
  return Math.round(score * 1000) / 10;
}

export const blendOf = (id: string | undefined, { blends }: RangeContext): Blend | null =>
  blends.find((blend) => blend.id === id) ?? null;
