import type { CardImage } from '@fond/core';

/** Address of a picture's rendition; the server sends the smallest kind that the browser takes. */
export const pictureAt = (hash: string, width: number): string => `/pictures/${hash}-${width}`;

/** Renditions to choose from: none wider than the original, whose own width is the last. */
export function srcset({ hash, width: own }: CardImage, widths: readonly number[]): string {
  const smaller = widths.filter((width) => width < own);
  const whole = widths.find((width) => width >= own);
  return [
    ...smaller.map((width) => `${pictureAt(hash, width)} ${width}w`),
    ...(whole === undefined ? [] : [`${pictureAt(hash, whole)} ${own}w`]),
  ].join(', ');
}
