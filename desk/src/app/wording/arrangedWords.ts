import {
  dayWords,
  listWords,
  sayClause,
  type Days,
  type OrderGroup,
  type OwnOrder,
  type RangeNames,
} from '@fond/core';

/** A group by its name, or by what its products meet: “those that are on sale”. */
export const groupWords = (
  { name, clauses }: Pick<OrderGroup, 'name' | 'clauses'>,
  names: RangeNames,
): string =>
  name ||
  `those that ${listWords(
    clauses.map((clause) => sayClause(clause, names)),
    'and',
  )}`;

/** From when to when something holds; empty for always. */
export function daysWords({ from, to }: Days): string {
  if (from !== null && to !== null) return `from ${dayWords(from)} to ${dayWords(to)}`;
  if (from !== null) return `from ${dayWords(from)}`;
  return to === null ? '' : `until ${dayWords(to)}`;
}

/** What stands out of the keys' order. */
export function arrangedWords(
  { groups, soldOutLast, spread, pins }: Omit<OwnOrder, 'levels'>,
  names: RangeNames,
): string {
  const standing = groups.map((group) => {
    const days = daysWords(group);
    const most =
      group.most === null ? '' : group.most === 1 ? 'the first of ' : `the first ${group.most} of `;
    return `${most}${groupWords(group, names)} at the ${group.at}${days && ` ${days}`}`;
  });
  const parts = [
    ...standing,
    soldOutLast ? 'sold out last' : '',
    spread ? 'spread out' : '',
    pins.length ? `${pins.length} ${pins.length === 1 ? 'pin' : 'pins'}` : '',
  ].filter(Boolean);
  return parts.length ? `, with ${listWords(parts, 'and')}` : '';
}
