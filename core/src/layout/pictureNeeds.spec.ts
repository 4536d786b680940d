import { atAllWidths } from '../width/widths';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LOOK } from '../look/look';
import { startingFixtures, usual } from '../plan/housePlan';
import { USUAL_BANNER, USUAL_TILES } from '../plan/fixtures';
import type { Fixture, Shelf } from '../plan/plan';
import { pictureNeeds } from './pictureNeeds';
import { pictureRooms, shelfRooms, widthIn } from './room';

const own = startingFixtures([], []);
const kept = { kind: 'kept' as const, hash: 'a'.repeat(32), width: 500, height: 300, alt: {} };
const banner = (picture: typeof kept | { kind: 'aisle' } | null): Fixture => ({
  ...usual('banner'),
  type: 'banner',
  picture,
  focus: { x: 50, y: 50 },
  height: { wide: 300, medium: 300, narrow: 300 },
  ...USUAL_BANNER,
  shade: 0,
  heading: {},
  words: {},
  link: null,
});

describe('what pictures need', () => {
  it('is as much as the widest card of any viewport, and no more', () => {
    const columns = fc.integer({ min: 1, max: 6 });
    fc.assert(
      fc.property(columns, columns, columns, fc.nat(60), (wide, medium, narrow, gap) => {
        const fixtures = own.map((fixture): Fixture =>
          fixture.type === 'shelf'
            ? { ...fixture, columns: { wide, medium, narrow }, gap: atAllWidths(gap) }
            : fixture,
        );
        const shelf = fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!;
        const [need] = pictureNeeds({ fixtures, look: USUAL_LOOK });
        const rooms = pictureRooms(shelfRooms(fixtures, shelf), shelf);
        const widths = Array.from({ length: 1700 }, (_, at) => widthIn(rooms, 390 + at));
        expect(need).toMatchObject({
          fixture: 'shelf',
          of: 'products',
          width: Math.ceil(Math.max(...widths)),
        });
      }),
      { numRuns: 60 },
    );
  });

  it('is told of whose pictures they are; fixtures without any need nothing', () => {
    const needs = (...fixtures: Fixture[]) =>
      pictureNeeds({ fixtures, look: USUAL_LOOK }).map(({ of, width }) => [of, width]);
    expect(needs(banner({ kind: 'aisle' }))).toEqual([['aisle', 1360]]);
    expect(needs(banner(kept))).toEqual([[kept, 1360]]);
    const others = { medium: { kind: 'aisle' as const }, narrow: kept };
    expect(
      needs({ ...banner(kept), others } as Fixture),
      'of each width no more than its widest page',
    ).toEqual([
      [kept, 1360],
      ['aisle', 1023 - 2 * 28],
      [kept, 639 - 32],
    ]);
    expect(needs(banner(null), { ...usual('line'), type: 'divider' })).toEqual([]);
    const tiles = {
      ...usual('tiles'),
      ...USUAL_TILES,
      columns: { wide: 4, medium: 4, narrow: 1 },
      gap: atAllWidths(0),
    };
    expect(needs(tiles), 'the whole of a narrow page').toEqual([['categories', 639 - 32]]);
    expect(needs({ ...tiles, pictures: false })).toEqual([]);
    const places = [{ category: 1, x: 0, y: 0, w: 6, h: 1 }];
    expect(needs({ ...tiles, grid: 'free', places })).toEqual([['categories', 1360]]);
  });
});
