import { MAX_BOARD, type ArrangedAisle, type ArrangedProduct, type BoardFigure } from '@fond/contract';
import {
  activitySums,
  arrange,
  arrangedWindow,
  attributeNumbers,
  choosePlan,
  dayRead,
  firstFacts,
  holds,
  LATELY,
  numberOf,
  permutationOf,
  shelfCut,
  shelfOf,
  shelfRange,
  sortingOf,
  standingOf,
  type Standing,
  startOfDay,
  stockStateOf,
  titleInShop,
  todayIn,
  VIEW_DAYS,
  type Aisle,
  type Edition,
  type PageCut,
  type Placed,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';
import { problem } from '../problem/problem';

const DAY = 86_400_000;

/** All products of an aisle in the order of a draft, and in that of what is live. */
export function explainArrangement(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  live: Edition,
  context: RangeContext,
  pictureOf: (hash: string) => string,
): ArrangedAisle {
  const arranged = arrangedIn(snapshot, aisle, plan, context);
  if (!arranged) throw problem('not-found', 'This plan shows no shelf of the aisle’s products.');
  const figures = figuresOf(snapshot, context);
  const served = choosePlan(live.plans, aisle).winner?.plan;
  const shown = served && arrangedIn(snapshot, aisle, served, { ...context, ...live });
  return {
    aisle: { key: aisle.key, title: titleInShop(snapshot, aisle.titles) },
    today: todayIn(context),
    pages: arranged.pages,
    standing: arranged.standing,
    total: arranged.total,
    products: arranged.placed.map(({ p, by, group }): ArrangedProduct => {
      const hash = snapshot.images[p].at(0)?.hash;
      return {
        sku: snapshot.skus[p],
        title: titleInShop(snapshot, snapshot.titles[p]),
        image: hash ? pictureOf(hash) : null,
        by,
        group: group === null || group === 'sold-out' ? group : group.id,
        inStock: stockStateOf(snapshot.stock[p]) !== 'out',
        featured: holds(snapshot.featured, p),
        figures: figures(p),
      };
    }),
    live: shown?.placed.map(({ p }) => snapshot.skus[p]) ?? null,
  };
}

function arrangedIn(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  context: RangeContext,
): { placed: Placed[]; total: number; pages: PageCut; standing: Standing[] } | null {
  const shelf = shelfOf(plan);
  if (!shelf) return null;
  const range = shelfRange(snapshot, aisle, shelf, context);
  const sorting = sortingOf(shelf, 'recommended', aisle, context, range);
  const permutation = permutationOf(snapshot, sorting, snapshot.frame.languages[0], context);
  const { bits, count } = range;
  const arrangement = arrange(snapshot, bits, count, shelf.order, permutation, aisle.key, context);
  const standing = standingOf(shelf, plan.fixtures, firstFacts(snapshot, aisle, context));
  return {
    placed: arrangedWindow(snapshot, arrangement, 0, MAX_BOARD),
    total: count,
    pages: shelfCut(shelf, standing),
    standing,
  };
}

function figuresOf(
  snapshot: Snapshot,
  context: RangeContext,
): (p: number) => Record<BoardFigure, number | null> {
  const { now, zone } = context;
  const lately = activitySums(snapshot, 'sold', LATELY, now);
  const views = activitySums(snapshot, 'views', VIEW_DAYS, now);
  const margins = attributeNumbers(snapshot, 'margin');
  const tomorrow = startOfDay(zone ?? 'UTC', dayRead(context) + 1);
  const known = (number: number): number | null => (Number.isNaN(number) ? null : number);
  return (p) => ({
    price: numberOf(snapshot, 'price', p),
    saving: numberOf(snapshot, 'saving', p),
    stock: numberOf(snapshot, 'stock', p),
    sold: numberOf(snapshot, 'sold', p),
    lately: lately[p],
    views: views[p],
    rating: numberOf(snapshot, 'rating', p),
    margin: known(margins[p]),
    age: known(Math.max(0, Math.floor((tomorrow - 1 - snapshot.created[p]) / DAY))),
  });
}
