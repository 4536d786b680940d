import type { PartOwn, PartSettings } from './fixtures';
import { isUsualDress, USUAL_DRESS } from './dress';
import { usual } from './housePlan';
import { documentOf, resolvePlan, type Documents } from './inherit';
import { ONCE_A_PAGE } from './nesting';
import { isHeir, type Fixture, type FixtureOf, type FixtureType, type Plan, type PlanDocument } from './plan';

/**
 * A part is one fixture, with all within it, kept for use in several plans. It is stored, drafted and published as a plan
 * that serves no aisle; a plan shows it by a link, a fixture of the type `part`, which may say a few things otherwise.
 * In a served edition every link has been replaced by what it shows.
 */
type PartLink = FixtureOf<'part'>;

/** Stands between the name of a link and that of a fixture of its part; no fixture's own name can hold it. */
const WITHIN = '~';

/** Name of the link that a served fixture comes from, or its own where it is none of a part. */
export const linkOf = (fixture: string): string => fixture.split(WITHIN)[0];

const isLink = (fixture: Fixture): fixture is PartLink => fixture.type === 'part';

/** What a page has once, or what leads elsewhere, can't be shared by several plans. */
export const NEVER_IN_PARTS: readonly FixtureType[] = [...ONCE_A_PAGE, 'part'];

/** The fixture that a part is; all others stand within it. */
export const rootOf = (part: Pick<Plan, 'fixtures'>): Fixture | undefined =>
  part.fixtures.find(({ inside }) => inside === null);

/** What a link may say otherwise of a fixture, by its kind: the words above it, the products in it, how many, which cards. */
const DIFFERING: Partial<Record<FixtureType, readonly (keyof PartOwn)[]>> = {
  banner: ['heading'],
  spotlight: ['heading', 'range', 'levels'],
  promotion: ['heading', 'range', 'levels', 'most', 'card', 'face'],
};

export const differingOf = ({ type }: Fixture): readonly (keyof PartOwn)[] => DIFFERING[type] ?? [];

/** The fixture with what a link says otherwise of it. */
function withOwn(fixture: Fixture, own: PartOwn | undefined): Fixture {
  if (!own) return fixture;
  const said = differingOf(fixture).filter((key) => own[key] !== null);
  return { ...fixture, ...Object.fromEntries(said.map((key) => [key, own[key]])) } as Fixture;
}

/** What a link shows: the part's fixture where the link stands and when it is shown, and all within it. */
function showLink(
  link: PartLink,
  part: Pick<Plan, 'fixtures'>,
  nameOf: (inner: string) => string,
): Fixture[] {
  const root = rootOf(part);
  if (!root) return [];
  const { id, inside, layout, when, own } = link;
  const renamed = (inner: string): string => (inner === root.id ? id : nameOf(inner));
  return part.fixtures.map((fixture): Fixture => {
    const filled = withOwn(fixture, own[fixture.id]);
    // What stands around it is the part's, unless its link says otherwise.
    const dress = isUsualDress(link.dress) ? filled.dress : link.dress;
    if (fixture === root) return { ...filled, id, inside, layout, when, dress };
    const within = fixture.inside && { ...fixture.inside, fixture: renamed(fixture.inside.fixture) };
    return { ...filled, id: renamed(fixture.id), inside: within };
  });
}

/** A plan with what its links show in their place. A link to a part that isn't there shows nothing. */
function withPartsLaidIn(plan: Plan, parts: ReadonlyMap<string, Plan>): Plan {
  if (!plan.fixtures.some(isLink)) return plan;
  const fixtures = plan.fixtures.flatMap((fixture): readonly Fixture[] => {
    if (!isLink(fixture)) return [fixture];
    const part = parts.get(fixture.part);
    return part ? showLink(fixture, part, (inner) => `${fixture.id}${WITHIN}${inner}`) : [];
  });
  return { ...plan, fixtures };
}

/** The plans that serve pages, each with what its links show in their place. */
export function dropParts(resolved: readonly Plan[]): Plan[] {
  const parts = new Map(resolved.filter(({ kind }) => kind === 'part').map((part) => [part.id, part]));
  return resolved.filter(({ kind }) => kind === 'page').map((plan) => withPartsLaidIn(plan, parts));
}

/** Ids of the parts that a plan links to. */
export const partsOf = ({ fixtures }: Pick<Plan, 'fixtures'>): string[] => [
  ...new Set(fixtures.filter(isLink).map(({ part }) => part)),
];

/** Ids of the parts that anything stored names, wherever in it: in what an heir adds as well. */
export function partsNamedIn(stored: unknown): Set<string> {
  const found = new Set<string>();
  const walk = (value: unknown): void => {
    if (typeof value !== 'object' || value === null) return;
    const { type, part } = value as Partial<PartSettings>;
    if (type === 'part' && typeof part === 'string') found.add(part);
    Object.values(value).forEach(walk);
  };
  walk(stored);
  return found;
}

/** The first name that is free: as it is wished, or with a number. */
function freeName(taken: ReadonlySet<string>, wish: string): string {
  let name = wish;
  for (let n = 2; taken.has(name); n++) name = `${wish}-${n}`;
  return name;
}

/** A plan with a link replaced by a copy of what it shows, which from then on is the plan's own. */
export function cutLoose(plan: Plan, link: string, part: Pick<Plan, 'fixtures'>): Plan {
  const taken = new Set(plan.fixtures.map(({ id }) => id));
  const names = new Map<string, string>();
  const nameOf = (inner: string): string => {
    let name = names.get(inner);
    if (name === undefined) {
      // Names of fixtures hold 64 signs at most.
      name = freeName(taken, `${link}-${inner}`.slice(0, 60));
      taken.add(name);
      names.set(inner, name);
    }
    return name;
  };
  return {
    ...plan,
    fixtures: plan.fixtures.flatMap((fixture) =>
      fixture.id === link && isLink(fixture) ? showLink(fixture, part, nameOf) : [fixture],
    ),
  };
}

/**
 * A document after a part has gone: with copies of what its links showed, or without them. It comes back as it is where
 * it shows no such link.
 *
 * @param documents What it is filled in from, itself included.
 */
export function withoutPart(
  document: PlanDocument,
  documents: Documents,
  part: Plan,
  keep: 'copies' | 'nothing',
): PlanDocument {
  const cut = (plan: Plan): Plan =>
    plan.fixtures
      .filter((fixture): fixture is PartLink => isLink(fixture) && fixture.part === part.id)
      .reduce(
        (left, { id }) =>
          keep === 'copies'
            ? cutLoose(left, id, part)
            : { ...left, fixtures: left.fixtures.filter((fixture) => fixture.id !== id) },
        plan,
      );
  const plan = resolvePlan(documents, document.id);
  if (!partsOf(plan).includes(part.id)) return document;
  const base = isHeir(document) ? cut(resolvePlan(documents, document.base)) : null;
  return documentOf(document, base, cut(plan));
}

/**
 * What a part is made of where one fixture of a plan, given first, is kept with all within it; where and when it stands
 * is left to the links.
 */
export const partFixtures = ([root, ...within]: readonly Fixture[]): Fixture[] => [
  { ...root, ...usual(root.id), dress: root.dress },
  ...within,
];

/** The link that stands for a fixture of a plan after it was kept as a part: where and when that one was shown. */
export const linkFor = ({ id, when, inside, layout }: Omit<Fixture, 'dress'>, part: string): Fixture => ({
  id,
  when,
  inside,
  layout,
  dress: USUAL_DRESS,
  type: 'part',
  part,
  own: {},
});
