import type { FacetAdvice } from '@fond/core';

export interface FacetAdviceRow extends FacetAdvice {
  label: string;
}
