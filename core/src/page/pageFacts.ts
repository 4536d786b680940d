import type { ListingState } from '../address/address';
import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import { dayIn, type PageFacts } from '../plan/shownWhen';
import { textIn, type Lang } from '../text/texts';
import type { PageRequest } from './composer';

/** What conditions ask of a page, before its products are known. */
export const factsOf = (
  snapshot: Snapshot,
  aisle: Aisle,
  state: ListingState,
  { now, zone = 'UTC', part = 0, signedIn = false }: PageRequest,
): Omit<PageFacts, 'results'> => ({
  ...knownOf(snapshot, aisle, state.lang),
  ...dayIn(zone, now),
  firstPage: state.from === 1,
  filtersUsed: state.selections.size > 0 || (state.q !== '' && aisle.kind !== 'search'),
  part,
  signedIn,
});

/** The same of an aisle as it is first seen: unfiltered, in the shop's first language, by somebody whom nothing is known of. */
export const firstFacts = (
  snapshot: Snapshot,
  aisle: Aisle,
  { now, zone = 'UTC' }: Pick<RangeContext, 'now' | 'zone'>,
): PageFacts => ({
  ...knownOf(snapshot, aisle, snapshot.frame.languages[0]),
  ...dayIn(zone, now),
  firstPage: true,
  filtersUsed: false,
  part: 0,
  signedIn: false,
  results: true,
});

const knownOf = (
  { frame }: Snapshot,
  aisle: Aisle,
  lang: Lang,
): Pick<PageFacts, 'aisle' | 'lang' | 'hasDescription'> => ({
  aisle,
  lang,
  hasDescription: textIn(aisle.descriptions, lang, frame.languages) !== '',
});
