import { acquireBitset, acquireList, releaseBitset, releaseList, wordCount } from '../catalogue/sets';

const SEVERAL = 6;

/**
 * Leaves rubbish in the bitsets and lists that are lent next, so that whoever reads what nobody has written there is found
 * out.
 *
 * @param size Products of the catalogue whose sets are lent.
 */
export function poisonLent(size: number): void {
  const bitsets = Array.from({ length: SEVERAL }, () => acquireBitset(wordCount(size)).fill(0xffffffff));
  const lists = Array.from({ length: SEVERAL }, (_, at) => acquireList(64 << (at % 3)).fill(0xfffffffe));
  bitsets.forEach(releaseBitset);
  lists.forEach(releaseList);
}
