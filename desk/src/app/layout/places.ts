import {
  DEEPEST_NESTING,
  containerOf,
  isAmongProducts,
  ONCE_A_PAGE,
  slotsOf,
  withinOf,
  type Fixture,
  type Plan,
  type Slot,
} from '@fond/core';
import { insertName, insertPlaceWords } from '../wording/insertWords';
import { FIXTURE_WORDS } from '../wording/words';

/** A place that a fixture can be put in. */
export interface Place {
  key: string;
  name: string;
  place: Slot | null;
  /** It stands there now. */
  here: boolean;
}

const depthOf = (fixtures: readonly Fixture[], fixture: Fixture | null): number => {
  let depth = 0;
  for (let at = fixture; at; at = containerOf(fixtures, at)) depth++;
  return depth;
};

/** A column or a tab by its name: “tab “Sale” of tabs”, “column 2 of columns”. */
function slotName(fixtures: readonly Fixture[], container: Fixture, at: number, lang: string): string {
  if (container.type === 'shelf') {
    const insert = container.inserts[at];
    return `${insertName(container, insert, fixtures, lang)}, ${insertPlaceWords(insert)}`;
  }
  const of = FIXTURE_WORDS[container.type];
  if (container.type !== 'tabs')
    return `${container.type === 'slides' ? 'view' : 'column'} ${at + 1} of ${of}`;
  const { label, id } = container.tabs[at];
  const own: string | undefined = label[lang];
  return `tab “${own || id}” of ${of}`;
}

export const slotNames = (
  fixtures: readonly Fixture[],
  container: Fixture,
  lang: string,
): { slot: string; name: string }[] =>
  slotsOf(container).map((slot, at) => ({ slot, name: slotName(fixtures, container, at, lang) }));

/** Every place on a page that a fixture may stand in: not within itself, and not too deep. */
export function placesFor({ fixtures }: Plan, id: string, lang: string): Place[] {
  const moving = withinOf(fixtures, id);
  const own = fixtures.find((fixture) => fixture.id === id);
  if (!own) return [];
  const inside = containerOf(fixtures, own) ? own.inside : null;
  // How many containers it brings along, itself included where it is one.
  const brings = Math.max(
    ...moving.map(
      (fixture) => depthOf(fixtures, fixture) - depthOf(fixtures, own) + Number(isContainer(fixture)),
    ),
  );
  const once = moving.some(({ type }) => ONCE_A_PAGE.includes(type));
  const places: Place[] = [{ key: '', name: 'the page itself', place: null, here: inside === null }];
  for (const container of fixtures) {
    if (!isContainer(container) || moving.includes(container)) continue;
    if (depthOf(fixtures, container) + brings > DEEPEST_NESTING) continue;
    if (once && (container.type === 'shelf' || isAmongProducts(fixtures, container.inside))) continue;
    for (const { slot, name } of slotNames(fixtures, container, lang))
      places.push({
        key: `${container.id}/${slot}`,
        name,
        place: { fixture: container.id, slot },
        here: inside?.fixture === container.id && inside.slot === slot,
      });
  }
  return places;
}

const isContainer = (fixture: Fixture): boolean => slotsOf(fixture).length > 0;
