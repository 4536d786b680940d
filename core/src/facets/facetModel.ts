import { groundOf, type Aisle } from '../catalogue/aisles';
import type { FacetColumn, ValueColumn } from '../catalogue/columns';
import type { Snapshot } from '../catalogue/snapshot';
import { valueLabel } from '../card/card';
import { addressOf, encodedPick, type ListingState, type NeighbourAddresses } from '../page/address';
import { SEARCH_FACET, type FacetChoice, type FacetControlChoice } from '../plans/plan';
import { facetLabel } from './facetWords';
import type { Filtered } from './filter';
import { rangeModel, ratingModel, stepsModel, valueRangeModel } from './numberFacets';
import { fold } from '../text/fold';
import type { FacetPick } from './selection';

export type FacetControl = 'list' | 'single' | 'swatches' | 'range' | 'steps' | 'toggle' | 'search' | 'query';

export interface FacetValueModel {
  value: string;
  label: string;
  count: number;
  selected: boolean;
  /** Where choosing it, or giving it up, leads; null where it would lead to nothing. */
  href: string | null;
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
  /** Of one facet, only the values whose label holds a text. */
  find?: { key: string; text: string };
}

/** So many values of a facet stand on a page, beside those that are chosen. */
export const MOST_VALUES = 100;
/** More distinct numbers than this are offered in steps. */
const MOST_NUMBERS = 10;

/** The control that a facet gets: the plan's wish where the facet can bear it, else what suits its values. */
export function controlOf(snapshot: Snapshot, column: FacetColumn, wish: FacetControlChoice): FacetControl {
  if (column.kind === 'number') {
    if (wish === 'steps' || wish === 'slider') return wish === 'steps' ? 'steps' : 'range';
    const ranged = column.key === 'price' || (column.key === 'rating' && wish !== 'auto');
    return ranged ? 'range' : 'steps';
  }
  const type = snapshot.attributes.get(column.key)?.row.type;
  const { numeric } = column;
  if (wish === 'slider') return numeric ? 'range' : 'list';
  if (wish === 'steps') return numeric ? 'steps' : 'list';
  if (wish === 'toggle') return column.codeOf.has('yes') ? 'toggle' : 'list';
  if (wish !== 'auto') return wish;
  if (type === 'colour') return 'swatches';
  if (column.key === 'sale') return 'toggle';
  if (!numeric && column.values.length > MOST_VALUES) return 'search';
  return numeric && column.values.length > MOST_NUMBERS ? 'steps' : 'list';
}

/**
 * One facet with the counts that hold once all other facets' selections are applied. Null where it has nothing to
 * choose: its attribute is gone, or fewer than two values are left and none is chosen.
 */
export function facetModel(context: FacetContext, choice: FacetChoice): FacetModel | null {
  const { snapshot, state } = context;
  if (choice.key === SEARCH_FACET) return searchModel(context, choice);
  const column = snapshot.facets.get(choice.key);
  if (!column) return null;
  const picks = state.selections.get(choice.key) ?? [];
  const control = controlOf(snapshot, column, choice.control);
  const base: FacetBase = {
    key: choice.key,
    label: facetLabel(snapshot, choice, state.lang),
    control,
    unit: snapshot.attributes.get(choice.key)?.row.unit ?? null,
    open: choice.open || picks.length > 0,
    shown: choice.shown,
    clearHref: picks.length ? context.addresses.with(choice.key, []) : null,
  };
  if (control === 'steps' && column.kind === 'number' && column.key === 'rating')
    return ratingModel(context, base, column, picks);
  if (control === 'steps') return stepsModel(context, base, column, picks);
  if (column.kind === 'number') return rangeModel(context, base, column, picks);
  if (control === 'range') return valueRangeModel(context, base, column, picks);
  const { values, more } = valueModels(context, column, picks, control, choice.sort);
  // One switch is a choice; of a list, one value is none.
  const open = values.filter(({ href }) => href !== null).length;
  if (open < (control === 'toggle' ? 1 : 2) && !picks.length && context.find?.key !== choice.key) return null;
  return { ...base, values, more, range: null };
}

/** What every form of a facet shares. */
export type FacetBase = Omit<FacetModel, 'values' | 'range' | 'more'>;

/** A search box for the aisle's own products; the search aisle has one already. */
function searchModel({ aisle, snapshot, state }: FacetContext, choice: FacetChoice): FacetModel | null {
  if (aisle.kind === 'search') return null;
  const { key, open, shown } = choice;
  const label = facetLabel(snapshot, choice, state.lang);
  const clearHref = state.q ? addressOf({ ...state, q: '', page: 1 }, snapshot.frame.languages[0]) : null;
  return {
    key,
    label,
    control: 'query',
    unit: null,
    open: open || state.q !== '',
    shown,
    values: [],
    more: 0,
    range: null,
    clearHref,
  };
}

