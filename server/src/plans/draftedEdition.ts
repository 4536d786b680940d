import { withDrafts, type Edition, type Plan, type PlanDocument } from '@fond/core';
import { savedRanges } from '../ranges/savedRanges';
import { chainProblem } from './chainProblem';
import { documentsFor } from './drafts';

/** What is live with drafts laid over it, and with the drafts of bases that were never published; the first of them. */
export async function draftedEdition(
  live: Edition,
  drafts: readonly PlanDocument[],
): Promise<{ edition: Edition; plan: Plan }> {
  const documents = await documentsFor(drafts, live.documents);
  const known = new Set([...live.documents, ...drafts].map(({ id }) => id));
  const bases = [...documents.values()].filter(({ id }) => !known.has(id));
  const ranges = await savedRanges();
  const edition = chainProblem(documents, () => withDrafts(live, [...bases, ...drafts], ranges));
  return { edition, plan: edition.plans.find(({ id }) => id === drafts[0].id)! };
}
