import type { FacetChoice } from '@fond/core';

/** Where a filter is shown, and what it offers otherwise than its attribute says, in a few words. */
export function facetRuleWords({ categories, helps, values, steps, indexed }: FacetChoice): string {
  const parts = [
    categories.length
      ? `in ${categories.length === 1 ? 'one category' : `${categories.length} categories`}`
      : '',
    helps ? `where it has ${helps.values} values on ${helps.coverage} %` : '',
    values?.order.length ? 'values in an order of its own' : '',
    values?.hidden.length ? `${values.hidden.length} hidden` : '',
    steps ? `${steps.length} steps set` : '',
    indexed.length ? `${indexed.length} for search engines` : '',
  ].filter(Boolean);
  return parts.join(', ') || 'in every aisle';
}
