import type { FeedChange } from '@fond/contract';
import { Random } from '../random';

/** A product as the public listing offers it. */
export interface Offer {
  sku: string;
  price?: { amount: number };
  was?: { amount: number } | number;
}

const RESTOCK_EVERY = 6;
const PRICE_EVERY = 25;
const MAKE_EVERY = 400;
/** So many novelties, so that a demo that runs for months stays the size it is. */
const MOST_MADE = 20;
/** Numbers that a turn has for the changes of one product; the late ones of a disturbed system lie between. */
const NUMBERS = 10;
const SHADES = ['ash', 'cherry', 'olive wood', 'walnut', 'beech', 'maple'] as const;
const TOOLS = ['Spoon', 'Spatula', 'Stirring paddle', 'Tasting spoon', 'Dough scraper'] as const;

/**
 * What a shop sells in one turn, and now and then gets in, prices anew or makes.
 *
 * @param turn From 0; the same turn over the same offers says the same.
 */
export function changesOf(turn: number, offers: readonly Offer[]): FeedChange[] {
  const random = new Random(turn * 7_919 + 17);
  const number = (turn + 1) * NUMBERS;
  const changes: FeedChange[] = random.some(offers, random.whole(1, 3)).map(({ sku }) => {
    const sold = random.chance(0.8) ? 1 : 2;
    return { sku, number, add: { stock: -sold, sold } };
  });
  const others = offers.filter(({ sku }) => changes.every((change) => change.sku !== sku));
  if (turn % RESTOCK_EVERY === RESTOCK_EVERY - 1)
    for (const { sku } of random.some(others, 4))
      changes.push({ sku, number, add: { stock: random.whole(2, 6) } });
  if (turn % PRICE_EVERY === PRICE_EVERY - 1) {
    const [offer] = random.some(
      others.filter(({ price, sku }) => price && changes.every((change) => change.sku !== sku)),
      1,
    );
    if (offer) changes.push({ sku: offer.sku, number, set: pricesOf(offer, random) });
  }
  if (turn % MAKE_EVERY === MAKE_EVERY - 1 && turn < MAKE_EVERY * MOST_MADE)
    changes.push(novelty(turn, number, random));
  return changes;
}

/** What was reduced costs again what it did; what wasn't is reduced for a while. */
function pricesOf({ price, was }: Offer, random: Random): FeedChange['set'] {
  const before = typeof was === 'object' ? was.amount : was;
  if (before !== undefined) return { price: before.toFixed(2), was: '' };
  const amount = price!.amount;
  return {
    price: (Math.floor(amount * (1 - random.pick([0.1, 0.15, 0.2]))) + 0.9).toFixed(2),
    was: amount.toFixed(2),
  };
}

function novelty(turn: number, number: number, random: Random): FeedChange {
  const [tool, wood] = [random.pick(TOOLS), random.pick(SHADES)];
  return {
    sku: `PT-${turn}`,
    number,
    set: {
      title: `${tool} in ${wood}`,
      category: 'Tools',
      price: `${random.whole(6, 19)}.90`,
      stock: random.whole(10, 40),
      Material: 'Wood',
    },
  };
}
