import {
  editionFrom,
  findInPlans,
  findInShop,
  housePlan,
  patchSnapshot,
  snapshotOf,
  type CatalogueFrame,
  type Edition,
  type Plan,
  type PlannedCampaign,
  type ProductRow,
  type Snapshot,
} from '../core/src';
import { readCss } from '../server/src/document/readCss';
import { FRAME, generated, manyCategories } from './engine/catalogue';
import type { Row } from './measure';

const AISLES = 20_000;
const PLANS = 200;
const PRODUCTS = 100_000;
const CAMPAIGNS = [1, 2, 3, 4];
const CONTEXT = { now: Date.UTC(2026, 5, 15), ranges: [], blends: [] };

/** The catalogue of the engine's benchmark in many more categories, ten below each. */
function manyAisles(): { frame: CatalogueFrame; rows: ProductRow[] } {
  const rows = [...generated(PRODUCTS)].map((row, at) => ({
    ...row,
    categories: [1 + ((at * 7919) % AISLES)],
  }));
  return { frame: { ...FRAME, categories: manyCategories(AISLES) }, rows };
}

/** The house plan, and one for each of so many categories with all below them. */
function manyPlans(snapshot: Snapshot): Plan[] {
  const house = housePlan(snapshot, 'House plan');
  return Array.from({ length: PLANS }, (_, n) =>
    n === 0
      ? house
      : {
          ...house,
          id: `plan-${n}`,
          name: `Plan ${n}`,
          reach: { include: [{ kind: 'category' as const, category: 1000 + n, below: true }], exclude: [] },
        },
  );
}

const editionOf = (plans: readonly Plan[]): Edition =>
  editionFrom(1, { documents: [...plans], ranges: [], blends: [] });

/** What is live is the same already, so that every aisle is compared. */
const campaignAt = (at: number, { documents }: Edition): PlannedCampaign => ({
  ...{
    id: `campaign-${at}`,
    name: `Campaign ${at}`,
    documents: documents.slice(0, 1),
    ranges: [],
    blends: [],
  },
  ...{ startsAt: CONTEXT.now + at, endsAt: null },
});

/** How long steps take altogether, and the longest of them, in milliseconds. */
function stepped(steps: Generator<unknown, unknown>): { all: number; longest: number } {
  const begun = performance.now();
  let longest = 0;
  for (;;) {
    const at = performance.now();
    const { done } = steps.next();
    longest = Math.max(longest, performance.now() - at);
    if (done) return { all: performance.now() - begun, longest };
  }
}

const row = (what: string, { all, longest }: { all: number; longest: number }, aim?: string): Row => ({
  what,
  figure: `${(all / 1000).toFixed(2)} s, longest step ${longest.toFixed(0)} ms`,
  aim,
  values: { all, longest },
});

/** All checks over a large shop, again after a price, and over one plan's draft. */
export function findingRows(): Row[] {
  const { frame, rows } = manyAisles();
  const snapshot = snapshotOf(frame, rows);
  const plans = manyPlans(snapshot);
  const live = editionOf(plans);
  const shop = (of: Snapshot, edition: Edition) => ({
    snapshot: of,
    edition,
    redirects: [],
    context: CONTEXT,
    putOff: new Set<string>(),
    readCss,
    heavy: new Map<string, number>(),
    unused: { ranges: [], blends: [] },
    planned: { beneath: edition, campaigns: CAMPAIGNS.map((at) => campaignAt(at, edition)) },
  });
  const size = `${AISLES} aisles, ${PLANS} plans, ${PRODUCTS} products`;
  const first = stepped(findInShop(shop(snapshot, live)));
  const again = stepped(findInShop(shop(snapshot, live)));
  const priced = patchSnapshot(snapshot, [{ id: rows[0].id, price: 1234 }], 2);
  const price = stepped(findInShop(shop(priced, live)));
  const edited = plans.map((plan, n) => (n === 20 ? { ...plan, css: '.x{}' } : plan));
  const one = stepped(findInPlans(shop(priced, editionOf(edited)), live, new Set(['plan-20'])));
  const house = plans.map((plan, n) => (n === 0 ? { ...plan, css: '.x{}' } : plan));
  const all = stepped(findInPlans(shop(priced, editionOf(house)), live, new Set([plans[0].id])));
  return [
    row(`all checks, ${size}`, first, '≤ 20 s'),
    row('the same again', again),
    row('the same after one price', price),
    row('one plan’s draft, in the aisles that it serves', one, '≤ 0.3 s'),
    row('the house plan’s draft, in nearly all aisles', all),
  ];
}
