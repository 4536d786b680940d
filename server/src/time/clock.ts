import { Temporal } from '@js-temporal/polyfill';
import { problem } from '../problem/problem';

/** A clock time of a place as a moment. */
export interface Moment {
  /** Milliseconds since 1970. */
  at: number;
  /** What the change of clocks does to it, in words; null on all other days. */
  note: string | null;
}

export const isZone = (zone: string): boolean => {
  try {
    return Temporal.Now.zonedDateTimeISO(zone).timeZoneId !== '';
  } catch {
    return false;
  }
};

/**
 * The moment that a clock time means in a zone. Where clocks are put forward, a time that is left out means as much
 * later as is left out; where they are put back, a time that comes twice means its first coming ("compatible" in
 * RFC 5545 and Temporal).
 *
 * @param local `2026-12-24T18:00`
 * @throws {RangeError} for a date that no calendar has, or an unknown zone.
 */
export function momentOf(local: string, zone: string): Moment {
  const plain = Temporal.PlainDateTime.from(local, { overflow: 'reject' });
  const earlier = plain.toZonedDateTime(zone, { disambiguation: 'earlier' });
  const later = plain.toZonedDateTime(zone, { disambiguation: 'later' });
  const meant = plain.toZonedDateTime(zone, { disambiguation: 'compatible' });
  return { at: meant.epochMilliseconds, note: noteOf(plain, earlier, later, meant) };
}

/** As `momentOf`, with a day that no calendar has told as a fault of the field at `path`. */
export function momentAt(path: string, local: string, zone: string): Moment {
  try {
    return momentOf(local, zone);
  } catch {
    throw problem('bad-input', 'Nothing was done.', [{ path, message: 'is no day of the calendar' }]);
  }
}

export type Every = 'week' | 'year';

/**
 * The same clock time so many weeks or years later; the last of February where that year has no 29th.
 *
 * @param local `2026-12-24T18:00`
 */
export function laterBy(local: string, every: Every, times: number): string {
  const by = every === 'week' ? { weeks: times } : { years: times };
  return Temporal.PlainDateTime.from(local).add(by).toString({ smallestUnit: 'minute' });
}

function noteOf(
  plain: Temporal.PlainDateTime,
  earlier: Temporal.ZonedDateTime,
  later: Temporal.ZonedDateTime,
  meant: Temporal.ZonedDateTime,
): string | null {
  if (earlier.epochMilliseconds === later.epochMilliseconds) return null;
  const clock = (time: { hour: number; minute: number }): string =>
    `${String(time.hour).padStart(2, '0')}:${String(time.minute).padStart(2, '0')}`;
  return meant.toPlainDateTime().equals(plain)
    ? `Clocks are put back that night and ${clock(plain)} comes twice; the first is meant.`
    : `Clocks are put forward that night and leave ${clock(plain)} out; ${clock(meant)} is meant.`;
}
