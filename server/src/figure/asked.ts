import type { Figures, FiguresQuery } from '@fond/contract';
import { choosePlan, shelfOf, titleInShop, type Aisle, type Plan } from '@fond/core';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';

export const DAY = 86_400_000;
/** Four weeks by themselves, and two years at most. */
const USUAL_DAYS = 28;
const MOST_DAYS = 731;

/** The days that are asked for, and as many before them. */
export function daysOf({ from, to }: FiguresQuery, today: string): Pick<Figures, 'from' | 'to' | 'before'> {
  const last = to ?? today;
  const first = from ?? dayBefore(last, USUAL_DAYS - 1);
  const faults = Object.entries({ from: first, to: last }).filter(([, day]) => dayBefore(day, 0) !== day);
  if (faults.length)
    throw problem(
      'bad-input',
      'There are no such days.',
      faults.map(([path]) => ({ path, message: 'is no day of the calendar' })),
    );
  if (first > last)
    throw problem('bad-input', 'There are no such days.', [{ path: 'to', message: 'ends before it begins' }]);
  const length = (Date.parse(last) - Date.parse(first)) / DAY + 1;
  if (length > MOST_DAYS)
    throw problem('bad-input', 'There are too many days.', [
      { path: 'from', message: `is more than ${MOST_DAYS} days before the last one` },
    ]);
  return { from: first, to: last, before: { from: dayBefore(first, length), to: dayBefore(first, 1) } };
}

export function dayBefore(day: string, days: number): string {
  const at = Date.parse(day);
  return Number.isNaN(at) ? '' : new Date(at - days * DAY).toISOString().slice(0, 10);
}

export interface AskedOf {
  scope: Figures['scope'];
  /** Null for all. */
  aisles: readonly Aisle[] | null;
  product: number | null;
  /** Whose filters the pages offer. */
  plans: readonly Plan[];
}

export function scopeOf(
  { snapshot, edition }: ServingState,
  { aisle, plan, product }: FiguresQuery,
): AskedOf {
  const servedBy = (one: Aisle): Plan | undefined => choosePlan(edition.plans, one).winner?.plan;
  if (aisle !== undefined) {
    const at = snapshot.aisles.byKey.get(aisle);
    if (!at) throw problem('not-found', 'There is no such aisle any more.');
    const served = servedBy(at);
    return {
      scope: { kind: 'aisle', key: aisle, title: titleInShop(snapshot, at.titles), path: at.path },
      ...{ aisles: [at], product: null, plans: served ? [served] : [] },
    };
  }
  if (plan !== undefined) {
    const served = edition.plans.find(({ id }) => id === plan);
    if (!served) throw problem('not-found', 'Shoppers see no such plan.');
    return {
      scope: { kind: 'plan', key: plan, title: served.name, path: null },
      ...{
        aisles: snapshot.aisles.all.filter((one) => servedBy(one)?.id === plan),
        product: null,
        plans: [served],
      },
    };
  }
  if (product !== undefined) {
    const p = snapshot.bySku.get(product);
    if (p === undefined) throw problem('not-found', 'The shop has no such product.');
    return {
      scope: { kind: 'product', key: product, title: titleInShop(snapshot, snapshot.titles[p]), path: null },
      ...{ aisles: null, product: snapshot.ids[p], plans: [] },
    };
  }
  return {
    scope: { kind: 'shop', key: '', title: titleInShop(snapshot, snapshot.frame.shopTitles), path: null },
    ...{ aisles: null, product: null, plans: edition.plans },
  };
}

/** Names of the shelves that show what their aisles have. */
export const ownShelves = (plans: readonly Plan[]): string[] => [
  ...new Set(plans.flatMap((plan) => shelfOf(plan)?.id ?? [])),
];
