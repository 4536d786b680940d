import {
  isStacked,
  mediumShare,
  WHOLE_SPAN,
  type Column,
  type ColumnsSettings,
  type PromotionSettings,
  type TilePlace,
} from '../plan/fixtures';
import { atEachWidth, steppedAt, type Stepped } from '../width/widths';
import type { ShelfInsert } from '../plan/inserts';
import { containerOf } from '../plan/nesting';
import { facetPanelOf, type FacetPanel, type Fixture, type Shelf } from '../plan/plan';
import { atAllWidths, WIDTH_NAMES, type PerWidth, type WidthName } from '../width/widths';
import { GROUND_PADDING } from '../plan/dress';
import { FREE_COLUMNS } from './freeGrid';
import { BREAKPOINT_BOUNDS, FRAME, PAGE_FRAME, widthNameOf, type PageFrame } from '../width/frame';

/**
 * How wide a place on the page is, as a line: `share` of the viewport's width plus `fixed` CSS pixels. Everything that
 * divides the page (padding, columns, gaps, spans) keeps it a line, so that one pair of numbers tells the width of a card
 * at every viewport, and CSS can be told the same before it has any styles.
 */
export interface Room {
  share: number;
  fixed: number;
}

/** Rooms by width. Beyond the viewport at which the page has its widest content, they stay as they are there. */
export type Rooms = PerWidth<Room>;

const page = (width: WidthName): Room => ({ share: 1, fixed: -2 * FRAME.padding[width] });

/** The page's content, between its paddings. */
export const PAGE_ROOMS: Rooms = {
  wide: page('wide'),
  medium: page('medium'),
  narrow: page('narrow'),
};

/** From this viewport on a page of that width has its widest content. */
export const fullViewport = ({ content }: PageFrame, width: WidthName): number =>
  content + 2 * FRAME.padding[width];

/** Every room divided alike, with what holds at its width. */
const divided = (rooms: Rooms, step: (room: Room, width: WidthName) => Room): Rooms =>
  Object.fromEntries(WIDTH_NAMES.map((name) => [name, step(rooms[name], name)])) as unknown as Rooms;

/** The narrowest viewport at each width, whatever breakpoints a look has. */
export const NARROWEST: PerWidth<number> = {
  narrow: 320,
  medium: BREAKPOINT_BOUNDS.medium.least,
  wide: BREAKPOINT_BOUNDS.wide.least,
};
/** Gaps take so much of a room at the most; what stands between them keeps the rest. */
const MAX_IN_GAPS = 0.92;

/**
 * The gaps that so many columns have in a room: as wide as they are wished, or narrower where they would leave no room for
 * the columns. One number per width, so that a room stays a line; the style sheet is given the same one.
 */
export function fittingGaps(
  rooms: Rooms,
  columns: PerWidth<number>,
  wished: PerWidth<number>,
): PerWidth<number> {
  const at = (name: WidthName): number => {
    const gaps = columns[name] - 1;
    if (gaps < 1) return wished[name];
    const { share, fixed } = rooms[name];
    const room = Math.max(0, share * NARROWEST[name] + fixed);
    return Math.min(wished[name], Math.floor((room * MAX_IN_GAPS) / gaps));
  };
  return { wide: at('wide'), medium: at('medium'), narrow: at('narrow') };
}

/** Between the columns that fixtures span in a room. */
export const spanGaps = (rooms: Rooms): PerWidth<number> =>
  fittingGaps(rooms, atAllWidths(WHOLE_SPAN), atAllWidths(FRAME.columnGap));

/** Between the cards of a room. */
export const cardGaps = (rooms: Rooms, columns: Stepped<number>, gap: Stepped<number>): PerWidth<number> =>
  fittingGaps(rooms, atEachWidth(columns), atEachWidth(gap));

/** One of `columns` equal columns with `gap` pixels between them. */
export const columnOf = ({ share, fixed }: Room, columns: number, gap: number): Room => ({
  share: share / columns,
  fixed: (fixed - (columns - 1) * gap) / columns,
});

/** The share of a column that has one, at a width. */
const shareAt = (column: Column, width: WidthName): number =>
  (width === 'medium' ? mediumShare(column) : column.width.by === 'share' ? column.width.share : null) ?? 0;

/** A column of a container; shares divide what columns of fixed width and the gaps leave. */
export function columnRoom(
  { share, fixed }: Room,
  { columns, gap }: Pick<ColumnsSettings, 'columns' | 'gap'>,
  column: Column,
  width: WidthName,
): Room {
  if (column.width.by === 'pixels') return { share: 0, fixed: column.width.pixels };
  let shares = 0;
  let left = fixed - (columns.length - 1) * steppedAt(gap, width);
  for (const one of columns)
    if (one.width.by === 'share') shares += shareAt(one, width);
    else left -= one.width.pixels;
  const part = shareAt(column, width) / shares;
  return { share: share * part, fixed: left * part };
}

