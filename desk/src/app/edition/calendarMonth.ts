import type { Campaign } from '@fond/contract';

const DAY = 86_400_000;

/** A month as days from its first to its last; local clock of the browser. */
export interface Month {
  year: number;
  /** 0 is January. */
  month: number;
}

export const monthOf = (date: Date): Month => ({ year: date.getFullYear(), month: date.getMonth() });

export const shifted = ({ year, month }: Month, by: number): Month => monthOf(new Date(year, month + by, 1));

export interface MonthDay {
  day: number;
  weekend: boolean;
  today: boolean;
}

export function daysOf({ year, month }: Month, today: Date): MonthDay[] {
  const count = new Date(year, month + 1, 0).getDate();
  return Array.from({ length: count }, (_, at) => {
    const date = new Date(year, month, at + 1);
    return {
      day: at + 1,
      weekend: date.getDay() === 0 || date.getDay() === 6,
      today: date.toDateString() === today.toDateString(),
    };
  });
}

/** Where a campaign lies in a month, in shares of its width; null where it runs in another one. */
export function barOf(
  { startsAt, endsAt }: Pick<Campaign, 'startsAt' | 'endsAt'>,
  { year, month }: Month,
): { start: number; width: number; before: boolean; after: boolean } | null {
  const from = new Date(year, month, 1).getTime();
  const to = new Date(year, month + 1, 1).getTime();
  const starts = Date.parse(startsAt);
  const ends = endsAt === null ? Number.POSITIVE_INFINITY : Date.parse(endsAt);
  if (starts >= to || ends <= from) return null;
  const start = (Math.max(starts, from) - from) / (to - from);
  const end = (Math.min(ends, to) - from) / (to - from);
  // Half a day at least, so that short ones can be seen.
  const width = Math.max(end - start, DAY / 2 / (to - from));
  return { start, width, before: starts < from, after: ends > to };
}

/** The same clock time so many days later; earlier where they are negative. */
export function laterByDays(local: string, days: number): string {
  const [day, clock] = local.split('T');
  return `${new Date(Date.parse(day) + days * DAY).toISOString().slice(0, 10)}T${clock}`;
}
