import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { holds, type Bitset } from '../catalogue/sets';
import { isInForce } from '../clause/inForce';
import type { RangeContext } from '../clause/rule';
import type { RangeResult } from '../range/range';
import { stretchesIn, type Stretch } from './groups';
import { type Permutation } from './order';
import { windowOf } from './windows';
import type { OwnOrder, Pin, Spread } from './sorting';

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

/** The more exact first: those of the aisle before those of the whole plan, those of some days before those of all. */
const exactness = ({ aisle, from, to }: Pin): number =>
  (aisle === null ? 2 : 0) + (from === null && to === null ? 1 : 0);

/** The pins that are meant for an aisle and hold on the day, the more exact ones first. */
export const pinsFor = (pins: readonly Pin[], aisle: string, context: RangeContext): Pin[] =>
  pins
    .filter((pin) => (pin.aisle === null || pin.aisle === aisle) && isInForce(pin, context))
    .sort((a, b) => exactness(a) - exactness(b));

/**
 * The pins that hold among `bits` in an aisle. Of two for one place, or for one product, the more exact one holds, else
 * the first. A product that is not there leaves no hole.
 */
export function holdPins(
  snapshot: Snapshot,
  pins: readonly Pin[],
  aisle: string,
  bits: Bitset,
  context: RangeContext,
): HeldPins {
  const held = new Map<number, number>();
  const places = new Set<number>();
  const lost: LostPin[] = [];
  for (const pin of pinsFor(pins, aisle, context)) {
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
  group: Stretch['group'];
}

/** The products of a shelf in its own order, ready to be read page by page. */
export interface Arrangement extends HeldPins {
  count: number;
  permutation: Permutation;
  /** All that no pin holds. */
  stretches: readonly Stretch[];
  spread: Spread | null;
}

/**
 * Puts the set `bits` into a shelf's own order: its groups, one behind the other, each in the order of `permutation`, with
 * pins at their places.
 */
export function arrange(
  snapshot: Snapshot,
  bits: Bitset,
  count: number,
  order: Omit<OwnOrder, 'levels'>,
  permutation: Permutation,
  aisle: string,
  context: RangeContext,
): Arrangement {
  const pins = holdPins(snapshot, order.pins, aisle, bits, context);
  let rest = bits;
  if (pins.held.size) {
    rest = bits.slice();
    for (const p of pins.held.keys()) rest[p >>> 5] &= ~(1 << (p & 31));
  }
  const stretches = stretchesIn(snapshot, rest, count - pins.held.size, order, permutation, context);
  return { ...pins, count, permutation, stretches, spread: order.spread };
}

/**
 * Places `from` … `from + size - 1` of an arrangement.
 *
 * Pinned products stand at their places, or at the end where there are fewer; the rest keeps its order around them. The
 * spread fills place after place with the first product, in order and of the same group, that doesn't make the row too
 * long, and lets the next one stand where none within sight fits; so nobody is lost or shown twice, no product passes the
 * border of its group, and the pages of any size add up to the same whole. O(from + size) steps, each at most
 * `LOOK_AHEAD`; without pins and spread a window of each stretch that the places touch.
 */
export function arrangedWindow(
  snapshot: Snapshot,
  arrangement: Arrangement,
  from: number,
  size: number,
): Placed[] {
  const { count, held, spread } = arrangement;
  const until = Math.min(count, from + size);
  if (from >= until) return [];
  if (!held.size && !spread) return stretchesWindow(arrangement, from, until);
  const queue = stretchesWindow(arrangement, 0, Math.min(count - held.size, until + LOOK_AHEAD));
  const pinAt = pinsAt(arrangement);
  const row = spread && new Row(snapshot, spread);
  const placed: Placed[] = [];
  const taken = new Uint8Array(queue.length);
  let next = 0;
  for (let place = 0; place < until; place++) {
    const pinned = pinAt.get(place);
    if (pinned !== undefined) {
      placed.push({ p: pinned, by: 'pin', group: null });
      row?.add(pinned);
      continue;
    }
    while (taken[next]) next++;
    let at = next;
    if (row) {
      const sight = Math.min(queue.length, next + LOOK_AHEAD);
      const { group } = queue[next];
      while (at < sight && (taken[at] || !row.fits(queue[at].p)) && queue[at].group === group) at++;
      if (at === sight || queue[at].group !== group) at = next;
    }
    taken[at] = 1;
    placed.push(at === next ? queue[at] : { ...queue[at], by: 'spread' });
    row?.add(queue[at].p);
  }
  return placed.slice(from);
}

/** What no pin holds, from one place of it to another. */
function stretchesWindow({ stretches, permutation }: Arrangement, from: number, until: number): Placed[] {
  const placed: Placed[] = [];
  let before = 0;
  for (const { bits, count, group } of stretches) {
    const first = Math.max(0, from - before);
    const last = Math.min(count, until - before);
    before += count;
    if (first >= last) continue;
    for (const p of windowOf(bits, count, permutation, first, last - first))
      placed.push({ p, by: 'order', group });
  }
  return placed;
}

/** The place of each pinned product. Pins beyond the end take the last places that no other pin holds, in their order. */
export function pinsAt({ held, count }: Pick<Arrangement, 'held' | 'count'>): Map<number, number> {
  const pinAt = new Map<number, number>();
  for (const [p, place] of held) if (place < count) pinAt.set(place, p);
  const late = [...held].filter(([, place]) => place >= count).sort((a, b) => b[1] - a[1]);
  let free = count - 1;
  for (const [p] of late) {
    while (pinAt.has(free)) free--;
    pinAt.set(free, p);
  }
  return pinAt;
}

/** Whether an order does more than sort. */
export const arranges = ({ groups, soldOutLast, spread, pins }: Omit<OwnOrder, 'levels'>): boolean =>
  groups.length > 0 || soldOutLast || spread !== null || pins.length > 0;

const shelfKept = new WeakMap<RangeResult, Map<string, RangeResult>>();

/**
 * What a shelf shows in an aisle: its range, and products that its pins hold there whether the range has them or not.
 */
export function withPinned(
  snapshot: Snapshot,
  range: RangeResult,
  pins: readonly Pin[],
  aisle: string,
  context: RangeContext,
): RangeResult {
  if (!pins.some(({ anyway }) => anyway)) return range;
  const added = new Set<number>();
  for (const { sku, anyway } of pinsFor(pins, aisle, context)) {
    const p = anyway ? snapshot.bySku.get(sku) : undefined;
    if (p !== undefined && !holds(range.bits, p)) added.add(p);
  }
  if (!added.size) return range;
  const key = [...added].sort((a, b) => a - b).join();
  let known = shelfKept.get(range);
  if (!known) shelfKept.set(range, (known = new Map()));
  let wider = known.get(key);
  if (!wider) {
    const bits = range.bits.slice();
    for (const p of added) bits[p >>> 5] |= 1 << (p & 31);
    wider = { bits, count: range.count + added.size, key: `${range.key}+${key}` };
    known.set(key, wider);
  }
  return wider;
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
