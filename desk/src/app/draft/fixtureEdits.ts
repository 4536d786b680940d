import {
  containerOf,
  FRESH_FRAME,
  isAmongProducts,
  linkFor,
  NEVER_IN_PARTS,
  ONCE_A_PAGE,
  standingIn,
  USUAL_LAYOUT,
  USUAL_PANEL,
  usual,
  withinOf,
  type Column,
  type Condition,
  type Fixture,
  type FixtureOf,
  type FixtureType,
  type Plan,
  type Slot,
} from '@fond/core';

/** Fixtures that a merchandiser can make; the shelf is there from the beginning, and parts are chosen. */
export type AddedType = Exclude<FixtureType, 'shelf' | 'part'>;

export const isAdded = (type: FixtureType): type is AddedType => type !== 'shelf' && type !== 'part';

/** Of these a page has one at most. */
const SINGLE: readonly FixtureType[] = ['breadcrumb', 'title', 'facets', 'shelf'];

/**
 * What may be added in a place of a plan: anything, but no second title or panel of filters; to a part, and among products,
 * what a page may have twice.
 */
export const addable = (
  { kind, fixtures }: Plan,
  types: readonly AddedType[],
  place: Slot | null,
): AddedType[] =>
  types.filter(
    (type) =>
      !(kind === 'part' && NEVER_IN_PARTS.includes(type)) &&
      !(ONCE_A_PAGE.includes(type) && isAmongProducts(fixtures, place)) &&
      (!SINGLE.includes(type) || !fixtures.some((fixture) => fixture.type === type)),
  );

/** The first name of its kind that is free: `banner`, `banner-2` … */
function freeId(taken: ReadonlySet<string>, wish: string): string {
  const base = wish.replace(/-\d+$/, '');
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  return id;
}

/** A fixture as it begins. */
export function freshFixture(type: AddedType, id: string): Fixture {
  const base = usual(id);
  switch (type) {
    case 'breadcrumb':
    case 'title':
    case 'description':
      return { ...base, type };
    case 'facets':
      return { ...base, type, ...USUAL_PANEL, facets: [] };
    default:
      return { ...base, ...FRESH_FRAME[type] };
  }
}

const withFixtures = (plan: Plan, fixtures: readonly Fixture[]): Plan => ({ ...plan, fixtures });

/** The list with some fixtures put behind another one; behind nothing is before everything else in its place. */
function inserted(fixtures: readonly Fixture[], some: readonly Fixture[], behind: string | null): Fixture[] {
  if (behind === null) {
    const place = some[0]?.inside ?? null;
    const first = standingIn(fixtures, place)[0];
    const at = first ? fixtures.indexOf(first) : fixtures.length;
    return [...fixtures.slice(0, at), ...some, ...fixtures.slice(at)];
  }
  // Only the order among neighbours counts; what stands within them may be listed anywhere.
  const at = fixtures.findIndex(({ id }) => id === behind) + 1;
  return [...fixtures.slice(0, at), ...some, ...fixtures.slice(at)];
}

/** Adds a fixture of a kind in a place, behind another one there. Answers with the plan and the new one's id. */
export function withAdded(
  plan: Plan,
  type: AddedType,
  place: Slot | null,
  behind: string | null,
): { plan: Plan; id: string } {
  const id = freeId(new Set(plan.fixtures.map((fixture) => fixture.id)), type);
  const fresh = { ...freshFixture(type, id), inside: place };
  return { plan: withFixtures(plan, inserted(plan.fixtures, [fresh], behind)), id };
}

/** A section: one column across the page on a ground of its own, for all that stands in it. */
export function withSection(
  plan: Plan,
  place: Slot | null,
  behind: string | null,
): { plan: Plan; id: string } {
  const { plan: added, id } = withAdded(plan, 'columns', place, behind);
  const column: Column = { id: 'main', width: { by: 'share', share: 100 }, medium: null, stuck: false };
  const fixtures = added.fixtures.map((one): Fixture =>
    one.id === id && one.type === 'columns'
      ? { ...one, columns: [column], dress: { ...one.dress, ground: 'band' } }
      : one,
  );
  return { plan: withFixtures(added, fixtures), id };
}

/** A link to a part in a place, behind another fixture there. Answers with the plan and the link's name. */
export function withPart(
  plan: Plan,
  part: string,
  place: Slot | null,
  behind: string | null,
): { plan: Plan; id: string } {
  const id = freeId(new Set(plan.fixtures.map((fixture) => fixture.id)), 'part');
  const link = linkFor({ ...usual(id), type: 'divider', inside: place }, part);
  return { plan: withFixtures(plan, inserted(plan.fixtures, [link], behind)), id };
}

/** The plan with a fixture, and all within it, replaced by a link to the part that was made of it. */
export function withLink(plan: Plan, id: string, part: string): Plan {
  const within = withinOf(plan.fixtures, id);
  return withFixtures(
    plan,
    plan.fixtures.flatMap((fixture) => {
      if (fixture.id === id) return [linkFor(fixture, part)];
      return within.includes(fixture) ? [] : [fixture];
    }),
  );
}

