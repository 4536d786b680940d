import type { Aisle, AisleMap } from '../catalogue/aisles';
import type { Edition, Plan, Reach, ReachRule } from './plan';

/**
 * How exactly a rule means an aisle; smaller is more exact, null where it doesn't mean it at all.
 *
 * This is the one place where exactness is written down:
 * - 0: the aisle itself (its address, or its category without what is below);
 * - 1 + d: a category with all below it, d steps above the aisle (d = 0 for that category's own aisle);
 * - KIND: all aisles of one kind;
 * - EVERYTHING: every aisle.
 */
export function exactness(rule: ReachRule, aisle: Aisle): number | null {
  switch (rule.kind) {
    case 'everything':
      return EVERYTHING;
    case 'aisles':
      return rule.of === aisle.kind ? KIND : null;
    case 'aisle':
      return rule.aisle === aisle.key ? 0 : null;
    case 'category': {
      if (aisle.kind !== 'category') return null;
      if (!rule.below) return aisle.id === rule.category ? 0 : null;
      let steps = 1;
      for (let at: Aisle | null = aisle; at; at = at.parent, steps++)
        if (at.id === rule.category) return steps;
      return null;
    }
  }
}

const KIND = 1_000_000;
const EVERYTHING = 2_000_000;

/** The most exact include that means the aisle, or null where none does or an exclude takes it away. */
export function reachOf(reach: Reach, aisle: Aisle): { rule: ReachRule; exactness: number } | null {
  for (const rule of reach.exclude) if (exactness(rule, aisle) !== null) return null;
  let best: { rule: ReachRule; exactness: number } | null = null;
  for (const rule of reach.include) {
    const value = exactness(rule, aisle);
    if (value !== null && (!best || value < best.exactness)) best = { rule, exactness: value };
  }
  return best;
}

export interface Candidate {
  plan: Plan;
  rule: ReachRule;
  exactness: number;
}

/** The plan an aisle uses, and every other plan that reaches it, the most exact first. */
export interface PlanChoice {
  winner: Candidate | null;
  others: readonly Candidate[];
  /** Other plans exactly as exact as the winner: an overlap that somebody has to settle. */
  disputed: readonly Candidate[];
}

/**
 * Decides which plan serves an aisle: the most exact reach wins. Where two are equally exact the plan with the
 * smaller id wins, so that the outcome never depends on the order of plans, and the overlap is told.
 */
export function choosePlan(plans: readonly Plan[], aisle: Aisle): PlanChoice {
  const candidates: Candidate[] = [];
  for (const plan of plans) {
    const found = reachOf(plan.reach, aisle);
    if (found) candidates.push({ plan, ...found });
  }
  candidates.sort((a, b) => a.exactness - b.exactness || (a.plan.id < b.plan.id ? -1 : 1));
  const [winner = null, ...others] = candidates;
  return {
    winner,
    others,
    disputed: others.filter((other) => winner && other.exactness === winner.exactness),
  };
}

/** The aisles that a plan wins among `plans`. */
export function aislesOfPlan(plans: readonly Plan[], aisles: AisleMap, planId: string): Aisle[] {
  return aisles.all.filter((aisle) => choosePlan(plans, aisle).winner?.plan.id === planId);
}

/** The edition with one plan put in place of its published form, or added to it. */
export function withDraft(edition: Edition, draft: Plan): Edition {
  const others = edition.plans.filter((plan) => plan.id !== draft.id);
  return { number: edition.number, plans: [...others, draft] };
}

export interface AisleChange {
  aisle: Aisle;
  /** Plan before and after; they differ where the aisle changes hands. */
  from: Plan | null;
  to: Plan | null;
}

/** The aisles that look different under `after`: another plan serves them, or their plan has changed. */
export function changedAisles(
  aisles: AisleMap,
  before: readonly Plan[],
  after: readonly Plan[],
): AisleChange[] {
  const design = new Map<Plan, string>();
  const designOf = (plan: Plan): string => {
    let text = design.get(plan);
    if (text === undefined) design.set(plan, (text = JSON.stringify(plan.fixtures)));
    return text;
  };
  const changes: AisleChange[] = [];
  for (const aisle of aisles.all) {
    const from = choosePlan(before, aisle).winner?.plan ?? null;
    const to = choosePlan(after, aisle).winner?.plan ?? null;
    if (from === to) continue;
    if (from && to && from.id === to.id && designOf(from) === designOf(to)) continue;
    changes.push({ aisle, from, to });
  }
  return changes;
}
