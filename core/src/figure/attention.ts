import { CholeskyDecomposition, inverse, Matrix } from 'ml-matrix';
import { Z90, type Estimate } from '../estimate/rates';

/** Cards of one product at one place: how often they were seen, and clicked. */
export interface PlaceCell {
  place: number;
  product: number;
  seen: number;
  clicks: number;
}

export interface Attention {
  /**
   * By place, ascending: how often a card that is seen there is clicked, as a multiple of the same card at the first of
   * these places. Null where no chain of products that stood at both leads there, so that nobody can tell.
   */
  places: readonly { place: number; factor: Estimate | null }[];
  /** By product: clicks of a card of it seen at the first place. */
  appeals: ReadonlyMap<number, number>;
}

/** The places of which it is known what they do, with what is uncertain of them together. */
export interface AttentionFit {
  /** Ascending; the first is what the others are told against. */
  places: readonly number[];
  /** Logarithms of their factors; 0 for the first. */
  logs: readonly number[];
  /** Row by row the root of their covariance (Cholesky's): logs + roots · standard normal numbers is a draw. */
  roots: readonly (readonly number[])[];
}

const ROUNDS = 200;
const CLOSE = 1e-7;

/**
 * How much of the clicks goes to the place and how much to the product, by the model in which a seen card is clicked with
 * the product of both (position-based model: M. Richardson et al., 2007; N. Craswell et al., 2008). Found by fitting the
 * sums of each in turn until they hold (W. E. Deming and F. F. Stephan, 1940), which leads to the maximum of the likelihood
 * of Poisson counts. The bounds come from the information of the places once the products' own is taken out of it (Schur's
 * complement), so that places at which the same products always stood are told as unknown, rather than guessed.
 *
 * @param cells Any number, in any order; cells of one place and product are added up.
 */
export function attentionOf(cells: readonly PlaceCell[], z = Z90): Attention {
  const known = cells.filter(({ seen }) => seen > 0);
  const places = [...new Set(known.map(({ place }) => place))].sort((a, b) => a - b);
  if (!places.length) return { places: [], appeals: new Map() };
  const found = fit(known);
  const { factors, appeals } = found;
  const first = factors.get(places[0])!;
  const { free, root } = isClicked(known, places[0])
    ? rootOf(known, places, found)
    : { free: [], root: null };
  const errors = new Map(root ? free.map((place, row) => [place, Math.hypot(...root.getRow(row))]) : []);
  if (isClicked(known, places[0])) errors.set(places[0], 0);
  return {
    places: places.map((place) => {
      const value = factors.get(place)! / first;
      const error = errors.get(place);
      if (error === undefined || !(value > 0)) return { place, factor: null };
      const reach = Math.exp(z * error);
      return { place, factor: { value, low: value / reach, high: value * reach } };
    }),
    appeals: new Map([...appeals].map(([product, appeal]) => [product, appeal * first])),
  };
}

interface Fit {
  factors: Map<number, number>;
  appeals: Map<number, number>;
}

function fit(cells: readonly PlaceCell[]): Fit {
  const factors = new Map(cells.map(({ place }) => [place, 1]));
  const appeals = new Map(cells.map(({ product }) => [product, 0]));
  const clicksAt = sumBy(cells, 'place', ({ clicks }) => clicks);
  const clicksOf = sumBy(cells, 'product', ({ clicks }) => clicks);
  for (let round = 0; round < ROUNDS; round++) {
    const weighed = sumBy(cells, 'product', ({ place, seen }) => seen * factors.get(place)!);
    for (const product of appeals.keys()) {
      const weight = weighed.get(product)!;
      appeals.set(product, weight > 0 ? clicksOf.get(product)! / weight : 0);
    }
    const expected = sumBy(cells, 'place', ({ product, seen }) => seen * appeals.get(product)!);
    let moved = 0;
    for (const [place, before] of factors) {
      const weight = expected.get(place)!;
      const next = weight > 0 ? clicksAt.get(place)! / weight : before;
      moved = Math.max(moved, Math.abs(next - before));
      factors.set(place, next);
    }
    if (moved < CLOSE) break;
  }
  return { factors, appeals };
}

function sumBy(
  cells: readonly PlaceCell[],
  by: 'place' | 'product',
  of: (cell: PlaceCell) => number,
): Map<number, number> {
  const sums = new Map<number, number>();
  for (const cell of cells) sums.set(cell[by], (sums.get(cell[by]) ?? 0) + of(cell));
  return sums;
}

