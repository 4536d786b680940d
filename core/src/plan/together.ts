import { withReset } from './differences';
import { containerOf } from './nesting';
import {
  facetPanelOf,
  isHeir,
  shelfOf,
  type FacetPanel,
  type Fixture,
  type Plan,
  type PlanDocument,
  type Reach,
  type Shelf,
} from './plan';
import { sameValue } from './sameValue';

const SHELF_SETTINGS = [
  'form',
  'columns',
  'gap',
  'rowGap',
  'pageSize',
  'lastRow',
  'listSwitch',
  'paging',
  'range',
  'order',
  'card',
  'face',
] as const satisfies readonly (keyof Shelf)[];
const PANEL_SETTINGS = [
  'facets',
  'side',
  'share',
  'header',
  'clearAll',
  'counts',
  'hideDead',
] as const satisfies readonly (keyof FacetPanel)[];
const PLAN_SETTINGS = ['badges', 'look', 'productPage', 'css'] as const satisfies readonly (keyof Plan)[];

/** A setting that many plans have: of the shelf, of the filters, or of the plan itself. */
export type SharedSetting =
  | `shelf.${(typeof SHELF_SETTINGS)[number]}`
  | `filters.${(typeof PANEL_SETTINGS)[number]}`
  | (typeof PLAN_SETTINGS)[number];

export const SHARED_SETTINGS: readonly SharedSetting[] = [
  ...SHELF_SETTINGS.map((name) => `shelf.${name}` as const),
  ...PANEL_SETTINGS.map((name) => `filters.${name}` as const),
  ...PLAN_SETTINGS,
];

/** Settings that are said in a word or a number. */
export const SAID_SETTINGS = [
  'shelf.form',
  'shelf.columns',
  'shelf.gap',
  'shelf.pageSize',
  'shelf.lastRow',
  'shelf.listSwitch',
  'filters.side',
  'filters.share',
  'filters.header',
  'filters.clearAll',
  'filters.counts',
  'filters.hideDead',
] as const satisfies readonly SharedSetting[];
export type SaidSetting = (typeof SAID_SETTINGS)[number];

/** What one of them is set to; of the type that the setting has. */
export type SaidValue =
  | Shelf['form' | 'columns' | 'pageSize' | 'lastRow' | 'listSwitch']
  | FacetPanel['side' | 'share'];

/** One thing that is done to each of several plans. */
export type SharedStep =
  /** A setting as it is said. */
  | { kind: 'put'; setting: SaidSetting; value: SaidValue }
  /** A setting as another plan has it. */
  | { kind: 'set'; from: string; setting: SharedSetting }
  /** An heir's setting as its base has it; whole plans have nobody to hand it back to. */
  | { kind: 'handBack'; setting: SharedSetting }
  /** A badge as another plan has it, added or put in place of the one of its name. */
  | { kind: 'badge'; from: string; badge: string }
  /** A badge of this name is shown no more, or again. */
  | { kind: 'showBadge'; badge: string; on: boolean }
  /** A fixture as another plan has it, with all that stands in it, at the end of the page; once. */
  | { kind: 'fixture'; from: string; fixture: string }
  /** What a fixture of another plan says of when it is shown, for the first of its kind. */
  | { kind: 'when'; from: string; fixture: string }
  /** Rules of a reach that are added. */
  | { kind: 'serve'; include: Reach['include']; exclude: Reach['exclude'] };

/** Plans that are changed together at most. */
export const MAX_TOGETHER = 100;

/** Where a setting stands in a plan; null where the plan has nothing that has it. */
export function settingPath(plan: Pick<Plan, 'fixtures'>, setting: SharedSetting): string[] | null {
  const [of, name] = setting.split('.');
  if (name === undefined) return [of];
  const holder = of === 'shelf' ? shelfOf(plan) : facetPanelOf(plan);
  return holder ? ['fixtures', holder.id, name] : null;
}

/**
 * A plan after a step; itself where the step makes no difference to it, as where it has no shelf.
 *
 * @param from The plan that the step takes something of, filled in.
 */
