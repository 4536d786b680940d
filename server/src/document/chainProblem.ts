import { planSchema } from '@fond/contract/operations';
import { ChainError, isHeir, MAX_BASES, resolvePlan, type Documents, type Plan } from '@fond/core';
import { problem } from '../problem/problem';

/** Runs what fills plans in; where a chain of bases can't be followed, says which and why. */
export function chainProblem<T>(documents: Documents, fill: () => T): T {
  try {
    return fill();
  } catch (error) {
    if (!(error instanceof ChainError)) throw error;
    const { fault } = error;
    const planName = (id: string): string => `“${documents.get(id)?.name ?? id}”`;
    switch (fault.fault) {
      case 'base-missing':
        throw problem(
          'base-not-live',
          `${planName(fault.plan)} builds on a plan that is not published. Publish both together, or let it stand alone.`,
          undefined,
          { plan: fault.plan, base: fault.base },
        );
      case 'loop':
        throw problem(
          'plan-chain',
          `These plans would build on each other in a ring: ${fault.chain.map(planName).join(' on ')}. Choose another base.`,
        );
      case 'too-deep':
        throw problem(
          'plan-chain',
          `${planName(fault.plan)} would stand on more than ${MAX_BASES} others: ${fault.chain.map(planName).join(' on ')}. Choose a base further down.`,
        );
    }
  }
}

/**
 * A plan filled in and held against the schema: an heir's values are only whole then.
 *
 * @throws a problem with the path of every fault.
 */
export function checkPlan(documents: Documents, id: string): Plan {
  const plan = chainProblem(documents, () => resolvePlan(documents, id));
  const document = documents.get(id)!;
  if (isHeir(document) && documents.get(document.base)?.kind === 'part')
    throw problem('plan-chain', 'A plan can’t build on a part. Link to the part in it instead.');
  const { error } = planSchema.validate(plan, {
    abortEarly: false,
    convert: false,
    errors: { label: 'key', wrap: { label: '“”' } },
  });
  if (!error) return plan;
  throw problem(
    'bad-input',
    'Nothing was saved. What has to be mended stands under errors.',
    error.details.map(({ path, message }) => ({ path: `plan.${path.join('.')}`, message })),
  );
}
