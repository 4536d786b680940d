/** Where a picture's rendition is served; the name is the content, so it may be kept for ever. */
export const pictureAddress = (hash: string, width: number): string => `/pictures/${hash}-${width}.webp`;
