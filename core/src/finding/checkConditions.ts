import { groundOf, type Aisle } from '../catalogue/aisles';
import type { Plan } from '../plan/plan';
import { isInCategory, type Condition } from '../plan/shownWhen';
import type { Finding } from './finding';

/** Fixtures whose last day is over. */
export function* pastConditions(plan: Plan, today: string): Generator<Finding> {
  for (const { id, type, when } of plan.fixtures) {
    const [over] = lastDays(when)
      .filter((to) => to < today)
      .sort();
    if (over) yield { kind: 'condition-over', plan: plan.id, fixture: id, type, to: over };
  }
}

/** Fixtures that no page of a plan can show, of those whose days aren't over. */
export function* impossibleConditions(plan: Plan, aisles: readonly Aisle[]): Generator<Finding> {
  for (const { id, type, when } of plan.fixtures) {
    const needed = neededOf(when);
    if (contradicts(needed) || (aisles.length > 0 && !aisles.some((aisle) => mayStandIn(needed, aisle))))
      yield { kind: 'condition-never', plan: plan.id, fixture: id, type };
  }
}

const lastDays = (when: Condition | null): string[] =>
  neededOf(when).flatMap((one) => (one.kind === 'dates' && one.to !== null ? one.to : []));

/** Conditions that all have to hold, whatever else does: those within `any` and `none` are left to whoever wrote them. */
function neededOf(when: Condition | null): Condition[] {
  if (!when) return [];
  return when.kind === 'all' ? when.of.flatMap(neededOf) : [when];
}

/** Whether two of them can't hold at once, or one of them never does. */
function contradicts(needed: readonly Condition[]): boolean {
  let from = '';
  let to = '9999-12-31';
  const said = new Map<string, boolean>();
  for (const one of needed)
    switch (one.kind) {
      case 'dates':
        if (one.from !== null && one.from > from) from = one.from;
        if (one.to !== null && one.to < to) to = one.to;
        break;
      case 'filters':
      case 'results':
      case 'shopper': {
        const wanted = one.kind === 'filters' ? one.used : one.kind === 'results' ? one.some : one.signedIn;
        if (said.has(one.kind) && said.get(one.kind) !== wanted) return true;
        said.set(one.kind, wanted);
        break;
      }
      case 'aisles':
        if (!one.of.length) return true;
        break;
      case 'width':
        if (!one.widths.length) return true;
        break;
      case 'weekdays':
        if (!one.days.length) return true;
        break;
      case 'share':
        if (one.from >= one.to) return true;
    }
  return from > to;
}

/** Whether what they say of the aisle may hold in this one. */
const mayStandIn = (needed: readonly Condition[], aisle: Aisle): boolean =>
  needed.every((one) => {
    switch (one.kind) {
      case 'aisles':
        return one.of.includes(aisle.kind);
      case 'category':
        return isInCategory(groundOf(aisle), one.category, one.below);
      case 'collection':
        return groundOf(aisle).key === `collection:${one.collection}`;
      default:
        return true;
    }
  });
