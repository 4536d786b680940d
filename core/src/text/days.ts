import { latest } from './latest';

const DAY = 86_400_000;
const SECOND = 1000;
/** A shop has one zone, and a few languages. */
const ZONES = 32;

/** A first and a last day in the shop's time zone, `2026-11-30`; null for no such day. */
export interface Days {
  from: string | null;
  to: string | null;
}

/** So many days later, or earlier where they are negative; empty for what is no day. */
export function dayLater(day: string, days: number): string {
  const at = Date.parse(day);
  return Number.isNaN(at) ? '' : new Date(at + days * DAY).toISOString().slice(0, 10);
}

/** Making one takes longer than a page has. */
const clockOf = latest(
  ZONES,
  (zone: string) =>
    new Intl.DateTimeFormat('en-GB', {
      timeZone: zone,
      hourCycle: 'h23',
      year: 'numeric',
      month: 'numeric',
      day: 'numeric',
      hour: 'numeric',
      minute: 'numeric',
      second: 'numeric',
    }),
);

/** What a clock on the wall shows in a zone, as if it were UTC; whole seconds in milliseconds since 1970. */
function wallClock(zone: string, at: number): number {
  const shown: Record<string, number> = {};
  for (const { type, value } of clockOf(zone).formatToParts(at)) shown[type] = Number(value);
  const { year, month, day, hour, minute, second } = shown;
  return Date.UTC(year, month - 1, day, hour, minute, second);
}

/**
 * Number of the day, from 1970-01-01, on which a moment falls in a time zone.
 *
 * @param at Milliseconds since 1970.
 * @throws {RangeError} for a zone that nobody knows.
 */
export const dayOf = (zone: string, at: number): number =>
  Math.floor((zone === 'UTC' ? at : wallClock(zone, at)) / DAY);

/**
 * The moment at which a day begins in a time zone, in milliseconds since 1970: midnight, or the first moment after it
 * where clocks are put forward over midnight.
 *
 * @param day Number of the day, from 1970-01-01.
 * @throws {RangeError} for a zone that nobody knows.
 */
export function startOfDay(zone: string, day: number): number {
  const midnight = day * DAY;
  if (zone === 'UTC') return midnight;
  const offsetAt = (at: number): number => wallClock(zone, at) - Math.floor(at / SECOND) * SECOND;
  // The offset at midnight is that of a moment which is found by it; twice is enough, as it changes once a day at most.
  const first = midnight - offsetAt(midnight);
  const second = midnight - offsetAt(first);
  return dayOf(zone, second) < day ? first : second;
}

/** A day as a sentence has it, “3 May 2026”; as it stands where it is none yet. */
export function dayWords(day: string): string {
  const at = Date.parse(`${day}T00:00:00Z`);
  return Number.isNaN(at) ? day : dateIn('en', 'UTC', at);
}

const dateFormat = latest(ZONES, (key: string) => {
  const [lang, zone] = key.split(' ');
  return new Intl.DateTimeFormat(lang === 'en' ? 'en-GB' : lang, {
    timeZone: zone,
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  });
});

/** The day of a moment as people write it in a language, such as “3 May 2026”. */
export const dateIn = (lang: string, zone: string, at: number): string =>
  dateFormat(`${lang} ${zone}`).format(at);
