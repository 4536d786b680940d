import type { Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import type { Edition } from '../plan/plan';
import type { Redirect } from '../redirect/redirects';
import { checkAisles } from './checkAisles';
import { checkPlans } from './checkPlans';
import { checkProducts } from './checkProducts';
import { checkAnswers, checkRedirects } from './checkWays';
import { FINDING_KINDS, findingName, type Finding, type FindingGroup, type FindingKind } from './finding';

/** Of one kind so many are told; all are counted. */
export const MAX_TOLD = 200;

/** What the checks look at. */
export interface CheckedShop {
  snapshot: Snapshot;
  edition: Edition;
  redirects: readonly Redirect[];
  context: RangeContext;
  /** Names of findings that are put off. */
  putOff: ReadonlySet<string>;
}

/** What was found, the worst kinds first, and what of it is put off. */
export interface ShopFindings {
  groups: FindingGroup[];
  putOff: Finding[];
  /** How many each aisle has that has any, by its key. */
  byAisle: ReadonlyMap<string, number>;
}

/**
 * Runs every check over the shop as it is live, in steps of a few milliseconds; those that are put off are left out and
 * counted apart.
 */
export function* findInShop({
  snapshot,
  edition,
  redirects,
  context,
  putOff,
}: CheckedShop): Generator<void, ShopFindings> {
  const groups = new Map<FindingKind, { count: number; found: Finding[] }>();
  const left: Finding[] = [];
  const byAisle = new Map<string, number>();
  const checks = [
    checkAisles(snapshot, edition, context),
    checkPlans(snapshot, edition, context),
    checkRedirects(snapshot, redirects),
    checkAnswers(snapshot, context),
    checkProducts(snapshot),
  ];
  for (const check of checks)
    for (const finding of check) {
      if (finding === null) {
        yield;
        continue;
      }
      if (putOff.has(findingName(finding))) {
        left.push(finding);
        continue;
      }
      const group = groups.get(finding.kind) ?? { count: 0, found: [] };
      groups.set(finding.kind, group);
      group.count++;
      if ('aisle' in finding) byAisle.set(finding.aisle, (byAisle.get(finding.aisle) ?? 0) + 1);
      if (group.found.length < MAX_TOLD) group.found.push(finding);
    }
  const told = (Object.keys(FINDING_KINDS) as FindingKind[]).flatMap((kind): FindingGroup[] => {
    const group = groups.get(kind);
    return group ? [{ kind, severity: FINDING_KINDS[kind], ...group }] : [];
  });
  return { groups: told, putOff: left, byAisle };
}
