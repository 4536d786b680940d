import { HOUSE_PLAN_ID, isHeir, withDrafts, type Edition, type Plan, type PlanDocument } from '@fond/core';
import { sharedRules } from '../range/sharedRules';
import { chainProblem } from '../document/chainProblem';
import { documentsFor } from './drafts';
import { showAlone } from './parts';
import { sanitiseEdition } from '../document/safePlan';

/**
 * What is live with drafts laid over it, and with the drafts of bases and parts that were never published; the first of
 * them. A part is laid over every aisle alone.
 */
export async function draftedEdition(
  live: Edition,
  drafts: readonly PlanDocument[],
): Promise<{ edition: Edition; plan: Plan }> {
  const documents = await documentsFor(drafts, live.documents);
  const known = new Set([...live.documents, ...drafts].map(({ id }) => id));
  const bases = [...documents.values()].filter(({ id }) => !known.has(id));
  const shared = await sharedRules();
  const edition = sanitiseEdition(
    chainProblem(documents, () => withDrafts(live, [...bases, ...drafts], shared)),
  );
  const [first] = drafts;
  const plan = edition.plans.find(({ id }) => id === first.id);
  if (plan || isHeir(first)) return { edition, plan: plan! };
  const alone = showAlone(
    first,
    edition.plans.find(({ id }) => id === HOUSE_PLAN_ID)!,
  );
  return { edition: { ...edition, plans: [alone] }, plan: alone };
}
