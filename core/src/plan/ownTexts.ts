import { resolvePlan, type Documents } from './inherit';
import { isHeir, type Plan } from './plan';
import { planTexts, type PlanText } from './planTexts';

/** The texts that a plan says itself; what it takes from its base is told of that. */
export function ownTexts(documents: Documents, plan: Plan): PlanText[] {
  const document = documents.get(plan.id);
  if (!document || !isHeir(document)) return planTexts(plan);
  const inherited = new Set(
    planTexts(resolvePlan(documents, document.base)).map((text) => JSON.stringify(text)),
  );
  return planTexts(plan).filter((text) => !inherited.has(JSON.stringify(text)));
}