/** Without a fixture and all that stands within it. The aisle's own shelf moves out of what is taken away. */
export function withoutFixture(plan: Plan, id: string): Plan {
  const gone = new Set(withinOf(plan.fixtures, id));
  return withFixtures(
    plan,
    plan.fixtures.flatMap((fixture) => {
      if (fixture.type === 'shelf' && gone.has(fixture)) return [{ ...fixture, inside: null }];
      return gone.has(fixture) ? [] : [fixture];
    }),
  );
}

/** One fixture changed; it stays of its kind. */
export const withFixture = <T extends FixtureType>(
  plan: Plan,
  id: string,
  change: Partial<Omit<FixtureOf<T>, 'id' | 'type'>>,
): Plan =>
  withFixtures(
    plan,
    plan.fixtures.map((fixture): Fixture =>
      fixture.id === id ? ({ ...fixture, ...change } as Fixture) : fixture,
    ),
  );

/** The plan with one fixture shown under another condition; null shows it always. */
export const withWhen = (plan: Plan, id: string, when: Condition | null): Plan =>
  withFixtures(
    plan,
    plan.fixtures.map((fixture): Fixture => (fixture.id === id ? { ...fixture, when } : fixture)),
  );

/** A fixture, with all within it, put at a place of its neighbours there; within itself it can't stand, nor among products if a page has it once. */
export function withMoved(plan: Plan, id: string, place: Slot | null, at: number): Plan {
  const { fixtures } = plan;
  const moving = withinOf(fixtures, id);
  if (!moving.length || (place && moving.some((fixture) => fixture.id === place.fixture))) return plan;
  if (isAmongProducts(fixtures, place) && moving.some(({ type }) => ONCE_A_PAGE.includes(type))) return plan;
  const rest = fixtures.filter((fixture) => !moving.includes(fixture));
  const neighbours = standingIn(rest, place);
  const behind = at > 0 ? (neighbours[Math.min(at, neighbours.length) - 1]?.id ?? null) : null;
  const placed = moving.map((fixture): Fixture =>
    fixture.id === id ? { ...fixture, inside: place } : fixture,
  );
  // The one that is moved comes first, so that its place is known.
  placed.sort((a, b) => Number(b.id === id) - Number(a.id === id));
  const next = inserted(rest, placed, behind);
  const order = (list: readonly Fixture[]): string => list.map((fixture) => fixture.id).join();
  const before = fixtures.find((fixture) => fixture.id === id)!;
  const stays = order(next) === order(fixtures) && JSON.stringify(before.inside) === JSON.stringify(place);
  return stays ? plan : withFixtures(plan, next);
}

/** Where a fixture stands, and as which of its neighbours. */
export function fixturePlace(
  { fixtures }: Plan,
  id: string,
): { place: Slot | null; at: number; count: number } {
  const fixture = fixtures.find((one) => one.id === id)!;
  const place = containerOf(fixtures, fixture) ? fixture.inside : null;
  const neighbours = standingIn(fixtures, place);
  return { place, at: neighbours.indexOf(fixture), count: neighbours.length };
}

/** What is copied: a fixture first, then all that stands within it. */
export const copyOf = ({ fixtures }: Plan, id: string): Fixture[] => {
  const [...within] = withinOf(fixtures, id);
  return within.sort((a, b) => Number(b.id === id) - Number(a.id === id));
};

/**
 * A copy put in a place behind another fixture, under names that are free. A second shelf of the aisle, title or panel of
 * filters is left out, as a page has one of each.
 */
export function withPasted(
  plan: Plan,
  copied: readonly Fixture[],
  place: Slot | null,
  behind: string | null,
): { plan: Plan; id: string | null; left: readonly FixtureType[] } {
  const taken = new Set(plan.fixtures.map((fixture) => fixture.id));
  const has = new Set(plan.fixtures.map(({ type }) => type));
  const among = isAmongProducts(plan.fixtures, place);
  const wanted = copied.filter(
    ({ type }) => !(SINGLE.includes(type) && has.has(type)) && !(among && ONCE_A_PAGE.includes(type)),
  );
  const left = copied.filter((fixture) => !wanted.includes(fixture)).map(({ type }) => type);
  const names = new Map<string, string>();
  for (const { id } of wanted) {
    const free = freeId(taken, id);
    taken.add(free);
    names.set(id, free);
  }
  const [first] = copied;
  const fresh = wanted.map((fixture): Fixture => {
    const container = fixture.inside && names.get(fixture.inside.fixture);
    const inside =
      fixture === first || !fixture.inside || !container ? place : { ...fixture.inside, fixture: container };
    return { ...fixture, id: names.get(fixture.id)!, inside, layout: fixture.layout ?? USUAL_LAYOUT };
  });
  if (!fresh.length) return { plan, id: null, left };
  return { plan: withFixtures(plan, inserted(plan.fixtures, fresh, behind)), id: fresh[0].id, left };
}
