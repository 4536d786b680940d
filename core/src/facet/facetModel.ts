import { addressOf } from '../address/address';
import { groundOf, type Aisle } from '../catalogue/aisles';
import type { FacetColumn, NumberColumn } from '../catalogue/columns';
import type { Filtered } from './filter';
import type { Snapshot } from '../catalogue/snapshot';
import { type FacetChoice, type FacetControlChoice, SEARCH_FACET } from '../plan/plan';
import { facetLabel } from './facetWords';
import type { FacetBase, FacetContext, FacetControl, FacetModel } from './models';
import { rangeModel, ratingModel, stepsModel, valueRangeModel } from './numberFacets';
import { MAX_VALUES, valueModels } from './valueFacets';

/** More distinct numbers than this are offered in steps. */
const MAX_NUMBERS = 10;

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
  if (!numeric && column.values.length > MAX_VALUES) return 'search';
  return numeric && column.values.length > MAX_NUMBERS ? 'steps' : 'list';
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
  if (!picks.length && !isWanted(context, choice, column)) return null;
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
  if (control === 'steps' && column.kind === 'number' && column.key === 'rating' && !choice.steps)
    return ratingModel(context, base, column, picks);
  const steps = choice.steps ?? snapshot.attributes.get(choice.key)?.row.shown?.steps ?? [];
  if (control === 'steps') return stepsModel(context, base, column, picks, steps);
  if (column.kind === 'number') return rangeModel(context, base, column, picks);
  if (control === 'range') return valueRangeModel(context, base, column, picks);
  const { values, more } = valueModels(context, column, picks, control, choice);
  // One switch is a choice; of a list, one value is none.
  const open = values.filter(({ href }) => href !== null).length;
  if (open < (control === 'toggle' ? 1 : 2) && !picks.length && context.find?.key !== choice.key) return null;
  return { ...base, values, more, range: null };
}

/** Whether a filter is for this aisle, and helps in it. */
function isWanted(context: FacetContext, { categories, helps }: FacetChoice, column: FacetColumn): boolean {
  if (categories.length && !isWithin(groundOf(context.aisle), categories)) return false;
  if (!helps) return true;
  const whole = context.unfiltered();
  const values = column.kind === 'values' ? whole.codesLeft(column).length : numbersLeft(whole, column);
  return values >= helps.values && whole.covered(column) * 100 >= helps.coverage * whole.count;
}

/** Numbers that are told apart: one, or as many as anybody could ask for. */
function numbersLeft(whole: Filtered, column: NumberColumn): number {
  const spread = whole.numberSpread(column);
  if (!spread) return 0;
  return spread.min === spread.max ? 1 : Infinity;
}

/** Whether an aisle is one of some categories, or below one. */
export function isWithin(aisle: Aisle, categories: readonly number[]): boolean {
  for (let at: Aisle | null = aisle; at; at = at.parent)
    if (at.kind === 'category' && categories.includes(at.id)) return true;
  return false;
}

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
