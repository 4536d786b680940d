import type { StoredRange } from '@fond/contract';
import { sameValue, type RangeRule } from '@fond/core';

export interface RangeDraft {
  name: string;
  rule: RangeRule;
}

/** A saved range that is being edited. */
export interface OpenRange {
  id: string;
  /** The version that saving goes over. */
  version: number;
  /** What is stored in that version. */
  stored: RangeDraft;
  draft: RangeDraft;
  /** What was sent to be saved last. */
  sent: RangeDraft | null;
}

/** A range as it is stored, opened anew. */
export function opened({ id, version, name, rule }: StoredRange): OpenRange {
  const stored = { name, rule };
  return { id, version, stored, draft: stored, sent: null };
}

/**
 * What stands in the fields once ranges were read anew. What was typed stays: over the version that saving it made, or
 * still over the one it began with where somebody else has saved, so that the server refuses to cover that.
 */
export function readAnew(open: OpenRange | null, range: StoredRange | null): OpenRange | null {
  if (!range) return null;
  const now = opened(range);
  if (open?.id !== range.id || sameValue(open.draft, open.stored) || sameValue(open.draft, now.stored))
    return now;
  return open.sent && sameValue(open.sent, now.stored) ? { ...now, draft: open.draft } : open;
}
