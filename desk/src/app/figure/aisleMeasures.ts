import type { AisleVisits } from '@fond/contract';
import { moneyText, percentText } from './figureWords';

/** What of an aisle's figures the floor can show, by the name under which it stands in the address. */
export const AISLE_MEASURES = ['visits', 'clicks', 'rate', 'revenue', 'earned'] as const;
export type AisleMeasure = (typeof AISLE_MEASURES)[number];

export const AISLE_MEASURE_WORDS: Readonly<Record<AisleMeasure, { name: string; told: string }>> = {
  visits: { name: 'Visits', told: 'Times that it was looked at in the last four weeks' },
  clicks: { name: 'Clicks', told: 'Cards that led to their product in the last four weeks' },
  rate: {
    name: 'Clicked of seen',
    told: 'Clicks of the cards that were seen; a quiet aisle is drawn towards all others (empirical Bayes, a beta prior)',
  },
  revenue: { name: 'Revenue', told: 'What was bought from it in the last four weeks' },
  earned: {
    name: 'Per 1,000 seen',
    told: 'Revenue of a thousand cards that were seen; a quiet aisle is drawn towards the shop by as many cards as aisles show on average',
  },
};

/** An aisle's figure as it is read. */
export function aisleMeasure(of: AisleMeasure, aisle: AisleVisits, currency: string): string {
  switch (of) {
    case 'visits':
    case 'clicks':
      return aisle[of].toLocaleString('en-GB');
    case 'rate':
      return percentText(aisle.rate.value);
    case 'revenue':
      return moneyText(aisle.revenue, currency);
    case 'earned':
      return aisle.earned === null ? '' : moneyText(aisle.earned, currency);
  }
}
