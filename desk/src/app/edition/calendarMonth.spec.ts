import { describe, expect, it } from 'vitest';
import { barOf, daysOf, laterByDays, monthOf, shifted } from './calendarMonth';

const november = { year: 2026, month: 10 };
const iso = (day: number, month = 10): string => new Date(2026, month, day).toISOString();

describe('a month of the calendar', () => {
  it('has its days, its weekends and today', () => {
    const days = daysOf(november, new Date(2026, 10, 25, 12));
    expect(days).toHaveLength(30);
    expect(days.filter(({ weekend }) => weekend).map(({ day }) => day)).toEqual([
      1, 7, 8, 14, 15, 21, 22, 28, 29,
    ]);
    expect(days.filter(({ today }) => today).map(({ day }) => day)).toEqual([25]);
    expect(daysOf({ year: 2028, month: 1 }, new Date(0))).toHaveLength(29);
  });

  it('leads to those before and after it, over the year’s end', () => {
    expect(shifted(november, 2)).toEqual({ year: 2027, month: 0 });
    expect(shifted(monthOf(new Date(2026, 0, 31)), -1)).toEqual({ year: 2025, month: 11 });
  });
});

describe('a campaign in a month', () => {
  it('lies where it runs, and says where it goes on', () => {
    expect(barOf({ startsAt: iso(1), endsAt: iso(16) }, november)).toEqual({
      start: 0,
      width: 0.5,
      before: false,
      after: false,
    });
    expect(barOf({ startsAt: iso(20, 9), endsAt: null }, november)).toEqual({
      start: 0,
      width: 1,
      before: true,
      after: true,
    });
  });

  it('is not in a month in which it doesn’t run', () => {
    expect(barOf({ startsAt: iso(1, 11), endsAt: null }, november)).toBeNull();
    expect(barOf({ startsAt: iso(1, 8), endsAt: iso(1) }, november)).toBeNull();
  });

  it('can be seen even when it is short', () => {
    const hour = new Date(2026, 10, 3, 1).toISOString();
    expect(barOf({ startsAt: iso(3), endsAt: hour }, november)!.width).toBeCloseTo(0.5 / 30);
  });

  it('moves a clock time by days, over the ends of months and the changes of clocks', () => {
    expect(laterByDays('2026-10-24T18:30', 2)).toBe('2026-10-26T18:30');
    expect(laterByDays('2026-03-01T00:00', -1)).toBe('2026-02-28T00:00');
  });
});
