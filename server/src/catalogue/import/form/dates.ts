import type { DateOrder } from '@fond/contract';

const TIME = String.raw`(?:[T ]+(\d{1,2}):(\d{2})(?::(\d{2})(?:\.(\d{1,9}))?)?\s*(Z|[+-]\d{2}:?\d{2})?)?`;
const YEAR_FIRST = new RegExp(String.raw`^(\d{4})[-./](\d{1,2})[-./](\d{1,2})${TIME}$`);
const YEAR_LAST = new RegExp(String.raw`^(\d{1,2})[-./](\d{1,2})[-./](\d{4})${TIME}$`);
/** Nobody's shop has been open for longer; a year before it is a slip. */
const FIRST_YEAR = 1900;
const LAST_YEAR = 2200;

/**
 * A day of the calendar, with or without a time (ISO 8601, or in the file's own order of day and month); without a zone
 * it is in UTC.
 *
 * @returns milliseconds since 1970, or what is wrong.
 */
export function dateIn(cell: string, order: DateOrder): number | string {
  const parts = YEAR_FIRST.exec(cell) ?? (order === 'ymd' ? null : YEAR_LAST.exec(cell));
  if (!parts) return `“${cell}” is no date; write it as 2026-03-31 or 2026-03-31T09:30:00Z.`;
  const numbers = parts.slice(1, 4).map(Number);
  const [year, month, day] =
    parts[1].length === 4
      ? numbers
      : order === 'dmy'
        ? [numbers[2], numbers[1], numbers[0]]
        : [numbers[2], numbers[0], numbers[1]];
  const [hour, minute, second] = parts.slice(4, 7).map((part) => Number(part ?? 0));
  if (year < FIRST_YEAR || year > LAST_YEAR) return `“${cell}” is in a year that can’t be meant.`;
  // As kept: of a shop's own file not a millisecond may be lost, or every product would differ from what it is.
  const part = Number(((parts[7] as string | undefined) ?? '').slice(0, 3).padEnd(3, '0'));
  const at = new Date(Date.UTC(year, month - 1, day, hour, minute, second, part));
  const isDay = at.getUTCMonth() === month - 1 && at.getUTCDate() === day;
  if (!isDay || hour > 23 || minute > 59 || second > 59) return `“${cell}” is no day of the calendar.`;
  const zone = /^([+-])(\d{2}):?(\d{2})$/.exec(parts[8] ?? '');
  const offset = zone ? (zone[1] === '-' ? -1 : 1) * (Number(zone[2]) * 60 + Number(zone[3])) : 0;
  return at.getTime() - offset * 60_000;
}

/**
 * The order of day and month, by the dates that can be read in one way alone; null where none has its year last. Where
 * all could be both, points say that the day comes first.
 */
export function dateOrderOf(cells: Iterable<string>): { order: DateOrder; sure: boolean } | null {
  let [dayFirst, monthFirst, unsure] = [0, 0, 0];
  for (const cell of cells) {
    const parts = YEAR_LAST.exec(cell);
    if (!parts) continue;
    const [first, second] = [Number(parts[1]), Number(parts[2])];
    if (first > 12) dayFirst++;
    else if (second > 12) monthFirst++;
    else unsure++;
  }
  if (!dayFirst && !monthFirst) return unsure ? { order: 'dmy', sure: false } : null;
  return { order: dayFirst >= monthFirst ? 'dmy' : 'mdy', sure: true };
}
