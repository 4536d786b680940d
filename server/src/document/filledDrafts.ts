import { ChainError, documentsBy, resolvePlan, type Plan, type PlanDocument } from '@fond/core';
import { documentIn, type PlanModel } from '../database/models';

/**
 * All drafts that can be worked on, each filled in from the drafts of its bases. One whose
 * chain is broken uses nothing, as it can't be shown or published before it is mended.
 */
export function fillDrafts(rows: readonly PlanModel[], live: readonly PlanDocument[]): Plan[] {
  const open = rows.filter(({ standing }) => standing !== 'deleted').map(documentIn);
  const known = documentsBy([...live, ...open]);
  return open.flatMap((draft) => {
    try {
      return [resolvePlan(known, draft.id)];
    } catch (error) {
      if (error instanceof ChainError) return [];
      throw error;
    }
  });
}
