import type { PageSize } from '../plan/plan';
import { WIDTH_NAMES, type PerWidth, type Stepped, type WidthName } from '../width/widths';

/** No page holds more cards than this, whatever is asked for. */
export const MAX_PER_PAGE = 200;

/** Products a page: as many as are said, full rows of the wide page, or all that there are; at most MAX_PER_PAGE. */
export function productsAPage(size: PageSize, { wide }: Stepped<number>): number {
  if (size.by === 'all') return MAX_PER_PAGE;
  return Math.min(MAX_PER_PAGE, size.by === 'rows' ? size.count * wide : size.count);
}

/** How a page of cards fills its rows. */
export interface RowFigures {
  columns: number;
  rows: number;
  /** Cards in the last row; equals `columns` where it is full. */
  lastRow: number;
}

/** Rows of `cards` cards in `columns` columns; none at all for no cards. */
export function rowsOf(cards: number, columns: number): RowFigures {
  const rows = Math.ceil(cards / columns);
  return { columns, rows, lastRow: cards === 0 ? 0 : cards - (rows - 1) * columns };
}

/**
 * Page sizes up to `most` that leave no gap at any width.
 *
 * @param others Cells that other things take on a page of so many products at a width.
 */
export function fullRowSizes(
  columns: PerWidth<number>,
  others: (products: number, width: WidthName) => number = () => 0,
  most = 60,
): number[] {
  const fills = (size: number): boolean =>
    WIDTH_NAMES.every((width) => (size + others(size, width)) % columns[width] === 0);
  return Array.from({ length: most }, (_, at) => at + 1).filter(fills);
}
