import { dayOf } from '../text/days';
import type { RangeContext } from './rule';

/** A first and a last day in the shop's time zone, `2026-11-30`; null for no such day. */
export interface Days {
  from: string | null;
  to: string | null;
}

const DAY = 86_400_000;

/** Whether what has a first and a last day holds on the day of a context, in the shop's time zone. */
export function isInForce({ from, to }: Days, { now, zone }: Pick<RangeContext, 'now' | 'zone'>): boolean {
  if (from === null && to === null) return true;
  const day = new Date(dayOf(zone ?? 'UTC', now) * DAY).toISOString().slice(0, 10);
  return (from === null || day >= from) && (to === null || day <= to);
}
