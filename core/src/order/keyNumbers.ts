import { stockStateOf } from '../catalogue/figures';
import { Keep } from '../catalogue/keep';
import { holds } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { USUAL_SHOW, valueComparer } from '../catalogue/valueShow';
import { STOCK_STATES, type RangeContext } from '../clause/rule';
import { activitySums, dayRead, numberOf } from '../range/clauseBitset';
import { earnedRates } from '../range/earnedRates';
import { textIn, type Lang } from '../text/texts';
import { nameNumbers } from './names';
import { attributeNumbers, weightedRatings } from './productNumbers';
import { nameOfLevel, type OrderKey, type OrderLevel, type Sorting } from './sorting';

/** A level whose numbers are the same whatever range is sorted. */
export type PlainLevel = OrderLevel & { key: Exclude<OrderKey, 'blend'> };

export const isPlain = (level: OrderLevel): level is PlainLevel => level.key !== 'blend';

const DAY = 86_400_000;
/** Views are counted over so many days, so that what was once seen often doesn't lead for ever. */
export const VIEW_DAYS = 30;

const numbersKept = new Keep<Float64Array>(64);

/** Larger than every key, and finite, so that two missing values compare as equal and not as NaN. */
const MISSING = Number.MAX_VALUE;

/** One number per product; ascending numbers are the level's order. Kept, so callers must not change them. */
export function keyNumbers(
  snapshot: Snapshot,
  level: PlainLevel,
  lang: Lang,
  { named }: Sorting,
  context: RangeContext,
): Float64Array {
  const { key, reversed } = level;
  const day = key === 'random' ? dayRead(context) : key === 'views' ? Math.floor(context.now / DAY) : '';
  const of = key === 'name' || key === 'attribute' ? lang : key === 'named' ? JSON.stringify(named) : '';
  const question = `${nameOfLevel(level)}${reversed ? '-' : '+'}|${of}|${day}`;
  return numbersKept.get(snapshot.lineage, question, columnsRead(snapshot, level), () => {
    const numbers =
      key === 'named'
        ? numberNamed(snapshot, named)
        : usualNumbers(snapshot, { ...level, key }, lang, context);
    for (let p = 0; p < numbers.length; p++) {
      if (Number.isNaN(numbers[p])) numbers[p] = MISSING;
      else if (reversed) numbers[p] = -numbers[p];
    }
    return numbers;
  });
}

/** The columns that a key's numbers are made of. */
function columnsRead(snapshot: Snapshot, { key, of }: PlainLevel): unknown[] {
  switch (key) {
    case 'featured':
      return [snapshot.featured];
    case 'newest':
      return [snapshot.created];
    case 'changed':
      return [snapshot.changed];
    case 'name':
      return [snapshot.titles, snapshot.frame.languages.join()];
    case 'price':
      return [snapshot.price.numbers];
    case 'saving':
      return [snapshot.price.numbers, snapshot.was];
    case 'rating':
      return [snapshot.rating.numbers, snapshot.ratings];
    case 'sold':
      return [snapshot.sold];
    case 'views':
      return [snapshot.activity];
    case 'clicked':
    case 'earned':
      return [earnedRates(snapshot)];
    case 'margin':
      return [snapshot.attributes.get('margin')?.column];
    case 'stock':
    case 'availability':
      return [snapshot.stock];
    case 'attribute':
      return [snapshot.attributes.get(of!)?.column, snapshot.attributes.get(of!)?.row.shown];
    case 'random':
      return [snapshot.ids];
    case 'named':
      return [snapshot.skus];
  }
}

function usualNumbers(
  snapshot: Snapshot,
  { key, of }: OrderLevel & { key: Exclude<OrderKey, 'named' | 'blend'> },
  lang: Lang,
  context: RangeContext,
): Float64Array {
  const each = (number: (p: number) => number): Float64Array =>
    Float64Array.from({ length: snapshot.size }, (_, p) => number(p));
  switch (key) {
    case 'featured':
      return each((p) => (holds(snapshot.featured, p) ? 0 : 1));
    case 'newest':
      return snapshot.created.map((created) => -created);
    case 'changed':
      return snapshot.changed.map((changed) => -changed);
    case 'name':
      return nameNumbers(snapshot, lang).slice();
    case 'price':
      return snapshot.price.numbers.slice();
    case 'saving':
      return each((p) => -numberOf(snapshot, 'saving', p)!);
    case 'rating':
      return weightedRatings(snapshot).map((rating) => -rating);
    case 'sold':
      return each((p) => -snapshot.sold[p]);
    case 'views':
      return Float64Array.from(activitySums(snapshot, 'views', VIEW_DAYS, context.now), (views) => -views);
    case 'clicked':
    case 'earned':
      return earnedRates(snapshot)[key].map((rate) => -rate);
    case 'margin':
      return attributeNumbers(snapshot, 'margin').map((margin) => -margin);
    case 'stock':
      return each((p) => -snapshot.stock[p]);
    case 'availability':
      return each((p) => STOCK_STATES.indexOf(stockStateOf(snapshot.stock[p])));
    case 'attribute':
      return attributeOrder(snapshot, of!, lang);
    case 'random':
      return each((p) => shuffled(snapshot.ids[p], dayRead(context)));
  }
}

/** Numbers as they are; values by their place among all: the order of choice, else that of their labels in the language. */
function attributeOrder(snapshot: Snapshot, key: string, lang: Lang): Float64Array {
  const { row, column } = snapshot.attributes.get(key)!;
  if (column.numeric) return attributeNumbers(snapshot, key);
  const { compare } = new Intl.Collator(lang, { numeric: true, sensitivity: 'base' });
  const labels = column.values.map(
    ({ value, labels: own }) => textIn(own, lang, snapshot.frame.languages) || value,
  );
  const placeOf = new Float64Array(labels.length);
  labels
    .map((_, code) => code)
    .sort(valueComparer(row.shown ?? USUAL_SHOW, column.values, labels, compare))
    .forEach((code, place) => (placeOf[code] = place));
  return Float64Array.from({ length: snapshot.size }, (_, p) =>
    column.offsets[p] < column.offsets[p + 1] ? placeOf[column.codes[column.offsets[p]]] : NaN,
  );
}

function numberNamed(snapshot: Snapshot, named: readonly string[] | null): Float64Array {
  const numbers = new Float64Array(snapshot.size).fill(NaN);
  named?.forEach((sku, place) => {
    const p = snapshot.bySku.get(sku);
    if (p !== undefined && Number.isNaN(numbers[p])) numbers[p] = place;
  });
  return numbers;
}

/** A number that looks drawn by lot, steady for a product and a day (Wang's integer hash). */
function shuffled(id: number, day: number): number {
  let hash = Math.imul(id, 0x9e3779b1) ^ Math.imul(day, 0x85ebca6b);
  hash = hash ^ 61 ^ (hash >>> 16);
  hash = Math.imul(hash, 9);
  hash ^= hash >>> 4;
  hash = Math.imul(hash, 0x27d4eb2d);
  return (hash ^ (hash >>> 15)) >>> 0;
}
