import type { EditionSummary, PlanChanges, StoredPlan, ToldFinding } from '@fond/contract';
import type { FindingKind, Fixture, Plan, PlanDocument, ReachRule, ShelfSettings } from '@fond/core';
import type { Desk } from './server';

/** The plan with its shelf changed. */
export const withShelf = (plan: Plan, change: Partial<ShelfSettings>): Plan => ({
  ...plan,
  fixtures: plan.fixtures.map((fixture): Fixture =>
    fixture.type === 'shelf' ? { ...fixture, ...change } : fixture,
  ),
});

export async function readPlan(desk: Desk, id: string): Promise<StoredPlan> {
  const answer = await desk.get(`/api/plans/${id}`);
  if (answer.status !== 200) throw new Error(JSON.stringify(answer.body));
  return answer.body as StoredPlan;
}

export const savePlan = (desk: Desk, plan: PlanDocument, version: number) =>
  desk.put(`/api/plans/${plan.id}`, { plan, version });

/** A plan on another one, or as a copy of it. */
export async function createPlan(
  desk: Desk,
  name: string,
  include: readonly ReachRule[],
  { from = 'house', as = 'copy' }: { from?: string; as?: 'heir' | 'copy' } = {},
): Promise<StoredPlan> {
  const answer = await desk.post('/api/plans', { name, reach: { include, exclude: [] }, from, as });
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
  return answer.body as StoredPlan;
}

export const publishPlans = (desk: Desk, plans: readonly { id: string; version: number }[], note = '') =>
  desk.post('/api/publications', { plans, note });

/** Publishes a draft as it is stored now. */
export async function publishStored(desk: Desk, id: string): Promise<EditionSummary> {
  const { version } = await readPlan(desk, id);
  const answer = await publishPlans(desk, [{ id, version }]);
  if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
  return answer.body as EditionSummary;
}

export const changesOf = async (desk: Desk, ...plans: string[]): Promise<PlanChanges> =>
  (await desk.post('/api/publications/changes', { plans })).body;

/** What is found of a kind in what a publication changes. */
export const foundIn = ({ findings }: PlanChanges, kind: FindingKind): readonly ToldFinding[] =>
  findings.find((group) => group.kind === kind)?.found ?? [];
