import type { AisleKind } from '../catalogue/aisles';
import { listWords, type RangeNames } from '../range/say';
import { dayWords } from '../text/days';
import type { Condition } from './shownWhen';

const KINDS: Readonly<Record<AisleKind, string>> = {
  front: 'the front',
  category: 'categories',
  collection: 'collections',
  tag: 'tags',
  value: 'aisles by value',
  page: 'free pages',
  search: 'search results',
};
const DAYS = ['Mondays', 'Tuesdays', 'Wednesdays', 'Thursdays', 'Fridays', 'Saturdays', 'Sundays'];

/** A condition as the end of a sentence: “… only on categories and on the first page”. Null says “always”. */
export function sayCondition(when: Condition | null, names: RangeNames): string {
  return when ? `only ${say(when, names)}` : 'always';
}

function say(condition: Condition, names: RangeNames): string {
  const gone = (name: string | null): string => name ?? 'something that is gone';
  switch (condition.kind) {
    case 'all':
      return condition.of.length ? listWords(inner(condition.of, names), 'and') : 'always';
    case 'any':
      return condition.of.length ? listWords(inner(condition.of, names), 'or') : 'never';
    case 'none':
      return condition.of.length ? `not ${listWords(inner(condition.of, names), 'or')}` : 'always';
    case 'aisles':
      return `on ${
        listWords(
          condition.of.map((kind) => KINDS[kind]),
          'or',
        ) || 'no aisle'
      }`;
    case 'category':
      return `in ${gone(names.category(condition.category))}${condition.below ? ' and below' : ''}`;
    case 'collection':
      return `in ${gone(names.collection(condition.collection))}`;
    case 'language':
      return `in ${
        listWords(
          condition.languages.map((lang) => names.language(lang)),
          'or',
        ) || 'no language'
      }`;
    case 'width':
      return `on ${listWords(condition.widths, 'or') || 'no'} pages`;
    case 'dates':
      return sayDates(condition);
    case 'weekdays':
      return `on ${
        listWords(
          condition.days.map((day) => DAYS[day - 1]),
          'or',
        ) || 'no day'
      }`;
    case 'firstPage':
      return 'on the first page';
    case 'filters':
      return condition.used ? 'while filters are in use' : 'while no filter is in use';
    case 'description':
      return 'where the aisle has a description';
    case 'picture':
      return 'where the aisle has a picture';
    case 'results':
      return condition.some ? 'where there are products' : 'where there is no product';
    case 'share':
      return `for ${condition.to - condition.from} % of shoppers`;
    case 'shopper':
      return condition.signedIn ? 'for shoppers who have signed in' : 'for shoppers who have not signed in';
  }
}

function sayDates({ from, to }: Extract<Condition, { kind: 'dates' }>): string {
  if (from === null) return to === null ? 'on any day' : `until ${dayWords(to)}`;
  return to === null ? `from ${dayWords(from)}` : `from ${dayWords(from)} to ${dayWords(to)}`;
}

/** Groups within groups are set apart. */
const inner = (conditions: readonly Condition[], names: RangeNames): string[] =>
  conditions.map((condition) => {
    const said = say(condition, names);
    const group = condition.kind === 'all' || condition.kind === 'any' || condition.kind === 'none';
    return group && condition.of.length > 1 ? `(${said})` : said;
  });
