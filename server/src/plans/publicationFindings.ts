import type { AisleChangeSummary, NamedPlan, PublicationFinding } from '@fond/contract';
import {
  bodyOf,
  choosePlan,
  heldPins,
  idleOf,
  isHeir,
  runRange,
  shelfOf,
  type Edition,
  type Plan,
  type RangeContext,
  type Snapshot,
} from '@fond/core';

const MOST = 40;
const named = ({ id, name }: NamedPlan): NamedPlan => ({ id, name });

/** Looks at the pages that a publication changes: shelves that would be empty, pins that can't hold, settings that idle. */
export function publicationFindings(
  snapshot: Snapshot,
  after: Edition,
  changes: readonly AisleChangeSummary[],
  now: number,
): PublicationFinding[] {
  const context: RangeContext = { now, ranges: after.ranges };
  const onPages = changes.flatMap((change) => {
    const aisle = snapshot.aisles.byKey.get(change.key);
    const plan = aisle && choosePlan(after.plans, aisle).winner?.plan;
    const shelf = plan && shelfOf(plan);
    if (!aisle || !shelf) return [];
    const { words, count } = runRange(snapshot, aisle, shelf.range, context);
    const where = { path: change.path, title: change.title, plan: named(plan) };
    const found: PublicationFinding[] = [];
    if (!count && change.products) found.push({ kind: 'empty-shelf', ...where });
    const { lost } = heldPins(snapshot, shelf.order.pins, aisle.key, words);
    // A pin for all aisles of a plan is looked at where its product is at home.
    const missed = lost.filter(({ pin, reason }) => reason === 'unknown' || pin.aisle === aisle.key);
    if (missed.length) found.push({ kind: 'lost-pins', ...where, skus: missed.map(({ pin }) => pin.sku) });
    return found;
  });
  return [...onPages, ...idleSettings(after)].slice(0, MOST);
}

function idleSettings({ documents, plans }: Edition): PublicationFinding[] {
  const filled = new Map(plans.map((plan): [string, Plan] => [plan.id, plan]));
  return documents.flatMap((document): PublicationFinding[] => {
    const base = isHeir(document) ? filled.get(document.base) : undefined;
    if (!isHeir(document) || !base) return [];
    const idle = idleOf(bodyOf(base), document.own);
    if (!idle.length) return [];
    return [{ kind: 'idle-settings', plan: named(document), settings: idle.map(({ path }) => path) }];
  });
}
