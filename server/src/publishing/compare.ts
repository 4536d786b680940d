import type { EditionComparison } from '@fond/contract';
import type { Blend, Edition, Plan, RangeRule, Snapshot } from '@fond/core';
import { aisleChanges } from '../finding/aisleChanges';
import { canonicalJson } from '../text/canonicalJson';

/** What differs between two states of the shop, the second one being the later word. */
export function compareEditions(snapshot: Snapshot, before: Edition, after: Edition): EditionComparison {
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
  plans.sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const rules = ({ ranges }: Edition): Named<RangeRule> =>
    new Map(ranges.map(({ name, rule }) => [name, rule]));
  const factors = ({ blends }: Edition): Named<Blend['factors']> =>
    new Map(blends.map((blend) => [blend.name, blend.factors]));
  return {
    changes: aisleChanges(snapshot, before, after),
    plans,
    ranges: differing(rules(before), rules(after)),
    blends: differing(factors(before), factors(after)),
  };
}

type Named<T> = ReadonlyMap<string, T>;

/** What differs of what has a name; null where one side has none of it. */
const differing = <T>(was: Named<T>, is: Named<T>): { name: string; before: T | null; after: T | null }[] =>
  [...new Set([...was.keys(), ...is.keys()])]
    .map((name) => ({ name, before: was.get(name) ?? null, after: is.get(name) ?? null }))
    .filter(({ before, after }) => canonicalJson(before) !== canonicalJson(after))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
