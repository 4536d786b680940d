import { Keep, type Earlier } from '../catalogue/keep';
import { resort } from '../catalogue/resort';
import { textIn, type Lang } from '../text/texts';
import type { Snapshot } from '../catalogue/snapshot';
import { runToEnd } from '../catalogue/steps';

/** Names in their order. */
interface SortedNames {
  names: readonly string[];
  places: Uint32Array;
  /** Equal names have one rank, products without a name NaN. */
  ranks: Float64Array;
}

const cache = new Keep<SortedNames>(8);

const readsOf = ({ titles, frame }: Snapshot): unknown[] => [titles, frame.languages.join()];

/** Ranks of the names in the collation of the language; kept, so callers must not change them. */
export const nameNumbers = (snapshot: Snapshot, lang: Lang): Float64Array =>
  cache.get(snapshot.lineage, lang, readsOf(snapshot), (earlier) =>
    runToEnd(sortingNames(snapshot, lang, earlier)),
  ).ranks;

/**
 * Sorts the names before anybody asks for their order, in steps between which others may have their turn: comparing a
 * hundred thousand words takes a second.
 */
export function* preparingNames(snapshot: Snapshot, lang: Lang): Generator<void, void> {
  const known = cache.earlier(snapshot.lineage, lang, readsOf(snapshot));
  if (known === 'the same') return;
  const sorted = yield* sortingNames(snapshot, lang, known);
  cache.get(snapshot.lineage, lang, readsOf(snapshot), () => sorted);
}

/** Comparing names takes longer than all else of an order, so those that are in order already aren't compared again. */
function* sortingNames(
  snapshot: Snapshot,
  lang: Lang,
  earlier: Earlier<SortedNames> | null,
): Generator<void, SortedNames> {
  const { compare } = new Intl.Collator(lang, { numeric: true, sensitivity: 'base' });
  const names = snapshot.titles.map((titles) => textIn(titles, lang, snapshot.frame.languages));
  const before = (a: number, b: number): number => compare(names[a], names[b]) || a - b;
  yield;
  const stayed: number[] = [];
  /** One more than where a name stood that is still the same; 0 for all others. */
  const known = new Uint32Array(names.length);
  for (const old of earlier?.value.places ?? []) {
    const p = earlier!.places ? earlier!.places[old] : old;
    if (p < 0 || p >= names.length || names[p] !== earlier!.value.names[old]) continue;
    stayed.push(p);
    known[p] = old + 1;
  }
  yield;
  const moved: number[] = [];
  for (let p = 0; p < names.length; p++) if (!known[p]) moved.push(p);
  const inOrder = yield* mergeSorted(Uint32Array.from(moved), before);
  const places = resort(Uint32Array.from(stayed), new Uint32Array(0), inOrder, before);
  yield;
  /** Two that were there before are alike where they had one rank. */
  const alike = (a: number, b: number): boolean =>
    known[a] && known[b]
      ? earlier!.value.ranks[known[a] - 1] === earlier!.value.ranks[known[b] - 1]
      : compare(names[a], names[b]) === 0;
  const ranks = new Float64Array(names.length);
  let rank = 0;
  for (let at = 0; at < places.length; at++) {
    const p = places[at];
    if (at && !alike(places[at - 1], p)) rank = at;
    ranks[p] = names[p] ? rank : NaN;
    if (at % RUN === RUN - 1) yield;
  }
  return { names, places, ranks };
}

/** Words that are compared in one step, a few milliseconds. */
const RUN = 512;

/** Runs are sorted at once, then merged two by two (Knuth, TAOCP 3, 5.2.4), a stretch a step. */
function* mergeSorted(
  list: Uint32Array,
  before: (a: number, b: number) => number,
): Generator<void, Uint32Array> {
  for (let first = 0; first < list.length; first += RUN) {
    list.subarray(first, first + RUN).sort(before);
    yield;
  }
  let from = list;
  let into: Uint32Array = new Uint32Array(list.length);
  for (let width = RUN; width < list.length; width *= 2) {
    let at = 0;
    for (let first = 0; first < list.length; first += 2 * width) {
      const middle = Math.min(list.length, first + width);
      const behind = Math.min(list.length, first + 2 * width);
      let a = first;
      let b = middle;
      while (a < middle || b < behind) {
        into[at++] = b >= behind || (a < middle && before(from[a], from[b]) <= 0) ? from[a++] : from[b++];
        if (at % (4 * RUN) === 0) yield;
      }
    }
    [from, into] = [into, from];
  }
  return from;
}
