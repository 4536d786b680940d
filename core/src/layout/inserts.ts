import type { ShelfInsert } from '../plan/inserts';
import { standingIn } from '../plan/nesting';
import type { Fixture, PageSize, Shelf } from '../plan/plan';
import { findWidths, type PageFacts } from '../plan/shownWhen';
import { steppedAt, type Stepped, type WidthName } from '../width/widths';
import { MAX_PER_PAGE, productsAPage } from './rows';

/** What of an insert decides where it stands. */
export type PlacedInsert = Pick<ShelfInsert, 'id' | 'at' | 'pages' | 'columns' | 'rows'>;

/** An insert on a page, with how many products stand before it. */
export interface InsertAt<T extends PlacedInsert = PlacedInsert> {
  insert: T;
  before: number;
}

/** Widths at which an insert is shown: on the first page of a listing, and on those that follow. */
export interface Standing {
  id: string;
  first: readonly WidthName[];
  others: readonly WidthName[];
}

/**
 * What stands among the products of a listing, whichever of its pages is asked for; so that each page knows how many
 * products are on the others. What has nothing to show takes no room.
 *
 * @param fixtures Of the plan; those that stand in the shelf are among its products.
 */
export function standingOf(shelf: Shelf, fixtures: readonly Fixture[], facts: PageFacts): Standing[] {
  const ofPage = (firstPage: boolean): PageFacts => ({ ...facts, firstPage });
  const holds = ({ id }: ShelfInsert): boolean =>
    standingIn(fixtures, { fixture: shelf.id, slot: id }).some(
      ({ when }) => findWidths(when, ofPage(true)).length > 0 || findWidths(when, ofPage(false)).length > 0,
    );
  return shelf.inserts
    .filter((insert) => saysSomething(insert, facts) || holds(insert))
    .map(({ id, when }) => ({
      id,
      first: findWidths(when, ofPage(true)),
      others: findWidths(when, ofPage(false)),
    }))
    .filter(({ first, others }) => first.length > 0 || others.length > 0);
}

function saysSomething({ picture, heading, words, link }: ShelfInsert, { aisle }: PageFacts): boolean {
  if (picture?.kind === 'kept' || (picture && aisle.picture?.hash)) return true;
  return [heading, words, ...(link ? [link.label] : [])].some((texts) => Object.values(texts).some(Boolean));
}

/** The widths at which one of them is shown on a page, counted from 1. */
export const standsAt = (standing: readonly Standing[], id: string, page: number): readonly WidthName[] =>
  standing.find((one) => one.id === id)?.[page === 1 ? 'first' : 'others'] ?? [];

const isOn = ({ pages }: PlacedInsert, page: number, last: boolean): boolean =>
  pages === 'all' || (pages === 'first' ? page === 1 : last);

/** How many products stand before each of an insert's appearances on a page of so many. */
function placesOn({ at }: PlacedInsert, products: number): number[] {
  if (at.by === 'end') return [products];
  if (at.by === 'place') return [Math.min(at.place - 1, products)];
  const places: number[] = [];
  for (let before = at.every; before < products; before += at.every) places.push(before);
  return places;
}

/**
 * What stands among the products of a page, in reading order; of several at one place the first in the shelf's list is
 * first. Nothing stands among no products.
 */
export function insertsOn<T extends PlacedInsert>(
  inserts: readonly T[],
  products: number,
  page: number,
  pages: number,
): InsertAt<T>[] {
  if (!products) return [];
  return inserts
    .filter((insert) => isOn(insert, page, page >= pages))
    .flatMap((insert) => placesOn(insert, products).map((before) => ({ insert, before })))
    .sort((a, b) => a.before - b.before);
}

/** Cells of a grid that something takes at a width; no more columns than there are. */
export const cellsOf = ({ columns, rows }: PlacedInsert, width: WidthName, across: number): number =>
  Math.min(across, steppedAt(columns, width)) * steppedAt(rows, width);

const cellsOn = (placed: readonly InsertAt[], width: WidthName, across: number): number =>
  placed.reduce((sum, { insert }) => sum + cellsOf(insert, width, across), 0);

/** Cells that the inserts of a page of so many products take at a width. */
export const insertedCells = (
  inserts: readonly PlacedInsert[],
  products: number,
  page: number,
  pages: number,
  width: WidthName,
  across: number,
): number => cellsOn(insertsOn(inserts, products, page, pages), width, across);

/** Products of the first page, and of each that follows. */
export interface PageCut {
  first: number;
  others: number;
}

/** How many products each page of a shelf takes, with what stands among them. */
export const shelfCut = (
  { pageSize, columns, inserts }: Pick<Shelf, 'pageSize' | 'columns' | 'inserts'>,
  standing: readonly Standing[],
): PageCut =>
  pageCut(pageSize, columns, (page) =>
    inserts.filter(({ id }) => standsAt(standing, id, page).includes('wide')),
  );

/**
 * How many products each page takes. Full rows of the wide page are filled by products and inserts together: a page with
 * inserts takes so many products fewer. What stands on the last page alone makes it no shorter, as it ends where it ends.
 */
export function pageCut(
  size: PageSize,
  columns: Stepped<number>,
  insertsOf: (page: number) => readonly PlacedInsert[],
): PageCut {
  const usual = productsAPage(size, columns);
  if (size.by !== 'rows') return { first: usual, others: usual };
  const fitting = (page: number): number => {
    const lasting = insertsOf(page).filter(({ pages }) => pages !== 'last');
    let products = Math.min(MAX_PER_PAGE, usual);
    while (
      products > 1 &&
      products + insertedCells(lasting, products, page, Infinity, 'wide', columns.wide) > usual
    )
      products--;
    return products;
  };
  return { first: fitting(1), others: fitting(2) };
}

/** Pages of a listing of so many products, at least one. */
export const pagesOf = (total: number, { first, others }: PageCut): number =>
  total <= first ? 1 : 1 + Math.ceil((total - first) / others);

/** Products before a page, counted from 1. */
export const startOf = (page: number, { first, others }: PageCut): number =>
  page <= 1 ? 0 : first + (page - 2) * others;

/** The page of a place, both counted from 1. */
export const pageAt = (place: number, { first, others }: PageCut): number =>
  place <= first ? 1 : 1 + Math.ceil((place - first) / others);
