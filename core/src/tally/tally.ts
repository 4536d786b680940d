import type { PageModel } from '../page/pageModel';
import { eachFixture, shelfModelOf } from '../page/pageModel';
import { type Plan } from '../plan/plan';
import { WIDTH_NAMES, type PerWidth } from '../width/widths';
import { DEVICE_WIDTHS } from '../width/frame';
import { insertedCells, shelfCut, standsAt, startOf } from '../layout/inserts';
import { cardRooms, columnsIn, isLines, pictureRooms, shelfRooms, widthIn } from '../layout/room';
import { fullRowSizes, rowsOf, type RowFigures } from '../layout/rows';
import { renditionFor } from '../width/renditions';

export interface WidthTally {
  viewport: number;
  /** A full page, and the last page. */
  full: RowFigures;
  last: RowFigures;
  /** CSS pixels. */
  card: number;
  /** Kept rendition that a screen of one and of two pixels per CSS pixel loads. */
  picture: { single: number; double: number };
}

/** The arithmetic of the page in the window. */
export interface Tally {
  products: number;
  pages: number;
  pageSize: number;
  widths: PerWidth<WidthTally>;
  facets: readonly { key: string; label: string; values: number }[];
  /** Page sizes without a gap at any width. */
  fullRowSizes: readonly number[];
}

/** Null for a plan without a shelf. */
export function tallyOf(page: PageModel, plan: Plan): Tally | null {
  const model = shelfModelOf(page);
  const shelf = plan.fixtures.find((fixture) => fixture.id === model?.id);
  if (!model || shelf?.type !== 'shelf') return null;
  const rooms = shelfRooms(plan.fixtures, shelf);
  const columns = columnsIn(shelf);
  const cards = cardRooms(rooms, columns, shelf.gap);
  const pictures = pictureRooms(rooms, shelf);
  const standing = model.standing ?? [];
  const cut = shelfCut(shelf, standing);
  const ownSize = model.size === cut.first || model.size === cut.others;
  const cuts = ownSize ? cut : { first: model.size, others: model.size };
  const lastCards = model.total ? model.total - startOf(model.pages, cuts) : 0;
  const inserted = (name: (typeof WIDTH_NAMES)[number], products: number, page: number): number =>
    insertedCells(
      shelf.inserts.filter(({ id }) => standsAt(standing, id, page).includes(name)),
      products,
      page,
      model.pages,
      name,
      isLines(shelf.form) ? 1 : columns[name],
    );
  // A carousel is one row, however many cards it has.
  const rows = (count: number, across: number): RowFigures =>
    shelf.form === 'carousel'
      ? { columns: across, rows: Math.min(1, count), lastRow: count && across }
      : rowsOf(count, across);
  const at = (name: (typeof WIDTH_NAMES)[number]): WidthTally => {
    const viewport = DEVICE_WIDTHS[name];
    const full = Math.min(cuts.first, model.total);
    const card = widthIn(cards, viewport, plan.look);
    const picture = widthIn(pictures, viewport, plan.look);
    return {
      viewport,
      full: rows(full + inserted(name, full, 1), columns[name]),
      last: rows(lastCards + inserted(name, lastCards, model.pages), columns[name]),
      card: Math.round(card),
      picture: { single: renditionFor(picture, 1), double: renditionFor(picture, 2) },
    };
  };
  return {
    products: model.total,
    pages: model.pages,
    pageSize: model.size,
    widths: { wide: at('wide'), medium: at('medium'), narrow: at('narrow') },
    facets: [...eachFixture(page.fixtures)].flatMap((fixture) =>
      fixture.type === 'facets'
        ? fixture.facets.map(({ key, label, values, range }) => ({
            key,
            label,
            values: range ? range.buckets.length : values.length,
          }))
        : [],
    ),
    fullRowSizes: fullRowSizes(columns, (products, name) => inserted(name, products, 1)),
  };
}
