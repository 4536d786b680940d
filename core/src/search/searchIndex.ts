import MiniSearch, { type Options } from 'minisearch';
import { valueLabel } from '../card/card';
import type { ValueColumn } from '../catalogue/columns';
import { placesById } from '../catalogue/patch';
import { membersOf, emptyBitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { ended } from '../catalogue/steps';
import type { SearchMatches } from '../order/matches';
import { fold } from '../text/fold';
import { type Lang, type Texts, textIn } from '../text/texts';
import { WordIndex } from '../text/wordIndex';

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
/** A product's own words count more than what it shares with others. */
const OWN = 4;
const tokenize = MiniSearch.getDefault('tokenize') as (text: string) => string[];

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
  private reads: readonly unknown[] = [];

  constructor(private readonly lang: Lang) {}

  /** Builds it all in one go. */
  static of(snapshot: Snapshot, lang: Lang): SearchIndex {
    const index = new SearchIndex(lang);
    ended(index.updating(snapshot));
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
        if (++added % STEP === 0) yield;
      }
    for (const id of this.knownValues.keys())
      if (!there.has(id)) {
        this.values.discard(id);
        this.knownValues.delete(id);
      }
    yield;
  }

  /**
   * Every word of `q` has to be found, as a prefix or with small typing errors; what is a product's article number finds
   * that product alone.
   */
  search(snapshot: Snapshot, q: string): SearchMatches {
    const exact = numbered(snapshot, q.trim());
    if (exact !== undefined) return onlyMatch(snapshot, exact);
    const words = [...wordsOf(q)];
    const total = new Float64Array(snapshot.size);
    /** How many words each product has met, one after the other. */
    const met = new Uint16Array(snapshot.size);
    const score = new Float64Array(snapshot.size);
    for (const [at, word] of words.entries()) {
      const touched = this.scoreWord(snapshot, word, score);
      for (const p of touched) {
        if (met[p] === at) {
          met[p] = at + 1;
          total[p] += score[p];
        }
        score[p] = 0;
      }
    }
    const found = emptyBitset(snapshot.size);
    const places: number[] = [];
    if (words.length)
      for (let p = 0; p < met.length; p++)
        if (met[p] === words.length) {
          found[p >>> 5] |= 1 << (p & 31);
          places.push(p);
        }
    return {
      bits: found,
      places: Uint32Array.from(places),
      scores: Float64Array.from(places, (p) => total[p]),
    };
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
