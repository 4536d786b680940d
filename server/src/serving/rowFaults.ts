import type { RowFault } from '@fond/contract';
import type { CategoryRow, ProductRow } from '@fond/core';

/** Faults that are told one by one; a table that is broken as a whole says the same of every row. */
const MAX_TOLD = 50;

/**
 * Rows that are stored but can't be shown. One of them must not take the shop down: it is left out, and told with its
 * place, so that it can be mended where it came from.
 */
export class RowFaults {
  private readonly told: RowFault[];
  private more = 0;

  /** @param before Those that were known already. */
  constructor(before: readonly RowFault[] = []) {
    this.told = [...before];
  }

  tell(table: string, row: string, reason: string): void {
    if (this.told.some((known) => known.table === table && known.row === row)) return;
    if (this.told.length < MAX_TOLD) this.told.push({ table, row, reason });
    else this.more++;
  }

  get list(): readonly RowFault[] {
    if (!this.more) return this.told;
    return [...this.told, { table: '…', row: '…', reason: `${this.more} more rows can’t be shown.` }];
  }
}

/** Why a product can't be shown; null where nothing is wrong. What is said here, the catalogue's columns rely on. */
export function productFault(row: ProductRow): string | null {
  if (!row.sku || !row.slug) return 'It has no article number or no address.';
  for (const name of ['price', 'was', 'stock', 'rating', 'ratings', 'sold', 'created', 'changed'] as const) {
    const number = row[name];
    if (number !== null && number !== undefined && !Number.isFinite(number))
      return `Its ${name} is no number.`;
  }
  return null;
}

/** Categories that hang in a ring or below one that is gone; no way leads to them from the shop's front. */
export function unreachable<Row extends Pick<CategoryRow, 'id' | 'parent'>>(
  categories: readonly Row[],
): Row[] {
  const below = new Map<number | null, Row[]>();
  for (const category of categories) {
    const siblings = below.get(category.parent);
    if (siblings) siblings.push(category);
    else below.set(category.parent, [category]);
  }
  const reached = new Set<number>();
  const waiting = [...(below.get(null) ?? [])];
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    reached.add(next.id);
    for (const child of below.get(next.id) ?? []) waiting.push(child);
  }
  return categories.filter(({ id }) => !reached.has(id));
}
