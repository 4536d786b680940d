/** Signs of money, and blanks of all kinds, that people type and spreadsheets paste around a number. */
const AROUND = /[\s\p{Sc}]/gu;

/**
 * A number as product files write it, from how people write it: `1 234,50 €` becomes `1234.50`. What could mean two
 * numbers, such as `1,234`, stays as it is, and is refused by whoever reads it.
 */
export function typedNumber(text: string): string {
  const plain = text.replace(AROUND, '').replace(/^\u2212/, '-');
  const comma = plain.lastIndexOf(',');
  const point = plain.lastIndexOf('.');
  if (comma < 0) return /\d/.test(plain) ? plain : text;
  if (point > comma) return isGrouped(plain.slice(0, point), ',') ? plain.replaceAll(',', '') : text;
  if (point >= 0)
    return isGrouped(plain.slice(0, comma), '.') ? plain.replaceAll('.', '').replace(',', '.') : text;
  return /^-?\d+,(\d{1,2}|\d{4,})$/.test(plain) ? plain.replace(',', '.') : text;
}

const isGrouped = (whole: string, mark: ',' | '.'): boolean =>
  (mark === ',' ? /^-?\d{1,3}(,\d{3})*$/ : /^-?\d{1,3}(\.\d{3})*$/).test(whole);
