import {
  addDays,
  addMonths,
  eachDayOfInterval,
  endOfMonth,
  formatISO,
  isSameDay,
  isWeekend,
  parseISO,
  startOfMonth,
} from 'date-fns';
import type { Campaign } from '@fond/contract';

const HALF_A_DAY = 43_200_000;

/** A month as days from its first to its last; local clock of the browser. */
export interface Month {
  year: number;
  /** 0 is January. */
  month: number;
}

export const monthOf = (date: Date): Month => ({ year: date.getFullYear(), month: date.getMonth() });

const firstOf = ({ year, month }: Month): Date => startOfMonth(new Date(year, month));

export const shifted = (month: Month, by: number): Month => monthOf(addMonths(firstOf(month), by));

export interface MonthDay {
  day: number;
  weekend: boolean;
  today: boolean;
}

export const daysOf = (month: Month, today: Date): MonthDay[] =>
  eachDayOfInterval({ start: firstOf(month), end: endOfMonth(firstOf(month)) }).map((date) => ({
    day: date.getDate(),
    weekend: isWeekend(date),
    today: isSameDay(date, today),
  }));

/** Where a campaign lies in a month, in shares of its width; null where it runs in another one. */
export function barOf(
  { startsAt, endsAt }: Pick<Campaign, 'startsAt' | 'endsAt'>,
  month: Month,
): { start: number; width: number; before: boolean; after: boolean } | null {
  const from = firstOf(month).getTime();
  const to = addMonths(firstOf(month), 1).getTime();
  const starts = Date.parse(startsAt);
  const ends = endsAt === null ? Number.POSITIVE_INFINITY : Date.parse(endsAt);
  if (starts >= to || ends <= from) return null;
  const start = (Math.max(starts, from) - from) / (to - from);
  const end = (Math.min(ends, to) - from) / (to - from);
  // Half a day at least, so that short ones can be seen.
  const width = Math.max(end - start, HALF_A_DAY / (to - from));
  return { start, width, before: starts < from, after: ends > to };
}

/** The same clock time so many days later; earlier where they are negative. */
export function laterByDays(local: string, days: number): string {
  const [day, clock] = local.split('T');
  return `${formatISO(addDays(parseISO(day), days), { representation: 'date' })}T${clock}`;
}
