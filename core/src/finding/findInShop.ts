import type { Snapshot } from '../catalogue/snapshot';
import type { RangeContext } from '../clause/rule';
import type { Edition } from '../plan/plan';
import type { Redirect } from '../redirect/redirects';
import { checkAisles, checkNames } from './checkAisles';
import { checkCampaigns, type Planned } from './checkCampaigns';
import { checkLinks } from './checkLinks';
import { checkPlans, checkShared } from './checkPlans';
import { checkProducts, checkTitles } from './checkProducts';
import { checkValues } from './checkValues';
import { checkAnswers, checkRedirects } from './checkWays';
import type { ReadCss } from './cssFacts';
import { findHeavyPictures, findSmallPictures, type DrawnPicture } from './drawnPictures';
import { FINDING_KINDS, findingName, type Finding, type FindingGroup, type FindingKind } from './finding';
import { marksOver } from './marks';
import { servedAisles, type Served } from './served';

/** Of one kind so many are told; all are counted. */
export const MAX_TOLD = 200;

/** A saved range or a blend that nothing uses. */
export interface Unused {
  id: string;
  name: string;
}

/** What the checks look at. */
export interface CheckedShop {
  snapshot: Snapshot;
  edition: Edition;
  redirects: readonly Redirect[];
  context: RangeContext;
  /** Names of the marks that put findings off. */
  putOff: ReadonlySet<string>;
  readCss: ReadCss;
  /** Bytes of the renditions that weigh too much, by their names. */
  heavy: ReadonlyMap<string, number>;
  /** What nobody uses, drafts among them; whoever keeps ranges and blends knows. */
  unused: { ranges: readonly Unused[]; blends: readonly Unused[] };
  planned: Planned;
}

/** What the checks of a publication look at. */
export type CheckedPlans = Omit<CheckedShop, 'unused' | 'planned'>;

/** What a mark puts off: how many, and the first of them. */
export interface Silenced {
  mark: string;
  count: number;
  first: Finding;
}

/** What was found, the worst kinds first, and what of it is put off. */
export interface ShopFindings {
  groups: FindingGroup[];
  putOff: Silenced[];
  /** All of each aisle that has any, by its key. */
  byAisle: ReadonlyMap<string, readonly Finding[]>;
}

/**
 * Runs every check over the shop as it is live, in steps of a few milliseconds; those that are put off are left out and
 * counted apart.
 */
export function* findInShop(shop: CheckedShop): Generator<void, ShopFindings> {
  const { snapshot, edition, redirects, context, unused, planned } = shop;
  const found = new Found(snapshot, shop.putOff);
  const served = yield* silently(servedAisles(snapshot, edition));
  const checks = [
    checkNames(snapshot),
    checkAisles(snapshot, served, context),
    checkLinks(snapshot, served, context),
    checkPlans(snapshot, edition, edition.plans, served, redirects, context, shop.readCss),
    checkPictures(shop, edition.plans, served),
    checkShared(snapshot, edition),
    checkUnused(unused),
    checkCampaigns(snapshot, planned, context.now),
    checkValues(snapshot),
    checkRedirects(snapshot, redirects),
    checkAnswers(snapshot, context),
    checkProducts(snapshot),
    checkTitles(snapshot, edition),
  ];
  for (const check of checks)
    for (const finding of check)
      if (finding === null) yield;
      else found.add(finding);
  return found.all();
}

/**
 * What a publication has to answer for: findings of some plans and of the aisles that they serve, each with whether it is
 * fresh, that is, not found in the edition before. In steps.
 *
 * @param ids Ids of the plans.
 */
export function* findInPlans(
  shop: CheckedPlans,
  before: Edition,
  ids: ReadonlySet<string>,
): Generator<void, { groups: FindingGroup[]; fresh: ReadonlySet<string> }> {
  const known = new Set<string>();
  for (const finding of yield* ofPlans({ ...shop, edition: before }, ids)) known.add(evidenceOf(finding));
  const found = new Found(shop.snapshot, shop.putOff);
  const fresh = new Set<string>();
  for (const finding of yield* ofPlans(shop, ids)) {
    found.add(finding);
    if (!known.has(evidenceOf(finding))) fresh.add(findingName(finding));
  }
  return { groups: found.all().groups, fresh };
}

const evidenceOf = (finding: Finding): string => JSON.stringify(finding);

