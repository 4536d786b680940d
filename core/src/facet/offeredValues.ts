import { valueLabel } from '../card/card';
import { countCommon, type Bitset } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import type { FacetChoice } from '../plan/plan';
import { showFor } from '../plan/planValues';
import { textIn, type Lang } from '../text/texts';

/** A value that products have, and what becomes of it where shoppers filter. */
export interface ValueFate {
  value: string;
  label: string;
  /** Products of the range that have it. */
  count: number;
  /** `hidden` by the attribute or the plan; `gathered` in a family; `nothing` of the range has it. */
  why: 'offered' | 'hidden' | 'gathered' | 'nothing';
  /** What the family is called; null where it is gathered in none. */
  into: string | null;
}

/** Values that are told at most; of more nobody reads each. */
const MOST = 500;

/**
 * The values of an attribute among the products of a range, the most frequent first, with why each is offered or not.
 * Empty for what is no attribute of words.
 */
export function valueFates(
  snapshot: Snapshot,
  range: Bitset,
  choice: Pick<FacetChoice, 'key' | 'values'>,
  lang: Lang,
): ValueFate[] {
  const attribute = snapshot.attributes.get(choice.key);
  if (!attribute) return [];
  const { column } = attribute;
  const shown = showFor(snapshot, choice);
  const hidden = new Set(shown.hidden);
  const families = new Map(shown.families.flatMap((family) => family.members.map((one) => [one, family])));
  return column.values
    .map(({ value }, code): ValueFate => {
      const family = families.get(value);
      const count = countCommon(column.postings[code], range);
      const isHidden = hidden.has(family?.id ?? value);
      return {
        value,
        label: valueLabel(snapshot, column, code, lang),
        count,
        why: isHidden ? 'hidden' : family ? 'gathered' : count ? 'offered' : 'nothing',
        into: family ? textIn(family.labels, lang, snapshot.frame.languages) || family.id : null,
      };
    })
    .sort((a, b) => b.count - a.count || (a.value < b.value ? -1 : 1))
    .slice(0, MOST);
}
