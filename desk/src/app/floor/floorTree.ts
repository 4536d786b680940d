import type { FloorAisle } from '@fond/contract';
import type { Reach } from '@fond/core';

/** One line of the floor as it is shown. */
export interface FloorLine {
  aisle: FloorAisle;
  depth: number;
  /** Has aisles below it. */
  branch: boolean;
}

export interface FloorFilter {
  text: string;
  /** Only aisles of this plan. */
  plan: string | null;
  /** Only aisles that something was found in; null for all. */
  found?: ReadonlySet<string> | null;
}

/**
 * The lines of the tree in the server's order. Filtered, an aisle is shown when it meets the filter, with all above
 * it so that one sees where it hangs; folded branches open by themselves then.
 */
export function floorLines(
  aisles: readonly FloorAisle[],
  filter: FloorFilter,
  folded: ReadonlySet<string>,
): FloorLine[] {
  const byKey = new Map(aisles.map((aisle) => [aisle.key, aisle]));
  const branches = new Set(aisles.flatMap(({ parent }) => parent ?? []));
  const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = filter.found ?? null;
  const filtering = words.length > 0 || filter.plan !== null || found !== null;
  const shown = new Set<string>();
  for (const aisle of aisles) {
    if (filter.plan !== null && aisle.plan?.id !== filter.plan) continue;
    if (found !== null && !found.has(aisle.key)) continue;
    const text = `${Object.values(aisle.titles).join(' ')} ${aisle.path}`.toLowerCase();
    if (!words.every((word) => text.includes(word))) continue;
    for (let at: FloorAisle | undefined = aisle; at; at = byKey.get(at.parent ?? '')) shown.add(at.key);
  }
  const lines: FloorLine[] = [];
  for (const aisle of aisles) {
    if (!shown.has(aisle.key)) continue;
    let depth = 0;
    let hidden = false;
    for (let at = byKey.get(aisle.parent ?? ''); at; at = byKey.get(at.parent ?? '')) {
      depth++;
      if (folded.has(at.key)) hidden = true;
    }
    if (hidden && !filtering) continue;
    lines.push({ aisle, depth, branch: branches.has(aisle.key) });
  }
  return lines;
}

/** The reach of a plan made for one aisle: a category with all below it, anything else by itself. */
export function reachFor(aisle: FloorAisle): Reach {
  const id = Number(aisle.key.split(':')[1]);
  const include =
    aisle.kind === 'category'
      ? [{ kind: 'category' as const, category: id, below: true }]
      : [{ kind: 'aisle' as const, aisle: aisle.key }];
  return { include, exclude: [] };
}

/** Whether a reach was made for an aisle and means nothing else: it is what `reachFor` makes. */
export const leavesAlone = (reach: Reach, aisle: FloorAisle): boolean =>
  JSON.stringify(reach) === JSON.stringify(reachFor(aisle));
