import type { Aisle } from '../catalogue/aisles';
import type { Snapshot } from '../catalogue/snapshot';
import type { Clause, RangeContext, RangeRule } from '../clause/rule';
import { findSavedRange } from './range';

/** Name of the aisle in which all products stand that meet a clause; null where no aisle is just that. */
function aisleOfClause(clause: Clause): string | null {
  switch (clause.kind) {
    case 'category':
      return `category:${clause.category}`;
    case 'collection':
      return `collection:${clause.collection}`;
    case 'tag':
      return `tag:${clause.tag}`;
    case 'attribute':
      return clause.values.length === 1 ? `value:${clause.attribute}:${clause.values[0]}` : null;
    default:
      return null;
  }
}

/**
 * The aisle that a range takes its products from: the first that one of its clauses names, other than the one it stands
 * in; null where it names none that is open. Everything in the range stands in that aisle too, so whoever wants to see
 * more finds it there.
 */
export function aisleOfRange(
  { aisles }: Snapshot,
  standsIn: Aisle,
  rule: RangeRule,
  context: RangeContext,
): Aisle | null {
  for (const clause of [...(findSavedRange(rule.source, context)?.rule.clauses ?? []), ...rule.clauses]) {
    const aisle = aisles.byKey.get(aisleOfClause(clause) ?? '');
    if (aisle && !aisle.closed && aisle !== standsIn) return aisle;
  }
  return null;
}
