import type { ArrangedProduct, BoardFigure } from '@fond/contract';

export const FIGURE_WORDS: Readonly<Record<BoardFigure, string>> = {
  price: 'price',
  saving: 'saving',
  stock: 'stock',
  sold: 'units sold',
  lately: 'sold in 30 days',
  views: 'views in 30 days',
  rating: 'rating',
  margin: 'margin',
  age: 'days in the shop',
};

/** A figure as it stands on a small card. */
export function figureText(figure: BoardFigure, number: number | null): string {
  if (number === null) return '–';
  const decimals =
    figure === 'price'
      ? { minimumFractionDigits: 2, maximumFractionDigits: 2 }
      : { maximumFractionDigits: 1 };
  const written = number.toLocaleString('en', decimals);
  if (figure === 'saving') return number ? `${written} %` : 'none';
  return figure === 'age' ? `${written} d` : written;
}

/** Shades of a figure from its fewest to its most, and where each begins. */
export interface Scale {
  /** Least number of each shade, ascending. */
  steps: readonly number[];
  most: number;
}

export const SHADES = 5;

/** Shades that hold about as many products each; fewer where there are few different numbers. */
export function scaleOf(products: readonly ArrangedProduct[], figure: BoardFigure): Scale | null {
  const numbers = products.flatMap(({ figures }) => figures[figure] ?? []).sort((a, b) => a - b);
  if (!numbers.length) return null;
  const starts = Array.from(
    { length: SHADES },
    (_, at) => numbers[Math.floor((at * numbers.length) / SHADES)],
  );
  return { steps: [...new Set(starts)], most: numbers[numbers.length - 1] };
}

/** The shade of a number, from 0; null where it has none. */
export function shadeOf(scale: Scale | null, number: number | null): number | null {
  if (!scale || number === null) return null;
  let shade = scale.steps.length - 1;
  while (shade > 0 && number < scale.steps[shade]) shade--;
  return shade;
}
