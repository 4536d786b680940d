import { gathered } from '../catalogue/gathered';
import type { FacetColumn, ValueColumn } from '../catalogue/columns';
import type { Snapshot } from '../catalogue/snapshot';
import { USUAL_SHOW, type ValueShow } from '../catalogue/valueShow';
import { facetPanelOf, type FacetChoice, type Plan, type PlanValues } from './plan';

/** What a plan says of values as long as it says nothing else: their attribute's groups, in no order of choice. */
export const USUAL_VALUES: PlanValues = {
  order: USUAL_SHOW.order,
  scale: USUAL_SHOW.scale,
  hidden: USUAL_SHOW.hidden,
  families: null,
  labels: [],
};

/** How the values of a facet are shown: as the plan says, else as their attribute. */
export function showFor(
  snapshot: Pick<Snapshot, 'attributes'>,
  { key, values: own }: Pick<FacetChoice, 'key' | 'values'>,
): ValueShow {
  const shown = snapshot.attributes.get(key)?.row.shown ?? USUAL_SHOW;
  if (!own) return shown;
  const { order, scale, hidden, families } = own;
  return { order, scale, hidden, families: families ?? shown.families, steps: shown.steps };
}

/** Columns that a plan has otherwise, by the column that they are made of: changes of stock and prices leave them as they are. */
const columnsKept = new WeakMap<ValueColumn, Map<string, ValueColumn>>();

/**
 * The catalogue as a plan lets shoppers filter it: with its own groups, and its own words for values. The snapshot itself
 * where a plan has neither. O(products) the first time for groups of its own, then O(facets).
 */
export function asPlanned(snapshot: Snapshot, plan: Pick<Plan, 'fixtures'>): Snapshot {
  const choices = (facetPanelOf(plan)?.facets ?? []).filter(
    ({ values }) => values && (values.families !== null || values.labels.length > 0),
  );
  if (!choices.length) return snapshot;
  const facets = new Map<string, FacetColumn>(snapshot.facets);
  const parts = new Map(snapshot.packed.parts);
  for (const { key, values } of choices) {
    const column = plannedColumn(snapshot, key, values!);
    if (!column) continue;
    facets.set(key, column);
    // Its codes are no longer those of the packed rows: it is counted by itself.
    if (values!.families) parts.delete(key);
  }
  return { ...snapshot, facets, packed: { ...snapshot.packed, parts } };
}

function plannedColumn(
  snapshot: Snapshot,
  key: string,
  { families, labels }: PlanValues,
): ValueColumn | null {
  const base = families ? snapshot.attributes.get(key)?.column : snapshot.facets.get(key);
  if (base?.kind !== 'values' || base.numeric) return null;
  let known = columnsKept.get(base);
  if (!known) columnsKept.set(base, (known = new Map()));
  const question = JSON.stringify([families, labels]);
  let column = known.get(question);
  if (!column) {
    column = called(families ? gathered({ shown: { ...USUAL_SHOW, families } }, base) : base, labels);
    // Drafts ask for many while groups are made; those of plans that serve are asked for again.
    if (known.size >= MAX_KEPT) known.delete(known.keys().next().value!);
    known.set(question, column);
  }
  return column;
}

const MAX_KEPT = 16;

/** The column with words of a plan's own for some values. */
function called(column: ValueColumn, labels: PlanValues['labels']): ValueColumn {
  if (!labels.length) return column;
  const own = new Map(labels.map(({ value, label }) => [value, label]));
  return {
    ...column,
    values: column.values.map((one) =>
      own.has(one.value) ? { ...one, labels: { ...one.labels, ...own.get(one.value) } } : one,
    ),
  };
}
