import MiniSearch from 'minisearch';
import { valueLabel } from '../card/card';
import { textIn, type Lang } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { wordsFor, type Words } from '../catalogue/sets';
import { fold } from './fold';

/** The products that a search text finds, with a score each (larger is better). */
export interface SearchMatches {
  words: Words;
  scores: ReadonlyMap<number, number>;
}

interface SearchDocument {
  id: number;
  title: string;
  sku: string;
  groups: string;
  attributes: string;
}

const DOCUMENTS_AT_ONCE = 2_000;

/**
 * The search texts of one snapshot in one language: titles, article numbers, categories, tags and attributes.
 * Descriptions are left out: they find much and mean little, and would double the index.
 */
export class SearchIndex {
  private constructor(
    private readonly size: number,
    private readonly index: MiniSearch<SearchDocument>,
  ) {}

  /** Builds in slices, so that a server goes on answering meanwhile. */
  static async build(snapshot: Snapshot, lang: Lang): Promise<SearchIndex> {
    const index = new MiniSearch<SearchDocument>({
      fields: ['title', 'sku', 'groups', 'attributes'],
      processTerm: (term) => fold(term) || null,
      searchOptions: {
        boost: { title: 4, sku: 4, groups: 2, attributes: 1.5 },
        prefix: true,
        fuzzy: (term) => (term.length > 3 ? 0.2 : false),
        combineWith: 'AND',
      },
    });
    for (let from = 0; from < snapshot.size; from += DOCUMENTS_AT_ONCE) {
      const length = Math.min(DOCUMENTS_AT_ONCE, snapshot.size - from);
      await index.addAllAsync(
        Array.from({ length }, (_, at) => documentOf(snapshot, from + at, lang)),
        { chunkSize: 250 },
      );
    }
    return new SearchIndex(snapshot.size, index);
  }

  /** Every word of `q` has to be found, as a prefix or with small typing errors. */
  search(q: string): SearchMatches {
    const words = wordsFor(this.size);
    const scores = new Map<number, number>();
    for (const { id, score } of this.index.search(q)) {
      const p = id as number;
      scores.set(p, score);
      words[p >>> 5] |= 1 << (p & 31);
    }
    return { words, scores };
  }
}

function documentOf(snapshot: Snapshot, p: number, lang: Lang): SearchDocument {
  const labels = (column: ValueColumn): string[] => {
    const found: string[] = [];
    for (let k = column.offsets[p]; k < column.offsets[p + 1]; k++)
      found.push(valueLabel(snapshot, column, column.codes[k], lang));
    return found;
  };
  const attributes: string[] = [];
  for (const { row, column } of snapshot.attributes.values())
    if (row.type !== 'boolean' && row.type !== 'number') attributes.push(...labels(column));
  return {
    id: p,
    title: textIn(snapshot.titles[p], lang, snapshot.frame.languages),
    sku: snapshot.skus[p],
    groups: [...labels(snapshot.category), ...labels(snapshot.facets.get('tag') as ValueColumn)].join(' '),
    attributes: attributes.join(' '),
  };
}