/**
 * A root of the covariance of the logarithms of the places' factors against the first place, for those of which it can be
 * told: root · rootᵀ is the covariance.
 */
function rootOf(
  cells: readonly PlaceCell[],
  places: readonly number[],
  { factors, appeals }: Fit,
): { free: readonly number[]; root: Matrix | null } {
  // Where nobody clicked, nothing is known but that it is little; it would make all others unknown.
  const clicked = cells.filter(({ place }) => factors.get(place)! > 0);
  const linked = linkedPlaces(clicked, appeals, places[0]);
  const free = places.filter((place) => place !== places[0] && linked.has(place));
  if (!free.length) return { free, root: null };
  const at = new Map(free.map((place, row) => [place, row]));
  const information = Matrix.zeros(free.length, free.length);
  for (const row of byProduct(cells, factors, appeals)) {
    const total = row.reduce((sum, { clicks }) => sum + clicks, 0);
    for (const one of row) {
      const i = at.get(one.place);
      if (i === undefined) continue;
      information.set(i, i, information.get(i, i) + one.clicks);
      for (const other of row) {
        const j = at.get(other.place);
        if (j !== undefined)
          information.set(i, j, information.get(i, j) - (one.clicks * other.clicks) / total);
      }
    }
  }
  const parts = new CholeskyDecomposition(information);
  return { free, root: parts.isPositiveDefinite() ? inverse(parts.lowerTriangularMatrix).transpose() : null };
}

/**
 * The same as a whole, for estimates that draw from it.
 *
 * @param cells As for `attentionOf`.
 */
export function attentionFit(cells: readonly PlaceCell[]): AttentionFit {
  const known = cells.filter(({ seen }) => seen > 0);
  const places = [...new Set(known.map(({ place }) => place))].sort((a, b) => a - b);
  const nothing: AttentionFit = {
    places: places.slice(0, 1),
    logs: places.slice(0, 1).map(() => 0),
    roots: places.slice(0, 1).map(() => []),
  };
  if (!isClicked(known, places[0])) return nothing;
  const found = fit(known);
  const { free, root } = rootOf(known, places, found);
  if (!root) return nothing;
  const log = (place: number): number => Math.log(found.factors.get(place)!);
  return {
    places: [places[0], ...free],
    logs: [0, ...free.map((place) => log(place) - log(places[0]))],
    roots: [[], ...free.map((_, row) => root.getRow(row))],
  };
}

const isClicked = (cells: readonly PlaceCell[], first: number | undefined): boolean =>
  cells.some(({ place, clicks }) => place === first && clicks > 0);

/** Expected clicks at each place, product by product; those of one place together. */
function byProduct(
  cells: readonly PlaceCell[],
  factors: ReadonlyMap<number, number>,
  appeals: ReadonlyMap<number, number>,
): { place: number; clicks: number }[][] {
  const rows = new Map<number, Map<number, number>>();
  for (const { place, product, seen } of cells) {
    const clicks = seen * factors.get(place)! * appeals.get(product)!;
    if (!(clicks > 0)) continue;
    let row = rows.get(product);
    if (!row) rows.set(product, (row = new Map()));
    row.set(place, (row.get(place) ?? 0) + clicks);
  }
  return [...rows.values()].map((row) => [...row].map(([place, clicks]) => ({ place, clicks })));
}

/** Places that products which were clicked lead to from a place, over any number of others. */
function linkedPlaces(
  cells: readonly PlaceCell[],
  appeals: ReadonlyMap<number, number>,
  from: number,
): Set<number> {
  const placesOf = new Map<number, number[]>();
  const productsAt = new Map<number, number[]>();
  const put = (map: Map<number, number[]>, key: number, value: number): void => {
    const list = map.get(key);
    if (list) list.push(value);
    else map.set(key, [value]);
  };
  for (const { place, product } of cells) {
    if (!(appeals.get(product)! > 0)) continue;
    put(placesOf, product, place);
    put(productsAt, place, product);
  }
  const found = new Set([from]);
  const taken = new Set<number>();
  const waiting = [from];
  for (let place = waiting.pop(); place !== undefined; place = waiting.pop())
    for (const product of productsAt.get(place) ?? []) {
      if (taken.has(product)) continue;
      taken.add(product);
      for (const next of placesOf.get(product)!)
        if (!found.has(next)) {
          found.add(next);
          waiting.push(next);
        }
    }
  return found;
}
