import type { Aisle } from '../catalogue/aisles';
import { titleInShop, type Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import type { FacetColumn } from '../catalogue/columns';
import { adviceFor, type FacetReason } from '../facet/advice';
import { facetLabel } from '../facet/facetWords';
import { promotionRange } from '../page/frameModels';
import { shelfRange } from '../page/shelfModel';
import { facetPanelOf, shelfOf, type Edition, type Plan } from '../plan/plan';
import { choosePlan } from '../plan/reach';
import { aisleProducts, type RangeResult } from '../range/range';
import { textIn } from '../text/texts';
import { findingName, type Finding } from './finding';

/** Fewer products than this are told; a row of most designs has as many. */
const THIN = 3;
/** Why a filter that shoppers see helps none of them; one of a single value isn't shown at all. */
const USELESS: readonly FacetReason[] = ['low-coverage', 'one-sided', 'all-different'];
/** Below so many products every filter splits little. */
const FILTERED_FROM = 12;
/** So many aisles are looked at in one step. */
const TOGETHER = 8;
/** The names of so many are compared in one step. */
const NAMED_TOGETHER = 1024;

/** What was found in an aisle. */
interface Looked {
  aisle: Aisle;
  plan: Plan;
  found: readonly Finding[];
  /** The columns of its filters, which may change while its products stay. */
  columns: readonly (FacetColumn | undefined)[];
  useless: readonly { facet: string; reason: FacetReason }[];
}

/** By its products; with its plan and itself they are the same objects as long as nothing of them changes. */
const kept = new WeakMap<RangeResult, Map<string, Looked>>();

/** What is wrong with aisles as their plans make them, in steps. What nothing touches is remembered. */
export function* checkAisles(
  snapshot: Snapshot,
  edition: Edition,
  context: RangeContext,
): Generator<Finding | null> {
  yield* doubles(snapshot);
  const promotions = new Map<string, Counted>();
  const facets = new Map<string, Counted>();
  for (const [at, aisle] of snapshot.aisles.all.entries()) {
    if (at % TOGETHER === TOGETHER - 1) yield null;
    if (aisle.closed || aisle.kind === 'search') continue;
    const { winner, disputed } = choosePlan(edition.plans, aisle);
    if (!winner) continue;
    const { plan } = winner;
    if (disputed.length)
      yield {
        kind: 'aisle-disputed',
        aisle: aisle.key,
        plans: [plan, ...disputed.map((other) => other.plan)].map(({ name }) => name),
      };
    const looked = lookAt(snapshot, aisle, plan, context);
    yield* looked.found;
    for (const { facet, reason } of looked.useless)
      count(facets, {
        kind: 'facet-useless',
        plan: plan.id,
        facet,
        label: labelOf(snapshot, plan, facet),
        reason,
        aisles: 1,
        first: aisle.key,
      });
    for (const fixture of plan.fixtures) {
      if (fixture.type !== 'promotion' || promotionRange(snapshot, aisle, fixture, context).count) continue;
      count(promotions, {
        kind: 'promotion-empty',
        plan: plan.id,
        fixture: fixture.id,
        aisles: 1,
        first: aisle.key,
      });
    }
  }
  yield* promotions.values();
  yield* facets.values();
}

type Counted = Extract<Finding, { aisles: number }>;

/** What holds in several aisles of a plan is told once. */
function count(found: Map<string, Counted>, finding: Counted): void {
  const known = found.get(findingName(finding));
  if (known) known.aisles++;
  else found.set(findingName(finding), finding);
}

function lookAt(snapshot: Snapshot, aisle: Aisle, plan: Plan, context: RangeContext): Looked {
  const shelf = shelfOf(plan);
  const range = shelf ? shelfRange(snapshot, aisle, shelf, context) : aisleProducts(snapshot, aisle);
  let byAisle = kept.get(range);
  if (!byAisle) kept.set(range, (byAisle = new Map()));
  const known = byAisle.get(aisle.key);
  const keys = range.count < FILTERED_FROM ? [] : (facetPanelOf(plan)?.facets ?? []).map(({ key }) => key);
  const columns = keys.map((key) => snapshot.facets.get(key));
  if (known?.plan === plan && known.aisle === aisle && columns.every((one, at) => one === known.columns[at]))
    return known;
  const { languages } = snapshot.frame;
  const found: Finding[] = [];
  if (!range.count) found.push({ kind: 'aisle-empty', aisle: aisle.key });
  else if (range.count < THIN && aisle.kind !== 'value')
    found.push({ kind: 'aisle-thin', aisle: aisle.key, products: range.count });
  const described = plan.fixtures.some(({ type }) => type === 'description');
  if (described && aisle.kind !== 'value' && !textIn(aisle.descriptions, languages[0], languages))
    found.push({ kind: 'aisle-undescribed', aisle: aisle.key });
  const useless = adviceFor(snapshot, range.bits, keys)
    .filter(({ reason }) => USELESS.includes(reason))
    .map(({ key, reason }) => ({ facet: key, reason }));
  const looked = { aisle, plan, found, columns, useless };
  byAisle.set(aisle.key, looked);
  return looked;
}

/** What a filter is called in the shop's own language. */
const labelOf = (snapshot: Snapshot, plan: Plan, facet: string): string =>
  facetLabel(
    snapshot,
    facetPanelOf(plan)?.facets.find(({ key }) => key === facet) ?? { key: facet, label: {} },
    snapshot.frame.languages[0],
  );

/** Aisles of one kind that shoppers can't tell apart by what they are called. */
function* doubles(snapshot: Snapshot): Generator<Finding | null> {
  const called = new Map<string, Aisle[]>();
  for (const [at, aisle] of snapshot.aisles.all.entries()) {
    if (at % NAMED_TOGETHER === NAMED_TOGETHER - 1) yield null;
    if (aisle.closed) continue;
    const name = `${aisle.kind} ${aisle.parent?.key ?? ''} ${titleInShop(snapshot, aisle.titles).toLowerCase()}`;
    const alike = called.get(name);
    if (alike) alike.push(aisle);
    else called.set(name, [aisle]);
  }
  for (const [first, ...others] of called.values())
    if (others.length) yield { kind: 'aisle-double', aisle: first.key, others: others.map(({ key }) => key) };
}
