import type { FloorAisle } from '@fond/contract';
import {
  SHELF_FORMS,
  steppedAt,
  WIDTH_NAMES,
  type Plan,
  type SaidSetting,
  type SaidValue,
  type SharedSetting,
  type SharedStep,
} from '@fond/core';
import { fewestRules } from '../reach/fewestRules';
import { FORM_WORDS, LAST_ROWS, PANEL_SIDES } from '../wording/words';

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
  if (step.kind === 'put') return `${SETTING_NAMES[step.setting]}: ${saidWords(step)}`;
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

/** What a setting is set to, in words. */
function saidWords({ setting, value }: Extract<SharedStep, { kind: 'put' }>): string {
  const choice = saidChoices(setting).find((one) => one.value === value);
  if (choice) return choice.name;
  if (typeof value === 'number') return `${value} %`;
  if (typeof value !== 'object') return String(value);
  if ('by' in value)
    return value.by === 'all'
      ? 'all of them'
      : `${value.count} ${value.by === 'rows' ? 'full rows' : 'products'}`;
  const numbers = WIDTH_NAMES.map((width) => steppedAt(value, width));
  return new Set(numbers).size === 1
    ? String(numbers[0])
    : `${numbers[0]} (${numbers[1]} medium, ${numbers[2]} narrow)`;
}

const YES_NO = [
  { value: true, name: 'yes' },
  { value: false, name: 'no' },
];

/** What a setting that is one of few can be; none for numbers. */
export function saidChoices(setting: SaidSetting): readonly { value: SaidValue; name: string }[] {
  switch (setting) {
    case 'shelf.form':
      return SHELF_FORMS.map((value) => ({ value, name: FORM_WORDS[value] }));
    case 'shelf.lastRow':
      return LAST_ROWS;
    case 'filters.side':
      return PANEL_SIDES;
    case 'shelf.listSwitch':
    case 'filters.header':
    case 'filters.clearAll':
    case 'filters.counts':
    case 'filters.hideDead':
      return YES_NO;
    case 'shelf.columns':
    case 'shelf.gap':
    case 'shelf.pageSize':
    case 'filters.share':
      return [];
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
