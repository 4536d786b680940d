import type { Snapshot } from '../catalogue/snapshot';

/**
 * The products that were added last, the newest first; those of one moment in the order of the catalogue.
 *
 * @param most How many at the most.
 * @returns Positions of products.
 */
export function newestProducts({ size, created }: Snapshot, most: number): number[] {
  const all = Array.from({ length: size }, (_, p) => p);
  return all.sort((a, b) => created[b] - created[a] || a - b).slice(0, most);
}
