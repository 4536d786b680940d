import type { Figures, FiguresQuery } from '@fond/contract';
import {
  choosePlan,
  dayLater,
  shelfOf,
  titleInShop,
  todayIn,
  withDrafts,
  type Aisle,
  type Plan,
} from '@fond/core';
import { CampaignModel, campaignContent } from '../database/models';
import { problem } from '../problem/problem';
import type { ServingState } from '../serving/servingHost';

export const DAY = 86_400_000;
/** Four weeks by themselves, and two years at most. */
const USUAL_DAYS = 28;
const MOST_DAYS = 731;

/** The days that are asked for, and as many before them. */
export function daysOf(
  { from, to }: FiguresQuery,
  today: string,
  usual: AskedOf['days'] = null,
): Pick<Figures, 'from' | 'to' | 'before'> {
  const last = to ?? usual?.to ?? today;
  const first = from ?? usual?.from ?? dayLater(last, 1 - USUAL_DAYS);
  const faults = Object.entries({ from: first, to: last }).filter(([, day]) => dayLater(day, 0) !== day);
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
  return { from: first, to: last, before: { from: dayLater(first, -length), to: dayLater(first, -1) } };
}

export interface AskedOf {
  scope: Figures['scope'];
  /** Null for all. */
  aisles: readonly Aisle[] | null;
  product: number | null;
  /** Whose filters the pages offer. */
  plans: readonly Plan[];
  /** The days that are meant where none are asked for; null for the last ones. */
  days: { from: string; to: string } | null;
}

export async function scopeOf(serving: ServingState, query: FiguresQuery): Promise<AskedOf> {
  return query.campaign === undefined
    ? { ...scopeOfOne(serving, query), days: null }
    : scopeOfCampaign(serving, query.campaign);
}

/** The aisles that a campaign's plans serve over what people have published, on those of its days that have come. */
async function scopeOfCampaign({ snapshot, beneath, zone }: ServingState, id: string): Promise<AskedOf> {
  const row = await CampaignModel.findByPk(id);
  if (!row) throw problem('not-found', 'There is no such campaign.');
  const dayOf = (at: Date): string => todayIn({ now: at.getTime(), zone });
  const [from, today] = [dayOf(row.startsAt), dayOf(new Date())];
  if (from > today) throw problem('not-found', `“${row.name}” has not begun, so nothing was counted of it.`);
  const ends = row.endsAt && dayOf(row.endsAt);
  const content = campaignContent(row);
  const { plans } = withDrafts(beneath, content.documents, content);
  const own = new Set(content.documents.map((document) => document.id));
  const served = snapshot.aisles.all.filter((one) => own.has(choosePlan(plans, one).winner?.plan.id ?? ''));
  return {
    scope: { kind: 'campaign', key: id, title: row.name, path: null },
    ...{ aisles: served, product: null, plans: plans.filter((plan) => own.has(plan.id)) },
    days: { from, to: ends !== null && ends < today ? ends : today },
  };
}

function scopeOfOne(
  { snapshot, edition }: ServingState,
  { aisle, plan, product }: FiguresQuery,
): Omit<AskedOf, 'days'> {
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
