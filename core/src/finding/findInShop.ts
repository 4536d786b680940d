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
  /** All of each aisle that has any, by its key. */
  byAisle: ReadonlyMap<string, readonly Finding[]>;
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
  const groups: Groups = new Map();
  const left: Finding[] = [];
  const byAisle = new Map<string, Finding[]>();
  const checks = [
    checkAisles(snapshot, edition, context),
    checkPlans(snapshot, edition, redirects, context),
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
      add(groups, finding);
      if (!('aisle' in finding)) continue;
      const ofAisle = byAisle.get(finding.aisle);
      if (ofAisle) ofAisle.push(finding);
      else byAisle.set(finding.aisle, [finding]);
    }
  return { groups: told(groups), putOff: left, byAisle };
}

type Groups = Map<FindingKind, { count: number; found: Finding[] }>;

function add(groups: Groups, finding: Finding): void {
  const group = groups.get(finding.kind) ?? { count: 0, found: [] };
  groups.set(finding.kind, group);
  group.count++;
  if (group.found.length < MAX_TOLD) group.found.push(finding);
}

const told = (groups: Groups): FindingGroup[] =>
  (Object.keys(FINDING_KINDS) as FindingKind[]).flatMap((kind): FindingGroup[] => {
    const group = groups.get(kind);
    return group ? [{ kind, severity: FINDING_KINDS[kind], ...group }] : [];
  });

/** Some findings by kind, the worst kinds first. */
export function grouped(findings: readonly Finding[]): FindingGroup[] {
  const groups: Groups = new Map();
  for (const finding of findings) add(groups, finding);
  return told(groups);
}
