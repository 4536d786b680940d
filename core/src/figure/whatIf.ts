import { WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import type { AttentionFit } from './attention';
import type { Chance } from '../estimate/chance';
import { drawBeta, drawGamma, drawNormal } from './draw';
import type { Estimate } from '../estimate/rates';

/** A page as it stands or might stand: products from its first place on, and columns by width. */
export interface ShownPage {
  products: readonly number[];
  columns: PerWidth<number>;
}

/** What was counted of a product, wherever it stood. */
export interface ProductCount {
  product: number;
  /** Cents; what a piece brings. */
  price: number;
  clicks: number;
  carts: number;
  /** Pieces. */
  bought: number;
  /** Times that it was seen at each place. */
  seenAt: ReadonlyMap<number, number>;
}

/** What was counted of an aisle, and of the shop's places. */
export interface WhatIfCounts {
  /** Visits of the aisle in its own order, by width. */
  visits: PerWidth<number>;
  /** Times that a place of it was seen, by width. */
  seen: PerWidth<ReadonlyMap<number, number>>;
  /** How it stood meanwhile; rows are counted by these columns. */
  today: ShownPage;
  products: ReadonlyMap<number, ProductCount>;
  /** How much the places do by themselves. */
  attention: AttentionFit;
}

/** Of a thousand visits. */
export interface Outcome<T> {
  clicks: T;
  carts: T;
  /** Cents. */
  revenue: T;
}

export type Doubt =
  /** So few visits that anything may be. */
  | 'few-visits'
  /** Nobody can tell what the places do by themselves. */
  | 'places-unknown'
  /** Products that nobody has seen so far stand there; they are taken for usual ones. */
  | 'products-unknown'
  /** Places further down than anybody has seen. */
  | 'places-unseen';

export interface WhatIf {
  today: Outcome<Estimate>;
  then: Outcome<Estimate>;
  /** Then against today. */
  change: Outcome<Estimate>;
  doubts: readonly Doubt[];
}

const DRAWS = 400;
const PER = 1_000;
/** Bounds that hold the truth nine times out of ten. */
const [LOW, HIGH] = [0.05, 0.95];
const FEW_VISITS = 100;
const OUTCOMES = ['clicks', 'carts', 'revenue'] as const;

/**
 * What another order or other columns would bring, from what was counted alone. A visit sees a row and goes on to the next one
 * or not; a seen card is clicked by its place and its product (see `attentionOf`); what follows is the product's own. Each of
 * these is drawn from what its counts leave open (gamma and beta distributions, with the shop's own spread as what is known
 * beforehand, by the method of moments; the places together, as their errors go together), and both pages are worked out with
 * the same draws, so that what is uncertain of both is not taken for a difference.
 *
 * The places' weights are inverse propensities in effect (T. Joachims et al., 2017): clicks at places that get little attention
 * count for more. They are estimated, not given, and their uncertainty is part of the bounds.
 */
export function whatIf(counts: WhatIfCounts, then: ShownPage, chance: Chance): WhatIf {
  const { attention, products, today } = counts;
  const spread = spreadOf([...products.values()], attention);
  const drawn = { today: [] as Outcome<number>[], then: [] as Outcome<number>[] };
  for (let draw = 0; draw < DRAWS; draw++) {
    const factors = drawFactors(attention, chance);
    const rows = rowsDrawn(counts, chance);
    const group: Spread = {
      appeal: withDrawnMean(spread.appeal, chance),
      carts: withDrawnMean(spread.carts, chance),
      bought: withDrawnMean(spread.bought, chance),
      price: spread.price,
    };
    const worth = new Map<number, Outcome<number>>();
    const worthOf = (product: number): Outcome<number> => {
      let known = worth.get(product);
      if (!known)
        worth.set(product, (known = drawProduct(products.get(product), product, group, factors, chance)));
      return known;
    };
    drawn.today.push(outcomeOf(today, counts.visits, rows, factors, worthOf));
    drawn.then.push(outcomeOf(then, counts.visits, rows, factors, worthOf));
  }
  const change = drawn.then.map((one, at) => eachOf((name) => one[name] - drawn.today[at][name]));
  return {
    today: eachOf((name) => estimateOf(drawn.today.map((one) => one[name]))),
    then: eachOf((name) => estimateOf(drawn.then.map((one) => one[name]))),
    change: eachOf((name) => estimateOf(change.map((one) => one[name]))),
    doubts: doubtsOf(counts, then),
  };
}

const eachOf = <T>(of: (name: keyof Outcome<T>) => T): Outcome<T> => ({
  clicks: of('clicks'),
  carts: of('carts'),
  revenue: of('revenue'),
});

function estimateOf(draws: readonly number[]): Estimate {
  const sorted = [...draws].sort((a, b) => a - b);
  const at = (share: number): number =>
    sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))];
  return { value: draws.reduce((sum, one) => sum + one, 0) / draws.length, low: at(LOW), high: at(HIGH) };
}

