import { seeded, type Chance } from '@fond/core';

/** Choices that are the same for the same seed. */
export class Random {
  readonly next: Chance;

  constructor(seed: number) {
    this.next = seeded(seed);
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
