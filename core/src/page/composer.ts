import type { BadgeSet } from '../badge/badges';
import type { Aisle } from '../catalogue/aisles';
import { textIn } from '../text/texts';
import type { Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import type { Filtered } from '../facet/filter';
import type { Plan, Shelf } from '../plan/plan';
import type { RangeResult } from '../range/range';
import type { RangeContext } from '../clause/rule';
import type { SearchMatches } from '../order/matches';
import type { ListingState, NeighbourAddresses, ShelfView } from '../address/address';
import type { PageFacts } from '../plan/shownWhen';
import type { QueryAnswer } from '../clause/searchRules';
import { wordsIn } from '../words/words';

export interface PageRequest {
  /** As under the shop's root. */
  path: string;
  /** The address's parameters, decoded once; facets and `order`, `page`, `size`, `q`, `lang`. */
  parameters: Readonly<Record<string, string>>;
  /** What the text index found for `q` in the page's language; null where nothing is searched for. */
  matches: SearchMatches | null;
  /** Milliseconds since 1970; the core has no clock of its own. */
  now: number;
  /** The shop's time zone; `UTC` unless given. */
  zone?: string;
  /** The shopper's number, 0 to 99, for fixtures that are shown to a share of them; 0 unless given. */
  part?: number;
  /** Whether the shopper has signed in. */
  signedIn?: boolean;
  /** The grid or the list that the shopper chose before; null for the plan's own form. */
  view?: ShelfView | null;
  /** Also a free page that is not open to shoppers yet. */
  closed?: boolean;
  /** Shelves that only a shopper's browser can fill show other products, for those who plan the page. */
  standIns?: boolean;
  /** Of one facet, only the values whose label holds a text. */
  find?: { key: string; text: string };
}

/** What a page is made from, once its address, its plan and its products are known. */
export interface Composer {
  snapshot: Snapshot;
  aisle: Aisle;
  plan: Plan;
  /** The shelf that the page shows. */
  shelf: Shelf | undefined;
  state: ListingState;
  addresses: NeighbourAddresses;
  request: PageRequest;
  context: RangeContext;
  badges: BadgeSet;
  range: RangeResult | null;
  filtered: Filtered | null;
  /** What conditions ask of the page. */
  facts: PageFacts;
  /** What the shop says to the query, on pages of results. */
  answer: QueryAnswer | null;
}

export function searched(range: Bitset, matches: SearchMatches | null): Bitset {
  return matches ? range.map((word, w) => word & matches.bits[w]) : range;
}

/** What the page is called: its aisle, or what was searched for. */
export function titleOf({ snapshot, aisle, state }: Composer): string {
  if (aisle.kind === 'search' && state.q) return wordsIn(state.lang).results(state.q);
  return textIn(aisle.titles, state.lang, snapshot.frame.languages);
}
