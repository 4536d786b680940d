import type { FloorAisle } from '@fond/contract';
import type { Plan, SharedSetting, SharedStep } from '@fond/core';
import { fewestRules } from '../reach/fewestRules';

/** What can be done to several plans at once. */
export type Doing = SharedStep['kind'] | 'hideBadge';

export const SETTING_NAMES: Readonly<Record<SharedSetting, string>> = {
  'shelf.form': 'form of the shelf',
  'shelf.columns': 'columns',
  'shelf.gap': 'gap between cards',
  'shelf.rowGap': 'gap between rows',
  'shelf.pageSize': 'products a page',
  'shelf.lastRow': 'unfilled row',
  'shelf.listSwitch': 'choice between grid and list',
  'shelf.paging': 'paging',
  'shelf.range': 'products of the shelf',
  'shelf.order': 'order, groups and pins',
  'shelf.card': 'elements of the card',
  'shelf.face': 'look of the card',
  'filters.facets': 'filters',
  'filters.side': 'side of the filters',
  'filters.share': 'width of the filters',
  'filters.header': 'heading of the filters',
  'filters.clearAll': '“clear all”',
  'filters.counts': 'counts of the filters',
  'filters.hideDead': 'values that lead nowhere',
  badges: 'all badges',
  look: 'look',
  productPage: 'product pages',
  css: 'CSS of its own',
};

/** A change of several plans in a few words, for the record and the message. */
export function stepWords(step: SharedStep, from: Pick<Plan, 'name'> | null, what: string): string {
  const model = `“${from?.name ?? 'another plan'}”`;
  switch (step.kind) {
    case 'set':
      return `${SETTING_NAMES[step.setting]} as in ${model}`;
    case 'handBack':
      return `${SETTING_NAMES[step.setting]} as in the plan beneath`;
    case 'badge':
      return `badge “${what}” of ${model} added`;
    case 'showBadge':
      return `badge “${what}” ${step.on ? 'shown again' : 'shown no more'}`;
    case 'fixture':
      return `${what} of ${model} added`;
    case 'when':
      return `${what} shown when ${model} shows it`;
    case 'serve':
      return what;
  }
}

/** What is done to each plan so that one of them serves some aisles; null gives them to nobody in particular. */
export function servingSteps(
  floor: readonly FloorAisle[],
  keys: readonly string[],
  to: string | null,
  house: string,
): ReadonlyMap<string, SharedStep> {
  const chosen = new Set(keys);
  const steps = new Map<string, SharedStep>();
  if (to !== null && to !== house)
    steps.set(to, { kind: 'serve', include: fewestRules(keys, floor), exclude: [] });
  const losing = new Map<string, string[]>();
  for (const { key, plan, others } of floor) {
    if (!chosen.has(key)) continue;
    // Whoever claims the aisle as exactly would dispute it; the house plan never does.
    for (const { id } of [...(plan ? [plan] : []), ...others])
      if (id !== to && id !== house) losing.set(id, [...(losing.get(id) ?? []), key]);
  }
  for (const [id, lost] of losing)
    steps.set(id, { kind: 'serve', include: [], exclude: fewestRules(lost, floor) });
  return steps;
}
