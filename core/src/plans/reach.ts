import type { SavedRange } from '../range/rule';
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

/** The ids of the saved ranges that a plan's shelves show. */
export const rangesOfPlan = (plan: Plan): string[] =>
  [
    ...plan.fixtures.flatMap((fixture) => (fixture.type === 'shelf' ? [fixture.range] : [])),
    ...(plan.related ? [plan.related.range] : []),
  ].flatMap(({ source }) => (source.kind === 'saved' ? [source.range] : []));

/**
 * The edition with one plan put in place of its published form, or added to it, and the saved ranges that it uses as
 * they stand in `ranges`. What no plan uses any more is left out.
 */
export function withDraft(edition: Edition, draft: Plan, ranges: readonly SavedRange[]): Edition {
  const plans = [...edition.plans.filter((plan) => plan.id !== draft.id), draft];
  const own = new Set(rangesOfPlan(draft));
  const used = new Set(plans.flatMap(rangesOfPlan));
  const current = ranges.filter(({ id }) => own.has(id));
  const others = edition.ranges.filter(({ id }) => used.has(id) && !own.has(id));
  return {
    number: edition.number,
    plans,
    ranges: [...others, ...current].sort((a, b) => (a.id < b.id ? -1 : 1)),
  };
}

/** The edition with one saved range put in place of its published form, for all shelves that show it. */
export const withRange = (edition: Edition, range: SavedRange): Edition => ({
  ...edition,
  ranges: edition.ranges.map((one) => (one.id === range.id ? range : one)),
});

export interface AisleChange {
  aisle: Aisle;
  /** Plan before and after; they differ where the aisle changes hands. */
  from: Plan | null;
  to: Plan | null;
}

/** The aisles that look different under `after`: another plan serves them, or their plan has changed. */
export function changedAisles(aisles: AisleMap, before: Published, after: Published): AisleChange[] {
  const beforeDesigns = new Designs(before);
  const afterDesigns = new Designs(after);
  const changes: AisleChange[] = [];
  for (const aisle of aisles.all) {
    const from = choosePlan(before.plans, aisle).winner?.plan ?? null;
    const to = choosePlan(after.plans, aisle).winner?.plan ?? null;
    if (from?.id === to?.id && (!from || !to || beforeDesigns.of(from) === afterDesigns.of(to))) continue;
    changes.push({ aisle, from, to });
  }
  return changes;
}

type Published = Pick<Edition, 'plans' | 'ranges'>;

/** Everything of a plan that shows on a page, with the saved ranges it uses; written once a plan. */
class Designs {
  private readonly written = new Map<string, string>();

  constructor(private readonly published: Published) {}

  of(plan: Plan): string {
    let text = this.written.get(plan.id);
    if (text === undefined) {
      const { ranges } = this.published;
      const used = rangesOfPlan(plan).map((id) => ranges.find((range) => range.id === id)?.rule ?? null);
      this.written.set(plan.id, (text = JSON.stringify([plan.fixtures, used])));
    }
    return text;
  }
}
