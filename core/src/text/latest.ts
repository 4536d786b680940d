import { LRUCache } from 'lru-cache';

/**
 * A function that remembers what it made for the keys that were asked for last: what takes long to make, and is asked for
 * again and again, is made once.
 *
 * @param most Keys that are remembered; the one that was asked for longest ago goes first.
 * @param make Makes it of the key alone, and never fails for a key that it has made before.
 */
export function latest<Key extends string | number, Value extends NonNullable<unknown>>(
  most: number,
  make: (key: Key) => Value,
): (key: Key) => Value {
  const kept = new LRUCache<Key, Value>({ max: most });
  return (key) => {
    let value = kept.get(key);
    if (value === undefined) kept.set(key, (value = make(key)));
    return value;
  };
}
