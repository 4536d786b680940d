import type { FixtureModel } from '@fond/core';

type Placed = Pick<FixtureModel, 'hiddenAt' | 'placement'>;

/** A page is one document for all widths; what a width doesn't show, or keeps in view, is told by class names. */
export const placementClasses = ({ hiddenAt = [], placement }: Placed): string =>
  [
    ...hiddenAt.map((width) => `not-${width}`),
    ...(placement?.stuckAt ?? []).map((width) => `stuck-${width}`),
  ].join(' ');

/** Span and order at each width, as the style sheet reads them; null where both are as usual. */
export function placementStyle({ placement }: Placed): string | null {
  if (!placement) return null;
  const { spans, orders } = placement;
  return (['wide', 'medium', 'narrow'] as const)
    .map((width) => `--span-${width}:${spans[width]};--order-${width}:${orders[width]}`)
    .join(';');
}
