import { sameValue } from '@fond/core';

/**
 * Whether what is stored says already what is asked for. Then the answer to an earlier sending was lost on the way, or
 * nothing was changed, and whichever version the sender knew is no matter.
 */
export const saysAlready = <W extends object>(stored: W, wish: W): boolean =>
  (Object.keys(wish) as (keyof W)[]).every((key) => sameValue(stored[key] ?? null, wish[key] ?? null));
