/** First path segment of the pages that show products side by side. */
export const COMPARE_ROOT = '/compare';

/** More than so many columns are no table any more. */
export const MAX_COMPARED = 4;

/** Where these products stand side by side, relative to the shop's root. */
export const compareAddress = (slugs: readonly string[]): string => [COMPARE_ROOT, ...slugs].join('/');
