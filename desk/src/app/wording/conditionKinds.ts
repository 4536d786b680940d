import type { Condition, ConditionKind } from '@fond/core';

/** What a condition can be about, in the words of a choice. */
export const CONDITION_WORDS: Readonly<Record<ConditionKind, string>> = {
  aisles: 'the kind of aisle',
  category: 'a category',
  collection: 'a collection',
  language: 'the language',
  width: 'the width of the page',
  dates: 'days of the calendar',
  weekdays: 'weekdays',
  firstPage: 'the first page',
  filters: 'filters in use or not',
  description: 'an aisle with a description',
  picture: 'an aisle with a picture',
  results: 'products there or not',
  share: 'a share of shoppers',
  shopper: 'shoppers who have signed in',
  all: 'all of …',
  any: 'any of …',
  none: 'none of …',
};

export const CONDITION_KINDS = Object.keys(CONDITION_WORDS) as ConditionKind[];

/** What is offered first; it holds on most pages, so that nothing disappears before somebody has chosen. */
export function freshCondition(
  kind: ConditionKind,
  known: { category: number; collection: number; languages: readonly string[] },
): Condition {
  switch (kind) {
    case 'all':
    case 'any':
    case 'none':
      return { kind, of: [] };
    case 'aisles':
      return { kind, of: ['category'] };
    case 'category':
      return { kind, category: known.category, below: true };
    case 'collection':
      return { kind, collection: known.collection };
    case 'language':
      return { kind, languages: known.languages.slice(0, 1) };
    case 'width':
      return { kind, widths: ['wide', 'medium'] };
    case 'dates':
      return { kind, from: null, to: null };
    case 'weekdays':
      return { kind, days: [1, 2, 3, 4, 5] };
    case 'filters':
      return { kind, used: false };
    case 'results':
      return { kind, some: true };
    case 'share':
      return { kind, from: 0, to: 50 };
    case 'shopper':
      return { kind, signedIn: true };
    case 'firstPage':
    case 'picture':
    case 'description':
      return { kind };
  }
}

type Group = Extract<Condition, { of: readonly Condition[] }>;

export const isGroup = (condition: Condition): condition is Group =>
  condition.kind === 'all' || condition.kind === 'any' || condition.kind === 'none';

/** A list with a value taken out or put in; the last one stays, as nothing at all could never hold. */
export function toggled<T>(list: readonly T[], value: T): readonly T[] {
  if (!list.includes(value)) return [...list, value];
  return list.length > 1 ? list.filter((one) => one !== value) : list;
}
