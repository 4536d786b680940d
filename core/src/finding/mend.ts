import { badgeFaults, cardPictures, type BadgeFault } from '../bench/badgeCover';
import { isOver } from '../clause/inForce';
import { isGroup, type Clause } from '../clause/rule';
import { wordsOn } from '../look/buttonLook';
import { fullRowSizes, MAX_PER_PAGE } from '../layout/rows';
import type { Pin } from '../order/sorting';
import { withReset } from '../plan/differences';
import { documentOf } from '../plan/inherit';
import { sameValue } from '../plan/sameValue';
import {
  isHeir,
  type Fixture,
  type FixtureOf,
  type Plan,
  type PlanBody,
  type PlanDocument,
} from '../plan/plan';
import { atEachWidth, type Stepped } from '../width/widths';
import type { Finding } from './finding';

/** Letters of a badge, in CSS pixels: none is larger, and mending makes none smaller. */
const MOST_LETTERS = 40;
const LEAST_LETTERS = 9;

/**
 * A plan's document with what a finding of it tells mended, where one way of mending it suggests itself; null where none does.
 *
 * @param plan The document with what it inherits filled in.
 * @param base What it builds on; null where it stands alone.
 * @param today As `2026-11-30`, in the shop's time zone.
 */
export function mendPlan(
  document: PlanDocument,
  plan: Plan,
  base: PlanBody | null,
  finding: Finding,
  today: string,
): PlanDocument | null {
  if (finding.kind === 'settings-idle') {
    if (!isHeir(document)) return null;
    const own = finding.settings.reduce((rest, path) => withReset(rest, path), document.own);
    return sameValue(own, document.own) ? null : { ...document, own };
  }
  const mended = mendedPlan(plan, finding, today);
  return mended && !sameValue(mended, plan) ? documentOf(document, base, mended) : null;
}

/** Kinds that `mendPlan` knows a way for, and what it does, for whoever asks. */
export const MENDED_KINDS = [
  'rows-ragged',
  'pins-gone',
  'pins-lost',
  'pins-over',
  'facets-gone',
  'facet-useless',
  'clause-idle',
  'clause-gone',
  'condition-over',
  'condition-never',
  'badge-unreadable',
  'badge-covers',
  'badge-idle',
  'settings-idle',
] as const satisfies readonly Finding['kind'][];

export type MendedKind = (typeof MENDED_KINDS)[number];

/** Whether a finding can be mended by itself; a plan that says it only through its part or its base is mended there. */
export const isMended = (finding: Finding): finding is Extract<Finding, { kind: MendedKind }> =>
  (MENDED_KINDS as readonly string[]).includes(finding.kind) &&
  // Where too few products have a value, a filter can hold itself back; what else is wrong with one is a matter of choice.
  (finding.kind !== 'facet-useless' || finding.reason === 'low-coverage');

function mendedPlan(plan: Plan, finding: Finding, today: string): Plan | null {
  if (!isMended(finding)) return null;
  switch (finding.kind) {
    case 'rows-ragged':
      return withShelf(plan, (shelf) => ({
        ...shelf,
        pageSize: { by: 'products', count: fullSize(shelf, finding.size) },
      }));
    case 'pins-gone':
      return withPins(plan, ({ sku }) => !finding.skus.includes(sku));
    case 'pins-lost':
      return withPins(plan, ({ sku, aisle }) => aisle !== finding.aisle || !finding.skus.includes(sku));
    case 'pins-over':
      return withShelf(plan, (shelf) => ({
        ...shelf,
        order: {
          ...shelf.order,
          pins: shelf.order.pins.filter((pin) => !isOver(pin, today)),
          groups: shelf.order.groups.filter((group) => !isOver(group, today)),
        },
      }));
    case 'facets-gone':
      return withFixture(plan, 'facets', (panel) => ({
        ...panel,
        facets: panel.facets.filter(({ key }) => !finding.facets.includes(key)),
      }));
    case 'facet-useless':
      return withFixture(plan, 'facets', (panel) => ({
        ...panel,
        facets: panel.facets.map((facet) =>
          facet.key === finding.facet ? { ...facet, helps: facet.helps ?? HELPS } : facet,
        ),
      }));
    case 'clause-idle':
    case 'clause-gone':
      return changed(plan, finding.fixture, (fixture) =>
        'range' in fixture
          ? {
              ...fixture,
              range: { ...fixture.range, clauses: withoutClause(fixture.range.clauses, finding.clause) },
            }
          : fixture,
      );
    case 'condition-over':
    case 'condition-never':
      // What stands inside it would be left without a place.
      return plan.fixtures.some(({ inside }) => inside?.fixture === finding.fixture)
        ? null
        : { ...plan, fixtures: plan.fixtures.filter(({ id }) => id !== finding.fixture) };
    case 'badge-unreadable':
      return readableBadge(plan, finding.badge);
    case 'badge-covers':
      return smallerBadge(plan, finding.badge);
    case 'badge-idle':
      return withBadge(plan, finding.badge, (rule) => ({ ...rule, on: false }));
    case 'settings-idle':
      return null;
  }
}

