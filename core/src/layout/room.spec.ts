import { atAllWidths } from '../width/widths';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { USUAL_LAYOUT, type ColumnsSettings, type FixtureLayout } from '../plan/fixtures';
import { facetChoice, startingFixtures, usual } from '../plan/housePlan';
import type { Fixture, Shelf } from '../plan/plan';
import { DEVICE_WIDTHS, FRAME, PAGE_FRAME } from '../width/frame';
import {
  cardRooms,
  columnRoom,
  fullViewport,
  PAGE_ROOMS,
  roomsOf,
  shelfRooms,
  sizesOf,
  widthIn,
  type Room,
} from './room';

const fixtures = startingFixtures([facetChoice('colour')], []);
const shelf = fixtures.find((fixture): fixture is Shelf => fixture.type === 'shelf')!;
const withShare = (share: number): Fixture[] =>
  fixtures.map((fixture) => (fixture.type === 'facets' ? { ...fixture, share } : fixture));
const card = (all: readonly Fixture[], viewport: number): number =>
  widthIn(cardRooms(shelfRooms(all, shelf), shelf.columns, shelf.gap), viewport);

const columnsArbitrary = fc
  .record({
    columns: fc.array(
      fc.oneof(
        fc.record({ by: fc.constant('share' as const), share: fc.integer({ min: 1, max: 100 }) }),
        fc.record({ by: fc.constant('pixels' as const), pixels: fc.integer({ min: 40, max: 200 }) }),
      ),
      { minLength: 1, maxLength: 4 },
    ),
    gap: fc.integer({ min: 0, max: 60 }),
  })
  .filter(({ columns }) => columns.some(({ by }) => by === 'share'))
  .map(({ columns, gap }): ColumnsSettings => ({
    type: 'columns',
    columns: columns.map((width, at) => ({ id: `c${at}`, width, medium: null, stuck: false })),
    gap: atAllWidths(gap),
    down: 'start',
    stacked: 'narrow',
  }));
const at = ({ share, fixed }: Room, viewport: number): number => share * viewport + fixed;

describe('the room of a card', () => {
  it('is shared beside the filters among columns and gaps', () => {
    // 1280 − 2·40 padding − 40 between = 1160, of which the panel takes 25 %; two gaps of 24 leave 822 for three cards.
    expect(card(withShare(25), 1280)).toBeCloseTo(274);
    // 390 − 2·16 = 358, one gap of 12; the panel stands above there.
    expect(card(withShare(25), 390)).toBeCloseTo(173);
    const alone = fixtures.filter(({ type }) => type !== 'facets');
    expect(card(alone, 1280)).toBeCloseTo((1200 - 48) / 3);
  });

  it('grows no more on screens beyond the page’s own width', () => {
    expect(card(fixtures, fullViewport(PAGE_FRAME, 'wide'))).toBeCloseTo(card(fixtures, 2560));
  });

  it('is told to the browser as the same line', () => {
    const rooms = cardRooms(shelfRooms(withShare(25), shelf), shelf.columns, shelf.gap);
    expect(sizesOf(rooms, PAGE_FRAME)).toBe(
      '(min-width: 1440px) 314px, (min-width: 1024px) calc(25vw - 46px), ' +
        '(min-width: 640px) calc(50vw - 40px), calc(50vw - 22px)',
    );
    const later = { ...PAGE_FRAME, breakpoints: { medium: 700, wide: 1100 } };
    expect(sizesOf(rooms, later)).toContain(
      '(min-width: 1100px) calc(25vw - 46px), (min-width: 700px) calc(50vw - 40px)',
    );
    expect(widthIn(rooms, 1050, later), 'medium still').toBeCloseTo(525 - 40);
  });

  it('stops growing where a look says so, also on medium pages', () => {
    const rooms = cardRooms(shelfRooms(withShare(25), shelf), shelf.columns, shelf.gap);
    const slim = { ...PAGE_FRAME, content: 900 };
    expect(sizesOf(rooms, slim)).toBe(
      '(min-width: 1024px) 199px, (min-width: 956px) 438px, ' +
        '(min-width: 640px) calc(50vw - 40px), calc(50vw - 22px)',
    );
    expect(widthIn(rooms, 2560, slim)).toBeCloseTo(199);
    expect(widthIn(rooms, 1000, slim)).toBeCloseTo(438);
    expect(sizesOf(rooms, { ...PAGE_FRAME, content: 1800 })).toContain('(min-width: 1880px) 424px');
  });
});

describe('columns', () => {
  it('add up, with their gaps, to the room they stand in, at every viewport', () => {
    fc.assert(
      fc.property(
        columnsArbitrary,
        fc.integer({ min: 1024, max: fullViewport(PAGE_FRAME, 'wide') }),
        (container, viewport) => {
          const room = PAGE_ROOMS.wide;
          const sum = container.columns.reduce(
            (total, column) => total + at(columnRoom(room, container, column, 'wide'), viewport),
            (container.columns.length - 1) * container.gap.wide,
          );
          expect(sum).toBeCloseTo(at(room, viewport), 6);
        },
      ),
    );
  });

  it('give what stands in them their own room, and all of it where they are stacked', () => {
    const container: Fixture = {
      ...usual('side'),
      type: 'columns',
      columns: [
        { id: 'a', width: { by: 'pixels', pixels: 240 }, medium: null, stuck: true },
        { id: 'b', width: { by: 'share', share: 100 }, medium: null, stuck: false },
      ],
      gap: atAllWidths(40),
      down: 'start',
      stacked: 'medium',
    };
    const inside: Shelf = { ...shelf, inside: { fixture: 'side', slot: 'b' } };
    const all = [container, inside];
    expect(widthIn(roomsOf(all, inside), 1280)).toBeCloseTo(1200 - 240 - 40);
    expect(widthIn(roomsOf(all, inside), DEVICE_WIDTHS.medium)).toBeCloseTo(820 - 2 * FRAME.padding.medium);
    // Filters on the page itself don't stand beside a shelf within a column.
    const panel = fixtures.find(({ type }) => type === 'facets')!;
    expect(shelfRooms([...all, panel], inside)).toEqual(roomsOf(all, inside));
    expect(widthIn(roomsOf([inside], inside), 1280), 'its container is gone').toBeCloseTo(1200);
  });
});

describe('spans', () => {
  const spanned = (span: FixtureLayout['span']): Fixture => ({
    ...shelf,
    layout: { ...USUAL_LAYOUT, span },
  });

  it('fill a row with their gaps when they add up to twelve', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 11 }), fc.integer({ min: 1024, max: 2000 }), (span, viewport) => {
        const width = (of: number): number => {
          const fixture = spanned({ wide: of, medium: null, narrow: null });
          return widthIn(roomsOf([fixture], fixture), viewport);
        };
        expect(width(span) + FRAME.columnGap + width(12 - span)).toBeCloseTo(width(12), 6);
      }),
    );
  });

  it('come from the next wider page where a width has none of its own', () => {
    const fixture = spanned({ wide: 6, medium: null, narrow: 12 });
    expect(widthIn(roomsOf([fixture], fixture), 820)).toBeCloseTo((820 - 56 - 24) / 2);
    expect(widthIn(roomsOf([fixture], fixture), 390)).toBeCloseTo(390 - 32);
  });
});
