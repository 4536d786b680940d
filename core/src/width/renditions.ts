/** Widths, in pixels, in which pictures are kept, as far as their originals reach. */
export const RENDITION_WIDTHS: readonly number[] = [240, 360, 480, 720, 960, 1360, 1920, 2720];

/** The smallest kept rendition that is sharp at a card width and pixel ratio; the largest where none is. */
export function renditionFor(width: number, ratio: number): number {
  return (
    RENDITION_WIDTHS.find((kept) => kept >= width * ratio) ?? RENDITION_WIDTHS[RENDITION_WIDTHS.length - 1]
  );
}
