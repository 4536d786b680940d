import type { Lang } from './texts';

export interface Money {
  /** In units of the currency, such as 24.9. */
  amount: number;
  currency: string;
  /** As the page's language writes it. */
  text: string;
}

/** Writing money takes longer than all else of a card, and a shop has few prices that no other product has. */
interface Writer {
  format: Intl.NumberFormat;
  written: Map<number, string>;
}
const writers = new Map<string, Writer>();
const MAX_WRITTEN = 20_000;

/** Money of integer cents. */
export function moneyOf(cents: number, currency: string, lang: Lang): Money {
  const key = `${lang}|${currency}`;
  let writer = writers.get(key);
  if (!writer) {
    writer = { format: new Intl.NumberFormat(lang, { style: 'currency', currency }), written: new Map() };
    writers.set(key, writer);
  }
  let text = writer.written.get(cents);
  if (text === undefined) {
    if (writer.written.size >= MAX_WRITTEN) writer.written.clear();
    writer.written.set(cents, (text = writer.format.format(cents / 100)));
  }
  return { amount: cents / 100, currency, text };
}
