import {
  applied,
  differ,
  entriesOf,
  withReset,
  valueAt,
  type Difference,
  type OwnEntry,
} from './differences';
import { bodyOf, type Plan } from './plan';
import { sameValue } from './sameValue';

/** A setting that two people have changed to different things. */
export interface MergeConflict {
  /** Stays the same for the same three plans; what was decided is given by it. */
  key: string;
  mine: OwnEntry;
  theirs: OwnEntry;
  /** What stands there in each; undefined where it was taken away. */
  mineValue: unknown;
  theirsValue: unknown;
}

export interface Merge {
  merged: Plan;
  conflicts: readonly MergeConflict[];
  /** What only one of the two has changed, and is in the merged plan. */
  mineOnly: readonly OwnEntry[];
  theirsOnly: readonly OwnEntry[];
}

/** Everything of a plan that can be edited; who it is stays. */
const editable = (plan: Plan): object => ({
  name: plan.name,
  reach: plan.reach,
  rank: plan.rank,
  ...bodyOf(plan),
});

const within = (path: readonly string[], prefix: readonly string[]): boolean =>
  prefix.length <= path.length && prefix.every((step, at) => path[at] === step);

/** Whether two changes can't both be made. Moving an item and setting something of it go together. */
function collide(a: OwnEntry, b: OwnEntry): boolean {
  const same = within(a.path, b.path) && within(b.path, a.path);
  if (a.what === 'moved' || b.what === 'moved')
    return same && (a.what === b.what || a.what === 'removed' || b.what === 'removed');
  return within(a.path, b.path) || within(b.path, a.path);
}

/**
 * Two edits of one plan put together, setting by setting (a three-way merge over what both began with). Where both have
 * changed the same to different things, mine stands unless `decisions` says theirs for that conflict's key.
 */
export function mergePlans(
  before: Plan,
  mine: Plan,
  theirs: Plan,
  decisions: Readonly<Partial<Record<string, 'mine' | 'theirs'>>> = {},
): Merge {
  const base = editable(before);
  let ours: Difference | null = differ(base, editable(mine));
  let others: Difference | null = differ(base, editable(theirs));
  const ourEntries = entriesOf(ours);
  const otherEntries = entriesOf(others);
  const conflicts: MergeConflict[] = [];
  const inConflict = new Set<OwnEntry>();
  for (const own of ourEntries)
    for (const other of otherEntries) {
      if (!collide(own, other)) continue;
      const mineValue = valueAt(editable(mine), own.path);
      const theirsValue = valueAt(editable(theirs), other.path);
      const agree = own.what === other.what && sameValue(mineValue, theirsValue);
      if (agree && own.what !== 'moved') continue;
      inConflict.add(own).add(other);
      const key = `${own.what} ${own.path.join('/')} · ${other.what} ${other.path.join('/')}`;
      conflicts.push({ key, mine: own, theirs: other, mineValue, theirsValue });
      if (decisions[key] === 'theirs') ours = withReset(ours, own.path);
      else others = withReset(others, other.path);
    }
  const merged = applied(applied(base, others), ours) as Omit<Plan, 'id' | 'kind'>;
  return {
    merged: { id: before.id, kind: before.kind, ...merged },
    conflicts,
    mineOnly: ourEntries.filter((entry) => !inConflict.has(entry)),
    theirsOnly: otherEntries.filter((entry) => !inConflict.has(entry)),
  };
}
