import { dayLater, type Days } from '../text/days';
import { eachCondition, type Condition } from './shownWhen';
import type { Fixture, Plan } from './plan';

/** Days are read as midnights of UTC, so all of them are as long. */
const DAY = 86_400_000;

/** Something of a plan that has a first or a last day. */
export interface DatedThing extends Days {
  kind: 'condition' | 'pin' | 'group';
  /** Id of the fixture that it belongs to. */
  fixture: string;
  type: Fixture['type'];
  /** Article number of a pin, name of a group; empty for the condition of a fixture. */
  name: string;
  /** Key of the only aisle that a pin holds in; null for all. */
  aisle: string | null;
}

/** All of a plan that comes or goes by itself, fixture by fixture. */
export function datedIn({ fixtures }: Pick<Plan, 'fixtures'>): DatedThing[] {
  return fixtures.flatMap((fixture): DatedThing[] => {
    const of = { fixture: fixture.id, type: fixture.type };
    const conditions = [
      fixture.when,
      ...('inserts' in fixture ? fixture.inserts.map(({ when }) => when) : []),
    ];
    const order = 'order' in fixture ? fixture.order : 'pins' in fixture ? fixture : null;
    return [
      ...conditions
        .flatMap((when) => [...eachCondition(when)])
        .flatMap((one): DatedThing[] =>
          one.kind === 'dates'
            ? [{ kind: 'condition', ...of, name: '', aisle: null, from: one.from, to: one.to }]
            : [],
        ),
      ...(order?.pins ?? []).map(({ sku, aisle, from, to }): DatedThing => ({
        kind: 'pin',
        ...of,
        name: sku,
        aisle,
        from,
        to,
      })),
      ...(order?.groups ?? []).map(({ name, from, to }): DatedThing => ({
        kind: 'group',
        ...of,
        name,
        aisle: null,
        from,
        to,
      })),
    ].filter(({ from, to }) => from !== null || to !== null);
  });
}

/** Something of a plan where a draft of it stands: as it is there, and by how many days that is later. */
export interface FoundDated {
  thing: DatedThing;
  later: number;
}

/**
 * What is live and has days, as a draft has it: on the same days, or moved whole to others. Null where the draft doesn't have
 * it, has made it longer or shorter, or has several that it could be.
 */
export function findDated(plan: Pick<Plan, 'fixtures'>, thing: DatedThing): FoundDated | null {
  const alike = datedIn(plan).flatMap((one): FoundDated[] => {
    const { kind, fixture, name, aisle } = one;
    if (kind !== thing.kind || fixture !== thing.fixture || name !== thing.name || aisle !== thing.aisle)
      return [];
    const ends = [
      [thing.from, one.from],
      [thing.to, one.to],
    ].flatMap(([live, drafted]) => (live === null && drafted === null ? [] : [daysBetween(live, drafted)]));
    const [later] = ends;
    return later !== null && ends.every((end) => end === later) ? [{ thing: one, later }] : [];
  });
  // Of several on the same days it doesn't matter which one moves.
  return alike.find(({ later }) => later === 0) ?? (alike.length === 1 ? alike[0] : null);
}

/** From one day to another; null where one of them is open. */
const daysBetween = (from: string | null, to: string | null): number | null =>
  from === null || to === null ? null : (Date.parse(to) - Date.parse(from)) / DAY;

/** Days so many days later, or earlier where they are negative; an open end stays open. */
export const shifted = <T extends Days>(dated: T, days: number): T => ({
  ...dated,
  from: dated.from && dayLater(dated.from, days),
  to: dated.to && dayLater(dated.to, days),
});

/**
 * The plan with something of it so many days later. Of several that are told alike, in the same fixture and on the same
 * days, the first one moves; a plan that doesn't have it stays as it is.
 */
export function moveDated<P extends Pick<Plan, 'fixtures'>>(plan: P, thing: DatedThing, days: number): P {
  let moved = false;
  const move = <T extends Days>(one: T, isMeant: boolean): T => {
    if (moved || !isMeant || one.from !== thing.from || one.to !== thing.to) return one;
    moved = true;
    return shifted(one, days);
  };
  const inCondition = (when: Condition | null): Condition | null => {
    if (!when) return null;
    if (when.kind === 'all' || when.kind === 'any' || when.kind === 'none')
      return { ...when, of: when.of.map((inner) => inCondition(inner)!) };
    return when.kind === 'dates' ? move(when, thing.kind === 'condition') : when;
  };
  const pinned = <T extends { sku: string; aisle: string | null } & Days>(pins: readonly T[]): T[] =>
    pins.map((pin) => move(pin, thing.kind === 'pin' && pin.sku === thing.name && pin.aisle === thing.aisle));
  const named = <T extends { name: string } & Days>(groups: readonly T[]): T[] =>
    groups.map((group) => move(group, thing.kind === 'group' && group.name === thing.name));
  const fixtures = plan.fixtures.map((fixture): Fixture => {
    if (fixture.id !== thing.fixture) return fixture;
    const when = inCondition(fixture.when);
    switch (fixture.type) {
      case 'shelf':
        return {
          ...fixture,
          when,
          inserts: fixture.inserts.map((insert) => ({ ...insert, when: inCondition(insert.when) })),
          order: { ...fixture.order, pins: pinned(fixture.order.pins), groups: named(fixture.order.groups) },
        };
      case 'promotion':
        return { ...fixture, when, pins: pinned(fixture.pins), groups: named(fixture.groups) };
      default:
        return { ...fixture, when };
    }
  });
  return moved ? { ...plan, fixtures } : plan;
}
