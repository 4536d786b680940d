import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { countOf, holds, type Bitset } from '../catalogue/sets';
import { windowOf, type Permutation } from './order';
import type { Pin, Spread } from './sorting';

/** How far ahead the spread looks for a product that fits; behind that it lets the next one stand. */
const LOOK_AHEAD = 240;

/** A pin that can't hold in an aisle, and why. */
export interface LostPin {
  pin: Pin;
  reason: 'unknown' | 'not-here' | 'place-taken';
}

export interface HeldPins {
  /** Place, counted from 0, of each product that is held. */
  held: ReadonlyMap<number, number>;
  lost: readonly LostPin[];
}

/**
 * The pins that hold among `bits` in an aisle. The pins of the aisle itself come before those of the whole plan; of
 * two for one place, or for one product, the first holds. A product that is not there leaves no hole.
 */
export function holdPins(snapshot: Snapshot, pins: readonly Pin[], aisle: string, bits: Bitset): HeldPins {
  const held = new Map<number, number>();
  const places = new Set<number>();
  const lost: LostPin[] = [];
  const here = [...pins.filter((pin) => pin.aisle === aisle), ...pins.filter((pin) => pin.aisle === null)];
  for (const pin of here) {
    const p = snapshot.bySku.get(pin.sku);
    if (p === undefined) lost.push({ pin, reason: 'unknown' });
    else if (!holds(bits, p)) lost.push({ pin, reason: 'not-here' });
    else if (places.has(pin.place - 1)) lost.push({ pin, reason: 'place-taken' });
    else if (!held.has(p)) {
      held.set(p, pin.place - 1);
      places.add(pin.place - 1);
    }
  }
  return { held, lost };
}

/** One product of an arranged listing, and what put it there. */
export interface Placed {
  p: number;
  by: 'order' | 'pin' | 'spread';
}

/**
 * Places `from` … `from + size - 1` of the set `bits`, with pins at their places and no more than `spread.most`
 * products of one value in a row.
 *
 * Pinned products stand at their places, or at the end where there are fewer; the rest keeps the order of `permutation`
 * around them. The spread fills place after place with the first product, in order and of the same group, that doesn't
 * make the row too long, and lets the next one stand where none within sight fits; so nobody is lost or shown twice, and the pages of
 * any size add up to the same whole. O(from + size) steps, each at most `LOOK_AHEAD`.
 */
export function arrangedWindow(
  snapshot: Snapshot,
  bits: Bitset,
  permutation: Permutation,
  held: ReadonlyMap<number, number>,
  spread: Spread | null,
  from: number,
  size: number,
): Placed[] {
  const total = countOf(bits);
  const until = Math.min(total, from + size);
  const rest = bits.slice();
  for (const p of held.keys()) rest[p >>> 5] &= ~(1 << (p & 31));
  const restCount = total - held.size;
  const queue = windowOf(rest, restCount, permutation, 0, Math.min(restCount, until + LOOK_AHEAD));
  const pinAt = new Map<number, number>();
  for (const [p, place] of held) if (place < total) pinAt.set(place, p);
  // Pins beyond the end take the last places that no other pin holds, in their order.
  const late = [...held].filter(([, place]) => place >= total).sort((a, b) => b[1] - a[1]);
  let free = total - 1;
  for (const [p] of late) {
    while (pinAt.has(free)) free--;
    pinAt.set(free, p);
  }

  const { groups } = permutation;
  const groupOf = (p: number): number => groups?.[p] ?? 0;
  const row = spread && new Row(snapshot, spread);
  const placed: Placed[] = [];
  const taken = new Uint8Array(queue.length);
  let next = 0;
  for (let place = 0; place < until; place++) {
    const pinned = pinAt.get(place);
    if (pinned !== undefined) {
      placed.push({ p: pinned, by: 'pin' });
      row?.add(pinned);
      continue;
    }
    while (taken[next]) next++;
    let at = next;
    if (row) {
      const sight = Math.min(queue.length, next + LOOK_AHEAD);
      const group = groupOf(queue[next]);
      while (at < sight && (taken[at] || !row.fits(queue[at])) && groupOf(queue[at]) === group) at++;
      if (at === sight || groupOf(queue[at]) !== group) at = next;
    }
    taken[at] = 1;
    placed.push({ p: queue[at], by: at === next ? 'order' : 'spread' });
    row?.add(queue[at]);
  }
  return placed.slice(from);
}

/** The values at the end of the row so far. Products without a value never make a row. */
class Row {
  private readonly column: ValueColumn | null;
  private value = -1;
  private length = 0;

  constructor(
    private readonly snapshot: Snapshot,
    private readonly spread: Spread,
  ) {
    this.column = spread.by === 'category' ? null : (snapshot.attributes.get(spread.by)?.column ?? null);
  }

  private valueOf(p: number): number {
    if (this.spread.by === 'category') return this.snapshot.mainCategory[p] || -1;
    const { column } = this;
    return column && column.offsets[p] < column.offsets[p + 1] ? column.codes[column.offsets[p]] : -1;
  }

  fits(p: number): boolean {
    const value = this.valueOf(p);
    return value < 0 || value !== this.value || this.length < this.spread.most;
  }

  add(p: number): void {
    const value = this.valueOf(p);
    this.length = value >= 0 && value === this.value ? this.length + 1 : 1;
    this.value = value;
  }
}