/** What products have in common, as gamma distributions: clicks of a card seen at place 1, carts and pieces of a click. */
interface Spread {
  appeal: Gamma;
  carts: Gamma;
  bought: Gamma;
  /** Cents, of a product that nobody knows. */
  price: number;
}

/** A gamma distribution whose mean is known from counts as well, and so not for sure. */
interface Gamma {
  shape: number;
  mean: number;
  /** Of the mean. */
  variance: number;
}

/** Products never count for fewer cases of what is known beforehand, so that those without any are not taken for nothing. */
const LEAST_SHAPE = 0.5;
const MOST_SHAPE = 400;

/**
 * The gamma distribution of rates of which each is known from hits of so many cases: mean and variance by the method of
 * moments for Poisson counts (the variance beyond what chance makes).
 */
function gammaOf(trials: readonly { hits: number; cases: number }[]): Gamma {
  const known = trials.filter(({ cases }) => cases > 0);
  const cases = known.reduce((sum, one) => sum + one.cases, 0);
  const hits = known.reduce((sum, one) => sum + one.hits, 0);
  if (!(hits > 0)) {
    const mean = LEAST_SHAPE / Math.max(1, cases);
    return { shape: LEAST_SHAPE, mean, variance: mean ** 2 / LEAST_SHAPE };
  }
  const mean = hits / cases;
  const squares = known.reduce((sum, one) => sum + one.cases ** 2, 0) / cases;
  const over = known.reduce((sum, one) => sum + one.cases * (one.hits / one.cases - mean) ** 2, 0);
  const room = cases - squares;
  const variance = room > 0 ? (over - (known.length - 1) * mean) / room : 0;
  const shape = variance > 0 ? Math.min(MOST_SHAPE, Math.max(LEAST_SHAPE, mean ** 2 / variance)) : MOST_SHAPE;
  // What chance makes of the counts, and what the products there happen to be.
  return { shape, mean, variance: mean / cases + (mean ** 2 / shape) * (squares / cases) };
}

/** The same with a mean that is drawn from what is known of it. */
function withDrawnMean({ shape, mean, variance }: Gamma, chance: Chance): Gamma {
  return { shape, mean: drawGamma(chance, mean ** 2 / variance, mean / variance), variance: 0 };
}

const exposureOf = ({ seenAt }: ProductCount, factorAt: (place: number) => number): number => {
  let sum = 0;
  for (const [place, seen] of seenAt) sum += seen * factorAt(place);
  return sum;
};

function spreadOf(products: readonly ProductCount[], attention: AttentionFit): Spread {
  const factorAt = factorsOf(attention, attention.logs);
  const priced = products.filter(({ price }) => price > 0);
  return {
    appeal: gammaOf(products.map((one) => ({ hits: one.clicks, cases: exposureOf(one, factorAt) }))),
    carts: gammaOf(products.map(({ carts, clicks }) => ({ hits: carts, cases: clicks }))),
    bought: gammaOf(products.map(({ bought, clicks }) => ({ hits: bought, cases: clicks }))),
    price: priced.length ? priced.reduce((sum, { price }) => sum + price, 0) / priced.length : 0,
  };
}

