import { textIn, type Fixture, type Plan } from '@fond/core';
import { LINE_TITLES, LINES } from '../wording/sentences';
import { FIXTURE_WORDS } from '../wording/words';

/** A place of a plan that can be noted on, as the brief opens it; empty for the whole plan. */
export interface NotedPlace {
  place: string;
  name: string;
}

const headingOf = (fixture: Fixture): string =>
  'heading' in fixture && typeof fixture.heading === 'object' && fixture.heading !== null
    ? textIn(fixture.heading, Object.keys(fixture.heading)[0] ?? 'en', Object.keys(fixture.heading))
    : '';

/** The whole plan, its settings by the titles of the brief's lines, and its fixtures in their order. */
export function placesOf({ fixtures, kind }: Pick<Plan, 'fixtures' | 'kind'>): NotedPlace[] {
  const lines = kind === 'part' ? [] : LINES.filter((line) => line !== 'frame');
  return [
    { place: '', name: kind === 'part' ? 'The part as a whole' : 'The plan as a whole' },
    ...lines.map((line) => ({ place: line, name: LINE_TITLES[line] })),
    ...fixtures.map((fixture) => {
      const heading = headingOf(fixture);
      const name = FIXTURE_WORDS[fixture.type];
      return { place: `fixture:${fixture.id}`, name: heading ? `${name} “${heading}”` : name };
    }),
  ];
}

/** What a place is called; of a fixture that is no longer there, that it was one. */
export const placeName = (places: readonly NotedPlace[], place: string): string =>
  places.find((one) => one.place === place)?.name ?? 'a fixture that is gone';