export function afterStep(plan: Plan, step: SharedStep, from: Plan | undefined): Plan {
  switch (step.kind) {
    case 'put':
      return withValue(plan, step.setting, step.value);
    case 'set':
      return from ? withSetting(plan, from, step.setting) : plan;
    case 'handBack':
      return plan;
    case 'badge':
      return from ? withBadge(plan, from, step.badge) : plan;
    case 'showBadge':
      return withBadges(plan, (rules) =>
        rules.map((rule) => (rule.id === step.badge ? { ...rule, on: step.on } : rule)),
      );
    case 'fixture':
      return from ? withFixture(plan, from, step.fixture) : plan;
    case 'when':
      return from ? withCondition(plan, from, step.fixture) : plan;
    case 'serve':
      return {
        ...plan,
        reach: {
          include: joined(plan.reach.include, step.include),
          exclude: joined(plan.reach.exclude, step.exclude),
        },
      };
  }
}

const joined = <T>(list: readonly T[], more: readonly T[]): readonly T[] => [
  ...list,
  ...more.filter((one) => !list.some((other) => sameValue(one, other))),
];

function withSetting(plan: Plan, from: Plan, setting: SharedSetting): Plan {
  const [of, name] = setting.split('.');
  if (name === undefined) return { ...plan, [of]: from[of as keyof Plan] };
  const holder = of === 'shelf' ? shelfOf(from) : facetPanelOf(from);
  if (!holder) return plan;
  return withValue(plan, setting, Object.entries(holder).find(([key]) => key === name)?.[1]);
}

/** A setting of the shelf or of the filters set to a value. */
function withValue(plan: Plan, setting: SharedSetting, value: unknown): Plan {
  const [of, name] = setting.split('.');
  const type = of === 'shelf' ? 'shelf' : 'facets';
  return {
    ...plan,
    fixtures: plan.fixtures.map((one): Fixture => (one.type === type ? { ...one, [name]: value } : one)),
  };
}

type Rules = Plan['badges']['rules'];

const withBadges = (plan: Plan, change: (rules: Rules) => Rules): Plan => ({
  ...plan,
  badges: { ...plan.badges, rules: change(plan.badges.rules) },
});

function withBadge(plan: Plan, from: Plan, id: string): Plan {
  const badge = from.badges.rules.find((rule) => rule.id === id);
  if (!badge) return plan;
  return withBadges(plan, (rules) =>
    rules.some((rule) => rule.id === id)
      ? rules.map((rule) => (rule.id === id ? badge : rule))
      : [...rules, badge],
  );
}

/** A fixture with all that stands in it, in the order of its plan. */
function withContents(plan: Plan, id: string): Fixture[] {
  const isInside = (fixture: Fixture): boolean => {
    for (let at: Fixture | null = fixture; at; at = containerOf(plan.fixtures, at))
      if (at.id === id) return true;
    return false;
  };
  return plan.fixtures.filter(isInside);
}

function withFixture(plan: Plan, from: Plan, id: string): Plan {
  const found = withContents(from, id);
  // A page has one shelf of its own and one panel of filters.
  const known = new Set(plan.fixtures.map((one) => one.id));
  if (!found.length || known.has(id) || found.some(({ type }) => type === 'shelf' || type === 'facets'))
    return plan;
  const ids = new Map(found.map((one) => [one.id, freeId(one.id, known)]));
  const added = found.map((one): Fixture => ({
    ...one,
    id: ids.get(one.id)!,
    inside:
      one.inside && ids.has(one.inside.fixture)
        ? { ...one.inside, fixture: ids.get(one.inside.fixture)! }
        : null,
  }));
  return { ...plan, fixtures: [...plan.fixtures, ...added] };
}

function freeId(id: string, known: Set<string>): string {
  let free = id;
  for (let n = 2; known.has(free); n++) free = `${id.slice(0, 60)}-${n}`;
  known.add(free);
  return free;
}

function withCondition(plan: Plan, from: Plan, id: string): Plan {
  const model = from.fixtures.find((one) => one.id === id);
  const same =
    model &&
    (plan.fixtures.find((one) => one.id === id && one.type === model.type) ??
      plan.fixtures.find(({ type }) => type === model.type));
  if (!model || !same) return plan;
  return {
    ...plan,
    fixtures: plan.fixtures.map((one): Fixture => (one === same ? { ...one, when: model.when } : one)),
  };
}

/** A document whose setting is as its base has it; itself where it says nothing of that, or has no base. */
export function handedBack(document: PlanDocument, plan: Plan, setting: SharedSetting): PlanDocument {
  const path = settingPath(plan, setting);
  if (!isHeir(document) || !path) return document;
  return { ...document, own: withReset(document.own, path) };
}
