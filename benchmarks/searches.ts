import { NO_SEARCH_RULES, SearchIndex, snapshotOf, type SearchRules } from '../core/src';
import { suggest } from '../server/src/search/suggest';
import { FRAME, generated } from './engine/catalogue';
import { spreadOf, spreadRow, timed, type Row } from './measure';

const SEARCHES = 300;

/** Forty groups, as a shop has after a year. */
const RULES: SearchRules = {
  ...NO_SEARCH_RULES,
  synonyms: Array.from({ length: 40 }, (_, at) => ({
    id: `group-${at}`,
    lang: 'en',
    words: at ? [`word${at}`, `other${at}`] : ['product', 'ware', 'thing'],
    oneWay: at % 2 === 0,
  })),
  leftOut: ['the', 'for', 'with'].map((word) => ({ lang: 'en', word })),
};

/** What the server does for each letter that is typed, and for each search. */
export function searchRows(size: number): Row[] {
  const snapshot = snapshotOf({ ...FRAME, search: RULES }, generated(size));
  const index = SearchIndex.of(snapshot, 'en');
  const words = [...new Set(snapshot.titles.slice(0, 5_000).flatMap(({ en }) => en.split(/\s+/)))].filter(
    (word) => word.length > 3,
  );
  const typed = Array.from({ length: SEARCHES }, (_, n) => {
    const [first, second] = [words[(n * 37) % words.length], words[(n * 101) % words.length]];
    return n % 2 ? `${first} ${second.slice(0, 2 + (n % 4))}` : first.slice(0, 2 + (n % 5));
  });
  const pass = (): number[] =>
    typed.map((q) => timed(() => void suggest(snapshot, index, q, 'en', '2026-01-01')));
  pass();
  const searches = typed.map((q) => timed(() => void index.search(snapshot, q, RULES)));
  return [
    spreadRow(
      `suggestions among ${size} products, beginnings of one or two words`,
      spreadOf(pass()),
      'p95 ≤ 30 ms',
    ),
    spreadRow(`searches of the same, with synonyms and endings`, spreadOf(searches)),
  ];
}
