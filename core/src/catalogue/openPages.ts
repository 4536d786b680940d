import { isPageOpen } from './aisles';
import { merging } from './merge';
import type { Snapshot } from './snapshot';

/** The snapshot with its free pages open as on a day, `2026-12-24`; the same one where that changes nothing. In steps. */
export function* openingPages(snapshot: Snapshot, day: string): Generator<void, Snapshot> {
  const { frame } = snapshot;
  if (frame.day === day) return snapshot;
  const differ = (frame.pages ?? []).some((page) => isPageOpen(page, frame.day) !== isPageOpen(page, day));
  const onDay = { ...frame, day };
  return differ
    ? yield* merging(snapshot, onDay, [], new Set(), snapshot.version)
    : { ...snapshot, frame: onDay };
}
