import type { FloorAisle, Preview } from '@fond/contract';
import type { Reach, ReachRule } from '@fond/core';
import { reachMeets } from '../draft/firstAisle';

/** Where an aisle stands to the reach of a draft. */
export type ReachState = 'disputed' | 'gained' | 'lost' | 'kept' | 'outdone' | 'out' | 'apart';

/** In words, for a legend and for each area. */
export const REACH_STATE_WORDS: Readonly<Record<ReachState, string>> = {
  kept: 'served, as it is live',
  gained: 'gained',
  lost: 'lost',
  disputed: 'in dispute',
  outdone: 'reached, but a more exact plan serves it',
  out: 'left out',
  apart: 'not reached',
};

/**
 * The state of every aisle under a draft's reach.
 *
 * @param preview What the server says of the draft: gained and lost against what is live, and disputes.
 */
export function reachStates(
  planId: string,
  reach: Reach,
  aisles: readonly FloorAisle[],
  preview: Pick<Preview, 'gained' | 'lost' | 'disputes'>,
): ReadonlyMap<string, ReachState> {
  const keys = (list: readonly { key: string }[]): Set<string> => new Set(list.map(({ key }) => key));
  const [gained, lost, disputed] = [preview.gained, preview.lost, preview.disputes].map(keys);
  const byKey = new Map(aisles.map((aisle) => [aisle.key, aisle]));
  const stateOf = (aisle: FloorAisle): ReachState => {
    if (disputed.has(aisle.key)) return 'disputed';
    if (gained.has(aisle.key)) return 'gained';
    if (lost.has(aisle.key)) return 'lost';
    if (reachMeets(reach.exclude, aisle, byKey)) return 'out';
    if (!reachMeets(reach.include, aisle, byKey)) return 'apart';
    return aisle.plan?.id === planId ? 'kept' : 'outdone';
  };
  return new Map(aisles.map((aisle) => [aisle.key, stateOf(aisle)]));
}

/** What can be done with a category on the map, as another reach. */
export interface ReachWay {
  words: string;
  reach: Reach;
}

const names = (rule: ReachRule, category: number): boolean =>
  rule.kind === 'category' && rule.category === category;

/** The ways for one category: serve it with all below, serve it alone, leave it out, or say nothing of it. */
export function reachWays({ include, exclude }: Reach, category: number): ReachWay[] {
  const others = {
    include: include.filter((rule) => !names(rule, category)),
    exclude: exclude.filter((rule) => !names(rule, category)),
  };
  const rule = (below: boolean): ReachRule => ({ kind: 'category', category, below });
  const ways: ReachWay[] = [
    { words: 'Serve it and all below', reach: { ...others, include: [...others.include, rule(true)] } },
    { words: 'Serve it alone', reach: { ...others, include: [...others.include, rule(false)] } },
    { words: 'Leave it out', reach: { ...others, exclude: [...others.exclude, rule(true)] } },
  ];
  const said = include.length + exclude.length - others.include.length - others.exclude.length;
  if (said) ways.push({ words: 'Take its line away', reach: others });
  return ways.filter(({ reach }) => JSON.stringify(reach) !== JSON.stringify({ include, exclude }));
}
