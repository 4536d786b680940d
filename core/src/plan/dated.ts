import type { Days } from '../text/days';
import { eachCondition } from './shownWhen';
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
