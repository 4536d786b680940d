import type { PlaceLevel, PlaceNeighbour, ProductWhy, ShelfPlace } from '@fond/contract';
import {
  arrange,
  arrangedWindow,
  arrangePromotion,
  blendScores,
  explainScore,
  namedOrder,
  permutationOf,
  pinsFor,
  promotionRange,
  shelfOf,
  shelfRange,
  sortingOf,
  whyInRange,
  holds,
  type Aisle,
  type Arrangement,
  type Pin,
  type Placed,
  type Plan,
  type RangeContext,
  type RangeResult,
  type RangeRule,
  type Snapshot,
} from '@fond/core';
import { problem } from '../problem/problem';
import { productLine } from './explain';
import { blendOf, levelText } from './levelText';

/** A shelf of a page with all its products in their order. */
interface ArrangedShelf {
  rule: RangeRule;
  range: RangeResult;
  pins: readonly Pin[];
  arrangement: Arrangement;
  /** The same without pins and spread. */
  plain: Arrangement;
  /** Products that are shown at the most; null for all, over pages. */
  most: number | null;
}

/** Why a product is on the shelf and where, or why not. */
export function explainProduct(
  snapshot: Snapshot,
  aisle: Aisle,
  plan: Plan,
  asked: { sku: string; fixture?: string },
  context: RangeContext,
): ProductWhy {
  const shelf = arrangedShelf(snapshot, plan, asked.fixture, aisle, context);
  const p = snapshot.bySku.get(asked.sku);
  if (p === undefined || !shelf)
    throw problem('not-found', `There is no product “${asked.sku.slice(0, 64)}” in the catalogue.`);
  return {
    ...productLine(snapshot, p),
    ...whyInRange(snapshot, aisle, shelf.rule, p, context),
    place: holds(shelf.range.bits, p) ? explainPlace(snapshot, aisle, shelf, p, context) : null,
  };
}

/** @param fixture Id of a promoting shelf; undefined for the aisle's own. */
function arrangedShelf(
  snapshot: Snapshot,
  plan: Plan,
  fixture: string | undefined,
  aisle: Aisle,
  context: RangeContext,
): ArrangedShelf | null {
  const [lang] = snapshot.frame.languages;
  if (fixture === undefined) {
    const shelf = shelfOf(plan);
    if (!shelf) return null;
    const { order } = shelf;
    const range = shelfRange(snapshot, aisle, shelf, context);
    const sorting = sortingOf(shelf, 'recommended', aisle, context, range);
    const permutation = permutationOf(snapshot, sorting, lang, context);
    const arranged = (pins: readonly Pin[], spread: typeof order.spread): Arrangement =>
      arrange(snapshot, range.bits, range.count, { ...order, pins, spread }, permutation, aisle.key, context);
    return {
      rule: shelf.range,
      range,
      pins: order.pins,
      arrangement: arranged(order.pins, order.spread),
      plain: arranged([], null),
      most: null,
    };
  }
  const promotion = plan.fixtures.find(({ id }) => id === fixture);
  if (promotion?.type !== 'promotion') return null;
  const range = promotionRange(snapshot, aisle, promotion, context);
  const frame = { snapshot, aisle, lang, context };
  return {
    rule: promotion.range,
    range,
    pins: promotion.pins,
    arrangement: arrangePromotion(frame, promotion, range),
    plain: arrangePromotion(frame, { ...promotion, pins: [], spread: null }, range),
    most: promotion.most,
  };
}

/** Where a shelf's own order puts a product, what put it there, and what stands beside it. */
function explainPlace(
  snapshot: Snapshot,
  aisle: Aisle,
  { rule, range, pins, arrangement, plain, most }: ArrangedShelf,
  p: number,
  context: RangeContext,
): ShelfPlace {
  const all = arrangedWindow(snapshot, arrangement, 0, range.count);
  const at = all.findIndex((placed) => placed.p === p);
  const { by } = all[at];
  const byKeys = arrangedWindow(snapshot, plain, 0, range.count);
  const keysAt = byKeys.findIndex((placed) => placed.p === p);
  const { group } = byKeys[keysAt];
  const [before, behind] = [at - 1, at + 1].map((place) => (all as (Placed | undefined)[])[place] ?? null);
  const named = namedOrder(rule, aisle, context);
  const text = (level: PlaceLevel | Arrangement['permutation']['levels'][number], one: Placed | null) =>
    one && levelText(snapshot, level, one.p, range, named, context);
  return {
    place: at + 1,
    of: range.count,
    by,
    byKeys: keysAt + 1,
    group:
      group && (group === 'sold-out' ? group : { name: group.name, at: group.at, clauses: group.clauses }),
    pin:
      by === 'pin'
        ? (pinsFor(pins, aisle.key, context).find(({ sku }) => sku === snapshot.skus[p]) ?? null)
        : null,
    shown: most,
    levels: arrangement.permutation.levels.map((level): PlaceLevel => {
      const blend = level.key === 'blend' ? blendOf(level.of, context) : null;
      return {
        ...level,
        here: text(level, all[at]),
        above: text(level, before),
        below: text(level, behind),
        blend: blend && {
          name: blend.name,
          factors: explainScore(
            snapshot,
            blendScores(snapshot, blend, range, context),
            p,
            context,
          ).factors.map(({ factor, ...scored }) => ({ said: factor, ...scored })),
        },
      };
    }),
    above: before && neighbourOf(snapshot, arrangement, before, all[at], before),
    below: behind && neighbourOf(snapshot, arrangement, all[at], behind, behind),
  };
}

/** What settled that `first` stands before `second`, told with the one of both that is the neighbour. */
function neighbourOf(
  snapshot: Snapshot,
  { permutation: { levels, keyAt } }: Arrangement,
  first: Placed,
  second: Placed,
  neighbour: Placed,
): PlaceNeighbour {
  const told = productLine(snapshot, neighbour.p);
  const pair = [first, second];
  if (pair.some(({ by }) => by === 'pin')) return { ...told, by: 'pin', level: null };
  if (first.group !== second.group) return { ...told, by: 'group', level: null };
  const level = levels.findIndex((_, at) => keyAt(at, first.p) !== keyAt(at, second.p));
  const turned = level >= 0 && keyAt(level, first.p) > keyAt(level, second.p);
  if (turned || pair.some(({ by }) => by === 'spread')) return { ...told, by: 'spread', level: null };
  return level < 0 ? { ...told, by: 'added', level: null } : { ...told, by: 'level', level };
}
