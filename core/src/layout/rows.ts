import type { PageSize, PerWidth, Shelf, WidthName } from '../plans/plan';

/** No page holds more cards than this, whatever is asked for. */
export const MOST_PER_PAGE = 200;

/** Products a page: as many as are said, full rows of the wide page, or all that there are; at most MOST_PER_PAGE. */
export function productsAPage(size: PageSize, columns: PerWidth<number>): number {
  if (size.by === 'all') return MOST_PER_PAGE;
  return Math.min(MOST_PER_PAGE, size.by === 'rows' ? size.count * columns.wide : size.count);
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
 * Page sizes up to `most` that leave no gap at any width: the multiples of the columns' least common multiple.
 */
export function fullRowSizes(columns: PerWidth<number>, most = 60): number[] {
  const unit = lcm(lcm(columns.wide, columns.medium), columns.narrow);
  const sizes: number[] = [];
  for (let size = unit; size <= most; size += unit) sizes.push(size);
  return sizes;
}

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a);
const lcm = (a: number, b: number): number => (a / gcd(a, b)) * b;

/** Device widths that the desk shows and counts with, in CSS pixels. */
export const DEVICE_WIDTHS: PerWidth<number> = { wide: 1280, medium: 820, narrow: 390 };

/** From these viewport widths up the medium and the wide columns hold; the shop's style sheet uses the same. */
export const BREAKPOINTS = { medium: 640, wide: 1024 };

/** Frame of the shop's page: most width of its content, padding at each side, and the gap beside the facet panel. */
export const FRAME = {
  content: 1360,
  padding: { wide: 40, medium: 28, narrow: 16 } as PerWidth<number>,
  panelGap: 40,
  /** On narrow screens cards stand closer. */
  narrowGap: 12,
};

export const widthNameOf = (viewport: number): WidthName =>
  viewport >= BREAKPOINTS.wide ? 'wide' : viewport >= BREAKPOINTS.medium ? 'medium' : 'narrow';

export const gapAt = (shelf: Shelf, name: WidthName): number =>
  name === 'narrow' ? Math.min(shelf.gap, FRAME.narrowGap) : shelf.gap;

/** Width of one card in CSS pixels (fractions kept); `share` percent of the wide page are the facet panel's. */
export function cardWidth(shelf: Shelf, viewport: number, share: number): number {
  const name = widthNameOf(viewport);
  const columns = shelf.columns[name];
  const content = Math.min(viewport - 2 * FRAME.padding[name], FRAME.content);
  const room = share && name === 'wide' ? (content - FRAME.panelGap) * (1 - share / 100) : content;
  return (room - (columns - 1) * gapAt(shelf, name)) / columns;
}

/** Widths, in pixels, in which every picture is kept. */
export const RENDITION_WIDTHS: readonly number[] = [240, 360, 480, 720, 960];

/** The smallest kept rendition that is sharp at a card width and pixel ratio; the largest where none is. */
export function renditionFor(width: number, ratio: number): number {
  return (
    RENDITION_WIDTHS.find((kept) => kept >= width * ratio) ?? RENDITION_WIDTHS[RENDITION_WIDTHS.length - 1]
  );
}

/** The `sizes` attribute of a card's picture: what the browser needs to choose a rendition before it has styles. */
export function pictureSizes(shelf: Shelf, share: number): string {
  const vw = (name: WidthName): string => {
    const columns = shelf.columns[name];
    const gaps = (columns - 1) * gapAt(shelf, name);
    const around = FRAME.padding[name] * 2;
    return share && name === 'wide'
      ? `calc(((100vw - ${around + FRAME.panelGap}px) * ${(100 - share) / 100} - ${gaps}px) / ${columns})`
      : `calc((100vw - ${around + gaps}px) / ${columns})`;
  };
  const full = FRAME.content + 2 * FRAME.padding.wide;
  return [
    `(min-width: ${full}px) ${Math.round(cardWidth(shelf, full, share))}px`,
    `(min-width: ${BREAKPOINTS.wide}px) ${vw('wide')}`,
    `(min-width: ${BREAKPOINTS.medium}px) ${vw('medium')}`,
    vw('narrow'),
  ].join(', ');
}
