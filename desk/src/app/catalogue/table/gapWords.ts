import type { GAPS } from '@fond/core';

const WORDS: Readonly<Record<(typeof GAPS)[number], string>> = {
  picture: 'a picture',
  price: 'a price',
  reduction: 'a reduction, though a price before is given',
  category: 'a category',
  aisle: 'any aisle',
  description: 'a description',
};

/** What products lack, as the end of “they lack …”. */
export function gapWords(gap: string, label: (attribute: string) => string): string {
  if (Object.hasOwn(WORDS, gap)) return WORDS[gap as keyof typeof WORDS];
  if (gap.startsWith('title@')) return `a name in “${gap.slice('title@'.length)}”`;
  return label(gap.slice('attribute:'.length));
}
