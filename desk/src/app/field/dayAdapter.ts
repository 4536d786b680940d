import { Injectable } from '@angular/core';
import { MAT_DATE_FORMATS, MAT_DATE_LOCALE, DateAdapter, NativeDateAdapter } from '@angular/material/core';

/** “1 March 2031”, “1/3/2031”, “1.3.31”: the day comes first, as people here write it. */
const WRITTEN = /^(\d{1,2})[\s./-]+(\d{1,2}|\p{L}+)[\s./,-]+(\d{4}|\d{2})$/u;
const ISO = /^(\d{4})-(\d{1,2})-(\d{1,2})$/;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A day that was typed; null where there is none such, as on 31 February. */
export function readDay(text: string): Date | null {
  const iso = ISO.exec(text.trim());
  const written = WRITTEN.exec(text.trim());
  const found = iso ? [iso[3], iso[2], iso[1]] : written?.slice(1);
  if (!found) return null;
  const [day, named, year] = found;
  const month = /^\d/.test(named) ? Number(named) - 1 : MONTHS.indexOf(named.slice(0, 3).toLowerCase());
  const full = Number(year) + (year.length === 2 ? 2000 : 0);
  const date = new Date(full, month, Number(day));
  return month >= 0 && date.getMonth() === month && date.getDate() === Number(day) ? date : null;
}

/** Days of Material’s pickers: weeks begin on Monday, and what is typed is read as it is written here. */
@Injectable()
class DayAdapter extends NativeDateAdapter {
  override getFirstDayOfWeek(): number {
    return 1;
  }

  override parse(value: unknown): Date | null {
    if (typeof value !== 'string' || !value.trim()) return null;
    return readDay(value) ?? this.invalid();
  }
}

const DAY = { day: 'numeric', month: 'short', year: 'numeric' } as const;
const CLOCK = { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const;

export const DAY_PROVIDERS = [
  { provide: MAT_DATE_LOCALE, useValue: 'en-GB' },
  { provide: DateAdapter, useClass: DayAdapter },
  {
    provide: MAT_DATE_FORMATS,
    useValue: {
      parse: { dateInput: null, timeInput: null },
      display: {
        dateInput: DAY,
        monthYearLabel: { month: 'short', year: 'numeric' },
        dateA11yLabel: { day: 'numeric', month: 'long', year: 'numeric' },
        monthYearA11yLabel: { month: 'long', year: 'numeric' },
        timeInput: CLOCK,
        timeOptionLabel: CLOCK,
      },
    },
  },
];

const two = (number: number): string => String(number).padStart(2, '0');

/** `2031-03-01`, whatever zone the browser is in. */
export const isoDay = (date: Date): string =>
  `${String(date.getFullYear()).padStart(4, '0')}-${two(date.getMonth() + 1)}-${two(date.getDate())}`;

/** `18:05`. */
export const isoClock = (date: Date): string => `${two(date.getHours())}:${two(date.getMinutes())}`;
