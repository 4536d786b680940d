import type { ProductColumn, ProductFilter, ProductSorting } from '@fond/contract';
import type { Clause } from '@fond/core';
import type { ShownColumn } from './productTable';

/** Columns that a table begins with. */
const USUAL: readonly string[] = ['sku', 'title', 'category', 'price', 'was', 'stock', 'featured', 'tags'];

const WIDTHS: Readonly<Record<ProductColumn['kind'], number>> = {
  text: 180,
  html: 260,
  money: 100,
  number: 96,
  boolean: 90,
  time: 130,
  list: 220,
  paths: 200,
  pictures: 110,
  standing: 120,
};

const widthOf = ({ name, kind }: ProductColumn): number => (name === 'title' ? 280 : WIDTHS[kind]);

/** Columns by name, each as wide as it was left or as its kind needs; the article number is always the first. */
export function shownColumns(
  all: readonly ProductColumn[],
  chosen: readonly { name: string; width?: number }[] | null,
): ShownColumn[] {
  const known = new Map(all.map((column) => [column.name, column]));
  const wanted = chosen ?? USUAL.map((name) => ({ name }));
  const shown = wanted.flatMap(({ name, width }: { name: string; width?: number }) => {
    const column = known.get(name);
    return column ? [{ column, width: width ?? widthOf(column) }] : [];
  });
  const first = all.find(({ fixed }) => fixed);
  if (!first) return shown;
  const own = shown.find(({ column }) => column.fixed) ?? { column: first, width: 150 };
  return [own, ...shown.filter(({ column }) => !column.fixed)];
}

/** A filter and an order as they stand in the address. */
export type TableAddress = Readonly<Record<string, string | undefined>>;

const STANDINGS = ['draft', 'aside'] as const;

export function filterIn(address: TableAddress): ProductFilter {
  const { q, aisle, gap, standing, clauses } = address;
  return {
    ...(q && { q }),
    ...(aisle && { aisle }),
    ...(gap && { gap }),
    ...(STANDINGS.some((one) => one === standing) && { standing: standing as 'draft' | 'aside' }),
    ...(clauses && { clauses: clausesIn(clauses) }),
  };
}

/** What somebody has typed into the address may be anything; the server holds it against its schema. */
function clausesIn(text: string): readonly Clause[] {
  try {
    const found: unknown = JSON.parse(text);
    return Array.isArray(found) ? (found as Clause[]) : [];
  } catch {
    return [];
  }
}

export function sortingIn({ sort }: TableAddress): ProductSorting | null {
  if (!sort) return null;
  return sort.startsWith('-') ? { by: sort.slice(1), down: true } : { by: sort, down: false };
}

/** Null takes a parameter out of the address. */
export function addressOfTable(
  filter: ProductFilter,
  sorting: ProductSorting | null,
): Readonly<Record<string, string | null>> {
  return {
    q: filter.q || null,
    aisle: filter.aisle ?? null,
    gap: filter.gap ?? null,
    standing: filter.standing && filter.standing !== 'live' ? filter.standing : null,
    clauses: filter.clauses?.length ? JSON.stringify(filter.clauses) : null,
    sort: sorting && (sorting.down ? '-' : '') + sorting.by,
  };
}