/** The values that stand on the page: the first of them in their order, and those that are chosen. */
function valueModels(
  context: FacetContext,
  column: ValueColumn,
  picks: readonly FacetPick[],
  control: FacetControl,
  sort: FacetChoice['sort'],
): { values: FacetValueModel[]; more: number } {
  const { snapshot, state, addresses } = context;
  const counts = context.filtered.valueCounts(column);
  const possible = context.whole?.valueCounts(column);
  const chosen = picks.map(encodedPick);
  const encoded = encodedValues(column);
  const isChosen = new Set(chosen);
  const sought = context.find?.key === column.key ? fold(context.find.text.trim()) : '';
  const labels = sought ? foldedLabels(snapshot, column, state.lang) : null;
  const offered = offeredCodes(context.aisle, snapshot, column, chosen, control).filter(
    ({ code }) =>
      (counts[code] > 0 || isChosen.has(encoded[code]) || Boolean(possible?.[code])) &&
      (!labels || labels[code].includes(sought)),
  );
  const inOrder = sortedCodes(snapshot, offered, column, counts, sort, state.lang);
  const told = new Set(inOrder.slice(0, MOST_VALUES));
  for (const one of inOrder) if (isChosen.has(encoded[one.code])) told.add(one);
  const others = control === 'single' ? [] : chosen;
  const values = inOrder
    .filter((one) => told.has(one))
    .map(({ code, depth }): FacetValueModel => {
      const text = encoded[code];
      const selected = isChosen.has(text);
      const dead = counts[code] === 0 && !selected;
      return {
        value: column.values[code].value,
        label: valueLabel(snapshot, column, code, state.lang),
        count: counts[code],
        selected,
        href: dead
          ? null
          : addresses.with(
              column.key,
              selected ? chosen.filter((other) => other !== text) : [...others, text],
            ),
        swatch: column.values[code].swatch,
        depth,
      };
    });
  return { values, more: inOrder.length - values.length };
}

interface OfferedCode {
  code: number;
  depth: number;
}

/** The tree keeps its order; stock runs from plenty to none; numbers by value; words by what they leave, then by name. */
function sortedCodes(
  snapshot: Snapshot,
  offered: readonly OfferedCode[],
  column: ValueColumn,
  counts: Uint32Array,
  sort: FacetChoice['sort'],
  lang: string,
): readonly OfferedCode[] {
  if (column.key === 'category') return offered;
  if (column.key === 'stock' && sort === 'auto') return [...offered].sort((a, b) => a.code - b.code);
  const wish = sort === 'auto' ? (column.numeric ? 'value' : 'count') : sort;
  const ranks = labelRanks(snapshot, column, lang);
  const byName = (a: OfferedCode, b: OfferedCode): number => ranks[a.code] - ranks[b.code];
  const numberOf = ({ code }: OfferedCode): number => column.values[code].number ?? 0;
  if (wish === 'value') return [...offered].sort((a, b) => numberOf(a) - numberOf(b) || byName(a, b));
  if (wish === 'name') return [...offered].sort(byName);
  return [...offered].sort((a, b) => counts[b.code] - counts[a.code] || byName(a, b));
}

const ranksKept = new WeakMap<ValueColumn, Map<string, Uint32Array>>();

/** Places of the values in the order of their labels; comparing words takes long, so it is done once a column. */
function labelRanks(snapshot: Snapshot, column: ValueColumn, lang: string): Uint32Array {
  return keptBy(ranksKept, column, lang, () => {
    const { compare } = collatorFor(lang);
    const labels = column.values.map((_, code) => valueLabel(snapshot, column, code, lang));
    const ranks = new Uint32Array(labels.length);
    [...labels.keys()]
      .sort((a, b) => compare(labels[a], labels[b]) || a - b)
      .forEach((code, rank) => (ranks[code] = rank));
    return ranks;
  });
}

const foldedKept = new WeakMap<ValueColumn, Map<string, readonly string[]>>();

/** The labels as people type them. */
const foldedLabels = (snapshot: Snapshot, column: ValueColumn, lang: string): readonly string[] =>
  keptBy(foldedKept, column, lang, () =>
    column.values.map((_, code) => fold(valueLabel(snapshot, column, code, lang))),
  );

function keptBy<T>(
  kept: WeakMap<ValueColumn, Map<string, T>>,
  column: ValueColumn,
  lang: string,
  make: () => T,
): T {
  let byLanguage = kept.get(column);
  if (!byLanguage) kept.set(column, (byLanguage = new Map()));
  let value = byLanguage.get(lang);
  if (value === undefined) byLanguage.set(lang, (value = make()));
  return value;
}

const encodedByColumn = new WeakMap<ValueColumn, readonly string[]>();

/** Every value of a column as it stands in addresses, written once. */
function encodedValues(column: ValueColumn): readonly string[] {
  let encoded = encodedByColumn.get(column);
  if (!encoded)
    encodedByColumn.set(
      column,
      (encoded = column.values.map(({ value }) => encodedPick({ kind: 'value', value }))),
    );
  return encoded;
}

const collators = new Map<string, Intl.Collator>();
function collatorFor(lang: string): Intl.Collator {
  let collator = collators.get(lang);
  if (!collator) collators.set(lang, (collator = new Intl.Collator(lang)));
  return collator;
}

/** All values, the switch's one, or the tree below the aisle: its next level, and that of each chosen category. */
function offeredCodes(
  aisle: Aisle,
  snapshot: Snapshot,
  column: ValueColumn,
  chosen: readonly string[],
  control: FacetControl,
): { code: number; depth: number }[] {
  if (control === 'toggle') {
    const code = column.codeOf.get('yes');
    return code === undefined ? [] : [{ code, depth: 0 }];
  }
  if (column.key !== 'category') return column.values.map((_, code) => ({ code, depth: 0 }));
  const encoded = encodedValues(column);
  const offered: { code: number; depth: number }[] = [];
  const walk = (parent: Aisle, depth: number): boolean => {
    let any = false;
    for (const child of parent.children) {
      const code = column.codeOf.get(child.path.slice(1));
      if (code === undefined) continue;
      const own = chosen.includes(encoded[code]);
      const at = offered.push({ code, depth }) - 1;
      // Below a category only what leads to a chosen one is opened.
      const below = walk(child, depth + 1);
      if (!own && !below) offered.length = at + 1;
      any ||= own || below;
    }
    return any;
  };
  const ground = groundOf(aisle);
  walk(ground.kind === 'category' ? ground : snapshot.aisles.byKey.get('front')!, 0);
  return offered;
}
