/** A file's weight as people read it: thousands of bytes. */
export const kilobytes = (bytes: number): string => `${Math.round(bytes / 1000)} kB`;
