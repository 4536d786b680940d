/**
 * One change for the cells of many products. Cells are texts as product files write them; the entries of a list stand
 * between bars.
 */
export type CellChange =
  /** The same for all. */
  | { kind: 'set'; text: string }
  /** Nothing is known any more. */
  | { kind: 'clear' }
  /** Entries are added behind those of a list, and entries are taken out of it. */
  | { kind: 'entries'; add: readonly string[]; remove: readonly string[] }
  /** A stretch of text stands in place of another wherever that stands; in lists a whole entry in place of an entry. */
  | { kind: 'replace'; find: string; put: string }
  /** Numbers become so many percent of what they were. */
  | { kind: 'scale'; percent: number }
  /** So much is added to numbers. */
  | { kind: 'shift'; by: number }
  /** Numbers become the nearest that ends so: in hundredths, below `of`; 99 of 100 for 24.99, 0 of 500 for 25.00. */
  | { kind: 'round'; to: number; of: number };

/** What cells hold, as far as changes treat them differently. */
export type CellShape = 'text' | 'list' | 'money' | 'number';

const BETWEEN = '|';
/** Numbers are reckoned in so many parts of one, so that 0.1 and 0.2 make 0.3. */
const PARTS = 10_000;

/**
 * The cell after a change; the same text where there is nothing to change. Numbers are left alone that can't be read.
 *
 * @param cell The text before.
 * @param shape How the cell's column is read; lists are taken apart, money has two decimals.
 */
export function changedCell(cell: string, change: CellChange, shape: CellShape): string {
  switch (change.kind) {
    case 'set':
      return change.text;
    case 'clear':
      return '';
    case 'entries':
      return changedList(cell, change.add, change.remove);
    case 'replace':
      return replaced(cell, change, shape);
    case 'scale':
      return reckoned(cell, shape, (parts) => Math.round((parts * change.percent) / 100));
    case 'shift':
      return reckoned(cell, shape, (parts) => parts + Math.round(change.by * PARTS));
    case 'round':
      return reckoned(cell, shape, (parts) => nearest(parts, change));
  }
}

/** The entries of a list, without blanks. */
export const listEntries = (cell: string): string[] =>
  cell
    .split(BETWEEN)
    .map((entry) => entry.trim())
    .filter(Boolean);

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

function changedList(cell: string, add: readonly string[], remove: readonly string[]): string {
  const before = listEntries(cell);
  const left = before.filter((entry) => !remove.some((gone) => same(gone, entry)));
  const fresh = add.filter((entry) => !left.some((there) => same(there, entry)));
  return left.length === before.length && !fresh.length ? cell : [...left, ...fresh].join(BETWEEN);
}

function replaced(cell: string, { find, put }: { find: string; put: string }, shape: CellShape): string {
  if (!find) return cell;
  if (shape !== 'list') return cell.replaceAll(find, () => put);
  const before = listEntries(cell);
  if (!before.some((entry) => same(entry, find))) return cell;
  const after: string[] = [];
  for (const entry of before) {
    const next = same(entry, find) ? put : entry;
    if (next && !after.some((there) => same(there, next))) after.push(next);
  }
  return after.join(BETWEEN);
}

function reckoned(cell: string, shape: CellShape, reckon: (parts: number) => number): string {
  if (!/^-?\d+(\.\d+)?$/.test(cell)) return cell;
  const grain = shape === 'money' ? PARTS / 100 : 1;
  const parts = Math.round(reckon(Math.round(Number(cell) * PARTS)) / grain) * grain;
  // No price is below nothing.
  const value = (shape === 'money' ? Math.max(0, parts) : parts) / PARTS;
  return shape === 'money' ? value.toFixed(2) : String(value);
}

function nearest(parts: number, { to, of }: { to: number; of: number }): number {
  const step = (of * PARTS) / 100;
  const ending = ((to % of) * PARTS) / 100;
  return Math.max(0, Math.round((parts - ending) / step)) * step + ending;
}
