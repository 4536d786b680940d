import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { Edition, Plan } from '../plan/plan';
import { AISLES_A_STEP, choosePlan } from '../plan/reach';

/** An aisle with the plan that serves it, and those that claim it just as exactly. */
export interface Served {
  aisle: Aisle;
  plan: Plan;
  disputed: readonly Plan[];
}

/** Every aisle that a plan serves, the search and what is closed to shoppers among them, in steps. */
export function* servedAisles({ aisles }: Snapshot, { plans }: Edition): Generator<null, Served[]> {
  const served: Served[] = [];
  for (const [at, aisle] of aisles.all.entries()) {
    if (at % AISLES_A_STEP === AISLES_A_STEP - 1) yield null;
    const { winner, disputed } = choosePlan(plans, aisle);
    if (winner) served.push({ aisle, plan: winner.plan, disputed: disputed.map(({ plan }) => plan) });
  }
  return served;
}
