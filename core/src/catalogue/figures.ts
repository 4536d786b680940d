import type { StockState } from '../clause/rule';

/** Pieces up to which shoppers are told that few are left. */
export const LOW_STOCK = 5;

/** The saving in whole percent, rounded down so that a badge never promises too much; 0 where there is none. */
export function savingPercent(price: number, was: number): number {
  return was > price ? Math.floor(((was - price) / was) * 100) : 0;
}

/** Stock as shoppers are told it. */
export function stockStateOf(stock: number): StockState {
  if (stock <= 0) return 'out';
  return stock <= LOW_STOCK ? 'low' : 'in';
}

/** Figures of a product that are no attribute, and may stand on a card as a line of their own. */
export type CardField = 'sku' | 'added' | 'sold' | 'saving';
export const CARD_FIELDS: readonly CardField[] = ['sku', 'added', 'sold', 'saving'];
