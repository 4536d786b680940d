import { Injectable } from '@angular/core';
import { isValid, parse, startOfToday } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { MAT_DATE_FORMATS, MAT_DATE_LOCALE, DateAdapter, NativeDateAdapter } from '@angular/material/core';

/**
 * “1 March 2031”, “1/3/2031”, “1.3.31”, “2031-03-01”, once what stands between has become blanks: the day comes first, as
 * people here write it. A year of two digits is tried first, as one of four would take it for one of the first century.
 */
const FORMS = ['d M yy', 'd M yyyy', 'd MMM yy', 'd MMM yyyy', 'yyyy M d'];

/** A day that was typed; null where there is none such, as on 31 February. */
export function readDay(text: string): Date | null {
  const plain = text
    .trim()
    .replace(/[\s./,-]+/g, ' ')
    .replace(/\p{L}+/gu, (month) => month.slice(0, 3));
  const read = FORMS.map((form) => parse(plain, form, startOfToday(), { locale: enGB }));
  return read.find(isValid) ?? null;
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
