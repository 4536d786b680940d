import type { ListingState, NeighbourAddresses } from '../address/address';
import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { Filtered } from './filter';

export type FacetControl = 'list' | 'single' | 'swatches' | 'range' | 'steps' | 'toggle' | 'search' | 'query';

export interface FacetValueModel {
  value: string;
  label: string;
  count: number;
  selected: boolean;
  /** Where choosing it, or giving it up, leads; null where it would lead to nothing. */
  href: string | null;
  /** As CSS paints it. */
  swatch: string | null;
  /** In trees: 0 for the first level. */
  depth: number;
}

export interface FacetRangeModel {
  /** In the units of addresses. */
  min: number;
  max: number;
  from: number | null;
  to: number | null;
  /** `price` numbers are money; the currency tells the shop how to print them. */
  currency: string | null;
  buckets: readonly { from: number; to: number; count: number }[];
}

export interface FacetModel {
  key: string;
  label: string;
  control: FacetControl;
  unit: string | null;
  open: boolean;
  shown: number;
  values: readonly FacetValueModel[];
  /** How many values are not told, as they are too many for a page; a search finds them. */
  more: number;
  range: FacetRangeModel | null;
  /** The state without this facet; null while nothing is chosen in it. */
  clearHref: string | null;
}

export interface AppliedModel {
  key: string;
  value: string;
  label: string;
  /** The state without it. */
  href: string;
}

export interface FacetContext {
  snapshot: Snapshot;
  aisle: Aisle;
  state: ListingState;
  addresses: NeighbourAddresses;
  filtered: Filtered;
  /** The range before anything is chosen, where values that lead nowhere are to be told; else null. */
  whole: Filtered | null;
  /** The same, for filters that are shown only where they help. */
  unfiltered: () => Filtered;
  /** Of one facet, only the values whose label holds a text. */
  find?: { key: string; text: string };
}

/** What every form of a facet shares. */
export type FacetBase = Omit<FacetModel, 'values' | 'range' | 'more'>;
