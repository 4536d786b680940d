/**
 * What snapshots have in common that hold the same products at the same places. Results are kept with it, by the columns
 * that they were made of: a new price leaves the order by name as it is.
 */
export interface Lineage {
  /** The snapshot before, whose products stand elsewhere in this one; null where there was none, or it is long past. */
  before: { lineage: Lineage; places: Int32Array } | null;
}

/** A lineage of its own. `places[p]` is where product p of the one before stands now, or -1. */
export function newLineage(before: Lineage | null = null, places?: Int32Array): Lineage {
  // Only the last step is ever asked for; a longer chain would keep all that was.
  if (before) before.before = null;
  return { before: before && places ? { lineage: before, places } : null };
}

interface Entry<T> {
  reads: readonly unknown[];
  value: T;
}

/** What was made for the same question before, of other columns; and where its products stand now, where they moved. */
export interface Earlier<T> {
  value: T;
  places: Int32Array | null;
}

const sameReads = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length === b.length && a.every((read, at) => read === b[at]);

/** Results by question, each as long as the columns it reads are the same; the longest kept go first. */
export class Keep<T> {
  private readonly lineages = new WeakMap<Lineage, Map<string, Entry<T>>>();

  /** @param most Results of one lineage. */
  constructor(private readonly most: number) {}

  /**
   * @param reads The columns, or other results, that the answer is made of.
   * @param make Makes it; of what was there before, where that is less work.
   */
  get(
    lineage: Lineage,
    question: string,
    reads: readonly unknown[],
    make: (earlier: Earlier<T> | null) => T,
  ): T {
    let entries = this.lineages.get(lineage);
    if (!entries) this.lineages.set(lineage, (entries = new Map()));
    const known = entries.get(question);
    if (known && sameReads(known.reads, reads)) return known.value;
    const value = make(known ? { value: known.value, places: null } : this.before(lineage, question));
    entries.delete(question);
    if (entries.size >= this.most) entries.delete(entries.keys().next().value!);
    entries.set(question, { reads, value });
    return value;
  }

  /** What an answer could be made of, for those who make it ahead and in steps; `'the same'` where it is there already. */
  earlier(lineage: Lineage, question: string, reads: readonly unknown[]): Earlier<T> | 'the same' | null {
    const known = this.lineages.get(lineage)?.get(question);
    if (!known) return this.before(lineage, question);
    return sameReads(known.reads, reads) ? 'the same' : { value: known.value, places: null };
  }

  private before({ before }: Lineage, question: string): Earlier<T> | null {
    const known = before && this.lineages.get(before.lineage)?.get(question);
    return known ? { value: known.value, places: before.places } : null;
  }
}
