import type { Snapshot } from '../catalogue/snapshot';
import { isOver, todayIn } from '../clause/inForce';
import type { RangeContext } from '../clause/rule';
import { MIN_CONTRAST } from '../look/contrast';
import { contrastsOf } from '../look/look';
import { productsAPage } from '../layout/rows';
import { borrowed, planTexts } from '../plan/planTexts';
import { partsNamedIn } from '../plan/parts';
import { shelfOf, type Edition, type Plan } from '../plan/plan';
import { choosePlan } from '../plan/reach';
import { steppedAt, WIDTH_NAMES } from '../width/widths';
import { addressesIn } from './addressesIn';
import type { Finding } from './finding';

/** What is wrong with plans and parts, whatever aisle they serve, in steps. */
export function* checkPlans(
  snapshot: Snapshot,
  edition: Edition,
  context: Pick<RangeContext, 'now' | 'zone'>,
): Generator<Finding | null> {
  const today = todayIn(context);
  const winning = new Set(
    snapshot.aisles.all.map((aisle) => choosePlan(edition.plans, aisle).winner?.plan.id),
  );
  for (const plan of edition.plans) {
    yield null;
    if (!winning.has(plan.id)) yield { kind: 'plan-idle', plan: plan.id };
    yield* shelfFindings(snapshot, plan, today);
    const dead = addressesIn(plan.fixtures).filter((address) => !leadsSomewhere(snapshot, address));
    if (dead.length) yield { kind: 'links-dead', plan: plan.id, addresses: dead };
    for (const lang of snapshot.frame.languages) {
      const texts = planTexts(plan).filter((text) => borrowed(text.texts, lang, snapshot.frame.languages));
      if (texts.length) yield { kind: 'texts-missing', plan: plan.id, lang, texts: texts.length };
    }
    const pairs = contrastsOf(plan.look.colours).filter(({ contrast }) => contrast < MIN_CONTRAST);
    if (pairs.length)
      yield {
        kind: 'contrast-low',
        plan: plan.id,
        pairs: pairs.map(({ what, contrast }) => ({ what, contrast: Math.round(contrast * 10) / 10 })),
      };
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

/** Whether anything stands at an address; those of elsewhere are not ours to tell. */
function leadsSomewhere({ aisles, bySlug }: Snapshot, address: string): boolean {
  const [, path] = /^(\/[^?#]*)/.exec(address) ?? [];
  if (path === undefined) return true;
  const plain = path.length > 1 ? path.replace(/\/+$/, '') : path;
  if (aisles.byPath.has(plain) || OWN_PAGES.includes(plain)) return true;
  const [, slug] = /^\/products\/(.+)$/.exec(plain) ?? [];
  return slug !== undefined && bySlug.has(slug);
}

/** Pages that every shop has. */
const OWN_PAGES: readonly string[] = ['/cart', '/account', '/reviews', '/feed.xml'];

function* unusedParts({ documents }: Edition): Generator<Finding> {
  const named = partsNamedIn(documents);
  for (const { id, kind } of documents)
    if (kind === 'part' && !named.has(id)) yield { kind: 'part-unused', part: id };
}
