/** A cell by its row and column, from 0. */
export interface Place {
  row: number;
  column: number;
}

/** Where one is, and the corner that a stretch of cells began at. */
export interface Selection {
  active: Place;
  anchor: Place;
}

/** A stretch of cells, both ends among them. */
export interface Stretch {
  top: number;
  bottom: number;
  left: number;
  right: number;
}

export const at = (row: number, column: number): Selection => ({
  active: { row, column },
  anchor: { row, column },
});

export const stretchOf = ({ active, anchor }: Selection): Stretch => ({
  top: Math.min(active.row, anchor.row),
  bottom: Math.max(active.row, anchor.row),
  left: Math.min(active.column, anchor.column),
  right: Math.max(active.column, anchor.column),
});

export const isWithin = ({ top, bottom, left, right }: Stretch, row: number, column: number): boolean =>
  row >= top && row <= bottom && column >= left && column <= right;

/** How far the keys lead that walk through a table; a page is so many rows. */
const STEPS: Readonly<Record<string, (page: number) => readonly [rows: number, columns: number]>> = {
  ArrowUp: () => [-1, 0],
  ArrowDown: () => [1, 0],
  ArrowLeft: () => [0, -1],
  ArrowRight: () => [0, 1],
  PageUp: (page) => [-page, 0],
  PageDown: (page) => [page, 0],
  Home: () => [0, -Infinity],
  End: () => [0, Infinity],
};

interface Size {
  rows: number;
  columns: number;
  /** Rows that are in view. */
  page: number;
}

/**
 * Where a key leads; null where it leads nowhere. With Ctrl to the end of that way, with Shift the stretch grows from its
 * anchor.
 */
export function walked(
  selection: Selection,
  { key, shiftKey, ctrlKey }: { key: string; shiftKey: boolean; ctrlKey: boolean },
  { rows, columns, page }: Size,
): Selection | null {
  const step = Object.hasOwn(STEPS, key) ? STEPS[key](page) : null;
  if (!step) return null;
  let [down, along] = step;
  if (ctrlKey) {
    // To the first or last row; Home and End to the first or last cell of all.
    if (key === 'Home' || key === 'End') down = along;
    else [down, along] = [down * Infinity || 0, along * Infinity || 0];
  }
  const active = {
    row: clamp(selection.active.row + down, rows),
    column: clamp(selection.active.column + along, columns),
  };
  return { active, anchor: shiftKey ? selection.anchor : active };
}

const clamp = (place: number, count: number): number => Math.max(0, Math.min(count - 1, place));
