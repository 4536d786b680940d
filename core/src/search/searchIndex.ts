import MiniSearch, { type Options } from 'minisearch';
import { valueLabel } from '../card/card';
import type { ValueColumn } from '../catalogue/columns';
import { placesById } from '../catalogue/patch';
import { membersOf, emptyBitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { runToEnd } from '../catalogue/steps';
import type { SearchMatches } from '../order/matches';
import { fold } from '../text/fold';
import { type Lang, type Texts, textIn } from '../text/texts';
import { NO_SEARCH_RULES, type SearchRules } from '../clause/searchRules';
import { WordIndex } from '../text/wordIndex';
import { readQuery, type Concept, type Wording } from './readQuery';
import { climb, type Climb } from './ladder';
import { tokenize } from './tokenize';

/** How a product has something that was sought. */
export interface FoundBy {
  said: string;
  /** `spelling`: by a word that is nearly it. Null where it has it in no way. */
  by: Exclude<Wording['by'], 'synonym-ending'> | 'spelling' | null;
  /** The words that were found, folded. */
  word: string;
}

/** What a search counts in, all zero between two things that are sought. */
class Scratch {
  /** Of one word. */
  readonly score: Float64Array;
  /** The best of all ways to say a thing. */
  readonly best: Float64Array;
  /** Products whose best isn't zero. */
  readonly touched: number[] = [];

  constructor(size: number) {
    this.score = new Float64Array(size);
    this.best = new Float64Array(size);
  }
}

/** A value that many products share: found once, it stands for all of them. */
interface ValueDocument {
  id: string;
  label: string;
}

const processTerm = (term: string): string | null => fold(term) || null;
const VALUES: Options<ValueDocument> = {
  fields: ['label'],
  processTerm,
  searchOptions: {
    prefix: true,
    fuzzy: (term) => (term.length > 3 && !/\d/.test(term) ? 0.2 : false),
    // Words are given one by one, folded already.
    tokenize: (text) => [text],
  },
};
/** So few letters begin too many words to tell an aisle from others; in other scripts they may be a whole word. */
const UNTELLING = /^\p{Script=Latin}{1,2}$/u;
/** A product's own words count more than what it shares with others. */
const OWN = 4;
/** What is found by another ending, or by a synonym, counts so much less than what was typed. */
const WORTH: Readonly<Record<Wording['by'], number>> = {
  itself: 1,
  ending: 0.9,
  compound: 0.85,
  synonym: 0.8,
  'synonym-ending': 0.75,
};

/**
 * The search texts of a catalogue in one language: titles and article numbers by product; categories, tags and attributes
 * by value, as snapshots know already who has which. Descriptions are left out: they find much and mean little.
 *
 * It is brought along from snapshot to snapshot: only what has changed is indexed anew.
 */
export class SearchIndex {
  private readonly products = new WordIndex();
  private readonly values = new MiniSearch<ValueDocument>(VALUES);
  /** What was indexed: the texts and article number of each product, the label of each value. */
  private readonly knownProducts = new Map<number, { titles: Texts; sku: string; text: string }>();
  private languages = '';
  private readonly knownValues = new Map<string, string>();
  /** Words of values, with how many values have each. */
  private readonly valueWords = new Map<string, number>();
  private reads: readonly unknown[] = [];

  constructor(private readonly lang: Lang) {}

  /** Builds it all in one go. */
  static of(snapshot: Snapshot, lang: Lang): SearchIndex {
    const index = new SearchIndex(lang);
    runToEnd(index.updating(snapshot));
    return index;
  }

  /** Whether it knows all that a snapshot holds. */
  fits(snapshot: Snapshot): boolean {
    const reads = readsOf(snapshot);
    return reads.length === this.reads.length && reads.every((read, at) => read === this.reads[at]);
  }

  /** Brings it to a snapshot, in steps between which others may have their turn. */
  *updating(snapshot: Snapshot): Generator<void, void> {
    if (this.fits(snapshot)) return;
    yield* this.updateProducts(snapshot);
    yield* this.updateValues(snapshot);
    this.reads = readsOf(snapshot);
  }

  private *updateProducts(snapshot: Snapshot): Generator<void, void> {
    const { ids, titles, skus, frame } = snapshot;
    const places = placesById(ids);
    for (const [id, { text }] of this.knownProducts)
      if (!places.has(id)) {
        this.products.remove(id, wordsOf(text));
        this.knownProducts.delete(id);
      }
    yield;
    // Which text stands in this language depends on which languages there are.
    const languages = frame.languages.join();
    const sameLanguages = languages === this.languages;
    this.languages = languages;
    let added = 0;
    for (let p = 0; p < ids.length; p++) {
      const known = this.knownProducts.get(ids[p]);
      if (sameLanguages && known?.titles === titles[p] && known.sku === skus[p]) continue;
      const text = `${textIn(titles[p], this.lang, frame.languages)} ${skus[p]}`;
      this.knownProducts.set(ids[p], { titles: titles[p], sku: skus[p], text });
      if (known?.text === text) continue;
      if (known) this.products.remove(ids[p], wordsOf(known.text));
      this.products.add(ids[p], wordsOf(text));
      if (++added % STEP === 0) yield;
    }
    yield;
  }

  private *updateValues(snapshot: Snapshot): Generator<void, void> {
    const there = new Set<string>();
    let added = 0;
    for (const { name, column } of sharedColumns(snapshot))
      for (let code = 0; code < column.values.length; code++) {
        const id = `${name} ${column.values[code].value}`;
        const label = valueLabel(snapshot, column, code, this.lang);
        there.add(id);
        const known = this.knownValues.get(id);
        if (known === label) continue;
        if (known === undefined) this.values.add({ id, label });
        else this.values.replace({ id, label });
        this.knownValues.set(id, label);
        this.countWords(known, -1);
        this.countWords(label, 1);
        if (++added % STEP === 0) yield;
      }
    for (const [id, label] of this.knownValues)
      if (!there.has(id)) {
        this.values.discard(id);
        this.knownValues.delete(id);
        this.countWords(label, -1);
      }
    yield;
  }

  private countWords(label: string | undefined, by: 1 | -1): void {
    for (const word of wordsOf(label ?? '')) {
      const count = (this.valueWords.get(word) ?? 0) + by;
      if (count) this.valueWords.set(word, count);
      else this.valueWords.delete(word);
    }
  }

  /** Whether a folded word stands in the catalogue. */
  private readonly knows = (word: string): boolean => this.products.has(word) || this.valueWords.has(word);

  /** What a text asks for, with words that are written together or apart as the catalogue has them. */
  read(q: string, rules: SearchRules = NO_SEARCH_RULES): Concept[] {
    return readQuery(q, this.lang, rules, this.knows);
  }

  /**
   * Everything that `q` asks for has to be found, as it is typed, with another ending or by a synonym; words as prefixes or
   * with small typing errors. What is a product's article number finds that product alone.
   */
  search(snapshot: Snapshot, q: string, rules: SearchRules = NO_SEARCH_RULES): SearchMatches {
    const exact = numbered(snapshot, q.trim());
    if (exact !== undefined) return onlyMatch(snapshot, exact);
    const concepts = this.read(q, rules);
    const total = new Float64Array(snapshot.size);
    /** How much of what is sought each product has, one after the other. */
    const met = new Uint16Array(snapshot.size);
    const scratch = new Scratch(snapshot.size);
    for (const [at, { ways }] of concepts.entries()) {
      for (const way of ways) this.scoreWay(snapshot, way, scratch);
      for (const p of scratch.touched) {
        if (met[p] === at) {
          met[p] = at + 1;
          total[p] += scratch.best[p];
        }
        scratch.best[p] = 0;
      }
      scratch.touched.length = 0;
    }
    const found = emptyBitset(snapshot.size);
    const places: number[] = [];
    if (concepts.length)
      for (let p = 0; p < met.length; p++)
        if (met[p] === concepts.length) {
          found[p >>> 5] |= 1 << (p & 31);
          places.push(p);
        }
    return {
      bits: found,
      places: Uint32Array.from(places),
      scores: Float64Array.from(places, (p) => total[p]),
    };
  }

  /** What a text finds; where that is nothing, what the shop's ladder finds in its place. */
  searchOrClimb(snapshot: Snapshot, q: string, rules: SearchRules = NO_SEARCH_RULES): SearchMatches {
    const matches = this.search(snapshot, q, rules);
    if (matches.places.length || !q.trim()) return matches;
    const climbing: Climb = {
      concepts: (text) => this.read(text, rules),
      products: (concept) => this.productsOf(snapshot, concept),
      words: () => [this.products.words(), this.valueWords.keys()],
      size: snapshot.size,
    };
    const instead = climb(climbing, q, rules.nothing.rungs);
    if (!instead) return matches;
    return { ...this.search(snapshot, instead.text, rules), instead };
  }

  /** The products that have one thing that is sought. */
  private productsOf(snapshot: Snapshot, { ways }: Concept): number[] {
    const scratch = new Scratch(snapshot.size);
    for (const way of ways) this.scoreWay(snapshot, way, scratch);
    return scratch.touched;
  }

  /**
   * Which way of each thing that is sought each product was found by; null for what it doesn't have. Costs as much as a
   * search, however many products are asked after.
   */
  explain(snapshot: Snapshot, q: string, places: readonly number[], rules: SearchRules): FoundBy[][] {
    const told: FoundBy[][] = places.map(() => []);
    const scratch = new Scratch(snapshot.size);
    for (const { said, ways } of this.read(q, rules)) {
      const best = places.map((): { way: Wording; score: number } | null => null);
      for (const way of ways) {
        this.scoreWay(snapshot, way, scratch);
        places.forEach((p, at) => {
          const score = scratch.best[p];
          if (score > (best[at]?.score ?? 0)) best[at] = { way, score };
        });
        for (const p of scratch.touched) scratch.best[p] = 0;
        scratch.touched.length = 0;
      }
      places.forEach((p, at) => told[at].push(this.foundBy(snapshot, said, best[at]?.way ?? null, p)));
    }
    return told;
  }

  private foundBy(snapshot: Snapshot, said: string, way: Wording | null, p: number): FoundBy {
    if (!way) return { said, by: null, word: '' };
    const spelt = way.words.every((word) => this.hasBeginning(snapshot, p, word));
    const by = way.by === 'synonym-ending' ? 'synonym' : way.by;
    return { said, by: spelt ? by : 'spelling', word: way.words.join(' ') };
  }

  /** Whether a product's own words, or those of what it shares with others, hold one that begins so. */
  private hasBeginning(snapshot: Snapshot, p: number, word: string): boolean {
    const own = this.knownProducts.get(snapshot.ids[p])?.text ?? '';
    const shared = sharedColumns(snapshot).flatMap(({ name, column }) =>
      Array.from(column.codes.subarray(column.offsets[p], column.offsets[p + 1]), (code) =>
        this.knownValues.get(`${name} ${column.values[code].value}`),
      ),
    );
    return [own, ...shared].some((text) => text && [...wordsOf(text)].some((one) => one.startsWith(word)));
  }

  /**
   * Categories and tags that a text finds, the best first: those with most of what is sought. A last word of one or two
   * letters says nothing yet.
   */
  groups(q: string, rules: SearchRules, most: number): { kind: 'category' | 'tag'; value: string }[] {
    const found = new Map<string, number>();
    for (const { said, ways } of this.read(q, rules)) {
      if (UNTELLING.test(said)) continue;
      const best = new Map<string, number>();
      for (const { words, by } of ways)
        for (const { id, score } of this.values.search(words.join(' '), { tokenize, combineWith: 'AND' }))
          best.set(String(id), Math.max(best.get(String(id)) ?? 0, score * WORTH[by]));
      for (const [id, score] of best) found.set(id, (found.get(id) ?? 0) + score);
    }
    return [...found]
      .filter(([id]) => /^[>#] /.test(id))
      .sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1))
      .slice(0, most)
      .map(([id]) => ({ kind: id.startsWith('>') ? 'category' : 'tag', value: id.slice(2) }));
  }

  /** Notes for each product that has all words of a way the best score that any way gave it. */
  private scoreWay(snapshot: Snapshot, { words, by }: Wording, { score, best, touched }: Scratch): void {
    // Ways of several words don't count more for being longer.
    const worth = WORTH[by] / words.length;
    const note = (p: number, sum: number): void => {
      if (!best[p]) touched.push(p);
      if (sum * worth > best[p]) best[p] = sum * worth;
    };
    if (words.length === 1) {
      for (const p of this.scoreWord(snapshot, words[0], score)) {
        note(p, score[p]);
        score[p] = 0;
      }
      return;
    }
    let all: ReadonlyMap<number, number> | null = null;
    for (const word of words) {
      const next = new Map<number, number>();
      for (const p of this.scoreWord(snapshot, word, score)) {
        const before: number | undefined = all ? all.get(p) : 0;
        if (before !== undefined) next.set(p, before + score[p]);
        score[p] = 0;
      }
      all = next;
    }
    for (const [p, sum] of all ?? []) note(p, sum);
  }

  /** Adds what a word scores to `score`, all zero before; a product's best shared value counts beside its own words. */
  private scoreWord(snapshot: Snapshot, word: string, score: Float64Array): number[] {
    const touched: number[] = [];
    const columns = new Map(sharedColumns(snapshot).map((shared) => [shared.name, shared]));
    for (const { id, score: matched } of this.values.search(word)) {
      const text = String(id);
      const blank = text.indexOf(' ');
      const shared = columns.get(text.slice(0, blank));
      const code = shared?.column.codeOf.get(text.slice(blank + 1));
      if (!shared || code === undefined) continue;
      const weight = matched * shared.boost;
      for (const p of membersOf(shared.column.postings[code])) {
        if (!score[p]) touched.push(p);
        if (weight > score[p]) score[p] = weight;
      }
    }
    const places = placesOf(snapshot.ids);
    this.products.find(word, (id, matched) => {
      const p = id < places.length ? places[id] : -1;
      if (p < 0) return;
      if (!score[p]) touched.push(p);
      score[p] += matched * OWN;
    });
    return touched;
  }
}

const foldedKept = new WeakMap<readonly string[], Map<string, number>>();

/** The product with an article number, as it is written or but for the case of its letters. */
function numbered({ bySku, skus }: Snapshot, text: string): number | undefined {
  if (!text) return undefined;
  const exact = bySku.get(text);
  if (exact !== undefined) return exact;
  let places = foldedKept.get(skus);
  if (!places) foldedKept.set(skus, (places = new Map(skus.map((sku, p) => [fold(sku), p]))));
  return places.get(fold(text));
}

function onlyMatch(snapshot: Snapshot, p: number): SearchMatches {
  const bits = emptyBitset(snapshot.size);
  bits[p >>> 5] |= 1 << (p & 31);
  return { bits, places: Uint32Array.of(p), scores: Float64Array.of(1) };
}

const placesKept = new WeakMap<Uint32Array, Int32Array>();

/** Place by id, -1 where there is none; forty thousand are looked up in a search. */
function placesOf(ids: Uint32Array): Int32Array {
  let places = placesKept.get(ids);
  if (!places) {
    let last = -1;
    for (const id of ids) last = Math.max(last, id);
    placesKept.set(ids, (places = new Int32Array(last + 1).fill(-1)));
    for (let p = 0; p < ids.length; p++) places[ids[p]] = p;
  }
  return places;
}

/** The words of a text, as they are compared. */
const wordsOf = (text: string): Set<string> => new Set(tokenize(text).map(fold).filter(Boolean));

/** Documents between which others may have their turn. */
const STEP = 250;

interface SharedColumn {
  /** Without blanks. */
  name: string;
  column: ValueColumn;
  boost: number;
}

function sharedColumns(snapshot: Snapshot): SharedColumn[] {
  const attributes = [...snapshot.attributes.values()].filter(
    ({ row }) => row.type !== 'boolean' && row.type !== 'number',
  );
  return [
    { name: '>', column: snapshot.category, boost: 2 },
    { name: '#', column: snapshot.tag, boost: 2 },
    ...attributes.map(({ row, column }) => ({ name: row.key, column, boost: 1.5 })),
  ];
}

/** What an index is made of. */
const readsOf = (snapshot: Snapshot): unknown[] => [
  snapshot.titles,
  snapshot.skus,
  snapshot.frame.languages.join(),
  ...sharedColumns(snapshot).map(({ column }) => column),
];
