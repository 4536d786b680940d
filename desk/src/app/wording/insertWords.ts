import type { Shelf, ShelfInsert } from '@fond/core';

const PAGES = { first: 'on the first page', all: 'on every page', last: 'on the last page' };

/** Where something stands among the products. */
export function insertPlaceWords({ at, pages }: Pick<ShelfInsert, 'at' | 'pages'>): string {
  const place =
    at.by === 'place'
      ? `at place ${at.place}`
      : at.by === 'every'
        ? `behind every ${at.every}`
        : 'at the end';
  return `${place} ${PAGES[pages]}`;
}

/** What stands among the products of a shelf, for its sentence. */
export function insertsWords({ inserts }: Pick<Shelf, 'inserts'>): string {
  if (!inserts.length) return 'nothing else';
  if (inserts.length > 1) return `${inserts.length} things`;
  return `one thing, ${insertPlaceWords(inserts[0])}`;
}
