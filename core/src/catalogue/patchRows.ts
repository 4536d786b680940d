import type { FacetColumn } from './columns';
import { BLOCK, packRows, type Bins, type PackedPart, type PackedRows } from './packedRows';

/** So many changes can be caught up with; what is further behind is counted anew. */
const PAST = 64;

/**
 * The rows with some facets of a few products changed; packed anew where a number has no bin, or a facet is not packed by
 * single values.
 *
 * @param touched Per facet, the products whose value changed.
 */
export function patchRows(
  packed: PackedRows,
  facets: ReadonlyMap<string, FacetColumn>,
  touched: ReadonlyMap<string, readonly number[]>,
  size: number,
): PackedRows {
  const { width } = packed;
  const blocks = [...packed.blocks];
  const slots = [...packed.slots];
  const tuples: number[] = [];
  for (const [key, products] of touched) {
    if (packed.loose.has(key)) continue;
    const column = facets.get(key)!;
    const part = packed.parts.get(key);
    if (!part || part.chunks.length > 1) return packRows(facets, size);
    const [{ slot, base, cells, after }] = part.chunks;
    for (const p of products) {
      const cell = cellOf(column, part, p);
      if (cell === null || cell >= cells) return packRows(facets, size);
      const tuple = slots[slot][p] - base;
      const before = Math.floor(tuple / after) % cells;
      if (cell === before) continue;
      const number = base + tuple + (cell - before) * after;
      const block = Math.floor(p / BLOCK);
      if (slots[slot] === packed.slots[slot]) slots[slot] = slots[slot].slice();
      if (blocks[block] === packed.blocks[block]) blocks[block] = blocks[block].slice();
      slots[slot][p] = number;
      blocks[block][(p - block * BLOCK) * width + slot] = number;
      tuples.push(p, base + tuple, number);
    }
  }
  const changes = { from: packed.state, keys: [...touched.keys()], tuples: Uint32Array.from(tuples) };
  return { ...packed, blocks, slots, state: {}, past: [...packed.past, changes].slice(-PAST) };
}

/** The cell of a product in a facet that is packed by single values; null where it has none. */
function cellOf(column: FacetColumn, { bins }: PackedPart, p: number): number | null {
  if (column.kind === 'values') return column.single ? column.single[p] : null;
  const number = column.numbers[p];
  if (Number.isNaN(number)) return 0;
  const bin = bins && binOf(bins, number);
  return bin === null ? null : bin + 1;
}

/** The bin that a number falls into; null where none was made for it. */
function binOf({ lows, step }: Bins, number: number): number | null {
  let low = 0;
  let high = lows.length;
  while (low < high) {
    const middle = (low + high) >>> 1;
    if (lows[middle] <= number) low = middle + 1;
    else high = middle;
  }
  const bin = low - 1;
  if (bin < 0) return null;
  if (step === null) return lows[bin] === number ? bin : null;
  return number < lows[bin] + step ? bin : null;
}
