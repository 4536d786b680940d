/** A number of things, in words: “1 aisle”, “3 aisles”. */
export const counted = (count: number, noun: string, plural = `${noun}s`): string =>
  `${count} ${count === 1 ? noun : plural}`;
