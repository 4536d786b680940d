import MiniSearch, { type Options, type SearchOptions } from 'minisearch';
import { valueLabel } from '../card/card';
import { textIn, type Lang } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { membersOf, wordsFor, type Posting, type Words } from '../catalogue/sets';
import { fold } from './fold';

/** The products that a search text finds, with a score each (larger is better). */
export interface SearchMatches {
  words: Words;
  scores: ReadonlyMap<number, number>;
}

interface ProductDocument {
  id: number;
  title: string;
  sku: string;
}

/** A value that many products share: found once, it stands for all of them. */
interface ValueDocument {
  id: number;
  label: string;
}

interface SharedValue {
  posting: Posting;
  boost: number;
}

const DOCUMENTS_AT_ONCE = 2_000;

const processTerm = (term: string): string | null => fold(term) || null;
const FINDING: SearchOptions = {
  prefix: true,
  fuzzy: (term) => (term.length > 3 ? 0.2 : false),
  // Words are given one by one, folded already.
  tokenize: (text) => [text],
};
const PRODUCTS: Options<ProductDocument> = {
  fields: ['title', 'sku'],
  processTerm,
  searchOptions: { ...FINDING, boost: { title: 4, sku: 4 } },
};
const VALUES: Options<ValueDocument> = { fields: ['label'], processTerm, searchOptions: FINDING };
const tokenize = MiniSearch.getDefault('tokenize') as (text: string) => string[];

/**
 * The search texts of one snapshot in one language: titles and article numbers by product; categories, tags and
 * attributes by value, as the snapshot knows already who has which. Descriptions are left out: they find much and mean
 * little.
 */
export class SearchIndex {
  private constructor(
    private readonly size: number,
    private readonly products: MiniSearch<ProductDocument>,
    private readonly values: MiniSearch<ValueDocument>,
    private readonly shared: readonly SharedValue[],
  ) {}

  /** Builds in slices, so that a server goes on answering meanwhile. */
  static async build(snapshot: Snapshot, lang: Lang): Promise<SearchIndex> {
    const products = new MiniSearch<ProductDocument>(PRODUCTS);
    for (let from = 0; from < snapshot.size; from += DOCUMENTS_AT_ONCE) {
      const length = Math.min(DOCUMENTS_AT_ONCE, snapshot.size - from);
      await products.addAllAsync(
        Array.from({ length }, (_, at) => ({
          id: from + at,
          title: textIn(snapshot.titles[from + at], lang, snapshot.frame.languages),
          sku: snapshot.skus[from + at],
        })),
        { chunkSize: 250 },
      );
    }
    const values = new MiniSearch<ValueDocument>(VALUES);
    const shared: SharedValue[] = [];
    for (const { column, boost } of sharedColumns(snapshot))
      column.postings.forEach((posting, code) => {
        values.add({ id: shared.length, label: valueLabel(snapshot, column, code, lang) });
        shared.push({ posting, boost });
      });
    return new SearchIndex(snapshot.size, products, values, shared);
  }

  /** Every word of `q` has to be found, as a prefix or with small typing errors. */
  search(q: string): SearchMatches {
    let scores: Map<number, number> | null = null;
    for (const word of new Set(tokenize(q).map(fold))) {
      if (!word) continue;
      const found = this.findWord(word);
      if (scores)
        for (const [p, score] of scores) {
          const more = found.get(p);
          if (more === undefined) scores.delete(p);
          else scores.set(p, score + more);
        }
      else scores = found;
    }
    const words = wordsFor(this.size);
    for (const p of scores?.keys() ?? []) words[p >>> 5] |= 1 << (p & 31);
    return { words, scores: scores ?? new Map() };
  }

  /** A product's best shared value counts, beside its own title and number. */
  private findWord(word: string): Map<number, number> {
    const found = new Map<number, number>();
    for (const { id, score } of this.values.search(word)) {
      const { posting, boost } = this.shared[id as number];
      for (const p of membersOf(posting)) found.set(p, Math.max(found.get(p) ?? 0, score * boost));
    }
    for (const { id, score } of this.products.search(word)) {
      const p = id as number;
      found.set(p, (found.get(p) ?? 0) + score);
    }
    return found;
  }
}

function sharedColumns(snapshot: Snapshot): { column: ValueColumn; boost: number }[] {
  const attributes = [...snapshot.attributes.values()].filter(
    ({ row }) => row.type !== 'boolean' && row.type !== 'number',
  );
  return [
    { column: snapshot.category, boost: 2 },
    { column: snapshot.tag, boost: 2 },
    ...attributes.map(({ column }) => ({ column, boost: 1.5 })),
  ];
}
