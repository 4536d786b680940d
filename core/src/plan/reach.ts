import { bodyOf } from './plan';
import type { Aisle, AisleMap } from '../catalogue/aisles';
import { blendsOfPlan, rangesOfPlan } from './edition';
import type { Edition, Plan, ReachRule } from './plan';

/**
 * How exactly a rule means an aisle; smaller is more exact, null where it doesn't mean it at all.
 *
 * This is the one place where specificity is written down:
 * - 0: the aisle itself (its address, or its category without what is below);
 * - 1 + d: a category with all below it, d steps above the aisle (d = 0 for that category's own aisle);
 * - 1: all values of an attribute, for the aisles of its values;
 * - KIND: all aisles of one kind;
 * - EVERYTHING: every aisle.
 */
export function specificity(rule: ReachRule, aisle: Aisle): number | null {
  switch (rule.kind) {
    case 'everything':
      return EVERYTHING;
    case 'aisles':
      return rule.of === aisle.kind ? KIND : null;
    case 'aisle':
      return rule.aisle === aisle.key ? 0 : null;
    case 'values':
      return aisle.value?.attribute === rule.attribute ? 1 : null;
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

export interface Candidate {
  plan: Plan;
  /** The most exact rule by which the plan reaches the aisle. */
  rule: ReachRule;
  specificity: number;
}

/** The plan an aisle uses, and every other plan that reaches it, the most exact first. */
export interface PlanChoice {
  winner: Candidate | null;
  others: readonly Candidate[];
  /** Other plans exactly as exact as the winner, and of the same rank: an overlap that somebody has to settle. */
  disputed: readonly Candidate[];
  /** Plans that would reach it but leave it out, each with the rule that does. */
  leftOut: readonly (Candidate & { by: ReachRule })[];
}

/** More exact first, then the greater rank; the id comes last, so that the order of plans never matters. */
const byClaim = (a: Candidate, b: Candidate): number =>
  a.specificity - b.specificity || b.plan.rank - a.plan.rank || (a.plan.id < b.plan.id ? -1 : 1);

/**
 * Who serves which aisle. Plans are filed once by what their rules name, so that an aisle asks only for itself, the
 * categories above it, its kind and what is for everything: a few look-ups, however many plans there are.
 */
class PlanMap {
  private readonly filed = new Map<string, Claim[]>();

  constructor(plans: readonly Plan[]) {
    for (const plan of plans)
      for (const rule of plan.reach.include) {
        const place = ruleKey(rule);
        const claims = this.filed.get(place);
        if (claims) claims.push({ plan, rule });
        else this.filed.set(place, [{ plan, rule }]);
      }
  }

  choose(aisle: Aisle): PlanChoice {
    const best = new Map<Plan, Candidate>();
    for (const place of placesOver(aisle))
      for (const { plan, rule } of this.filed.get(place) ?? []) {
        const value = specificity(rule, aisle);
        const known = best.get(plan);
        if (value !== null && (!known || value < known.specificity))
          best.set(plan, { plan, rule, specificity: value });
      }
    const candidates: Candidate[] = [];
    const leftOut: (Candidate & { by: ReachRule })[] = [];
    for (const candidate of best.values()) {
      const by = candidate.plan.reach.exclude.find((rule) => specificity(rule, aisle) !== null);
      if (by) leftOut.push({ ...candidate, by });
      else candidates.push(candidate);
    }
    candidates.sort(byClaim);
    leftOut.sort(byClaim);
    const [winner = null, ...others] = candidates;
    const disputed = others.filter(
      (other) => winner && other.specificity === winner.specificity && other.plan.rank === winner.plan.rank,
    );
    return { winner, others, disputed, leftOut };
  }
}

interface Claim {
  plan: Plan;
  rule: ReachRule;
}

/** Where a rule is filed: under what it names. */
function ruleKey(rule: ReachRule): string {
  switch (rule.kind) {
    case 'everything':
      return 'everything';
    case 'aisles':
      return `kind ${rule.of}`;
    case 'aisle':
      return rule.aisle;
    case 'values':
      return `values ${rule.attribute}`;
    case 'category':
      return `category:${rule.category}`;
  }
}

/** Every place where a rule that means the aisle can be filed. */
function placesOver(aisle: Aisle): string[] {
  const places = ['everything', `kind ${aisle.kind}`];
  if (aisle.value) places.push(`values ${aisle.value.attribute}`);
  for (let at: Aisle | null = aisle; at; at = at.parent) places.push(at.key);
  return places;
}

const maps = new WeakMap<readonly Plan[], PlanMap>();

/**
 * Decides which plan serves an aisle: the most exact reach wins, among equals the greater rank. Where that settles
 * nothing the plan with the smaller id wins, so that the outcome never depends on the order of plans, and the overlap
 * is told. What is worked out for a list of plans is kept for it; the list must not be changed afterwards.
 */
export function choosePlan(plans: readonly Plan[], aisle: Aisle): PlanChoice {
  let map = maps.get(plans);
  if (!map) maps.set(plans, (map = new PlanMap(plans)));
  return map.choose(aisle);
}

/** An aisle that two plans claim alike. */
export interface Overlap {
  aisle: Aisle;
  other: Plan;
}

/** The aisles that a plan shares with another one that is just as exact and has the same rank. */
export function overlapsOf(plans: readonly Plan[], aisles: AisleMap, planId: string): Overlap[] {
  return aisles.all.flatMap((aisle) => {
    const { winner, disputed } = choosePlan(plans, aisle);
    const equals = winner ? [winner.plan, ...disputed.map(({ plan }) => plan)] : [];
    if (!equals.some(({ id }) => id === planId)) return [];
    return equals.filter(({ id }) => id !== planId).map((other) => ({ aisle, other }));
  });
}

/** The aisles that a plan wins among `plans`. */
export function aislesOfPlan(plans: readonly Plan[], aisles: AisleMap, planId: string): Aisle[] {
  return aisles.all.filter((aisle) => choosePlan(plans, aisle).winner?.plan.id === planId);
}

export interface AisleChange {
  aisle: Aisle;
  /** Plan before and after; they differ where the aisle changes hands. */
  from: Plan | null;
  to: Plan | null;
}

/** The aisles that look different under `after`: another plan serves them, or their plan has changed. */
export const changedAisles = (aisles: AisleMap, before: Published, after: Published): AisleChange[] =>
  [...eachAisleChange(aisles, before, after)].filter((change) => change !== null);

/** For so many aisles plans are chosen in one step. */
export const AISLES_A_STEP = 64;

/** The same one by one, in steps. */
export function* eachAisleChange(
  aisles: AisleMap,
  before: Published,
  after: Published,
): Generator<AisleChange | null> {
  const beforeDesigns = new Designs(before);
  const afterDesigns = new Designs(after);
  for (const [at, aisle] of aisles.all.entries()) {
    if (at % AISLES_A_STEP === AISLES_A_STEP - 1) yield null;
    const from = choosePlan(before.plans, aisle).winner?.plan ?? null;
    const to = choosePlan(after.plans, aisle).winner?.plan ?? null;
    if (from?.id === to?.id && (!from || !to || beforeDesigns.of(from) === afterDesigns.of(to))) continue;
    yield { aisle, from, to };
  }
}

type Published = Pick<Edition, 'plans' | 'ranges' | 'blends'>;

/** Everything of a plan that shows on a page, with the saved ranges and blends it uses; written once a plan. */
class Designs {
  private readonly written = new Map<string, string>();

  constructor(private readonly published: Published) {}

  of(plan: Plan): string {
    let text = this.written.get(plan.id);
    if (text === undefined) {
      const { ranges, blends } = this.published;
      const used = rangesOfPlan(plan).map((id) => ranges.find((range) => range.id === id)?.rule ?? null);
      const mixed = blendsOfPlan(plan).map((id) => blends.find((blend) => blend.id === id)?.factors ?? null);
      // What stands below products shows on their pages alone.
      const { productPage: _, ...shown } = bodyOf(plan);
      this.written.set(plan.id, (text = JSON.stringify([shown, used, mixed])));
    }
    return text;
  }
}
