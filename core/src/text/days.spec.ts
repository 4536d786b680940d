import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dayOf, startOfDay, dayLater } from './days';

const ZONES = [
  'UTC',
  'Europe/Berlin',
  'America/New_York',
  'Asia/Kathmandu',
  'Pacific/Auckland',
  'America/Santiago',
];

describe('days of a time zone', () => {
  it('begin where the day before ends, whatever the clocks do that night', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ZONES), fc.integer({ min: 15_000, max: 24_000 }), (zone, day) => {
        const begins = startOfDay(zone, day);
        expect(dayOf(zone, begins)).toBe(day);
        expect(dayOf(zone, begins - 1000)).toBe(day - 1);
      }),
    );
  });

  it('are those that people there would name', () => {
    const at = Date.parse('2026-03-29T22:30:00Z');
    expect(dayOf('UTC', at)).toBe(Date.parse('2026-03-29') / 86_400_000);
    expect(dayOf('Europe/Berlin', at), 'half past midnight there').toBe(
      Date.parse('2026-03-30') / 86_400_000,
    );
    expect(new Date(startOfDay('Europe/Berlin', dayOf('Europe/Berlin', at))).toISOString()).toBe(
      '2026-03-29T22:00:00.000Z',
    );
  });

  it('are refused for a zone that nobody knows', () => {
    expect(() => dayOf('Nowhere/Here', 0)).toThrow(RangeError);
  });
});

describe('a day so many days later', () => {
  it('crosses months, leap days and years, backwards too, and is empty for what is no day', () => {
    expect(dayLater('2028-02-28', 1)).toBe('2028-02-29');
    expect(dayLater('2026-12-30', 3)).toBe('2027-01-02');
    expect(dayLater('2026-03-01', -1)).toBe('2026-02-28');
    expect(dayLater('2026-02-31', 0)).not.toBe('2026-02-31');
    expect(dayLater('constructor', 1)).toBe('');
  });
});
