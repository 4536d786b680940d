import type { TrialNote, TrialSummary, TrialVersionResult } from '@fond/contract';
import { listWords, type Estimate, type TrialGoal } from '@fond/core';
import { counted } from './counted';

/** What is to become better. */
export const GOAL_WORDS: Readonly<Record<TrialGoal, { name: string; more: string; per: string }>> = {
  clicks: { name: 'Products looked at', more: 'clicks on products', per: 'clicks' },
  carts: { name: 'Products put into the cart', more: 'products put into carts', per: 'carts' },
  revenue: { name: 'Revenue', more: 'revenue', per: 'revenue' },
};

/** A is what is live. */
export const versionName = (index: number): string => String.fromCharCode(65 + index);

const percent = (share: number): string => {
  const amount = Math.abs(share) * 100;
  return `${amount.toFixed(amount < 10 ? 1 : 0)} %`;
};

/** “4.2 % more”, “as much”. */
export function moreOrLess(share: number): string {
  if (Math.abs(share) < 0.0005) return 'as much';
  return `${percent(share)} ${share > 0 ? 'more' : 'less'}`;
}

/** Both bounds in one phrase. */
export function rangeWords({ low, high }: Estimate): string {
  if (Math.sign(low) === Math.sign(high) && low !== 0)
    return low > 0
      ? `between ${percent(low)} and ${percent(high)} more`
      : `between ${percent(high)} and ${percent(low)} less`;
  return `anything from ${moreOrLess(low)} to ${moreOrLess(high)}`;
}

type Judged = Pick<TrialVersionResult, 'difference' | 'verdict'>;

/** What is known of one version against what is live. */
export function verdictWords({ difference, verdict }: Judged, index: number, goal: TrialGoal): string {
  const name = versionName(index);
  const { more } = GOAL_WORDS[goal];
  if (!difference || verdict === null || verdict === 'early')
    return `Of ${name} too little has been counted to say anything.`;
  const bounds = rangeWords(difference);
  if (verdict === 'better') return `${name} is better than A: ${bounds} in ${more} a visit.`;
  if (verdict === 'worse') return `${name} is worse than A: ${bounds} in ${more} a visit.`;
  if (verdict === 'alike')
    return `${name} and A are alike: if they differ, then by less than what you called worth knowing (${bounds}).`;
  return `Whether ${name} is better than A isn’t known yet: ${bounds} in ${more} a visit.`;
}

const VERDICTS = { early: 'too early', open: 'open', better: '▲ better', worse: '▼ worse', alike: '= alike' };

/** The same in a word with a mark, for lists. */
export const verdictMark = ({ verdict }: Judged, index: number): string =>
  verdict === null ? '' : `${versionName(index)} ${VERDICTS[verdict]}`;

/** When a trial may be ended, and what is to do then. */
export function advice(
  { versions, state }: Pick<TrialSummary, 'versions' | 'state'>,
  left: number | null,
): string {
  if (state !== 'running') return '';
  const others = versions.slice(1).map(({ verdict }) => verdict);
  const best = versions
    .map(({ verdict, difference }, index) => ({ verdict, index, value: difference?.value ?? 0 }))
    .filter(({ verdict }) => verdict === 'better')
    .sort((a, b) => b.value - a.value)[0];
  if (others.every((verdict) => verdict !== 'open' && verdict !== 'early'))
    return best
      ? `You can end it and keep ${versionName(best.index)}.`
      : 'You can end it and keep what is live.';
  if (best) return `${versionName(best.index)} may be kept at once; of the others more has to be counted.`;
  if (left === null) return 'As things go, nobody can say how long it takes.';
  return `About ${counted(left, 'more day', 'more days')}, as things go. You may end it any day: the bounds hold whenever you look.`;
}

/** Something to know before the figures are trusted. */
export function noteWords(note: TrialNote): string {
  switch (note.kind) {
    case 'changed':
      return `Edition ${note.edition} changed what is live of this plan. What was counted before and after it isn’t of the same pages.`;
    case 'uneven':
      return `${versionName(note.version)} was looked at ${rangeWords(note.difference)} often than its share. That is more than chance: something doesn’t show or count it, so don’t go by these figures.`;
    case 'silent':
      return `Nobody has seen ${versionName(note.version)} so far, though others were looked at. Look whether its pages open.`;
    case 'pauses':
      return `On ${counted(note.days, 'day', 'days')} nothing was counted.`;
  }
}

/** Why everybody sees what is live. */
export const RESTING_WORDS: Readonly<Record<NonNullable<TrialSummary['resting']>, string>> = {
  campaign: 'It rests while a campaign says something of the same plan: everybody sees that.',
  gone: 'It rests, as its plan is no longer live.',
  broken: 'It rests, as what a version builds on is no longer live.',
};

export const STATE_WORDS: Readonly<Record<TrialSummary['state'], string>> = {
  ready: '○ not begun',
  running: '● runs',
  ended: 'ended',
  'called-off': 'called off',
};

/** “50 of 100 shoppers see A, 50 see B”. */
export const shareWords = (versions: readonly { share: number }[]): string =>
  `Of a hundred shoppers ${listWords(
    versions.map(({ share }, index) => `${share} see ${versionName(index)}`),
    'and',
  )}.`;
