/** A seeded stream of numbers in [0, 1): mulberry32 (Tommy Ettinger, public domain). */
export class Random {
  constructor(private state: number) {}

  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  /** A whole number from `least` to `most`, both included. */
  whole(least: number, most: number): number {
    return least + Math.floor(this.next() * (most - least + 1));
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)];
  }

  chance(share: number): boolean {
    return this.next() < share;
  }

  /** `count` different entries in the list's own order. */
  some<T>(list: readonly T[], count: number): T[] {
    const places = new Set<number>();
    while (places.size < Math.min(count, list.length)) places.add(Math.floor(this.next() * list.length));
    return list.filter((_, at) => places.has(at));
  }
}
