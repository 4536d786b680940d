import { describe, expect, it } from 'vitest';
import { zoneGroups } from './zones';

describe('time zones', () => {
  it('stand by their part of the world, by the names of places', () => {
    expect(zoneGroups(['Europe/Paris', 'America/Argentina/Buenos_Aires', 'Europe/Berlin', 'UTC'])).toEqual([
      { region: 'Everywhere', zones: [{ zone: 'UTC', place: 'UTC' }] },
      {
        region: 'Europe',
        zones: [
          { zone: 'Europe/Berlin', place: 'Berlin' },
          { zone: 'Europe/Paris', place: 'Paris' },
        ],
      },
      {
        region: 'America',
        zones: [{ zone: 'America/Argentina/Buenos_Aires', place: 'Argentina, Buenos Aires' }],
      },
    ]);
  });
});
