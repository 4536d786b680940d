/** One value per device width. */
export interface PerWidth<T> {
  wide: T;
  medium: T;
  narrow: T;
}

/** The same at every width. */
export const atAllWidths = <T>(value: T): PerWidth<T> => ({ wide: value, medium: value, narrow: value });

export type WidthName = keyof PerWidth<unknown>;
export const WIDTH_NAMES: readonly WidthName[] = ['wide', 'medium', 'narrow'];

/** A value of the wide page, and what narrower ones have instead; null for what the next wider one has. */
export interface Stepped<T> {
  wide: T;
  medium: T | null;
  narrow: T | null;
}

/** A value of the wide page that all narrower ones follow. */
export const followed = <T>(value: T): Stepped<T> => ({ wide: value, medium: null, narrow: null });

/** The value at a width: its own, or that of the next wider one. */
export function steppedAt<T>({ wide, medium, narrow }: Stepped<T>, width: WidthName): T {
  if (width === 'wide') return wide;
  return width === 'medium' ? (medium ?? wide) : (narrow ?? medium ?? wide);
}

/** The values that hold at each width. */
export const atEachWidth = <T>(stepped: Stepped<T>): PerWidth<T> => ({
  wide: stepped.wide,
  medium: steppedAt(stepped, 'medium'),
  narrow: steppedAt(stepped, 'narrow'),
});
