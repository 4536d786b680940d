import type { SearchQuestion, SearchTrial } from '@fond/contract';
import { readQuery, type SearchIndex, type Snapshot } from '@fond/core';
import { productLineOf } from '../range/productLine';
import { bestOf } from './bestOf';

const SHOWN = 24;

/** What a text finds by some rules, and how each product has what was sought. */
export function trySearch(
  snapshot: Snapshot,
  index: SearchIndex,
  { q, lang, rules }: SearchQuestion,
): SearchTrial {
  const matches = index.search(snapshot, q, rules);
  const best = bestOf(snapshot, matches, SHOWN);
  const found = index.explain(snapshot, q, best, rules);
  return {
    total: matches.places.length,
    concepts: readQuery(q, lang, rules).map(({ said, ways }) => ({
      said,
      others: ways.flatMap(({ words, by }) => (by === 'synonym' ? [words.join(' ')] : [])),
    })),
    products: best.map((p, at) => ({ ...productLineOf(snapshot, p), found: found[at] })),
    before: index.search(snapshot, q, snapshot.frame.search).places.length,
  };
}
