import type { DesignKind } from '@fond/core';

/** Kinds of starting points: over a list of them, and as what is kept of a plan. */
export const DESIGN_WORDS: Readonly<Record<DesignKind, { list: string; kept: string }>> = {
  page: { list: 'Pages', kept: 'its page' },
  card: { list: 'Cards', kept: 'its card' },
  badges: { list: 'Badges', kept: 'its badges' },
  look: { list: 'Looks', kept: 'its look' },
};
