import type { AttributeType } from '@fond/core';
import type { Decimal } from '@fond/contract';
import { booleanOf } from '../../text/booleanOf';
import { plainNumber } from './form/numbers';

const WHOLE = /^\d+$/;
const COLOUR = /^#[0-9a-f]{6}$/i;
/** Digits that a number would lose: zeros before it, or more than a double holds. */
const CODE = /^-?0\d|^-?\d{16,}$/;
/** In fewer rows, values that are all different may still be measures. */
const MIN_ROWS_OF_CODES = 12;
/** Different values that are told apart; a column of more is no list of words. */
const MAX_DISTINCT = 50_000;

/** What two spellings of one word have in common. */
export const spelling = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/(?<=\p{Script=Latin})\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Spellings of one word, the most frequent first. */
export interface Variant {
  spellings: readonly { text: string; count: number }[];
}

/** Gathers the values of one column, so that its type can be found, and spellings told. */
export class ColumnFindings {
  filled = 0;
  readonly examples: string[] = [];
  private numbers = true;
  /** Whole numbers, none of them negative. */
  private whole = true;
  private codes = false;
  private years = true;
  private booleans = true;
  private colours = true;
  private lists = false;
  private readonly distinct = new Map<string, number>();

  /** @param decimal What stands before the decimals of the file's numbers. */
  see(text: string, decimal: Decimal = '.'): void {
    if (!text) return;
    this.filled++;
    if (this.examples.length < 4 && !this.examples.includes(text)) this.examples.push(text.slice(0, 60));
    if (this.numbers && plainNumber(text, decimal) === null) this.numbers = false;
    if (this.whole && !WHOLE.test(text)) this.whole = false;
    if (!this.codes && CODE.test(text)) this.codes = true;
    if (this.years && !/^(1[5-9]|20)\d\d$/.test(text)) this.years = false;
    if (this.booleans && booleanOf(text) === null) this.booleans = false;
    if (this.colours && !COLOUR.test(text)) this.colours = false;
    if (text.includes('|')) this.lists = true;
    if (this.distinct.size <= MAX_DISTINCT)
      for (const one of text.split('|')) {
        const entry = one.trim();
        if (entry) this.distinct.set(entry, (this.distinct.get(entry) ?? 0) + 1);
      }
  }

  /** Every value stands once. */
  get unique(): boolean {
    return this.filled > 1 && (this.distinct.size > MAX_DISTINCT || this.distinct.size === this.filled);
  }

  /**
   * What its values are. Digits that a number would change, and whole numbers that name each row, are codes. Yes/no goes
   * before numbers only where words say so: a column of 1 and 0 counts something.
   *
   * @param measured The first line says in what its numbers are measured.
   */
  type(measured = false): AttributeType {
    if (!this.filled) return 'text';
    const names = !measured && this.whole && this.unique && this.filled >= MIN_ROWS_OF_CODES;
    if (this.numbers && !this.codes && !names) return 'number';
    if (this.booleans && !this.codes) return 'boolean';
    if (this.colours) return 'colour';
    return this.lists ? 'many' : 'text';
  }

  /** Whether its numbers are written without separators: years say nothing in thousands. */
  get plain(): boolean {
    return this.filled > 0 && this.years;
  }

  /** Words that are spelt in more than one way, the most frequent words first. */
  variants(): Variant[] {
    if (this.distinct.size > MAX_DISTINCT) return [];
    const bySpelling = new Map<string, { text: string; count: number }[]>();
    for (const [text, count] of this.distinct) {
      const key = spelling(text);
      if (!key) continue;
      const known = bySpelling.get(key);
      if (known) known.push({ text, count });
      else bySpelling.set(key, [{ text, count }]);
    }
    const total = ({ spellings }: Variant): number => spellings.reduce((sum, { count }) => sum + count, 0);
    return [...bySpelling.values()]
      .filter((spellings) => spellings.length > 1)
      .map((spellings): Variant => ({ spellings: spellings.sort((a, b) => b.count - a.count) }))
      .sort((a, b) => total(b) - total(a));
  }
}