/** So many twelfths of a room whose grid has gaps of `gap`. */
const spanned = ({ share, fixed }: Room, span: number, gap: number): Room => ({
  share: (share * span) / WHOLE_SPAN,
  fixed: (fixed * span) / WHOLE_SPAN - gap * (1 - span / WHOLE_SPAN),
});

/** Between the columns of a container. */
export const columnGaps = (
  { columns, gap }: Pick<ColumnsSettings, 'columns' | 'gap'>,
  rooms: Rooms,
): PerWidth<number> => fittingGaps(rooms, atAllWidths(columns.length), atEachWidth(gap));

/** The room that is left in a column of a container, or in a tab, of the container's own. */
export function slotRooms(container: Fixture, rooms: Rooms, slot: string | undefined): Rooms {
  if (container.type !== 'columns') return rooms;
  const { columns } = container;
  const column = columns.find(({ id }) => id === slot)!;
  const gap = columnGaps(container, rooms);
  return divided(rooms, (room, width) =>
    isStacked(container, width) ? room : columnRoom(room, { columns, gap }, column, width),
  );
}

/**
 * The room that a fixture has: what its container leaves it, and of that the twelfths it spans.
 *
 * @param fixtures All fixtures of the plan.
 */
export function roomsOf(fixtures: readonly Fixture[], fixture: Fixture): Rooms {
  const container = containerOf(fixtures, fixture);
  const rooms = container ? roomsIn(fixtures, container, fixture.inside?.slot) : PAGE_ROOMS;
  const { span } = fixture.layout;
  const gaps = spanGaps(rooms);
  const padding = padded(fixtures, fixture) ? 2 * GROUND_PADDING : 0;
  return divided(rooms, (room, width) => {
    const { share, fixed } = spanned(room, steppedAt(span, width), gaps[width]);
    return { share, fixed: fixed - padding };
  });
}

function roomsIn(fixtures: readonly Fixture[], container: Fixture, slot: string | undefined): Rooms {
  if (container.type !== 'shelf') return slotRooms(container, roomsOf(fixtures, container), slot);
  const insert = container.inserts.find(({ id }) => id === slot)!;
  return insertRooms(fixtures, container, insert);
}

/** Whether the ground of a fixture reaches the edges of the page: then it takes no room from what stands on it. */
export const reachesEdges = (fixtures: readonly Fixture[], fixture: Fixture): boolean =>
  containerOf(fixtures, fixture) === null &&
  WIDTH_NAMES.every((width) => steppedAt(fixture.layout.span, width) === WHOLE_SPAN);

/** Whether it stands on a ground that is drawn around it. */
export const isGrounded = ({ dress }: Pick<Fixture, 'dress'>): boolean =>
  dress.ground !== null || dress.picture !== null;

const padded = (fixtures: readonly Fixture[], fixture: Fixture): boolean =>
  isGrounded(fixture) && !reachesEdges(fixtures, fixture);

/** The filters that stand beside a shelf: those of the same place, at a side. */
export function panelBeside(fixtures: readonly Fixture[], shelf: Fixture): FacetPanel | null {
  const panel = facetPanelOf({ fixtures });
  if (!panel || panel.side === 'above') return null;
  const there = (fixture: Fixture): string =>
    containerOf(fixtures, fixture) ? JSON.stringify(fixture.inside) : '';
  return there(panel) === there(shelf) ? panel : null;
}

/** The room that a shelf's cards have: on wide pages its filters take their share. */
export function shelfRooms(fixtures: readonly Fixture[], shelf: Fixture): Rooms {
  const panel = panelBeside(fixtures, shelf);
  return divided(roomsOf(fixtures, shelf), (room, width) => {
    if (!panel || width !== 'wide') return room;
    const rest = 1 - panel.share / 100;
    return { share: room.share * rest, fixed: (room.fixed - FRAME.panelGap) * rest };
  });
}

/** The room of one card. */
export function cardRooms(rooms: Rooms, columns: Stepped<number>, gap: Stepped<number>): Rooms {
  const gaps = cardGaps(rooms, columns, gap);
  return divided(rooms, (room, width) => columnOf(room, steppedAt(columns, width), gaps[width]));
}

