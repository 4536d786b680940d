import { dayOf, type Days } from '../text/days';
import type { RangeContext } from './rule';

const DAY = 86_400_000;

/** Whether what has a first and a last day holds on a day, `2026-11-30`. */
export const isOn = ({ from, to }: Days, day: string): boolean =>
  (from === null || day >= from) && (to === null || day <= to);

/** Whether its last day is over. */
export const isOver = ({ to }: Pick<Days, 'to'>, day: string): boolean => to !== null && day > to;

/** The day of a context in the shop's time zone. */
export const todayIn = ({ now, zone }: Pick<RangeContext, 'now' | 'zone'>): string =>
  new Date(dayOf(zone ?? 'UTC', now) * DAY).toISOString().slice(0, 10);

/** Whether what has a first and a last day holds on the day of a context, in the shop's time zone. */
export const isInForce = (days: Days, context: Pick<RangeContext, 'now' | 'zone'>): boolean =>
  (days.from === null && days.to === null) || isOn(days, todayIn(context));
