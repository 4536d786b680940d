import type { FacetChoice } from '@fond/core';

/** Where a filter is shown, and what it offers otherwise than its attribute says, in a few words. */
export function facetRuleWords({ categories, helps, values, steps, indexed, indexAll }: FacetChoice): string {
  const parts = [
    categories.length
      ? `in ${categories.length === 1 ? 'one category' : `${categories.length} categories`}`
      : '',
    helps ? `where it has ${helps.values} values on ${helps.coverage} %` : '',
    values?.order.length || (values && values.scale !== 'none') ? 'values in an order of its own' : '',
    values?.families ? `${values.families.length} groups of its own` : '',
    values?.labels.length ? `${values.labels.length} called otherwise` : '',
    values?.hidden.length ? `${values.hidden.length} hidden` : '',
    steps ? `${steps.length} steps set` : '',
    indexAll ? 'all for search engines' : indexed.length ? `${indexed.length} for search engines` : '',
  ].filter(Boolean);
  return parts.join(', ') || 'in every aisle';
}
