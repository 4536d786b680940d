import type { Lang } from '../catalogue/rows';

export interface Money {
  /** In units of the currency, such as 24.9. */
  amount: number;
  currency: string;
  /** As the page's language writes it. */
  text: string;
}

const formats = new Map<string, Intl.NumberFormat>();

/** Money of integer cents. */
export function moneyOf(cents: number, currency: string, lang: Lang): Money {
  const key = `${lang}|${currency}`;
  let format = formats.get(key);
  if (!format) formats.set(key, (format = new Intl.NumberFormat(lang, { style: 'currency', currency })));
  return { amount: cents / 100, currency, text: format.format(cents / 100) };
}
