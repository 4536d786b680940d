import type { Aisle } from '../catalogue/aisles';
import type { FacetColumn, NumberColumn, ValueColumn } from '../catalogue/columns';
import { textIn } from '../catalogue/rows';
import type { Snapshot } from '../catalogue/snapshot';
import { valueLabel } from '../card/card';
import { moneyOf } from '../card/money';
import { encodedPick, type ListingState, type NeighbourAddresses } from '../page/address';
import { wordsIn } from '../page/words';
import type { FacetChoice } from '../plans/plan';
import { numberText } from '../text/numbers';
import type { Filtered } from './filter';
import { isNumeric, pickText, type FacetPick } from './selection';

export type FacetControl = 'list' | 'swatches' | 'range' | 'steps';

export interface FacetValueModel {
  value: string;
  label: string;
  count: number;
  selected: boolean;
  /** Where choosing it, or giving it up, leads. */
  href: string;
  swatch: string | null;
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
}

const RATING_STEPS = [4.5, 4, 3.5, 3];

/** A facet's own words: the plan's, else the catalogue's, else its key. */
export function facetLabel(
  snapshot: Snapshot,
  choice: Pick<FacetChoice, 'key' | 'label'>,
  lang: string,
): string {
  const own = choice.label[lang];
  if (own) return own;
  const attribute = snapshot.attributes.get(choice.key);
  if (attribute) return textIn(attribute.row.labels, lang, snapshot.frame.languages) || choice.key;
  const words: Readonly<Record<string, string>> = wordsIn(lang).facets;
  return words[choice.key] ?? choice.key;
}

/**
 * One facet with the counts that hold once all other facets' selections are applied. Null where it has nothing to
 * choose: its attribute is gone, or fewer than two values are left and none is chosen.
 */
export function facetModel(context: FacetContext, choice: FacetChoice): FacetModel | null {
  const { snapshot, state } = context;
  const column = snapshot.facets.get(choice.key);
  if (!column) return null;
  const picks = state.selections.get(choice.key) ?? [];
  const base = {
    key: choice.key,
    label: facetLabel(snapshot, choice, state.lang),
    unit: snapshot.attributes.get(choice.key)?.row.unit ?? null,
    open: choice.open || picks.length > 0,
    shown: choice.shown,
    clearHref: picks.length ? context.addresses.with(choice.key, []) : null,
  };
  if (column.kind === 'number')
    return choice.key === 'rating'
      ? stepsModel(context, base, column, picks)
      : rangeModel(context, base, column, picks);
  const values = valueModels(context, column, picks);
  if (values.length < 2 && !picks.length) return null;
  const control = snapshot.attributes.get(choice.key)?.row.type === 'colour' ? 'swatches' : 'list';
  return { ...base, control, values, range: null };
}

type Base = Omit<FacetModel, 'control' | 'values' | 'range'>;

