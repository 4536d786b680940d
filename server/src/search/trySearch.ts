import type { SearchQuestion, SearchTrial, TriedProduct } from '@fond/contract';
import {
  answeredMatches,
  answerPins,
  answerTo,
  windowAround,
  type QueryAnswer,
  type SearchIndex,
  type SearchMatches,
  type Snapshot,
} from '@fond/core';
import { productLineOf } from '../range/productLine';
import { bestOf } from './bestOf';

const SHOWN = 24;

/** What a text finds by some rules on a day, `2026-11-30`, and how each product came to its place. */
export function trySearch(
  snapshot: Snapshot,
  index: SearchIndex,
  { q, lang, rules }: SearchQuestion,
  day: string,
): SearchTrial {
  const answer = answerTo(rules, lang, q, day);
  const plain = index.searchOrClimb(snapshot, q, rules);
  const matches = answer ? answeredMatches(snapshot, plain, answer) : plain;
  const { pins, places } = firstPlaces(snapshot, matches, answer);
  const sought = plain.instead?.text ?? q;
  const found = index.explain(snapshot, sought, places, rules);
  const lifted = new Set(answer?.lifted);
  const named = [...(answer?.pins ?? []).map(({ sku }) => sku), ...lifted, ...(answer?.leftOut ?? [])];
  return {
    total: matches.places.length,
    concepts: index.read(sought, rules).map(({ said, ways }) => ({
      said,
      others: ways.flatMap(({ words, by }) =>
        by === 'synonym' || by === 'compound' ? [words.join(' ')] : [],
      ),
    })),
    products: places.map((p, at): TriedProduct => {
      const line = productLineOf(snapshot, p);
      const by = pins.has(p) ? 'pin' : lifted.has(line.sku) ? 'lift' : 'words';
      return { ...line, place: at + 1, by, found: found[at] };
    }),
    before: foundBefore(snapshot, index, q, lang, day),
    instead: plain.instead ?? null,
    answer: answer?.id ?? null,
    unknown: [...new Set(named)].filter((sku) => !snapshot.bySku.has(sku)),
  };
}

/** The products that stand first, with those that an answer holds at their places. */
function firstPlaces(
  snapshot: Snapshot,
  matches: SearchMatches,
  answer: QueryAnswer | null,
): { pins: ReadonlyMap<number, number>; places: number[] } {
  const pins = answer ? answerPins(snapshot, answer, matches.bits) : new Map<number, number>();
  const others = bestOf(snapshot, matches, SHOWN + pins.size).filter((p) => !pins.has(p));
  const at = new Map([...pins].map(([p, place]) => [place, p]));
  const count = Math.min(matches.places.length, SHOWN);
  // Pins beyond what is shown here stand further down on the page.
  const seen = new Map([...at].filter(([place]) => place < count));
  const places = windowAround(seen, count, 0, SHOWN, (start, length) => others.slice(start, start + length));
  return { pins, places: [...places] };
}

function foundBefore(snapshot: Snapshot, index: SearchIndex, q: string, lang: string, day: string): number {
  const kept = snapshot.frame.search;
  const matches = index.searchOrClimb(snapshot, q, kept);
  const answer = kept ? answerTo(kept, lang, q, day) : null;
  return (answer ? answeredMatches(snapshot, matches, answer) : matches).places.length;
}
