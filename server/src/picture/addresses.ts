/** Where a picture's rendition is served; the name is the content, so it may be kept for ever. In which kind, browsers say. */
export const pictureAddress = (hash: string, width: number): string => `/pictures/${hash}-${width}`;
