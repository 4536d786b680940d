import { latest } from './latest';
import type { Lang } from './texts';

export interface Money {
  /** In units of the currency, such as 24.9. */
  amount: number;
  currency: string;
  /** As the page's language writes it. */
  text: string;
}

const MAX_FORMS = 64;
const MAX_WRITTEN = 20_000;

/** Writing money takes longer than all else of a card, and a shop has few prices that no other product has. */
const writerOf = latest(MAX_FORMS, (key: string) => {
  const [lang, currency] = key.split('|');
  const format = new Intl.NumberFormat(lang, { style: 'currency', currency });
  return latest(MAX_WRITTEN, (cents: number) => format.format(cents / 100));
});

/** Money of integer cents. */
export const moneyOf = (cents: number, currency: string, lang: Lang): Money => ({
  amount: cents / 100,
  currency,
  text: writerOf(`${lang}|${currency}`)(cents),
});
