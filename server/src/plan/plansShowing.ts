import type { NamedPlan } from '@fond/contract';
import { ChainError, partsOf, resolvePlan, type Documents } from '@fond/core';

/** The plans that show a part, by the documents they are filled in from; one that can't be filled in shows nothing. */
export function plansShowing(documents: Documents, part: string): NamedPlan[] {
  return [...documents.values()].flatMap(({ id, name }) => {
    try {
      return partsOf(resolvePlan(documents, id)).includes(part) ? [{ id, name }] : [];
    } catch (error) {
      if (error instanceof ChainError) return [];
      throw error;
    }
  });
}
