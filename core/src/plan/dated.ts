import { dayLater, type Days } from '../text/days';
import { eachCondition, type Condition } from './shownWhen';
import type { Fixture, Plan } from './plan';

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
