import { emptyBitset, holds, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { isOn } from '../clause/inForce';
import type { SearchMatches } from '../order/matches';
import type { QueryAnswer, SearchRules } from '../clause/searchRules';
import type { Lang } from '../text/texts';
import { stemOf } from './stems';
import { tellingWords } from './readQuery';

const answersKept = new WeakMap<readonly QueryAnswer[], Map<Lang, Answers>>();

/** What a language answers: by all words that are said, and by each word for queries within others. */
interface Answers {
  whole: ReadonlyMap<string, readonly QueryAnswer[]>;
  /** By the first word of the query. */
  within: ReadonlyMap<string, readonly { answer: QueryAnswer; stems: readonly string[] }[]>;
}

/** The words of a text without their endings, each once. */
const stemsOf = (text: string, lang: Lang, rules: SearchRules): string[] => [
  ...new Set(tellingWords(text, lang, rules).map((word) => stemOf(word, lang))),
];
const keyOf = (stems: readonly string[]): string => [...stems].sort().join(' ');

function answersIn(rules: SearchRules, lang: Lang): Answers {
  let byLang = answersKept.get(rules.answers);
  if (!byLang) answersKept.set(rules.answers, (byLang = new Map<Lang, Answers>()));
  const known = byLang.get(lang);
  if (known) return known;
  const whole = new Map<string, QueryAnswer[]>();
  const within = new Map<string, { answer: QueryAnswer; stems: readonly string[] }[]>();
  for (const answer of rules.answers) {
    if (answer.lang !== lang) continue;
    for (const query of answer.queries) {
      const stems = stemsOf(query, lang, rules);
      if (!stems.length) continue;
      whole.set(keyOf(stems), [...(whole.get(keyOf(stems)) ?? []), answer]);
      if (answer.match === 'within')
        within.set(stems[0], [...(within.get(stems[0]) ?? []), { answer, stems }]);
    }
  }
  const answers = { whole, within };
  byLang.set(lang, answers);
  return answers;
}

/**
 * The answer that a shop gives to a query on a day, `2026-11-30`; null for none. One to these very words goes before those
 * to some of them, of these the one to more words, and else the first in the shop's list. Endings, the order of the words,
 * and words that say nothing make no difference.
 */
export function answerTo(rules: SearchRules, lang: Lang, q: string, day: string): QueryAnswer | null {
  if (!rules.answers.length) return null;
  const { whole, within } = answersIn(rules, lang);
  const said = stemsOf(q, lang, rules);
  const exact = whole.get(keyOf(said))?.find((answer) => isOn(answer, day));
  if (exact) return exact;
  const words = new Set(said);
  let best: { answer: QueryAnswer; stems: readonly string[] } | null = null;
  for (const word of said)
    for (const one of within.get(word) ?? []) {
      if (!one.stems.every((stem) => words.has(stem)) || !isOn(one.answer, day)) continue;
      const ahead =
        best && one.stems.length === best.stems.length && isBefore(rules, one.answer, best.answer);
      if (!best || one.stems.length > best.stems.length || ahead) best = one;
    }
  return best?.answer ?? null;
}

const isBefore = ({ answers }: SearchRules, one: QueryAnswer, other: QueryAnswer): boolean =>
  answers.indexOf(one) < answers.indexOf(other);

/**
 * What a query finds by its answer: products that are pinned or lifted are there whether their words are found or not,
 * lifted ones stand first in their order, and those that are left out are gone. O(found).
 */
export function answeredMatches(
  { bySku, size }: Snapshot,
  { bits: found, places, scores }: SearchMatches,
  { pins, lifted, leftOut }: Pick<QueryAnswer, 'pins' | 'lifted' | 'leftOut'>,
): SearchMatches {
  const placesOf = (skus: readonly string[]): number[] =>
    skus.flatMap((sku) => {
      const p = bySku.get(sku);
      return p === undefined ? [] : [p];
    });
  const gone = new Set(placesOf(leftOut));
  const first = placesOf(lifted).filter((p) => !gone.has(p));
  const added = [...new Set([...first, ...placesOf(pins.map(({ sku }) => sku))])].filter((p) => !gone.has(p));
  if (!gone.size && !added.length) return { bits: found, places, scores };
  const score = new Map<number, number>();
  let highest = 0;
  places.forEach((p, at) => {
    highest = Math.max(highest, scores[at]);
    if (!gone.has(p)) score.set(p, scores[at]);
  });
  for (const p of added) if (!score.has(p)) score.set(p, 0);
  first.forEach((p, at) => score.set(p, highest + first.length - at));
  const bits = emptyBitset(size);
  for (const p of score.keys()) bits[p >>> 5] |= 1 << (p & 31);
  const all = Uint32Array.from(score.keys()).sort();
  return { bits, places: all, scores: Float64Array.from(all, (p) => score.get(p)!) };
}

/** The place, counted from 0, of each product that an answer pins among some; of two for one place the first. */
export function answerPins(
  { bySku }: Snapshot,
  { pins }: Pick<QueryAnswer, 'pins'>,
  bits: Bitset,
): Map<number, number> {
  const held = new Map<number, number>();
  const taken = new Set<number>();
  for (const { sku, place } of pins) {
    const p = bySku.get(sku);
    if (p === undefined || !holds(bits, p) || held.has(p) || taken.has(place)) continue;
    held.set(p, place - 1);
    taken.add(place);
  }
  return held;
}
