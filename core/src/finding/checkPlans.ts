import { COMPARE_ROOT } from '../address/compare';
import { pageStands } from '../address/pageAt';
import { badgeBitset } from '../badge/badges';
import { badgeFaults, cardPictures, sampleText } from '../bench/badgeCover';
import { cardFaults } from '../bench/cardFacts';
import { countOf } from '../catalogue/sets';
import type { Snapshot } from '../catalogue/snapshot';
import { isInForce, isOver, todayIn } from '../clause/inForce';
import { eachClause, type RangeContext } from '../clause/rule';
import { lowContrasts } from '../look/look';
import { productsAPage } from '../layout/rows';
import { idleOf } from '../plan/differences';
import { documentsBy, resolvePlan, type Documents } from '../plan/inherit';
import { ownTexts } from '../plan/ownTexts';
import { borrowed } from '../plan/planTexts';
import { partsNamedIn } from '../plan/parts';
import {
  bodyOf,
  facetPanelOf,
  isHeir,
  SEARCH_FACET,
  shelfOf,
  type Edition,
  type HeirDocument,
  type Plan,
} from '../plan/plan';
import { faultOf } from '../range/clauseBitset';
import { followRedirects, redirectsBy, type Redirect, type Redirects } from '../redirect/redirects';
import { textIn } from '../text/texts';
import { steppedAt, WIDTH_NAMES } from '../width/widths';
import { addressesIn, pathOf } from './addressesIn';
import { impossibleConditions, pastConditions } from './checkConditions';
import type { ReadCss } from './cssFacts';
import type { Finding } from './finding';
import type { Served } from './served';

/** What is wrong with some plans, whatever aisle they serve, in steps. */
export function* checkPlans(
  snapshot: Snapshot,
  edition: Edition,
  plans: readonly Plan[],
  served: readonly Served[],
  redirects: readonly Redirect[],
  context: RangeContext,
  readCss: ReadCss,
): Generator<Finding | null> {
  const aisles = new Map<Plan, Served['aisle'][]>();
  for (const { plan, aisle } of served) {
    const ofPlan = aisles.get(plan);
    if (ofPlan) ofPlan.push(aisle);
    else aisles.set(plan, [aisle]);
  }
  const documents = documentsBy(edition.documents);
  const checked = new BodyChecks(snapshot, redirectsBy(redirects), context, readCss);
  for (const plan of plans) {
    yield null;
    const ofPlan = aisles.get(plan);
    if (!ofPlan) yield { kind: 'plan-idle', plan: plan.id };
    const document = documents.get(plan.id);
    const base = document && isHeir(document) ? documents.get(document.base) : undefined;
    const told = new Set(base && checked.of(resolvePlan(documents, base.id)).map(evidenceOf));
    for (const finding of checked.of(plan)) if (!told.has(evidenceOf(finding))) yield finding;
    yield* impossibleConditions(plan, ofPlan ?? []);
    yield* textFindings(snapshot, documents, plan);
    if (document && isHeir(document)) yield* idleSettings(documents, document);
  }
}

/** What is wrong with all that a plan may take from its base; of what it takes over, the base is told. */
class BodyChecks {
  private readonly found = new Map<string, readonly Finding[]>();

  constructor(
    private readonly snapshot: Snapshot,
    private readonly ways: Redirects,
    private readonly context: RangeContext,
    private readonly readCss: ReadCss,
  ) {}

  of(plan: Plan): readonly Finding[] {
    let found = this.found.get(plan.id);
    if (!found) this.found.set(plan.id, (found = [...this.look(plan)]));
    return found;
  }

  private *look(plan: Plan): Generator<Finding> {
    const { snapshot, ways, context } = this;
    const today = todayIn(context);
    yield* shelfFindings(snapshot, plan, today);
    yield* clauseFindings(snapshot, plan);
    yield* pastConditions(plan, today);
    const addresses = addressesIn(plan.fixtures).filter((one) => !leadsSomewhere(snapshot, ways, one));
    if (addresses.length) yield { kind: 'links-dead', plan: plan.id, addresses };
    yield* lookFindings(plan);
    yield* badgeFindings(snapshot, plan, context);
    yield* cssFindings(plan, this.readCss);
  }
}

/** What a finding says, whichever plan it is told of. */
const evidenceOf = (finding: Finding): string => JSON.stringify({ ...finding, plan: '' });

