import type { VisitCounts } from '@fond/contract';
import type { Estimate, WidthName } from '@fond/core';
import { counted } from '../wording/counted';

export type Measure = keyof VisitCounts;

/** What is counted, in the order in which one leads to the next. */
export const MEASURES: readonly Measure[] = ['visits', 'seen', 'clicks', 'carts', 'bought', 'revenue'];

export const MEASURE_WORDS: Readonly<Record<Measure, { name: string; told: string }>> = {
  visits: { name: 'visits', told: 'times that an aisle was looked at' },
  seen: { name: 'cards seen', told: 'cards that were in view for a second' },
  clicks: { name: 'clicks', told: 'cards that led to their product' },
  carts: { name: 'put in the cart', told: 'times that a product was put into a cart' },
  bought: { name: 'pieces bought', told: 'pieces' },
  revenue: { name: 'revenue', told: 'what the pieces cost' },
};

export const WIDTH_WORDS: Readonly<Record<WidthName, string>> = {
  wide: 'wide',
  medium: 'medium',
  narrow: 'narrow',
};

const whole = new Intl.NumberFormat('en-GB');

/** So many of something, with the thousands told apart. */
export const manyText = (count: number, noun: string, plural = `${noun}s`): string =>
  counted(count, noun, plural).replace(String(count), whole.format(count));

/** A count, or money of cents in whole units. */
export const amountText = (measure: Measure, amount: number, currency: string): string =>
  measure === 'revenue' ? moneyText(amount, currency) : whole.format(amount);

export const moneyText = (cents: number, currency: string): string =>
  new Intl.NumberFormat('en-GB', { style: 'currency', currency, maximumFractionDigits: 0 }).format(
    cents / 100,
  );

/** Percent with as many digits as say something. */
export function percentText(share: number): string {
  const percent = share * 100;
  return `${percent.toFixed(percent < 10 ? 1 : 0)} %`;
}

export const boundsText = ({ low, high }: Estimate): string =>
  `between ${percentText(low)} and ${percentText(high)}`;

/** Now against before, as it is said. */
export function changeText(now: number, earlier: number): string {
  if (!earlier) return now ? 'nothing before' : 'as before';
  const percent = Math.round((now / earlier - 1) * 100);
  if (percent === 0) return 'as before';
  return percent > 0 ? `${percent} % more` : `${-percent} % less`;
}

/** Whether one share is above or below another, or whether that can't be told from their cases. */
export function againstText(one: Estimate, other: Estimate): string {
  if (one.low > other.high) return 'more than usual';
  if (one.high < other.low) return 'less than usual';
  return 'no clear difference';
}
