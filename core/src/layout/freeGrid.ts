import type { TilePlace } from '../plan/fixtures';

/** Columns of a free grid; its tiles stand on whole ones. */
export const FREE_COLUMNS = 6;
/** No tile stands below this row. */
export const MAX_ROWS = 60;
/** A tile that nobody has put anywhere. */
const USUAL_TILE = { w: 2, h: 2 };

type Box = Omit<TilePlace, 'category'>;

export const isInside = ({ x, y, w, h }: Box): boolean =>
  x >= 0 && y >= 0 && w >= 1 && h >= 1 && x + w <= FREE_COLUMNS && y + h <= MAX_ROWS;

export const overlap = (a: Box, b: Box): boolean =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/**
 * A place for each of some categories: the one it was given, and for what has none, or one that is taken or outside,
 * the first free place as people read. No two overlap, and rows that nothing stands in are closed.
 *
 * @returns Places in reading order: by row, then by column.
 */
export function freePlaces(categories: readonly number[], given: readonly TilePlace[]): TilePlace[] {
  const wished = new Map(given.map((place) => [place.category, place]));
  const placed: TilePlace[] = [];
  const free = (box: Box): boolean => isInside(box) && !placed.some((other) => overlap(box, other));
  const homeless: number[] = [];
  for (const category of categories) {
    const wish = wished.get(category);
    if (wish && free(wish)) placed.push(wish);
    else homeless.push(category);
  }
  for (const category of homeless) {
    const box = firstFree(free, wished.get(category) ?? USUAL_TILE);
    if (box) placed.push({ category, ...box });
  }
  return withoutEmptyRows(placed.sort((a, b) => a.y - b.y || a.x - b.x));
}

function firstFree(free: (box: Box) => boolean, { w, h }: Pick<Box, 'w' | 'h'>): Box | null {
  const width = Math.min(FREE_COLUMNS, Math.max(1, w));
  for (let y = 0; y < MAX_ROWS; y++)
    for (let x = 0; x + width <= FREE_COLUMNS; x++) {
      const box = { x, y, w: width, h: Math.max(1, h) };
      if (free(box)) return box;
    }
  return null;
}

/** Where a category is left out, e.g. because it is empty, what stood below its row moves up. */
function withoutEmptyRows(placed: readonly TilePlace[]): TilePlace[] {
  const used = new Set<number>();
  for (const { y, h } of placed) for (let row = y; row < y + h; row++) used.add(row);
  const up: number[] = [];
  for (let row = 0, empty = 0; row < MAX_ROWS; row++) {
    up.push(empty);
    if (!used.has(row)) empty++;
  }
  return placed.map((place) => ({ ...place, y: place.y - up[place.y] }));
}
