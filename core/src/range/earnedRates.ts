import { Keep } from '../catalogue/keep';
import type { Snapshot } from '../catalogue/snapshot';
import { priorOf, shrunkShare, type CountedShare, type Prior } from '../estimate/rates';

/** What a product earns for being seen, each drawn towards what its main category's products earn. */
export interface EarnedRates {
  /** Clicks in percent of the times it was seen; NaN where it was not. */
  clicked: Float64Array;
  /** Revenue for a thousand times seen, in currency units; NaN likewise. */
  earned: Float64Array;
}

const cache = new Keep<EarnedRates>(2);

/**
 * Rates of every product. A few cases tell little, so both are drawn towards the products of the same main category, the
 * more the fewer the cases (empirical Bayes): the share of clicks by a beta prior whose mean and weight come from how much
 * the category's products differ (`priorOf`, after Kleinman 1973); revenue by as many views at the category's rate as its
 * products have on average, since it has no bound that a beta could use. Kept; callers must not change it. O(products).
 */
export function earnedRates(snapshot: Snapshot): EarnedRates {
  return cache.get(snapshot.lineage, '', [snapshot.earned, snapshot.mainCategory], () => {
    const groups = new Map<number, Group>();
    const { seen, clicks, revenue } = snapshot.earned;
    for (let p = 0; p < snapshot.size; p++) {
      if (!seen[p]) continue;
      let group = groups.get(snapshot.mainCategory[p]);
      if (!group) groups.set(snapshot.mainCategory[p], (group = { shares: [], seen: 0, revenue: 0 }));
      group.shares.push({ hits: clicks[p], cases: seen[p] });
      group.seen += seen[p];
      group.revenue += revenue[p];
    }
    const priors = new Map<number, Prior>();
    for (const [category, { shares }] of groups) priors.set(category, priorOf(shares));
    const clicked = new Float64Array(snapshot.size).fill(NaN);
    const earned = new Float64Array(snapshot.size).fill(NaN);
    for (let p = 0; p < snapshot.size; p++) {
      const group = groups.get(snapshot.mainCategory[p]);
      if (!seen[p] || !group) continue;
      const prior = priors.get(snapshot.mainCategory[p])!;
      clicked[p] = 100 * shrunkShare({ hits: clicks[p], cases: seen[p] }, prior).value;
      const usual = group.seen / group.shares.length;
      const rate = group.revenue / group.seen;
      earned[p] = (10 * (revenue[p] + usual * rate)) / (seen[p] + usual);
    }
    return { clicked, earned };
  });
}

interface Group {
  shares: CountedShare[];
  seen: number;
  /** Cents. */
  revenue: number;
}
