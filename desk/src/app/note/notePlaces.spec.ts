import { describe, expect, it } from 'vitest';
import { startingFixtures } from '@fond/core';
import { placeName, placesOf } from './notePlaces';

const fixtures = startingFixtures([], []);

describe('places that can be noted on', () => {
  it('are the plan, its lines and its fixtures, each once and named', () => {
    const places = placesOf({ fixtures, kind: 'page' });
    expect(new Set(places.map(({ place }) => place)).size).toBe(places.length);
    expect(places.every(({ name }) => name !== '')).toBe(true);
    expect(placeName(places, '')).toBe('The plan as a whole');
    expect(placeName(places, 'order')).toBe('Sorted by');
    expect(placeName(places, `fixture:${fixtures[0].id}`)).not.toContain('gone');
  });

  it('are the fixtures alone of a part, and say of what is gone that it is', () => {
    const places = placesOf({ fixtures, kind: 'part' });
    expect(places).toHaveLength(fixtures.length + 1);
    expect(placeName(places, 'fixture:constructor')).toBe('a fixture that is gone');
  });
});
