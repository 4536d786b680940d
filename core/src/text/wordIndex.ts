import MiniSearch, { type Options } from 'minisearch';

interface WordEntry {
  id: number;
  word: string;
}

/** Documents that have a word, by their number, in no order. */
interface Posting {
  word: string;
  ids: number[];
}

/** A match of part of a word is sought from so many letters on; one letter begins half of all words. */
const MIN_PREFIX = 2;
/** Errors are borne in words longer than this, one in five letters. */
const MIN_FUZZY = 4;

const WORDS: Options<WordEntry> = {
  fields: ['word'],
  // Words are given one by one, folded already.
  tokenize: (text) => [text],
  processTerm: (term) => term || null,
  searchOptions: {
    prefix: (term) => term.length >= MIN_PREFIX,
    // A number with an error in it is another number.
    fuzzy: (term) => (term.length >= MIN_FUZZY && !/\d/.test(term) ? 0.2 : false),
    tokenize: (text) => [text],
  },
};

// BM25+ (Lv & Zhai 2011) with the usual constants.
const SATURATION = 1.2;
const LENGTH_WEIGHT = 0.7;
const FLOOR = 0.5;

const rarity = (documents: number, having: number): number =>
  Math.log(1 + (documents - having + 0.5) / (having + 0.5));

/**
 * Which documents have which words. The library that bears typing errors knows each word once, not once a document: a
 * word that forty thousand products have is found as quickly as one that a single product has.
 */
export class WordIndex {
  private readonly vocabulary = new MiniSearch<WordEntry>(WORDS);
  private readonly numbers = new Map<string, number>();
  private readonly postings = new Map<number, Posting>();
  /** Words of each document; a rare match in a short text says more. */
  private lengths = new Uint16Array(1_024);
  private documents = 0;
  private allLengths = 0;
  private next = 0;

  /** @param id A small whole number. @param words Folded; a word that comes twice counts once. */
  add(id: number, words: ReadonlySet<string>): void {
    for (const word of words) {
      let number = this.numbers.get(word);
      if (number === undefined) {
        this.numbers.set(word, (number = this.next++));
        this.postings.set(number, { word, ids: [] });
        this.vocabulary.add({ id: number, word });
      }
      this.postings.get(number)!.ids.push(id);
    }
    if (id >= this.lengths.length) {
      const longer = new Uint16Array(2 ** Math.ceil(Math.log2(id + 1)));
      longer.set(this.lengths);
      this.lengths = longer;
    }
    this.lengths[id] = words.size;
    this.documents++;
    this.allLengths += words.size;
  }

  /** @param words Those that it was added with. */
  remove(id: number, words: ReadonlySet<string>): void {
    for (const word of words) {
      const number = this.numbers.get(word)!;
      const { ids } = this.postings.get(number)!;
      const last = ids.pop()!;
      if (last !== id) ids[ids.indexOf(id)] = last;
      if (ids.length) continue;
      this.postings.delete(number);
      this.numbers.delete(word);
      this.vocabulary.discard(number);
    }
    this.documents--;
    this.allLengths -= words.size;
  }

  /** Whether any document has the word as it stands. */
  has(word: string): boolean {
    return this.numbers.has(word);
  }

  /** Every word that any document has. */
  words(): IterableIterator<string> {
    return this.numbers.keys();
  }

  /** Tells every document that has the word, its beginning, or nearly it, with a score; one may be told several times. */
  find(word: string, tell: (id: number, score: number) => void): void {
    const { documents, lengths } = this;
    const usual = documents ? this.allLengths / documents : 1;
    // What the library scores a word by itself that is found as it stands.
    const exact = rarity(this.numbers.size, 1) * (FLOOR + 1);
    for (const { id: number, score } of this.vocabulary.search(word)) {
      const { ids } = this.postings.get(number as number)!;
      const weight = (score / exact) * rarity(documents, ids.length);
      for (const id of ids) {
        const length = 1 - LENGTH_WEIGHT + (LENGTH_WEIGHT * lengths[id]) / usual;
        tell(id, weight * (FLOOR + (SATURATION + 1) / (1 + SATURATION * length)));
      }
    }
  }
}
