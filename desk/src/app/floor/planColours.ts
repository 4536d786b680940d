import type { NamedPlan } from '@fond/contract';
import { HOUSE_PLAN_ID } from '@fond/core';

/** Muted colours of painted shelves, told apart in lightness as well; the house plan is the plain one. */
const COLOURS = [
  '#0b6e7d',
  '#c9862c',
  '#6a4a86',
  '#5d7f35',
  '#a8473a',
  '#3d5e96',
  '#8a6d2f',
  '#2f7f63',
  '#94466f',
];
const HOUSE = '#b9c2bd';

/** A colour per plan, the same for the same list; the map names every plan besides. */
export function planColours(plans: readonly NamedPlan[]): ReadonlyMap<string, string> {
  const others = plans.filter(({ id }) => id !== HOUSE_PLAN_ID);
  return new Map([
    [HOUSE_PLAN_ID, HOUSE],
    ...others.map(({ id }, at): [string, string] => [id, COLOURS[at % COLOURS.length]]),
  ]);
}
