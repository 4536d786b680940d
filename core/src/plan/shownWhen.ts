import { groundOf, type Aisle, type AisleKind } from '../catalogue/aisles';
import { latest } from '../text/latest';
import type { Lang } from '../text/texts';
import { WIDTH_NAMES, type WidthName } from '../width/widths';

/** When a fixture is shown: choices, nested with all, any and none; no code. */
export type Condition =
  | { kind: 'all' | 'any' | 'none'; of: readonly Condition[] }
  | { kind: 'aisles'; of: readonly AisleKind[] }
  | { kind: 'category'; category: number; below: boolean }
  | { kind: 'collection'; collection: number }
  | { kind: 'language'; languages: readonly Lang[] }
  | { kind: 'width'; widths: readonly WidthName[] }
  /** Days of the shop's calendar, both included, as `2026-12-24`; null for an open end. */
  | { kind: 'dates'; from: string | null; to: string | null }
  /** 1 is Monday, 7 is Sunday (ISO 8601). */
  | { kind: 'weekdays'; days: readonly number[] }
  | { kind: 'firstPage' }
  /** Whether shoppers have chosen or searched for anything. */
  | { kind: 'filters'; used: boolean }
  | { kind: 'description' }
  /** The aisle has a picture of its own. */
  | { kind: 'picture' }
  | { kind: 'results'; some: boolean }
  /** Shoppers whose number lies in `from` … `to - 1` of a hundred. A shopper keeps the number, so the split is steady. */
  | { kind: 'share'; from: number; to: number }
  /** Whether the shopper has signed in at the shop. */
  | { kind: 'shopper'; signedIn: boolean };

export type ConditionKind = Condition['kind'];

/** Groups may lie so deep; what lies deeper can't be told in a sentence any more. */
export const DEEPEST_CONDITION = 3;
export const MAX_CONDITIONS = 30;
/** Shoppers are split into so many parts. */
export const SHOPPER_PARTS = 100;

/** What is known of a page that is being made. */
export interface PageFacts {
  aisle: Aisle;
  lang: Lang;
  /** The day in the shop's time zone, `2026-12-24`, and its weekday, 1 for Monday. */
  day: string;
  weekday: number;
  firstPage: boolean;
  filtersUsed: boolean;
  hasDescription: boolean;
  /** Whether the page's shelf holds a product. */
  results: boolean;
  /** The shopper's number, 0 to 99. */
  part: number;
  signedIn: boolean;
}

/** A shop has one zone. */
const ZONES = 16;

/** Making one takes longer than a page has. */
const calendarOf = latest(
  ZONES,
  (zone: string) => new Intl.DateTimeFormat('en-CA', { timeZone: zone, dateStyle: 'short' }),
);

/** The day and weekday of a moment in a time zone. @throws {RangeError} for a zone that nobody knows. */
export function dayIn(zone: string, now: number): Pick<PageFacts, 'day' | 'weekday'> {
  const day = calendarOf(zone).format(now);
  return { day, weekday: new Date(`${day}T12:00:00Z`).getUTCDay() || 7 };
}

/** The widths at which a fixture is shown, of all three; a page is the same document at every width. */
export const findWidths = (when: Condition | null, facts: PageFacts): WidthName[] =>
  WIDTH_NAMES.filter((width) => !when || holdsAt(when, facts, width));

function holdsAt(condition: Condition, facts: PageFacts, width: WidthName): boolean {
  const each = (inner: Condition): boolean => holdsAt(inner, facts, width);
  switch (condition.kind) {
    case 'all':
      return condition.of.every(each);
    case 'any':
      return condition.of.some(each);
    case 'none':
      return !condition.of.some(each);
    case 'aisles':
      return condition.of.includes(facts.aisle.kind);
    case 'category':
      return isInCategory(groundOf(facts.aisle), condition.category, condition.below);
    case 'collection':
      return groundOf(facts.aisle).key === `collection:${condition.collection}`;
    case 'language':
      return condition.languages.includes(facts.lang);
    case 'width':
      return condition.widths.includes(width);
    case 'dates':
      return (
        (condition.from === null || facts.day >= condition.from) &&
        (condition.to === null || facts.day <= condition.to)
      );
    case 'weekdays':
      return condition.days.includes(facts.weekday);
    case 'firstPage':
      return facts.firstPage;
    case 'filters':
      return facts.filtersUsed === condition.used;
    case 'description':
      return facts.hasDescription;
    case 'picture':
      return facts.aisle.picture !== null;
    case 'results':
      return facts.results === condition.some;
    case 'share':
      return facts.part >= condition.from && facts.part < condition.to;
    case 'shopper':
      return facts.signedIn === condition.signedIn;
  }
}

/** Whether an aisle is a category's, or stands below it where that counts too. */
export function isInCategory(aisle: Aisle, category: number, below: boolean): boolean {
  if (aisle.kind !== 'category') return false;
  for (let at: Aisle | null = aisle; at; at = below ? at.parent : null) if (at.id === category) return true;
  return false;
}

/** A condition and all within it. */
export function* eachCondition(condition: Condition | null): Generator<Condition> {
  if (!condition) return;
  yield condition;
  if ('of' in condition && condition.kind !== 'aisles')
    for (const inner of condition.of) yield* eachCondition(inner);
}

/** What the pages of some plans have to know of the shopper who asks. */
export interface ShopperFacts {
  /** The number from 0 to 99. */
  part: boolean;
  signedIn: boolean;
  /** Whether they turned a shelf into a list. */
  view: boolean;
}

interface Shown {
  when: Condition | null;
}

export function shopperFactsOf(
  plans: readonly {
    fixtures: readonly (Shown & { listSwitch?: boolean; inserts?: readonly Shown[] })[];
  }[],
): ShopperFacts {
  const kinds = new Set(
    plans.flatMap(({ fixtures }) =>
      fixtures
        .flatMap((fixture) => [fixture, ...(fixture.inserts ?? [])])
        .flatMap(({ when }) => [...eachCondition(when)].map(({ kind }) => kind)),
    ),
  );
  return {
    part: kinds.has('share'),
    signedIn: kinds.has('shopper'),
    view: plans.some(({ fixtures }) => fixtures.some(({ listSwitch }) => listSwitch)),
  };
}
