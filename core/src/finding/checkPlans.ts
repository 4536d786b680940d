import { COMPARE_ROOT } from '../address/compare';
import { pageStands } from '../address/pageAt';
import type { Snapshot } from '../catalogue/snapshot';
import { isOver, todayIn } from '../clause/inForce';
import type { RangeContext } from '../clause/rule';
import { lowContrasts } from '../look/look';
import { productsAPage } from '../layout/rows';
import { documentsBy } from '../plan/inherit';
import { ownTexts } from '../plan/ownTexts';
import { borrowed } from '../plan/planTexts';
import { partsNamedIn } from '../plan/parts';
import { shelfOf, type Edition, type Plan } from '../plan/plan';
import { choosePlan } from '../plan/reach';
import { followRedirects, redirectsBy, type Redirect, type Redirects } from '../redirect/redirects';
import { steppedAt, WIDTH_NAMES } from '../width/widths';
import { addressesIn } from './addressesIn';
import type { Finding } from './finding';

/** For so many aisles the plan is chosen in one step. */
const TOGETHER = 64;

/** What is wrong with plans and parts, whatever aisle they serve, in steps. */
export function* checkPlans(
  snapshot: Snapshot,
  edition: Edition,
  redirects: readonly Redirect[],
  context: Pick<RangeContext, 'now' | 'zone'>,
): Generator<Finding | null> {
  const today = todayIn(context);
  const winning = new Set<string | undefined>();
  for (const [at, aisle] of snapshot.aisles.all.entries()) {
    if (at % TOGETHER === TOGETHER - 1) yield null;
    winning.add(choosePlan(edition.plans, aisle).winner?.plan.id);
  }
  const ways = redirectsBy(redirects);
  const documents = documentsBy(edition.documents);
  for (const plan of edition.plans) {
    yield null;
    if (!winning.has(plan.id)) yield { kind: 'plan-idle', plan: plan.id };
    yield* shelfFindings(snapshot, plan, today);
    const dead = addressesIn(plan.fixtures).filter((address) => !leadsSomewhere(snapshot, ways, address));
    if (dead.length) yield { kind: 'links-dead', plan: plan.id, addresses: dead };
    const own = ownTexts(documents, plan);
    for (const lang of snapshot.frame.languages) {
      const texts = own.filter((text) => borrowed(text.texts, lang, snapshot.frame.languages));
      if (texts.length) yield { kind: 'texts-missing', plan: plan.id, lang, texts: texts.length };
    }
    const pairs = lowContrasts(plan.look);
    if (pairs.length) yield { kind: 'contrast-low', plan: plan.id, pairs };
  }
  yield* unusedParts(edition);
}

function* shelfFindings(snapshot: Snapshot, plan: Plan, today: string): Generator<Finding> {
  const shelf = shelfOf(plan);
  if (!shelf) return;
  const { pageSize, columns, order } = shelf;
  if (pageSize.by === 'products' && shelf.form === 'grid' && !shelf.inserts.length) {
    const size = productsAPage(pageSize, columns);
    const widths = WIDTH_NAMES.filter((width) => size % steppedAt(columns, width) !== 0);
    if (widths.length) yield { kind: 'rows-ragged', plan: plan.id, size, widths };
  }
  const gone = order.pins.flatMap(({ sku }) => (snapshot.bySku.has(sku) ? [] : [sku]));
  if (gone.length) yield { kind: 'pins-gone', plan: plan.id, skus: [...new Set(gone)] };
  const over = [...order.pins, ...order.groups].filter((one) => isOver(one, today)).length;
  if (over) yield { kind: 'pins-over', plan: plan.id, count: over };
}

/** Whether an address comes to a page, led on by redirects or not; those of elsewhere are not ours to tell. */
function leadsSomewhere(snapshot: Snapshot, ways: Redirects, address: string): boolean {
  const [, encoded] = /^(\/[^?#]*)/.exec(address) ?? [];
  if (encoded === undefined || encoded.startsWith('//')) return true;
  const path = decoded(encoded.replace(/^\/shop(?=\/|$)/, '').replace(/\/+$/, '') || '/');
  if (path === null) return false;
  if (OWN_PAGES.some((own) => path === own || path.startsWith(`${own}/`))) return true;
  return followRedirects(ways, path.replace(/\/reviews$/, ''), pageStands(snapshot)).end === 'page';
}

function decoded(path: string): string | null {
  try {
    return decodeURIComponent(path);
  } catch {
    return null;
  }
}

/** Pages and files that every shop has, and what stands below them. */
const OWN_PAGES: readonly string[] = [COMPARE_ROOT, '/cart', '/account', '/wishes', '/media', '/feed.xml'];

function* unusedParts({ documents }: Edition): Generator<Finding> {
  const named = partsNamedIn(documents);
  for (const { id, kind } of documents)
    if (kind === 'part' && !named.has(id)) yield { kind: 'part-unused', part: id };
}
