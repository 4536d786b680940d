import type { Lang } from '../catalogue/rows';

const formats = new Map<Lang, Intl.NumberFormat>();

/** A number as the language writes it, with up to four decimals. */
export function numberText(number: number, lang: Lang): string {
  let format = formats.get(lang);
  if (!format) formats.set(lang, (format = new Intl.NumberFormat(lang, { maximumFractionDigits: 4 })));
  return format.format(number);
}
