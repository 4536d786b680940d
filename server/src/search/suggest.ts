import type { Suggestions } from '@fond/contract';
import {
  addressOf,
  aisleProducts,
  answeredMatches,
  answerPins,
  answerTo,
  fold,
  isOn,
  languageOf,
  moneyOf,
  NO_SEARCH_RULES,
  plainState,
  PRODUCT_ROOT,
  RENDITION_WIDTHS,
  textIn,
  type Lang,
  type SearchIndex,
  type SearchRules,
  type Snapshot,
} from '@fond/core';
import { pictureAddress } from '../picture/addresses';
import { bestOf } from './bestOf';

const PRODUCTS = 5;
const AISLES = 4;
const QUERIES = 3;
const [PICTURE] = RENDITION_WIDTHS;

/**
 * Queries, aisles and products for what has been typed so far, its last word being read as the beginning of one. Products
 * stand as the shop answers to it.
 */
export function suggest(
  snapshot: Snapshot,
  index: SearchIndex,
  q: string,
  asked: string | undefined,
  day: string,
): Suggestions {
  const lang = languageOf(snapshot, asked);
  const { languages, search: rules = NO_SEARCH_RULES } = snapshot.frame;
  const link = (path: string, text = ''): string =>
    addressOf({ ...plainState(path, lang), q: text }, snapshot.frame.languages[0]);
  const answer = answerTo(rules, lang, q, day);
  const plain = index.search(snapshot, q, rules);
  const matches = answer ? answeredMatches(snapshot, plain, answer) : plain;
  const pinned = answer ? [...answerPins(snapshot, answer, matches.bits)] : [];
  const first = pinned.sort((a, b) => a[1] - b[1]).map(([p]) => p);
  const best = [...new Set([...first, ...bestOf(snapshot, matches, PRODUCTS)])].slice(0, PRODUCTS);
  return {
    queries: knownQueries(rules, lang, q, day).map((text) => ({
      text,
      href: link('/search', text),
    })),
    aisles: index
      .groups(q, rules, AISLES * 2)
      .flatMap(({ kind, value }) => {
        const aisle = snapshot.aisles.byPath.get(kind === 'category' ? `/${value}` : `/tags/${value}`);
        const count = aisle && !aisle.closed ? aisleProducts(snapshot, aisle).count : 0;
        return aisle && count
          ? [{ title: textIn(aisle.titles, lang, languages), href: link(aisle.path), count }]
          : [];
      })
      .slice(0, AISLES),
    products: best.map((p) => {
      const cents = snapshot.price.numbers[p];
      const hash = snapshot.images[p].find((image) => image.hash)?.hash;
      return {
        title: textIn(snapshot.titles[p], lang, languages),
        href: link(`${PRODUCT_ROOT}/${snapshot.slugs[p]}`),
        price: Number.isNaN(cents) ? null : moneyOf(cents, snapshot.currencies[p], lang).text,
        image: hash ? pictureAddress(hash, PICTURE) : null,
      };
    }),
    total: matches.places.length,
  };
}

/** Queries that the shop has words or products for, and what it calls things, where they begin as what is typed. */
function knownQueries(rules: SearchRules, lang: Lang, q: string, day: string): string[] {
  const typed = fold(q.trim());
  const known = [
    ...rules.answers.flatMap((answer) => (answer.lang === lang && isOn(answer, day) ? answer.queries : [])),
    ...rules.synonyms.flatMap((group) => (group.lang === lang ? group.words : [])),
  ];
  const queries = new Map<string, string>();
  for (const text of known) {
    const folded = fold(text);
    if (folded !== typed && folded.startsWith(typed) && !queries.has(folded)) queries.set(folded, text);
    if (queries.size === QUERIES) break;
  }
  return [...queries.values()];
}