function* ofPlans(shop: CheckedPlans, ids: ReadonlySet<string>): Generator<void, Finding[]> {
  const { snapshot, edition, redirects, context } = shop;
  const all = yield* silently(servedAisles(snapshot, edition));
  const plans = edition.plans.filter(({ id }) => ids.has(id));
  const served = all.filter(({ plan }) => ids.has(plan.id));
  const found: Finding[] = [];
  for (const check of [
    checkAisles(snapshot, served, context),
    checkPlans(snapshot, edition, plans, all, redirects, context, shop.readCss),
    checkPictures(shop, plans, served),
  ])
    for (const finding of check)
      if (finding === null) yield;
      else found.push(finding);
  return found;
}

/**
 * Pictures that are blurred on every screen, and those that weigh too much as they are drawn: of each fixture once, with
 * the narrowest, and with the heaviest.
 */
function* checkPictures(
  { snapshot, context, heavy }: CheckedPlans,
  plans: Edition['plans'],
  served: readonly Served[],
): Generator<Finding | null> {
  const small = yield* findSmallPictures(snapshot, plans, served, context);
  for (const [first, ...others] of byFixture(small.filter(({ width, needed }) => width < needed))) {
    const { plan, fixture, type, width, needed } = first;
    yield {
      kind: 'pictures-small',
      plan: plan.id,
      fixture,
      type,
      pictures: others.length + 1,
      width,
      needed,
    };
  }
  for (const [first, ...others] of byFixture(
    yield* findHeavyPictures(heavy, snapshot, plans, served, context),
  )) {
    const { plan, fixture, type, fetched, bytes } = first;
    const pictures = others.length + 1;
    yield { kind: 'pictures-heavy', plan: plan.id, fixture, type, pictures, width: fetched, bytes };
  }
}

/** In the order in which they come; none of the lists is empty. */
function byFixture<T extends DrawnPicture>(pictures: readonly T[]): T[][] {
  const groups = new Map<string, T[]>();
  for (const picture of pictures) {
    const name = `${picture.plan.id} ${picture.fixture}`;
    const group = groups.get(name);
    if (group) group.push(picture);
    else groups.set(name, [picture]);
  }
  return [...groups.values()];
}

function* checkUnused({ ranges, blends }: CheckedShop['unused']): Generator<Finding> {
  for (const { id, name } of ranges) yield { kind: 'range-unused', range: id, name };
  for (const { id, name } of blends) yield { kind: 'blend-unused', blend: id, name };
}

/** Steps of something that tells nothing on its way. */
function* silently<T>(steps: Generator<null, T>): Generator<void, T> {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    yield;
  }
}

type Groups = Map<FindingKind, { count: number; found: Finding[] }>;

/** Findings as they come, those that are put off apart. */
class Found {
  private readonly groups: Groups = new Map();
  private readonly silenced = new Map<string, Silenced>();
  private readonly byAisle = new Map<string, Finding[]>();

  constructor(
    private readonly snapshot: Snapshot,
    private readonly putOff: ReadonlySet<string>,
  ) {}

  add(finding: Finding): void {
    const mark = this.putOff.size
      ? marksOver(finding, this.snapshot.aisles).find((name) => this.putOff.has(name))
      : undefined;
    if (mark !== undefined) {
      const known = this.silenced.get(mark);
      if (known) known.count++;
      else this.silenced.set(mark, { mark, count: 1, first: finding });
      return;
    }
    add(this.groups, finding);
    if (!('aisle' in finding)) return;
    const ofAisle = this.byAisle.get(finding.aisle);
    if (ofAisle) ofAisle.push(finding);
    else this.byAisle.set(finding.aisle, [finding]);
  }

  all(): ShopFindings {
    return { groups: listGroups(this.groups), putOff: [...this.silenced.values()], byAisle: this.byAisle };
  }
}

function add(groups: Groups, finding: Finding): void {
  const group = groups.get(finding.kind) ?? { count: 0, found: [] };
  groups.set(finding.kind, group);
  group.count++;
  if (group.found.length < MAX_TOLD) group.found.push(finding);
}

const listGroups = (groups: Groups): FindingGroup[] =>
  (Object.keys(FINDING_KINDS) as FindingKind[]).flatMap((kind): FindingGroup[] => {
    const group = groups.get(kind);
    return group ? [{ kind, severity: FINDING_KINDS[kind], ...group }] : [];
  });

/** Some findings by kind, the worst kinds first. */
export function groupFindings(findings: readonly Finding[]): FindingGroup[] {
  const groups: Groups = new Map();
  for (const finding of findings) add(groups, finding);
  return listGroups(groups);
}