/** A filter of which too few products have a value is shown where most of them do. */
const HELPS = { values: 2, coverage: 40 };

/** The page size nearest to the one that is, the larger one of two, that fills every row at every width. */
function fullSize({ columns }: FixtureOf<'shelf'>, size: number): number {
  return fullRowSizes(atEachWidth(columns), undefined, MAX_PER_PAGE).reduce(
    (best, one) => (Math.abs(one - size) <= Math.abs(best - size) ? one : best),
    Infinity,
  );
}

function changed(plan: Plan, id: string, change: (fixture: Fixture) => Fixture): Plan {
  return {
    ...plan,
    fixtures: plan.fixtures.map((fixture) => (fixture.id === id ? change(fixture) : fixture)),
  };
}

function withFixture<T extends 'shelf' | 'facets'>(
  plan: Plan,
  type: T,
  change: (fixture: FixtureOf<T>) => FixtureOf<T>,
): Plan {
  const found = plan.fixtures.find((fixture) => fixture.type === type);
  return found ? changed(plan, found.id, (fixture) => change(fixture as FixtureOf<T>) as Fixture) : plan;
}

const withShelf = (plan: Plan, change: (shelf: FixtureOf<'shelf'>) => FixtureOf<'shelf'>): Plan =>
  withFixture(plan, 'shelf', change);

const withPins = (plan: Plan, stays: (pin: Pin) => boolean): Plan =>
  withShelf(plan, (shelf) => ({ ...shelf, order: { ...shelf.order, pins: shelf.order.pins.filter(stays) } }));

/** Without a clause, wherever in its groups it stands; a group that holds nothing any more goes with it. */
function withoutClause(clauses: readonly Clause[], gone: Clause): Clause[] {
  return clauses.flatMap((clause): Clause[] => {
    if (sameValue(clause, gone)) return [];
    if (!isGroup(clause)) return [clause];
    const of = withoutClause(clause.of, gone);
    return of.length ? [{ ...clause, of }] : [];
  });
}

const withBadge = (
  plan: Plan,
  badge: string,
  change: (rule: Plan['badges']['rules'][number]) => Plan['badges']['rules'][number],
): Plan => ({
  ...plan,
  badges: {
    ...plan.badges,
    rules: plan.badges.rules.map((rule) => (rule.id === badge ? change(rule) : rule)),
  },
});

const faultsOf = (plan: Plan, badge: string): BadgeFault | undefined => {
  const pictures = cardPictures(plan);
  return pictures ? badgeFaults(plan, pictures).find(({ id }) => id === badge) : undefined;
};

const isRead = (plan: Plan, badge: string): boolean => (faultsOf(plan, badge)?.contrast ?? null) === null;

/** In whichever of the look's colours its words read on its ground, in the light and in the dark; null where in none. */
function readableBadge(plan: Plan, badge: string): Plan | null {
  if (isRead(plan, badge)) return null;
  const mended = withBadge(plan, badge, (rule) => ({
    ...rule,
    ink: wordsOn(rule.ground, plan.look.colours),
  }));
  return isRead(mended, badge) ? mended : null;
}

/** With letters just so small that it hides no more of a picture than it may; null where it would have to be tiny. */
function smallerBadge(plan: Plan, badge: string): Plan | null {
  for (let most = MOST_LETTERS; most >= LEAST_LETTERS; most--) {
    const mended = withBadge(plan, badge, (rule) => ({ ...rule, size: atMost(rule.size, most) }));
    if (!faultsOf(mended, badge)?.covered) return mended;
  }
  return null;
}

function atMost({ wide, medium, narrow }: Stepped<number>, most: number): Stepped<number> {
  const step = (size: number | null): number | null => size && Math.min(size, most);
  return { wide: Math.min(wide, most), medium: step(medium), narrow: step(narrow) };
}
