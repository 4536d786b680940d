import { describe, expect, it } from 'vitest';
import { USUAL_LAYOUT, usual, type Fixture, type FixtureLayout } from '@fond/core';
import { vocabulary } from '../testing/plans';
import { freshFixture, type AddedType } from '../draft/fixtureEdits';
import { placesFor } from '../layout/places';
import { fixtureSentence, perWidthWords } from './fixtureSentences';
import { placeWords } from './placeWords';
import type { BriefWords } from './sentences';

const words: BriefWords = {
  parts: (id) => (id === 'offers-row' ? 'Offers row' : null),
  vocabulary,
  aisles: [],
  names: {
    category: (id) => (id === 1 ? 'Pans' : null),
    collection: () => null,
    tag: () => null,
    attribute: () => null,
    range: () => null,
    blend: () => null,
    language: (lang) => lang,
  },
  lang: 'en',
};
const said = (type: AddedType, change: object = {}): string =>
  fixtureSentence({ ...freshFixture(type, type), ...change } as Fixture, words);

describe('the sentence of a fixture', () => {
  it('says what it shows, from the beginning', () => {
    expect(said('banner')).toBe('“A few words” on the aisle’s picture, 320 px (260 medium, 200 narrow) high');
    expect(said('banner', { picture: null, heading: {} })).toContain('no words on the shop’s colour');
    expect(said('words', { html: { en: '<p>Short <b>and</b> plain</p>' } })).toBe('“Short and plain”');
    expect(said('tiles')).toBe('the categories below, 4 (3 medium, 2 narrow) across');
    expect(said('tiles', { of: { kind: 'chosen', categories: [1, 9] } })).toContain('Pans, one that is gone');
    expect(said('columns')).toBe('30 : 70, one above another on medium and narrow pages');
    expect(said('tabs')).toBe('“First” and “Second”');
    expect(said('promotion')).toBe('the aisle’s products, newest first; a carousel of up to 12');
    expect(said('promotion', { heading: { en: 'New in' } })).toMatch(/^“New in”: /);
    expect(said('navigation', { of: 'tree', form: 'list', counts: false })).toBe('the whole tree, as a list');
    expect(said('picture', { picture: null })).toBe('none yet');
  });

  it('falls back to another language rather than to nothing, and keeps long words short', () => {
    expect(said('words', { html: { fr: '<p>Bonjour</p>' } })).toBe('“Bonjour”');
    expect(said('words', { html: { en: `<p>${'long '.repeat(40)}</p>` } }).length).toBeLessThan(70);
  });

  it('says one number where all widths have the same', () => {
    expect(perWidthWords({ wide: 2, medium: 2, narrow: 2 }, ' px')).toBe('2 px');
  });
});

describe('where and when', () => {
  const placed = (layout: Partial<FixtureLayout>, when: Fixture['when'] = null): string =>
    placeWords({ ...usual('t'), type: 'title', when, layout: { ...USUAL_LAYOUT, ...layout } }, words.names);

  it('is not told while it is as usual', () => {
    expect(placed({})).toBe('');
    expect(placed(structuredClone(USUAL_LAYOUT))).toBe('');
  });

  it('is told by width where widths differ', () => {
    expect(placed({ span: { wide: 6, medium: null, narrow: 12 } })).toBe(
      '6 of 12 wide on wide, 6 of 12 wide on medium',
    );
    expect(placed({ hidden: { wide: false, medium: null, narrow: true } })).toBe('hidden on narrow');
    expect(placed({ stuck: { wide: true, medium: null, narrow: null } }, { kind: 'firstPage' })).toBe(
      'stays in view; only on the first page',
    );
  });
});

describe('the places a fixture can stand in', () => {
  it('are the page and every column and tab, but none within itself or too deep', () => {
    const at = (fixture: Fixture, inside: Fixture['inside']): Fixture => ({ ...fixture, inside });
    const outer = freshFixture('columns', 'outer');
    const inner = at(freshFixture('columns', 'inner'), { fixture: 'outer', slot: 'main' });
    const tabs = at(freshFixture('tabs', 'tabs'), { fixture: 'inner', slot: 'side' });
    const line = freshFixture('divider', 'line');
    const plan = { fixtures: [outer, inner, tabs, line] } as unknown as Parameters<typeof placesFor>[0];
    expect(placesFor(plan, 'line', 'en').map(({ name }) => name)).toEqual([
      'the page itself',
      'column 1 of columns',
      'column 2 of columns',
      'column 1 of columns',
      'column 2 of columns',
      'tab “First” of tabs',
      'tab “Second” of tabs',
    ]);
    expect(placesFor(plan, 'outer', 'en').map(({ key }) => key)).toEqual(['']);
    expect(placesFor(plan, 'tabs', 'en').filter(({ here }) => here)).toMatchObject([{ key: 'inner/side' }]);
  });
});
