import { latest } from './latest';
import type { Lang } from './texts';

/** How numbers of one kind are written. */
export interface NumberForm {
  /** Whether thousands are set apart; years and codes say nothing in thousands. */
  grouped: boolean;
  /** Decimals that are always written; null for as many as there are, up to four. */
  decimals: number | null;
}

const USUAL: NumberForm = { grouped: true, decimals: null };

const MAX_FORMS = 64;
const MAX_WRITTEN = 4096;

/** By language and form, each with the numbers that it wrote last. */
const writerOf = latest(MAX_FORMS, (name: string) => {
  const [lang, grouped = 'true', decimals = 'null'] = name.split(' ');
  const fixed = decimals === 'null' ? null : Number(decimals);
  const format = new Intl.NumberFormat(lang, {
    useGrouping: grouped === 'true',
    minimumFractionDigits: fixed ?? 0,
    maximumFractionDigits: fixed ?? 4,
  });
  return latest(MAX_WRITTEN, (number: number) => format.format(number));
});

/** A number as the language writes it; what was written lately is kept. */
export const numberText = (number: number, lang: Lang, { grouped, decimals }: NumberForm = USUAL): string =>
  writerOf(grouped && decimals === null ? lang : `${lang} ${grouped} ${decimals}`)(number);
