import type { PlaceNeighbour, ShelfPlace } from '@fond/contract';
import { dateIn, type RangeNames } from '@fond/core';
import { daysWords, groupWords } from './arrangedWords';
import { levelWords, orderWords } from './words';

/** What put a product at its place, and where the keys alone would have. */
export function placedWords(at: ShelfPlace, names: RangeNames): string {
  const sorted = `sorted by ${orderWords(at.levels, names)}`;
  const group =
    at.group === null
      ? ''
      : at.group === 'sold-out'
        ? 'among those sold out, which stand last, '
        : `in the group “${groupWords(at.group, names)}” at the ${at.group.at}, `;
  if (at.by === 'pin')
    return `held there by a pin${pinWords(at)}; ${group}${sorted} it would be at ${at.byKeys}.`;
  if (at.by === 'spread')
    return `moved up so that too many of a kind don’t stand in a row; ${group}${sorted} it would be at ${at.byKeys}.`;
  return at.place === at.byKeys
    ? `${group}${sorted}.`
    : `${group}${sorted}, where it would be at ${at.byKeys} without the pins and the spread around it.`;
}

function pinWords({ pin }: ShelfPlace): string {
  if (!pin) return '';
  const set =
    pin.by === null
      ? ''
      : ` that ${pin.by} set${pin.at ? ` on ${dateIn('en', Intl.DateTimeFormat().resolvedOptions().timeZone, Date.parse(pin.at))}` : ''}`;
  const days = daysWords(pin);
  return `${set}${days && `, ${days}`}${pin.anyway ? ', whether the range has it or not' : ''}`;
}

/** Why a neighbour stands before, or behind. */
export function neighbourWords(
  { by, level }: PlaceNeighbour,
  { levels }: Pick<ShelfPlace, 'levels'>,
  names: RangeNames,
): string {
  switch (by) {
    case 'pin':
      return 'by a pin';
    case 'spread':
      return 'by the spread';
    case 'group':
      return 'as it is of another group';
    case 'added':
      return 'as it came to the catalogue earlier or later; all else is the same';
    case 'level':
      return level === null ? '' : levelWords(levels[level], names);
  }
}
