import { EARNED, earnedColumn, type Earned } from './earned';
import { placesById } from './patch';
import type { Snapshot } from './snapshot';

/** The snapshot with all of these figures in place of those that it has; products that it doesn't hold are passed over. */
export function withEarned(
  snapshot: Snapshot,
  rows: Iterable<Earned & { id: number }>,
  version: number,
): Snapshot {
  const places = placesById(snapshot.ids);
  const earned = earnedColumn({ length: snapshot.size });
  for (const row of rows) {
    const p = places.get(row.id);
    if (p !== undefined) for (const name of EARNED) earned[name][p] = row[name];
  }
  return { ...snapshot, earned, version };
}
