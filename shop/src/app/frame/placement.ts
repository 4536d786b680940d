import type { DressModel, FixtureModel } from '@fond/core';

const WIDTHS = ['wide', 'medium', 'narrow'] as const;

type Placed = Pick<FixtureModel, 'hiddenAt' | 'placement' | 'dress' | 'drawer'>;

/** A page is one document for all widths; what a width doesn't show, or keeps in view, is told by class names. */
export const placementClasses = ({ hiddenAt = [], placement, dress }: Placed): string =>
  [
    ...dressClasses(dress),
    ...hiddenAt.map((width) => `not-${width}`),
    ...(placement?.stuckAt ?? []).map((width) => `stuck-${width}`),
  ].join(' ');

/** Span and order at each width, as the style sheet reads them; null where both are as usual. */
export function placementStyle({ placement, dress }: Placed): string | null {
  const css = [
    ...(placement
      ? WIDTHS.map(
          (width) => `--span-${width}:${placement.spans[width]};--order-${width}:${placement.orders[width]}`,
        )
      : []),
    ...dressStyle(dress),
  ];
  return css.length ? css.join(';') : null;
}

/** What needs rules of its own, by class. */
function dressClasses(dress: DressModel | undefined): string[] {
  if (!dress) return [];
  const { above, ground, picture, words, align, widest, bleeds } = dress;
  return [
    ...WIDTHS.filter((width) => above[width] === 'none').map((width) => `touching-${width}`),
    ...(ground || picture ? ['grounded'] : []),
    ...(bleeds ? ['bleeding'] : []),
    ...(words ? ['own-words'] : []),
    ...(align === 'start' ? [] : [`aligned-${align}`]),
    ...(widest === null ? [] : ['narrowed']),
  ];
}

/** Colours are those of the page, as on this ground words and ground of the page turn into its own. */
const paintOf = (paint: string): string => (paint.startsWith('#') ? paint : `var(--page-${paint})`);

function dressStyle(dress: DressModel | undefined): string[] {
  if (!dress) return [];
  const { above, ground, words, size, widest } = dress;
  const css: string[] = [];
  if (WIDTHS.some((width) => above[width] !== 0))
    css.push(...WIDTHS.map((width) => `--above-${width}:${Number(above[width]) || 0}px`));
  if (ground) css.push(`--on:${paintOf(ground)}`);
  if (words) css.push(`--in:${paintOf(words)}`);
  if (WIDTHS.some((width) => size[width] !== 100))
    css.push(...WIDTHS.map((width) => `--letters-${width}:${size[width] / 100}`));
  if (widest !== null) css.push(`--widest:${widest}px`);
  return css;
}
