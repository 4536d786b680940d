/** Address of a picture's rendition. */
export const pictureAt = (hash: string, width: number): string => `/pictures/${hash}-${width}.webp`;

export const srcset = (hash: string, widths: readonly number[]): string =>
  widths.map((width) => `${pictureAt(hash, width)} ${width}w`).join(', ');