/** The factor at any place, by the logarithms of those that are known; further down it stays what it is at the last one. */
function factorsOf({ places }: AttentionFit, logs: readonly number[]): (place: number) => number {
  const last = places.at(-1);
  if (last === undefined) return () => 1;
  const table = new Float64Array(last + 1);
  for (let place = 0, at = 0; place <= last; place++) {
    if (at + 1 < places.length && places[at + 1] <= place) at++;
    table[place] = Math.exp(logs[at]);
  }
  return (place) => table[Math.min(place, last)];
}

function drawFactors(attention: AttentionFit, chance: Chance): (place: number) => number {
  const steps = attention.logs.map(() => drawNormal(chance));
  const logs = attention.logs.map(
    (log, row) => log + attention.roots[row].reduce((sum, root, column) => sum + root * steps[column], 0),
  );
  return factorsOf(attention, logs);
}

function drawProduct(
  counted: ProductCount | undefined,
  product: number,
  spread: Spread,
  factorAt: (place: number) => number,
  chance: Chance,
): Outcome<number> {
  const one = counted ?? { product, price: spread.price, clicks: 0, carts: 0, bought: 0, seenAt: new Map() };
  const rate = (prior: Gamma, hits: number, cases: number): number =>
    drawGamma(chance, prior.shape + hits, prior.shape / prior.mean + cases);
  const clicks = rate(spread.appeal, one.clicks, exposureOf(one, factorAt));
  return {
    clicks,
    carts: clicks * rate(spread.carts, one.carts, one.clicks),
    revenue: clicks * rate(spread.bought, one.bought, one.clicks) * one.price,
  };
}

/** How many of those who come see a row, by width, from the first one on. */
type RowSight = PerWidth<readonly number[]>;

function rowsDrawn({ visits, seen, today }: WhatIfCounts, chance: Chance): RowSight {
  const of = (width: WidthName): number[] => {
    const sight: number[] = [];
    const columns = today.columns[width];
    let reached = visits[width];
    let share = 1;
    for (let row = 0; reached > 0; row++) {
      const here = Math.min(reached, seen[width].get(row * columns + 1) ?? 0);
      if (here === 0) break;
      share *= drawBeta(chance, here + 0.5, reached - here + 0.5);
      sight.push(share);
      reached = here;
    }
    return sight;
  };
  return { wide: of('wide'), medium: of('medium'), narrow: of('narrow') };
}

function outcomeOf(
  { products, columns }: ShownPage,
  visits: PerWidth<number>,
  rows: RowSight,
  factorAt: (place: number) => number,
  worthOf: (product: number) => Outcome<number>,
): Outcome<number> {
  const all = WIDTH_NAMES.reduce((sum, width) => sum + visits[width], 0);
  const sum: Outcome<number> = { clicks: 0, carts: 0, revenue: 0 };
  if (!all) return sum;
  for (const [at, product] of products.entries()) {
    const sight = WIDTH_NAMES.reduce(
      (share, width) => share + (visits[width] / all) * sightAt(rows[width], Math.floor(at / columns[width])),
      0,
    );
    if (!(sight > 0)) continue;
    const worth = worthOf(product);
    const weight = PER * sight * factorAt(at + 1);
    for (const name of OUTCOMES) sum[name] += weight * worth[name];
  }
  return sum;
}

/** Further down than anybody has seen they go on as from the last row but one to the last. */
function sightAt(rows: readonly number[], row: number): number {
  if (row < rows.length) return rows[row];
  if (rows.length < 2) return 0;
  const [before, last] = rows.slice(-2);
  return last * (last / before) ** (row - rows.length + 1);
}

function doubtsOf({ visits, seen, today, products, attention }: WhatIfCounts, then: ShownPage): Doubt[] {
  const doubts: Doubt[] = [];
  if (WIDTH_NAMES.reduce((sum, width) => sum + visits[width], 0) < FEW_VISITS) doubts.push('few-visits');
  if (attention.places.length < 2) doubts.push('places-unknown');
  if (then.products.some((product) => !products.get(product)?.seenAt.size)) doubts.push('products-unknown');
  const deepest = Math.max(0, ...WIDTH_NAMES.flatMap((width) => [...seen[width].keys()]));
  if (then.products.length > Math.max(deepest, today.products.length)) doubts.push('places-unseen');
  return doubts;
}
