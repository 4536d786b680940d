import type { Lang } from './texts';

/** How numbers of one kind are written. */
export interface NumberForm {
  /** Whether thousands are set apart; years and codes say nothing in thousands. */
  grouped: boolean;
  /** Decimals that are always written; null for as many as there are, up to four. */
  decimals: number | null;
}

const USUAL: NumberForm = { grouped: true, decimals: null };

interface Writer {
  format: Intl.NumberFormat;
  written: Map<number, string>;
}

const writers = new Map<string, Writer>();
const MAX_WRITTEN = 4096;

/** A number as the language writes it; what was written lately is kept. */
export function numberText(number: number, lang: Lang, { grouped, decimals }: NumberForm = USUAL): string {
  const name = grouped && decimals === null ? lang : `${lang} ${grouped} ${decimals}`;
  let writer = writers.get(name);
  if (!writer) {
    const format = new Intl.NumberFormat(lang, {
      useGrouping: grouped,
      minimumFractionDigits: decimals ?? 0,
      maximumFractionDigits: decimals ?? 4,
    });
    writers.set(name, (writer = { format, written: new Map() }));
  }
  let text = writer.written.get(number);
  if (text === undefined) {
    text = writer.format.format(number);
    if (writer.written.size >= MAX_WRITTEN) writer.written.clear();
    writer.written.set(number, text);
  }
  return text;
}
