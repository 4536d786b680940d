import MiniSearch, { type Options, type SearchOptions } from 'minisearch';
import { valueLabel } from '../card/card';
import { textIn, type Lang, type Texts } from '../catalogue/rows';
import { placesById } from '../catalogue/patch';
import { ended } from '../catalogue/steps';
import type { Snapshot } from '../catalogue/snapshot';
import type { ValueColumn } from '../catalogue/columns';
import { membersOf, wordsFor, type Words } from '../catalogue/sets';
import { fold } from './fold';

/** The products that a search text finds, with a score each (larger is better). */
export interface SearchMatches {
  words: Words;
  scores: ReadonlyMap<number, number>;
}

interface ProductDocument {
  /** Of the product in the database, which stays when it stands elsewhere in a later snapshot. */
  id: number;
  title: string;
  sku: string;
}

/** A value that many products share: found once, it stands for all of them. */
interface ValueDocument {
  id: string;
  label: string;
}

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
 * The search texts of a catalogue in one language: titles and article numbers by product; categories, tags and attributes
 * by value, as snapshots know already who has which. Descriptions are left out: they find much and mean little.
 *
 * It is brought along from snapshot to snapshot: only what has changed is indexed anew.
 */
export class SearchIndex {
  private readonly products = new MiniSearch<ProductDocument>(PRODUCTS);
  private readonly values = new MiniSearch<ValueDocument>(VALUES);
  /** What was indexed: the texts and article number of each product, the label of each value. */
  private readonly knownProducts = new Map<number, { titles: Texts; sku: string }>();
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
    for (const id of this.knownProducts.keys())
      if (!places.has(id)) {
        this.products.discard(id);
        this.knownProducts.delete(id);
      }
    yield;
    let added = 0;
    for (let p = 0; p < ids.length; p++) {
      const known = this.knownProducts.get(ids[p]);
      if (known?.titles === titles[p] && known.sku === skus[p]) continue;
      const document = { id: ids[p], title: textIn(titles[p], this.lang, frame.languages), sku: skus[p] };
      if (known) this.products.replace(document);
      else this.products.add(document);
      this.knownProducts.set(ids[p], { titles: titles[p], sku: skus[p] });
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

  /** Every word of `q` has to be found, as a prefix or with small typing errors. */
  search(snapshot: Snapshot, q: string): SearchMatches {
    let scores: Map<number, number> | null = null;
    for (const word of new Set(tokenize(q).map(fold))) {
      if (!word) continue;
      const found = this.findWord(snapshot, word);
      if (scores)
        for (const [p, score] of scores) {
          const more = found.get(p);
          if (more === undefined) scores.delete(p);
          else scores.set(p, score + more);
        }
      else scores = found;
    }
    const words = wordsFor(snapshot.size);
    for (const p of scores?.keys() ?? []) words[p >>> 5] |= 1 << (p & 31);
    return { words, scores: scores ?? new Map() };
  }

  /** A product's best shared value counts, beside its own title and number. */
  private findWord(snapshot: Snapshot, word: string): Map<number, number> {
    const found = new Map<number, number>();
    const columns = new Map(sharedColumns(snapshot).map((shared) => [shared.name, shared]));
    for (const { id, score } of this.values.search(word)) {
      const text = String(id);
      const blank = text.indexOf(' ');
      const shared = columns.get(text.slice(0, blank));
      const code = shared?.column.codeOf.get(text.slice(blank + 1));
      if (!shared || code === undefined) continue;
      for (const p of membersOf(shared.column.postings[code]))
        found.set(p, Math.max(found.get(p) ?? 0, score * shared.boost));
    }
    const places = placesById(snapshot.ids);
    for (const { id, score } of this.products.search(word)) {
      const p = places.get(id as number);
      if (p !== undefined) found.set(p, (found.get(p) ?? 0) + score);
    }
    return found;
  }
}

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
