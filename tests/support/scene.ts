import type { Floor } from '@fond/contract';
import type { Fixture, Plan, ReachRule } from '@fond/core';
import { createPlan, publishStored, savePlan } from './plans';
import type { Desk } from './server';

/** The rule by which a plan serves an aisle, a category with all below it. */
export async function ruleOf(desk: Desk, path: string): Promise<ReachRule> {
  const { aisles } = (await desk.get('/api/floor')).body as Floor;
  const { key } = aisles.find((aisle) => aisle.path === path)!;
  const [kind, id] = key.split(':');
  return kind === 'category'
    ? { kind: 'category', category: Number(id), below: true }
    : { kind: 'aisle', aisle: key };
}

/** Plans that were made for the scenes of one shop, by their aisle. */
const standing = new WeakMap<Desk['agent'], Map<string, string>>();

export async function putAside(desk: Desk, id: string): Promise<void> {
  const answer = await desk.post(`/api/plans/${id}/removal`, { standing: 'aside', heirs: null });
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
}

/**
 * Sets a scene: a plan of its own for an aisle, as a copy of the house plan with what the story begins with, or on top of
 * it. One that an earlier story made for the same aisle is put aside.
 *
 * @param change What a copy says otherwise; null for a plan on the house plan, which says nothing otherwise.
 * @param live Whether shoppers see it already.
 */
export async function scene(
  desk: Desk,
  path: string,
  change: ((plan: Plan) => Plan) | null = (plan) => plan,
  { live = false, name = `Scene of ${path}` }: { live?: boolean; name?: string } = {},
): Promise<string> {
  let known = standing.get(desk.agent);
  if (!known) standing.set(desk.agent, (known = new Map<string, string>()));
  const before = known.get(path);
  if (before !== undefined) await putAside(desk, before);
  const { document, version } = await createPlan(desk, name, [await ruleOf(desk, path)], {
    as: change ? 'copy' : 'heir',
  });
  known.set(path, document.id);
  if (change) {
    const saved = await savePlan(desk, change(document as Plan), version);
    if (saved.status !== 200) throw new Error(JSON.stringify(saved.body));
  }
  if (live) await publishStored(desk, document.id);
  return document.id;
}

/** The plan with fixtures put in behind another one. */
export const withBehind = (plan: Plan, behind: string, ...fixtures: Fixture[]): Plan => ({
  ...plan,
  fixtures: plan.fixtures.flatMap((fixture) => (fixture.id === behind ? [fixture, ...fixtures] : [fixture])),
});
