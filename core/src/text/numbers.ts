import type { Lang } from '../catalogue/rows';

interface Writer {
  format: Intl.NumberFormat;
  written: Map<number, string>;
}

const writers = new Map<Lang, Writer>();
const MOST_WRITTEN = 4096;

/** A number as the language writes it, with up to four decimals; what was written lately is kept. */
export function numberText(number: number, lang: Lang): string {
  let writer = writers.get(lang);
  if (!writer) {
    writer = { format: new Intl.NumberFormat(lang, { maximumFractionDigits: 4 }), written: new Map() };
    writers.set(lang, writer);
  }
  let text = writer.written.get(number);
  if (text === undefined) {
    text = writer.format.format(number);
    if (writer.written.size >= MOST_WRITTEN) writer.written.clear();
    writer.written.set(number, text);
  }
  return text;
}
