import type { NamedPlan } from '@fond/contract';

/** What lists of editions tell of one. */
export interface EditionNote {
  plans: readonly NamedPlan[];
  campaigns: readonly NamedPlan[];
  /** Ids of the plans whose documents differ from the edition before. */
  changed: readonly string[];
}
