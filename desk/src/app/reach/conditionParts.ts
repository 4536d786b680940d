import type { Condition } from '@fond/core';
import { isGroup } from '../wording/conditionKinds';

/** How the conditions of something go together; all of them where there is one, or none. */
export const jointOf = (when: Condition | null): 'all' | 'any' | 'none' =>
  when && isGroup(when) ? when.kind : 'all';

export function conditionsOf(when: Condition | null): readonly Condition[] {
  if (!when) return [];
  return isGroup(when) ? when.of : [when];
}

/** A group without conditions says nothing, and is left out. */
export const saidWhen = (when: Condition): Condition | null =>
  isGroup(when) && !when.of.length ? null : when;