function* shelfFindings(snapshot: Snapshot, plan: Plan, today: string): Generator<Finding> {
  const gone = (facetPanelOf(plan)?.facets ?? []).flatMap(({ key }) =>
    key === SEARCH_FACET || snapshot.facets.has(key) ? [] : [key],
  );
  if (gone.length) yield { kind: 'facets-gone', plan: plan.id, facets: gone };
  const shelf = shelfOf(plan);
  if (!shelf) return;
  const { pageSize, columns, order, form, inserts } = shelf;
  const size = productsAPage(pageSize, columns);
  if (pageSize.by !== 'all' && form === 'grid' && size <= columns.wide)
    yield { kind: 'rows-single', plan: plan.id, size };
  if (pageSize.by === 'products' && form === 'grid' && !inserts.length) {
    const widths = WIDTH_NAMES.filter((width) => size % steppedAt(columns, width) !== 0);
    if (widths.length) yield { kind: 'rows-ragged', plan: plan.id, size, widths };
  }
  const skus = order.pins.flatMap(({ sku }) => (snapshot.bySku.has(sku) ? [] : [sku]));
  if (skus.length) yield { kind: 'pins-gone', plan: plan.id, skus: [...new Set(skus)] };
  const over = [...order.pins, ...order.groups].filter((one) => isOver(one, today)).length;
  if (over) yield { kind: 'pins-over', plan: plan.id, count: over };
}

function* clauseFindings(snapshot: Snapshot, plan: Plan): Generator<Finding> {
  for (const fixture of plan.fixtures)
    if ('range' in fixture)
      for (const clause of eachClause(fixture.range.clauses))
        if (faultOf(snapshot, clause))
          yield { kind: 'clause-gone', plan: plan.id, fixture: fixture.id, clause };
}

function* textFindings({ frame }: Snapshot, documents: Documents, plan: Plan): Generator<Finding> {
  const own = ownTexts(documents, plan);
  for (const lang of frame.languages) {
    const texts = own.filter((text) => borrowed(text.texts, lang, frame.languages));
    const uses = [...new Set(texts.map(({ use }) => use))];
    if (texts.length) yield { kind: 'texts-missing', plan: plan.id, lang, texts: texts.length, uses };
  }
}

function* lookFindings(plan: Plan): Generator<Finding> {
  const pairs = lowContrasts(plan.look);
  if (pairs.length) yield { kind: 'contrast-low', plan: plan.id, pairs };
  for (const { name, contrast } of cardFaults(plan))
    yield { kind: 'card-unreadable', plan: plan.id, element: name, contrast };
}

function* badgeFindings(snapshot: Snapshot, plan: Plan, context: RangeContext): Generator<Finding> {
  const pictures = cardPictures(plan);
  for (const { id, text, contrast, covered } of pictures ? badgeFaults(plan, pictures) : []) {
    const badge = { plan: plan.id, badge: id, text };
    if (contrast !== null) yield { kind: 'badge-unreadable', ...badge, contrast };
    if (covered) yield { kind: 'badge-covers', ...badge, ...covered };
  }
  const { languages } = snapshot.frame;
  for (const rule of plan.badges.rules)
    if (rule.on && isInForce(rule, context) && !countOf(badgeBitset(snapshot, rule, context)))
      yield {
        kind: 'badge-idle',
        plan: plan.id,
        badge: rule.id,
        text: sampleText(textIn(rule.text, languages[0], languages)),
      };
}

function* cssFindings({ id, css }: Plan, readCss: ReadCss): Generator<Finding> {
  if (!css) return;
  const { pointerOnly, smallTargets } = readCss(css);
  if (pointerOnly.length) yield { kind: 'css-pointer', plan: id, selectors: pointerOnly };
  if (smallTargets.length) yield { kind: 'css-targets', plan: id, targets: smallTargets };
}

function* idleSettings(documents: Documents, { id, base, own }: HeirDocument): Generator<Finding> {
  const idle = idleOf(bodyOf(resolvePlan(documents, base)), own);
  if (idle.length) yield { kind: 'settings-idle', plan: id, settings: idle.map(({ path }) => path) };
}

/** Whether an address comes to a page, led on by redirects or not; those of elsewhere are not ours to tell. */
function leadsSomewhere(snapshot: Snapshot, ways: Redirects, address: string): boolean {
  if (!address.startsWith('/') || address.startsWith('//')) return true;
  const path = pathOf(address);
  if (path === null) return false;
  if (OWN_PAGES.some((own) => path === own || path.startsWith(`${own}/`))) return true;
  return followRedirects(ways, path.replace(/\/reviews$/, ''), pageStands(snapshot)).end === 'page';
}

/** Pages and files that every shop has, and what stands below them. */
const OWN_PAGES: readonly string[] = [COMPARE_ROOT, '/cart', '/account', '/wishes', '/media', '/feed.xml'];

/** Parts that no plan shows, and saved ranges whose clauses name what is gone. */
export function* checkShared(
  snapshot: Snapshot,
  { documents, ranges }: Pick<Edition, 'documents' | 'ranges'>,
): Generator<Finding> {
  const named = partsNamedIn(documents);
  for (const { id, kind } of documents)
    if (kind === 'part' && !named.has(id)) yield { kind: 'part-unused', part: id };
  for (const { id, name, rule } of ranges) {
    const clauses = [...eachClause(rule.clauses)].filter((clause) => faultOf(snapshot, clause));
    if (clauses.length) yield { kind: 'range-stale', range: id, name, clauses };
  }
}
