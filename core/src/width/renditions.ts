/** Widths, in pixels, in which pictures are kept, as far as their originals reach. */
export const RENDITION_WIDTHS: readonly number[] = [240, 360, 480, 720, 960, 1360, 1920, 2720];

/** What a picture drawn in a place of so many pixels may weigh, in bytes: a phone's line carries it in a second or two. */
export const HEAVY_BYTES = 200_000;

/** Names a rendition of a picture by its content hash and its width in pixels. */
export const renditionName = (hash: string, width: number): string => `${hash}-${width}`;

/** The rendition that a screen with one pixel for one fetches for a place, of an original of so many pixels. */
export const fetchedFor = (needed: number, original: number): number =>
  Math.min(renditionFor(needed, 1), renditionFor(original, 1));

/** The smallest kept rendition that is sharp at a card width and pixel ratio; the largest where none is. */
export function renditionFor(width: number, ratio: number): number {
  return (
    RENDITION_WIDTHS.find((kept) => kept >= width * ratio) ?? RENDITION_WIDTHS[RENDITION_WIDTHS.length - 1]
  );
}
