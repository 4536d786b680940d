import type { Snapshot } from '../catalogue/snapshot';
import { PRODUCT_ROOT } from './address';

/** The slug in a product page's path, decoded; null in any other path. */
export const slugIn = (path: string): string | null =>
  path.startsWith(`${PRODUCT_ROOT}/`) ? path.slice(PRODUCT_ROOT.length + 1) : null;

/** Tells whether a page of the shop is at a decoded path: an aisle or a product. */
export const pageStands =
  ({ aisles, bySlug }: Pick<Snapshot, 'aisles' | 'bySlug'>) =>
  (path: string): boolean => {
    const slug = slugIn(path);
    return slug === null ? aisles.byPath.has(path) : bySlug.has(slug);
  };
