import { USUAL_BADGES, type BadgeSettings } from '../badge/rule';
import type { CardDesign } from '../card/design';
import type { RangeRule, SavedRange } from '../clause/rule';
import { USUAL_LOOK, type Look } from '../look/look';
import { startingFixtures } from '../plan/housePlan';
import { cutLoose, partsOf } from '../plan/parts';
import { facetPanelOf, shelfOf, type Fixture, type Plan } from '../plan/plan';
import { USUAL_PRODUCT_PAGE } from '../plan/productPage';
import { upgradePlan } from '../plan/upgrade';
import { DESIGN_KINDS, type Design, type DesignKind } from './design';

/** What somebody has kept of a plan as a starting point of the shop's own; null for what they left out. */
export interface DesignContent {
  page: readonly Fixture[] | null;
  card: CardDesign | null;
  badges: BadgeSettings | null;
  look: Look | null;
}

/** A starting point of the shop's own, under a name. */
export interface KeptDesign {
  id: number;
  name: string;
  /** What it is for. */
  about: string;
  content: DesignContent;
}

/**
 * What a plan has of the wished kinds, whole in itself: what it links to is laid in, and what its saved ranges say is
 * written out, so that it stays as it is whatever becomes of those, and can go to another shop.
 *
 * @param parts Those that the plan may link to; a link to any other is left out.
 */
export function contentOf(
  plan: Plan,
  wished: ReadonlySet<DesignKind>,
  parts: readonly Pick<Plan, 'id' | 'fixtures'>[],
  ranges: readonly SavedRange[],
): DesignContent {
  const shelf = shelfOf(plan);
  return {
    page: wished.has('page') ? wholeFixtures(plan, parts, ranges) : null,
    card: wished.has('card') && shelf ? { card: shelf.card, face: shelf.face } : null,
    badges: wished.has('badges') ? plan.badges : null,
    look: wished.has('look') ? plan.look : null,
  };
}

function wholeFixtures(
  plan: Plan,
  parts: readonly Pick<Plan, 'id' | 'fixtures'>[],
  ranges: readonly SavedRange[],
): Fixture[] {
  let whole = plan;
  for (const part of parts)
    while (partsOf(whole).includes(part.id)) {
      const link = whole.fixtures.find((one) => one.type === 'part' && one.part === part.id)!;
      whole = cutLoose(whole, link.id, part);
    }
  const rules = new Map(ranges.map(({ id, rule }) => [id, rule]));
  const written = (range: RangeRule): RangeRule => {
    const rule = range.source.kind === 'saved' ? rules.get(range.source.range) : undefined;
    return rule ? { source: rule.source, clauses: [...rule.clauses, ...range.clauses] } : range;
  };
  return whole.fixtures
    .filter(({ type }) => type !== 'part')
    .map((one) => ('range' in one ? ({ ...one, range: written(one.range) } as Fixture) : one));
}

/** What is kept, as one starting point of each kind that it has. */
export function designsOf({ id, name, about, content }: KeptDesign): Design[] {
  const named = { id: `kept-${id}`, name, about };
  const { page, card, badges, look } = content;
  const designs: Design[] = [];
  if (page)
    designs.push({
      ...named,
      kind: 'page',
      card: card && named.id,
      look: look && named.id,
      fixtures: (plan) => withOwnProducts(page, plan),
    });
  if (card) designs.push({ ...named, kind: 'card', make: () => card });
  if (badges) designs.push({ ...named, kind: 'badges', badges });
  if (look) designs.push({ ...named, kind: 'look', look });
  return designs;
}

/** A kept page around what a plan shows: its products, their order, their card and its filters stay the plan's own. */
function withOwnProducts(page: readonly Fixture[], plan: Plan): Fixture[] {
  const [shelf, panel] = [shelfOf(plan), facetPanelOf(plan)];
  return page.map((one): Fixture => {
    if (one.type === 'shelf' && shelf) {
      const { range, order, card, face } = shelf;
      return { ...one, range, order, card, face };
    }
    return one.type === 'facets' && panel ? { ...one, facets: panel.facets } : one;
  });
}

/** The kinds that a content has, in the order in which they are told. */
export const kindsIn = (content: DesignContent): DesignKind[] =>
  DESIGN_KINDS.filter((kind) => content[kind] !== null);

/** A stored content in today's form: what earlier releases kept is read like the plans of theirs. */
export function upgradeDesign({ page, card, badges, look }: DesignContent): DesignContent {
  const carrying = (fixtures: readonly Fixture[]): Plan =>
    upgradePlan({ ...BLANK, fixtures, badges: badges ?? BLANK.badges, look: look ?? BLANK.look }) as Plan;
  const upgraded = carrying(page ?? []);
  const carried = card && shelfOf(carrying([{ ...shelfOf(BLANK)!, ...card }]))!;
  return {
    page: page && upgraded.fixtures,
    card: carried && { card: carried.card, face: carried.face },
    badges: badges && upgraded.badges,
    look: look && upgraded.look,
  };
}

/** Carries what is kept while it is read. */
const BLANK: Plan = {
  id: 'kept',
  kind: 'page',
  name: '',
  rank: 0,
  reach: { include: [], exclude: [] },
  fixtures: startingFixtures([], []),
  productPage: USUAL_PRODUCT_PAGE,
  look: USUAL_LOOK,
  badges: USUAL_BADGES,
  css: '',
};
