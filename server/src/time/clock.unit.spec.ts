import { describe, expect, it } from 'vitest';
import { isZone, momentOf } from './clock';

const utc = (local: string, zone: string): string => new Date(momentOf(local, zone).at).toISOString();

describe('a clock time in a zone', () => {
  it('is a moment by the zone’s own offset of that day', () => {
    expect(utc('2026-07-01T08:00', 'Europe/Paris')).toBe('2026-07-01T06:00:00.000Z');
    expect(utc('2026-12-01T08:00', 'Europe/Paris')).toBe('2026-12-01T07:00:00.000Z');
    expect(momentOf('2026-07-01T08:00', 'Europe/Paris').note).toBeNull();
  });

  it('that is left out in spring means as much later as is left out', () => {
    const { at, note } = momentOf('2027-03-28T02:30', 'Europe/Paris');
    expect(new Date(at).toISOString()).toBe('2027-03-28T01:30:00.000Z');
    expect(note).toBe('Clocks are put forward that night and leave 02:30 out; 03:30 is meant.');
  });

  it('that comes twice in autumn means its first coming', () => {
    const { at, note } = momentOf('2026-10-25T02:30', 'Europe/Paris');
    expect(new Date(at).toISOString()).toBe('2026-10-25T00:30:00.000Z');
    expect(note).toContain('comes twice');
  });

  it('is refused for a day that no calendar has', () => {
    expect(() => momentOf('2026-02-30T08:00', 'UTC')).toThrow(RangeError);
  });
});

describe('isZone', () => {
  it('knows the zones of the time zone database and nothing else', () => {
    expect(isZone('Europe/Paris')).toBe(true);
    expect(isZone('Mars/Olympus')).toBe(false);
    expect(isZone('')).toBe(false);
  });
});