/** The room of something among the cards of a shelf, over as many columns as it takes; in a row that turns that is one card's. */
export function insertRooms(
  fixtures: readonly Fixture[],
  shelf: Shelf,
  { columns }: Pick<ShelfInsert, 'columns'>,
): Rooms {
  const rooms = shelfRooms(fixtures, shelf);
  if (isLines(shelf.form)) return rooms;
  const gaps = cardGaps(rooms, shelf.columns, shelf.gap);
  return divided(rooms, (room, width) => {
    const across = steppedAt(shelf.columns, width);
    const taken = shelf.form === 'carousel' ? 1 : Math.min(across, steppedAt(columns, width));
    const one = columnOf(room, across, gaps[width]);
    return { share: one.share * taken, fixed: one.fixed * taken + gaps[width] * (taken - 1) };
  });
}

/** Whether a tile of a free grid stands across a narrow page, as it does on others across more than half of them. */
export const isBroad = ({ w }: Pick<TilePlace, 'w'>): boolean => w > FREE_COLUMNS / 2;

/** Between the tiles of a free grid, which on narrow pages stand in even columns. */
export const tileGaps = (rooms: Rooms, columns: Stepped<number>, gap: Stepped<number>): PerWidth<number> =>
  fittingGaps(
    rooms,
    { ...atAllWidths(FREE_COLUMNS), narrow: steppedAt(columns, 'narrow') },
    atEachWidth(gap),
  );

/** The room of a tile in a free grid; on narrow pages tiles stand in even columns, broad ones across all of them. */
export function tileRooms(
  rooms: Rooms,
  place: Pick<TilePlace, 'w'>,
  columns: Stepped<number>,
  gap: Stepped<number>,
): Rooms {
  const gaps = tileGaps(rooms, columns, gap);
  return divided(rooms, (room, width) => {
    const between = gaps[width];
    if (width === 'narrow') return isBroad(place) ? room : columnOf(room, steppedAt(columns, width), between);
    const one = columnOf(room, FREE_COLUMNS, between);
    return { share: one.share * place.w, fixed: one.fixed * place.w + between * (place.w - 1) };
  });
}

/** In a list every card has a row of its own, with its picture before its words. */
export const LIST_PICTURE = { usual: 200, narrow: 120 };

const LIST_ROOMS: Rooms = {
  wide: { share: 0, fixed: LIST_PICTURE.usual },
  medium: { share: 0, fixed: LIST_PICTURE.usual },
  narrow: { share: 0, fixed: LIST_PICTURE.narrow },
};

/** What decides how wide the cards of a shelf are. */
export interface ShelfShape {
  form: PromotionSettings['form'];
  columns: Stepped<number>;
  gap: Stepped<number>;
  rowGap?: Stepped<number> | null;
}

/** One card below another, each with its picture before its words. */
export const isLines = (form: ShelfShape['form']): boolean => form === 'list' || form === 'folding';

/** Cards in a row, by form. */
export const columnsIn = ({ form, columns }: Pick<ShelfShape, 'form' | 'columns'>): PerWidth<number> =>
  isLines(form) ? atAllWidths(1) : atEachWidth(columns);

/** The room of a card's picture, which in a grid is the card's. */
export const pictureRooms = (rooms: Rooms, { form, columns, gap }: ShelfShape): Rooms =>
  isLines(form) ? LIST_ROOMS : cardRooms(rooms, columns, gap);

/** CSS pixels at a viewport's width, fractions kept. */
export function widthIn(rooms: Rooms, viewport: number, frame: PageFrame = PAGE_FRAME): number {
  const name = widthNameOf(viewport, frame.breakpoints);
  const { share, fixed } = rooms[name];
  return share * Math.min(viewport, fullViewport(frame, name)) + fixed;
}

const roundFraction = (number: number): number => Math.round(number * 1e4) / 1e4;

function lengthOf({ share, fixed }: Room): string {
  if (!share) return `${Math.round(fixed)}px`;
  const sign = fixed < 0 ? '-' : '+';
  return `calc(${roundFraction(share * 100)}vw ${sign} ${roundFraction(Math.abs(fixed))}px)`;
}

/** The `sizes` attribute of a picture as wide as a room: what the browser chooses a rendition by. */
export function sizesOf(rooms: Rooms, frame: PageFrame): string {
  const { medium, wide } = frame.breakpoints;
  const steps = (name: 'wide' | 'medium', from: number, until: number): string[] => {
    const room = rooms[name];
    const full = fullViewport(frame, name);
    const grows = full > from ? [`(min-width: ${from}px) ${lengthOf(room)}`] : [];
    if (full >= until) return grows;
    const most = lengthOf({ share: 0, fixed: room.share * full + room.fixed });
    return [`(min-width: ${Math.max(full, from)}px) ${most}`, ...grows];
  };
  return [...steps('wide', wide, Infinity), ...steps('medium', medium, wide), lengthOf(rooms.narrow)].join(
    ', ',
  );
}
