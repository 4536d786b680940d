import type { NamedPlan } from '@fond/contract';

/** A plan by its name, without all that it says. */
export const namedPlan = ({ id, name }: NamedPlan): NamedPlan => ({ id, name });
