import type { EditionComparison } from '@fond/contract';
import type { Plan, RangeRule, Snapshot } from '@fond/core';
import { aisleChanges } from '../finding/aisleChanges';
import { readEditionOf } from '../edition/editions';
import { canonicalJson } from '../text/canonicalJson';

/** What differs between two editions, the second one being the later word. */
export async function compareEditions(
  snapshot: Snapshot,
  from: number,
  to: number,
): Promise<EditionComparison> {
  const [before, after] = await Promise.all([readEditionOf(from), readEditionOf(to)]);
  const plans: EditionComparison['plans'][number][] = [];
  const inBefore = new Map(before.plans.map((plan) => [plan.id, plan]));
  const inAfter = new Map(after.plans.map((plan) => [plan.id, plan]));
  for (const id of new Set([...inBefore.keys(), ...inAfter.keys()])) {
    const was: Plan | null = inBefore.get(id) ?? null;
    const is: Plan | null = inAfter.get(id) ?? null;
    if (was && is && canonicalJson(was) === canonicalJson(is)) continue;
    const what = !was ? 'added' : !is ? 'removed' : 'changed';
    plans.push({ id, name: (is ?? was)!.name, what, before: was, after: is });
  }
  const rules = (edition: typeof before): Map<string, RangeRule> =>
    new Map(edition.ranges.map(({ name, rule }) => [name, rule]));
  const [rulesBefore, rulesAfter] = [rules(before), rules(after)];
  const ranges = [...new Set([...rulesBefore.keys(), ...rulesAfter.keys()])]
    .map((name) => ({ name, before: rulesBefore.get(name) ?? null, after: rulesAfter.get(name) ?? null }))
    .filter((range) => canonicalJson(range.before) !== canonicalJson(range.after))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  plans.sort((a, b) => a.name.localeCompare(b.name, 'en'));
  return { changes: aisleChanges(snapshot, before, after), plans, ranges };
}