function valueModels(
  context: FacetContext,
  column: ValueColumn,
  picks: readonly FacetPick[],
): FacetValueModel[] {
  const { snapshot, state, addresses } = context;
  const counts = context.filtered.valueCounts(column);
  const chosen = picks.map(encodedPick);
  const encoded = encodedValues(column);
  const codes =
    column.key === 'category' ? childCodes(context.aisle, snapshot, column) : column.values.keys();
  const models: (FacetValueModel & { number: number | null })[] = [];
  for (const code of codes) {
    if (counts[code] === 0 && !chosen.length) continue;
    const { value, number, swatch } = column.values[code];
    const text = encoded[code];
    const selected = chosen.includes(text);
    if (counts[code] === 0 && !selected) continue;
    models.push({
      value,
      label: valueLabel(snapshot, column, code, state.lang),
      count: counts[code],
      selected,
      href: addresses.with(
        column.key,
        selected ? chosen.filter((other) => other !== text) : [...chosen, text],
      ),
      swatch,
      number,
    });
  }
  if (column.key !== 'category') {
    const numeric = isNumeric(column);
    const { compare } = collatorFor(state.lang);
    models.sort((a, b) => (numeric ? a.number! - b.number! : b.count - a.count || compare(a.label, b.label)));
  }
  return models.map(({ number: _, ...model }) => model);
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

/** The category facet offers the next level down, in the order of the tree. */
function childCodes(aisle: Aisle, snapshot: Snapshot, column: ValueColumn): number[] {
  const parent = aisle.kind === 'category' ? aisle : snapshot.aisles.byPath.get('/')!;
  const codes: number[] = [];
  for (const child of parent.children) {
    const code = column.codeOf.get(child.path.slice(1));
    if (code !== undefined) codes.push(code);
  }
  return codes;
}

function rangeModel(
  context: FacetContext,
  base: Base,
  column: NumberColumn,
  picks: readonly FacetPick[],
): FacetModel | null {
  const spread = context.filtered.numberSpread(column);
  const range = picks.find((pick) => pick.kind === 'range');
  if ((!spread || spread.min === spread.max) && !range) return null;
  const buckets = spread ? context.filtered.numberBuckets(column, spread) : [];
  const currency = context.snapshot.currencies[0] ?? null;
  return {
    ...base,
    control: 'range',
    values: [],
    range: {
      min: (spread?.min ?? 0) / column.scale,
      max: (spread?.max ?? 0) / column.scale,
      from: range?.from ?? null,
      to: range?.to ?? null,
      currency: column.key === 'price' ? currency : null,
      buckets: buckets.map(({ from, to, count }) => ({
        from: from / column.scale,
        to: to / column.scale,
        count,
      })),
    },
  };
}

function stepsModel(
  context: FacetContext,
  base: Base,
  column: NumberColumn,
  picks: readonly FacetPick[],
): FacetModel | null {
  const { state } = context;
  const counts = context.filtered.countAtLeast(column, RATING_STEPS);
  const chosen = new Set(picks.map(pickText));
  const values: FacetValueModel[] = [];
  RATING_STEPS.forEach((step, s) => {
    const pick: FacetPick = { kind: 'range', from: step, to: null };
    const selected = chosen.has(pickText(pick));
    if (counts[s] === 0 && !selected) return;
    values.push({
      value: pickText(pick),
      label: pickLabel(context.snapshot, column, pick, state.lang),
      count: counts[s],
      selected,
      // One step at a time: a second one could only widen the first.
      href: context.addresses.with(column.key, selected ? [] : [encodedPick(pick)]),
      swatch: null,
    });
  });
  return values.length ? { ...base, control: 'steps', values, range: null } : null;
}

/** A pick in words, for the chips of what is applied. */
export function pickLabel(snapshot: Snapshot, column: FacetColumn, pick: FacetPick, lang: string): string {
  if (pick.kind === 'value') {
    const code = column.kind === 'values' ? column.codeOf.get(pick.value) : undefined;
    if (code === undefined || column.kind !== 'values') return pick.value;
    const unit = snapshot.attributes.get(column.key)?.row.unit;
    return valueLabel(snapshot, column, code, lang) + (unit ? `\u00a0${unit}` : '');
  }
  if (column.key === 'rating' && pick.from !== null && pick.to === null)
    return wordsIn(lang).atLeast(numberText(pick.from, lang));
  const currency = column.key === 'price' ? snapshot.currencies[0] : null;
  const unit = snapshot.attributes.get(column.key)?.row.unit;
  const print = (number: number): string =>
    currency
      ? moneyOf(Math.round(number * 100), currency, lang).text
      : numberText(number, lang) + (unit ? `\u00a0${unit}` : '');
  if (pick.from === null) return `≤ ${print(pick.to!)}`;
  if (pick.to === null) return `≥ ${print(pick.from)}`;
  return `${print(pick.from)} – ${print(pick.to)}`;
}

/** Every chosen value with its way out, in the order of the address. */
export function appliedModels(
  snapshot: Snapshot,
  state: ListingState,
  addresses: NeighbourAddresses,
): AppliedModel[] {
  const applied: AppliedModel[] = [];
  for (const key of [...state.selections.keys()].sort()) {
    const picks = state.selections.get(key)!;
    const texts = picks.map(encodedPick);
    picks.forEach((pick, at) =>
      applied.push({
        key,
        value: pickText(pick),
        label: pickLabel(snapshot, snapshot.facets.get(key)!, pick, state.lang),
        href: addresses.with(
          key,
          texts.filter((_, other) => other !== at),
        ),
      }),
    );
  }
  return applied;
}
