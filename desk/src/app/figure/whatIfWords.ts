import type { Estimate } from '@fond/core';

/** A difference with its sign, by a true minus. */
export function signedText(value: number, text: (size: number) => string): string {
  const size = text(Math.abs(value));
  // What is written as nothing has no side.
  if (!/[1-9]/.test(size)) return size;
  return value < 0 ? `−${size}` : `+${size}`;
}

/** What can be said of a difference by its bounds. */
export function likelyText({ low, high }: Estimate): string {
  if (low > 0) return 'likely more';
  if (high < 0) return 'likely less';
  return 'too close to tell';
}
