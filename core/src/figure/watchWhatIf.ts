import { WIDTH_NAMES, type PerWidth } from '../width/widths';
import { attentionFit, type PlaceCell } from './attention';
import { seeded } from '../estimate/chance';
import type { Asked, ViewPlace } from './counts';
import {
  drawWidth,
  simulateView,
  trueAppeal,
  trueAttention,
  trueSight,
  USUAL_SHOPPERS,
  type OfferedCard,
  type Shoppers,
} from './simulate';
import { whatIf, type Outcome, type ProductCount, type ShownPage, type WhatIfCounts } from './whatIf';

/** Of a simulated aisle. */
export const SIMULATED_PRODUCTS = 24;
const COLUMNS = { wide: 4, medium: 3, narrow: 2 };
const asked: Asked = { facets: [], order: null, query: null, found: SIMULATED_PRODUCTS };

const card = (product: number): OfferedCard => ({
  sku: `P-${product}`,
  product,
  price: 1_500 + ((product * 700) % 6_000),
  saving: product % 5 === 0 ? 0.2 : 0,
  rating: 3.5 + (product % 4) * 0.4,
  soldOut: false,
  badges: [],
});

/** What is counted of an aisle whose products moved on by some places each week, so that each stood at several. */
export function simulatedCounts(
  seed: number,
  shoppers: Shoppers,
  days: number,
  visits: number,
): WhatIfCounts {
  const chance = seeded(seed);
  const maps = (): PerWidth<Map<number, number>> => ({
    wide: new Map(),
    medium: new Map(),
    narrow: new Map(),
  });
  const [seen, came] = [maps(), { wide: 0, medium: 0, narrow: 0 }];
  const products = new Map<number, ProductCount & { seenAt: Map<number, number> }>();
  const cells = new Map<string, PlaceCell>();
  const orderOn = (day: number) =>
    Array.from(
      { length: SIMULATED_PRODUCTS },
      (_, at) => (at + Math.floor(day / 4) * 5) % SIMULATED_PRODUCTS,
    );
  for (let day = 0; day < days; day++) {
    const shelf = { shelf: 's', columns: COLUMNS, cards: orderOn(day).map(card) };
    for (let visit = 0; visit < visits; visit++) {
      const width = drawWidth(chance, shoppers);
      came[width]++;
      const at: ViewPlace = { aisle: 'a', plan: 'p', edition: 1, lang: 'en', width, narrowed: false };
      for (const event of simulateView(chance, shoppers, at, shelf, asked).cards) {
        const product = Number(event.sku.slice(2));
        seen[width].set(event.place, (seen[width].get(event.place) ?? 0) + 1);
        let one = products.get(product);
        if (!one)
          products.set(
            product,
            (one = {
              product,
              price: card(product).price!,
              clicks: 0,
              carts: 0,
              bought: 0,
              seenAt: new Map(),
            }),
          );
        one.clicks += Number(event.clicked ?? false);
        one.carts += Number(event.carted ?? false);
        one.bought += event.bought ?? 0;
        one.seenAt.set(event.place, (one.seenAt.get(event.place) ?? 0) + 1);
        const key = `${event.place} ${product}`;
        const cell = cells.get(key) ?? { place: event.place, product, seen: 0, clicks: 0 };
        cells.set(key, {
          ...cell,
          seen: cell.seen + 1,
          clicks: cell.clicks + Number(event.clicked ?? false),
        });
      }
    }
  }
  return {
    visits: came,
    seen,
    today: { products: orderOn(days - 1), columns: COLUMNS },
    products,
    attention: attentionFit([...cells.values()]),
  };
}

/** What a page brings of a thousand visits, as the shoppers are. */
export function trueOutcome({ products, columns }: ShownPage, shoppers: Shoppers): Outcome<number> {
  const sum = { clicks: 0, carts: 0, revenue: 0 };
  for (const [at, product] of products.entries())
    for (const width of WIDTH_NAMES) {
      const sight = trueSight(at + 1, columns[width], shoppers.goesOn[width]);
      const clicks =
        1_000 *
        shoppers.widths[width] *
        sight *
        trueAttention(at + 1, shoppers) *
        trueAppeal(card(product), shoppers);
      sum.clicks += clicks;
      sum.carts += clicks * shoppers.carts;
      sum.revenue += clicks * shoppers.carts * shoppers.buys * 1.12 * card(product).price!;
    }
  return sum;
}

/** How estimates did that were held against a known truth. */
export interface WatchedEstimates {
  /** Differences that were estimated. */
  told: number;
  /** Of these, the truth lay within the bounds. */
  held: number;
  /** Differences that were called likely, and those whose side was right. */
  likely: number;
  right: number;
}

/** Estimates of many simulated shops, half of them of another order and half of other columns, against their truth. */
export function watchWhatIf(shops: number): WatchedEstimates {
  let [held, told, likely, right] = [0, 0, 0, 0];
  for (let shop = 1; shop <= shops; shop++) {
    const shoppers = { ...USUAL_SHOPPERS, seed: shop, tires: 0.02 + (shop % 5) * 0.03 };
    const counts = simulatedCounts(shop, shoppers, 20, 60);
    const order = [...counts.today.products];
    // Every other shop tries the far end first, the rest another number of columns.
    const then: ShownPage =
      shop % 2
        ? { products: [...order.slice(12), ...order.slice(0, 12)], columns: COLUMNS }
        : { products: order, columns: { wide: 3, medium: 2, narrow: 1 } };
    const found = whatIf(counts, then, seeded(shop + 1_000));
    const [before, after] = [trueOutcome(counts.today, shoppers), trueOutcome(then, shoppers)];
    for (const name of ['clicks', 'carts', 'revenue'] as const) {
      const { low, high } = found.change[name];
      const truth = after[name] - before[name];
      told++;
      if (low <= truth && truth <= high) held++;
      if (low > 0 || high < 0) {
        likely++;
        if (Math.sign(truth) === Math.sign(low)) right++;
      }
    }
  }
  return { told, held, likely, right };
}
