/** Figures are of so many whole days before today: long enough for most products, short enough to follow a season. */
export const EARNED_DAYS = 28;

/** What shoppers did with a product over `EARNED_DAYS`. */
export interface Earned {
  /** Times that a card of it was in view. */
  seen: number;
  clicks: number;
  /** Times that it was put into a cart. */
  carts: number;
  /** Cents. */
  revenue: number;
}

export const EARNED = ['seen', 'clicks', 'carts', 'revenue'] as const satisfies readonly (keyof Earned)[];

/** The same by product; 0 where nothing was counted. */
export type EarnedColumn = Readonly<Record<keyof Earned, Float64Array>>;

/** A column of rows in their order; nothing was counted of those that have none. */
export function earnedColumn(rows: ArrayLike<Earned | null | undefined>): EarnedColumn {
  const of = (name: keyof Earned): Float64Array =>
    Float64Array.from({ length: rows.length }, (_, p) => rows[p]?.[name] ?? 0);
  return { seen: of('seen'), clicks: of('clicks'), carts: of('carts'), revenue: of('revenue') };
}
