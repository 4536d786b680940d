import type { FocusPoint } from '../catalogue/rows';

/**
 * Where a point of a picture is seen once the picture fills a box of another shape, as CSS `object-fit: cover` and
 * `object-position` cut it.
 *
 * @param point In percent of the picture.
 * @param picture Its size, in any unit.
 * @param ratio Height of the box in percent of its width; null for the picture's own shape.
 * @param focus The picture's point that lies at the same share of the box, in percent.
 * @returns In percent of the box; null where it is cut off.
 */
export function placeInCrop(
  { x, y }: FocusPoint,
  { width, height }: { width: number; height: number },
  ratio: number | null,
  focus: FocusPoint,
): FocusPoint | null {
  const own = height / width;
  const box = ratio === null ? own : ratio / 100;
  // Shares of the picture that are seen.
  const across = Math.min(1, own / box);
  const down = Math.min(1, box / own);
  const within = (at: number, share: number, kept: number): number => (at - kept * (1 - share)) / share;
  const placed = { x: within(x, across, focus.x), y: within(y, down, focus.y) };
  const seen = (at: number): boolean => at >= 0 && at <= 100;
  return seen(placed.x) && seen(placed.y) ? placed : null;
}
