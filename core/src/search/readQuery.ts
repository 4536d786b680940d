import { fold } from '../text/fold';
import type { SearchRules, Synonyms } from '../clause/searchRules';
import type { Lang } from '../text/texts';
import { stemOf } from './stems';
import { tokenize } from './tokenize';

/** One way to say what is sought: words that all have to be found, as they begin or nearly so. */
export interface Wording {
  words: readonly string[];
  by: 'itself' | 'ending' | 'compound' | 'synonym' | 'synonym-ending';
}

/** Something that is sought, with all ways to say it, the given one first. */
export interface Concept {
  /** As it was typed. */
  said: string;
  ways: readonly Wording[];
}

/** More ways to say one thing take longer than they help. */
const MAX_WAYS = 24;

/** A text's words as they are typed, without those that say nothing, unless it says nothing else. */
export function tellingWords(text: string, lang: Lang, rules: Pick<SearchRules, 'leftOut'>): string[] {
  const typed = tokenize(text).filter((word) => fold(word));
  const silent = new Set(rules.leftOut.filter((one) => one.lang === lang).map(({ word }) => fold(word)));
  const telling = typed.filter((word) => !silent.has(fold(word)));
  return telling.length ? telling : typed;
}

/** Both halves of a compound are words of their own; shorter ones are endings more often than words. */
const MIN_HALF = 3;

/**
 * What a search text asks for, from its first word to its last. The longest run of words that has synonyms is one thing,
 * every other word by itself is one. Two words that the catalogue writes as one are one thing, said both ways; one that
 * nobody knows is also sought as two that are known.
 *
 * @param knows Whether a folded word stands in the catalogue; compounds are not looked for without it.
 */
export function readQuery(
  text: string,
  lang: Lang,
  rules: Pick<SearchRules, 'synonyms' | 'leftOut'>,
  knows: (word: string) => boolean = () => false,
): Concept[] {
  const words = tellingWords(text, lang, rules);
  const synonyms = phrasesOf(rules.synonyms, lang);
  const concepts: Concept[] = [];
  const known = new Set<string>();
  for (let at = 0; at < words.length;) {
    const phrase = longestAt(words, at, synonyms, lang);
    const joined = phrase ? null : joinedAt(words, at, knows);
    const run = words.slice(at, at + (phrase?.length ?? (joined ? 2 : 1)));
    at += run.length;
    const said = run.join(' ');
    // A word that is typed twice asks for nothing more.
    if (known.has(fold(said))) continue;
    known.add(fold(said));
    const compounds = joined ? [[joined]] : run.length === 1 ? halvesOf(fold(run[0]), knows) : [];
    concepts.push({ said, ways: waysOf(run, compounds, phrase?.others ?? [], lang) });
  }
  return concepts;
}

/** Two words that follow each other as the one word that the catalogue has of them; null where it has none. */
function joinedAt(words: readonly string[], at: number, knows: (word: string) => boolean): string | null {
  if (at + 1 >= words.length) return null;
  const joined = fold(words[at]) + fold(words[at + 1]);
  return knows(joined) ? joined : null;
}

/** The two known words that an unknown one is put together from, in each way there is. */
function halvesOf(word: string, knows: (word: string) => boolean): string[][] {
  if (/\d/.test(word) || knows(word)) return [];
  const halves: string[][] = [];
  for (let cut = MIN_HALF; cut <= word.length - MIN_HALF; cut++) {
    const pair = [word.slice(0, cut), word.slice(cut)];
    if (pair.every(knows)) halves.push(pair);
  }
  return halves;
}

/** A phrase with what it means besides. */
interface Phrase {
  stems: readonly string[];
  length: number;
  others: readonly (readonly string[])[];
}

const phrasesKept = new WeakMap<readonly Synonyms[], Map<Lang, Phrase[]>>();

/** The phrases of a language that have synonyms, the longest first. */
function phrasesOf(synonyms: readonly Synonyms[], lang: Lang): Phrase[] {
  let byLang = phrasesKept.get(synonyms);
  if (!byLang) phrasesKept.set(synonyms, (byLang = new Map<Lang, Phrase[]>()));
  let phrases = byLang.get(lang);
  if (phrases) return phrases;
  phrases = [];
  for (const group of synonyms) {
    if (group.lang !== lang) continue;
    const all = group.words.map((words) => tokenize(words).filter((word) => fold(word)));
    all.forEach((words, at) => {
      if (!words.length || (group.oneWay && at > 0)) return;
      const others = all.filter((other, place) => place !== at && other.length > 0);
      phrases!.push({ stems: words.map((word) => stemOf(word, lang)), length: words.length, others });
    });
  }
  phrases.sort((a, b) => b.length - a.length);
  byLang.set(lang, phrases);
  return phrases;
}

/** The longest phrase that begins at a word, with all that any group of synonyms says of it. */
function longestAt(
  words: readonly string[],
  at: number,
  phrases: readonly Phrase[],
  lang: Lang,
): { length: number; others: (readonly string[])[] } | null {
  let longest = 0;
  const found: (readonly string[])[] = [];
  for (const { stems, length, others } of phrases) {
    if (length < longest) break;
    if (at + length > words.length) continue;
    if (!stems.every((stem, n) => stem === stemOf(words[at + n], lang))) continue;
    longest = length;
    found.push(...others);
  }
  return longest ? { length: longest, others: found } : null;
}

function waysOf(
  run: readonly string[],
  compounds: readonly (readonly string[])[],
  others: readonly (readonly string[])[],
  lang: Lang,
): Wording[] {
  const ways: Wording[] = [{ words: run.map(fold), by: 'itself' }];
  const seen = new Set([ways[0].words.join(' ')]);
  const add = (words: readonly string[], by: Wording['by']): void => {
    const key = words.join(' ');
    if (seen.has(key) || ways.length >= MAX_WAYS) return;
    seen.add(key);
    ways.push({ words, by });
  };
  add(
    run.map((word) => stemOf(word, lang)),
    'ending',
  );
  for (const compound of compounds) add(compound, 'compound');
  for (const other of others) {
    add(other.map(fold), 'synonym');
    add(
      other.map((word) => stemOf(word, lang)),
      'synonym-ending',
    );
  }
  return ways;
}
