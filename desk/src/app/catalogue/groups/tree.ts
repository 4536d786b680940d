import type { CategoryLine, CategoryPlace } from '@fond/contract';

/** A category with how deep it hangs. */
export interface TreeLine extends CategoryLine {
  depth: number;
}

/** The tree one under the other, with the depth of each. */
export function treeLines(lines: readonly CategoryLine[]): TreeLine[] {
  const depths = new Map<number, number>();
  return lines.map((line) => {
    const depth = line.parent === null ? 0 : (depths.get(line.parent) ?? 0) + 1;
    depths.set(line.id, depth);
    return { ...line, depth };
  });
}

export type Move = 'up' | 'down' | 'in' | 'out';

/** Where a category stands now. */
export const placeOf = ({ parent, position, slug, colour, hidden }: CategoryLine): CategoryPlace => ({
  parent,
  position,
  slug,
  colour,
  hidden,
});

/** Where a move by one step leads; null where there is no step that way. */
export function moved(lines: readonly CategoryLine[], id: number, move: Move): CategoryPlace | null {
  const line = lines.find((one) => one.id === id)!;
  const sisters = lines.filter(({ parent }) => parent === line.parent);
  const at = sisters.indexOf(line);
  switch (move) {
    case 'up':
      return at > 0 ? { ...placeOf(line), position: at - 1 } : null;
    case 'down':
      return at < sisters.length - 1 ? { ...placeOf(line), position: at + 1 } : null;
    case 'in': {
      // Below the sister before it, as the last.
      if (!at) return null;
      const parent = sisters[at - 1].id;
      const position = lines.filter((one) => one.parent === parent).length;
      return { ...placeOf(line), parent, position };
    }
    case 'out': {
      const above = lines.find((one) => one.id === line.parent);
      if (!above) return null;
      const aunts = lines.filter(({ parent }) => parent === above.parent);
      return { ...placeOf(line), parent: above.parent, position: aunts.indexOf(above) + 1 };
    }
  }
}

/**
 * Where a category comes to stand that is dropped behind another one: as its next sister, or as its first child where it
 * has children. Null where that is below itself, or where it stands already.
 *
 * @param behind Null for the very top.
 */
export function dropped(
  lines: readonly CategoryLine[],
  id: number,
  behind: number | null,
): CategoryPlace | null {
  const line = lines.find((one) => one.id === id)!;
  if (behind === id) return null;
  const before = lines.find((one) => one.id === behind);
  for (let above = before; above; above = lines.find((one) => one.id === above!.parent))
    if (above.id === id) return null;
  const hasChildren = before && lines.some(({ parent }) => parent === before.id);
  const parent = before ? (hasChildren ? before.id : before.parent) : null;
  const sisters = lines.filter((one) => one.parent === parent && one.id !== id);
  const position = before && !hasChildren ? sisters.indexOf(before) + 1 : 0;
  if (parent === line.parent && position === line.position) return null;
  return { ...placeOf(line), parent, position };
}
