import { isOfCategories, type PictureSource } from '../plan/fixtures';
import type { Fixture, Plan } from '../plan/plan';
import { DEVICE_WIDTHS, SPOTLIGHT_GAP, type PageFrame } from '../width/frame';
import {
  cardRooms,
  columnOf,
  fullViewport,
  pictureRooms,
  roomsOf,
  shelfRooms,
  tileRooms,
  widthIn,
  type Rooms,
} from './room';

/** Whose picture a fixture shows: its products', its categories', the aisle's own, or one that was uploaded. */
export type PictureOwner =
  | 'products'
  | 'spotlit'
  | 'categories'
  | 'aisle'
  | Extract<PictureSource, { kind: 'kept' }>;

/** How wide the pictures of a fixture are drawn at the most, in CSS pixels. */
export interface PictureNeed {
  fixture: string;
  type: Fixture['type'];
  of: PictureOwner;
  width: number;
}

/**
 * A room is a line between breakpoints, so it is the widest at one of these.
 *
 * @param below Viewports from this one on have another picture.
 */
const widest = (rooms: Rooms, frame: PageFrame, below = Infinity): number => {
  const { medium, wide } = frame.breakpoints;
  const turning = [
    DEVICE_WIDTHS.narrow,
    medium - 1,
    medium,
    wide - 1,
    wide,
    Math.max(wide, fullViewport(frame, 'wide')),
  ].filter((viewport) => viewport < below);
  return Math.ceil(Math.max(...turning.map((viewport) => widthIn(rooms, viewport, frame))));
};

/** The width that every fixture of a plan needs of its pictures, on phones of 390 px and upwards. */
export const pictureNeeds = ({ fixtures, look }: Pick<Plan, 'fixtures' | 'look'>): PictureNeed[] =>
  fixtures.flatMap((fixture): PictureNeed[] => {
    const need = (of: PictureOwner, rooms: Rooms, below?: number): PictureNeed[] => [
      { fixture: fixture.id, type: fixture.type, of, width: widest(rooms, look, below) },
    ];
    switch (fixture.type) {
      case 'shelf':
        return need('products', pictureRooms(shelfRooms(fixtures, fixture), fixture));
      case 'promotion':
        return need('products', pictureRooms(roomsOf(fixtures, fixture), fixture));
      case 'spotlight': {
        const rooms = roomsOf(fixtures, fixture);
        const half = (name: 'wide' | 'medium') => columnOf(rooms[name], 2, SPOTLIGHT_GAP);
        return need('spotlit', { ...rooms, wide: half('wide'), medium: half('medium') });
      }
      case 'tiles': {
        if (!fixture.pictures) return [];
        const rooms = roomsOf(fixtures, fixture);
        if (fixture.grid === 'even' || !isOfCategories(fixture)) {
          const cards = cardRooms(rooms, fixture.columns, fixture.gap);
          const own = fixture.of.kind === 'aisles' ? fixture.of.aisles : [];
          return [
            ...need('categories', cards),
            ...own.flatMap(({ picture }) => (picture?.kind === 'kept' ? need(picture, cards) : [])),
          ];
        }
        const broadest = { w: Math.max(2, ...fixture.places.map(({ w }) => w)) };
        return need('categories', tileRooms(rooms, broadest, fixture.columns, fixture.gap));
      }
      case 'banner':
      case 'picture': {
        const { picture } = fixture;
        if (!picture) return [];
        const rooms = roomsOf(fixtures, fixture);
        const of = (source: PictureSource | null, below?: number): PictureNeed[] =>
          source ? need(source.kind === 'aisle' ? 'aisle' : source, rooms, below) : [];
        if (fixture.type === 'picture') return of(picture);
        const { medium, narrow } = fixture.others;
        return [...of(picture), ...of(medium, look.breakpoints.wide), ...of(narrow, look.breakpoints.medium)];
      }
      default:
        return [];
    }
  });
