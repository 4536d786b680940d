import { pageAt, pagesOf, startOf, type PageCut, type ShelfInsert } from '@fond/core';

/** What a place of an aisle is to something among its products: a place of a page, on the pages of its choice. */
export function placeOnPage(
  { pages }: Pick<ShelfInsert, 'pages'>,
  place: number,
  total: number,
  cut: PageCut,
): Pick<ShelfInsert, 'at' | 'pages'> {
  const page = pageAt(place, cut);
  const at = { by: 'place', place: place - startOf(page, cut) } as const;
  if (page === 1) return { at, pages: pages === 'all' ? 'all' : 'first' };
  return { at, pages: pages === 'last' && page === pagesOf(total, cut) ? 'last' : 'all' };
}

/** One of them changed. */
export const withInsert = (
  inserts: readonly ShelfInsert[],
  id: string,
  change: Partial<ShelfInsert>,
): ShelfInsert[] => inserts.map((one) => (one.id === id ? { ...one, ...change } : one));
