import type { FacetColumn, ValueColumn } from '../catalogue/columns';

/**
 * The codes of all single-valued facets side by side: one short row a product, so that a product's codes arrive in one
 * piece of memory. Codes are shifted, column by column, into one common range and count into one histogram.
 */
export interface JointRows {
  width: number;
  rows: Uint16Array;
  /** Per facet, where its codes begin in the histogram; the first slot counts products without a value. */
  bases: ReadonlyMap<string, { base: number; values: number }>;
  slots: number;
}

const MOST_SLOTS = 2 ** 16;

/** Packs the columns that have at most one value a product, as long as their codes fit into two bytes together. */
export function jointRowsOf(facets: ReadonlyMap<string, FacetColumn>, size: number): JointRows {
  const columns: ValueColumn[] = [];
  const bases = new Map<string, { base: number; values: number }>();
  let slots = 0;
  for (const [key, column] of facets) {
    if (column.kind !== 'values' || !column.single || slots + column.values.length + 1 > MOST_SLOTS) continue;
    bases.set(key, { base: slots, values: column.values.length });
    columns.push(column);
    slots += column.values.length + 1;
  }
  const width = columns.length;
  const rows = new Uint16Array(size * width);
  columns.forEach(({ key, single }, c) => {
    const { base } = bases.get(key)!;
    for (let p = 0; p < size; p++) rows[p * width + c] = base + single![p];
  });
  return { width, rows, bases, slots };
}

/** Counts all joint facets over the members in one pass; read a facet's part with `jointPart`. */
export function countJoint({ width, rows, slots }: JointRows, members: Uint32Array): Uint32Array {
  const histogram = new Uint32Array(slots);
  for (const p of members) for (let at = p * width; at < (p + 1) * width; at++) histogram[rows[at]]++;
  return histogram;
}

/** The counts of one facet by code, as a view on the histogram; null for a facet that is not among the joint ones. */
export function jointPart(joint: JointRows, histogram: Uint32Array, key: string): Uint32Array | null {
  const part = joint.bases.get(key);
  return part ? histogram.subarray(part.base + 1, part.base + 1 + part.values) : null;
}
