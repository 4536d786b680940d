import type { AisleMap } from '../catalogue/aisles';
import { FINDING_KINDS, findingName, type Finding, type FindingKind } from './finding';

/** How far a mark reaches that puts findings off: this one, or all of its kind at a place. */
export type MarkReach =
  | { of: 'this' }
  /** In a category's aisle and all below it. */
  | { of: 'below'; aisle: string }
  /** In a plan. */
  | { of: 'plan'; plan: string }
  | { of: 'everywhere' };

/** What stands in a mark's name in place of what a single finding is about; no key, article number or id begins so. */
const PLACE = '@';

/** The name of a mark; what it puts off are all findings of which it is one of `marksOver`. */
export function markName(finding: Finding, reach: MarkReach): string {
  switch (reach.of) {
    case 'this':
      return findingName(finding);
    case 'below':
      return `${finding.kind} ${PLACE}below ${reach.aisle}`;
    case 'plan':
      return `${finding.kind} ${PLACE}plan ${reach.plan}`;
    case 'everywhere':
      return `${finding.kind} ${PLACE}everywhere`;
  }
}

/** How far a finding can be put off, the nearest first. */
export function reachesOf(finding: Finding, { byKey }: Pick<AisleMap, 'byKey'>): MarkReach[] {
  const reaches: MarkReach[] = [{ of: 'this' }];
  if ('aisle' in finding)
    for (let at = byKey.get(finding.aisle); at; at = at.parent ?? undefined)
      if (at.kind === 'category') reaches.push({ of: 'below', aisle: at.key });
  if ('plan' in finding && !('aisle' in finding)) reaches.push({ of: 'plan', plan: finding.plan });
  return [...reaches, { of: 'everywhere' }];
}

/** Names of all marks that put a finding off, the nearest first. */
export const marksOver = (finding: Finding, aisles: Pick<AisleMap, 'byKey'>): string[] =>
  reachesOf(finding, aisles).map((reach) => markName(finding, reach));

/** What a mark's name says; null for names of a kind that there is no more. */
export function readMark(name: string): { kind: FindingKind; reach: MarkReach } | null {
  const [kind, place, ...rest] = name.split(' ');
  if (!Object.hasOwn(FINDING_KINDS, kind)) return null;
  const of = rest.join(' ');
  const reaches: Readonly<Record<string, MarkReach>> = {
    [`${PLACE}below`]: { of: 'below', aisle: of },
    [`${PLACE}plan`]: { of: 'plan', plan: of },
    [`${PLACE}everywhere`]: { of: 'everywhere' },
  };
  return {
    kind: kind as FindingKind,
    reach: Object.hasOwn(reaches, place ?? '') ? reaches[place] : { of: 'this' },
  };
}
