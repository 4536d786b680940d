import { LRUCache } from 'lru-cache';
import { preparingNames, SearchIndex, type Lang, type SearchMatches, type Snapshot } from '@fond/core';
import { inTurns } from '../turns';

/** Searches that are kept: the pages and filters of a search ask for the same again. */
const SEARCHES = 32;

/** The search texts of each language, of the snapshot that is served. */
export class SearchIndexes {
  private indexes = new Map<Lang, Promise<SearchIndex>>();
  private readonly searched = new LRUCache<string, SearchMatches>({ max: SEARCHES });

  /** What a text finds, or what the shop's ladder finds in its place. */
  async search(snapshot: Snapshot, lang: Lang, q: string): Promise<SearchMatches> {
    const key = `${snapshot.version}|${lang}|${q}`;
    const known = this.searched.get(key);
    if (known) return known;
    const matches = (await this.indexOf(snapshot, lang)).searchOrClimb(snapshot, q, snapshot.frame.search);
    this.searched.set(key, matches);
    return matches;
  }

  /** The index of a language; made before anybody asks for it, unless somebody is quicker. */
  indexOf(snapshot: Snapshot, lang: Lang): Promise<SearchIndex> {
    let index = this.indexes.get(lang);
    if (!index) this.indexes.set(lang, (index = updated(new SearchIndex(lang), snapshot)));
    return index;
  }

  /**
   * Brings the order by name and the indexes to the next snapshot.
   *
   * @param anew Makes the indexes anew beside the old ones, as after a catalogue was read as a whole.
   */
  async follow(snapshot: Snapshot, anew: boolean): Promise<void> {
    const fresh = new Map<Lang, Promise<SearchIndex>>();
    for (const lang of snapshot.frame.languages) {
      const known = anew ? undefined : this.indexes.get(lang);
      await inTurns(preparingNames(snapshot, lang));
      const index = known ? await known : new SearchIndex(lang);
      fresh.set(lang, Promise.resolve(await updated(index, snapshot)));
    }
    this.indexes = fresh;
  }
}

async function updated(index: SearchIndex, snapshot: Snapshot): Promise<SearchIndex> {
  await inTurns(index.updating(snapshot));
  return index;
}
